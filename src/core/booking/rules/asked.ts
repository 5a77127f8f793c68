// What a visitor sends to book: one schema for the API and for a rehearsal.
import Joi from "joi";
import { lineSchema, mailSchema } from "@/core/input/text";
import { languageSchema } from "@/core/locale/schema";
import { zoneSchema } from "@/core/time/zone-schema";
import { type CoursePart, courseParts } from "../booking";
import { bookingId } from "./schema";

export const zoneField = zoneSchema("Europe/Berlin");

export const seatsField = Joi.number().integer().min(1).max(500).messages({
  "number.base": "Seats are a whole number.",
  "number.integer": "Seats are a whole number.",
  "number.min": "At least one seat.",
  "number.max": "At most 500 seats.",
});

/** One of a service's lengths. */
export const minutesField = Joi.number().integer().min(1).max(10_080).messages({
  "number.base": "A length is a whole number of minutes.",
  "number.integer": "A length is a whole number of minutes.",
  "number.min": "A length is at least a minute.",
  "number.max": "A length is at most 10,080 minutes.",
});

/** How much of a course. */
export const partField = Joi.string()
  .valid(...courseParts)
  .messages({ "any.only": `A part of a course is one of: ${courseParts.join(", ")}.` });

const token = Joi.string().max(200);

export interface HoldAsked {
  readonly service: string;
  readonly resource?: string | null;
  readonly start: string;
  readonly seats: number;
  /** One of the service's lengths; without it the first. */
  readonly minutes?: number;
  /** How much of a course; without it a whole run. */
  readonly part?: CoursePart;
  /** An earlier hold of the same visitor, which this one takes the place of. */
  readonly instead?: string;
}

const holdFields = {
  service: bookingId.required(),
  resource: bookingId.allow("", null, "any"),
  start: Joi.string().max(40).required().description("RFC 3339 with its offset, or a wall time of the place"),
  seats: seatsField.default(1),
  minutes: minutesField.description("One of the service’s lengths; without it the first"),
  part: partField.description("How much of a course; without it a whole run"),
  instead: token.description("Token of an earlier hold, which this one takes the place of"),
};

export const holdSchema = Joi.object<HoldAsked>(holdFields);

interface ClientAsked {
  readonly client: {
    readonly name: string;
    readonly email: string;
    readonly phone: string;
    /** Text messages to the number too. */
    readonly textMessages: boolean;
  };
  readonly answers: Record<string, unknown>;
  readonly terms: boolean;
  readonly language?: string;
  readonly zone: string;
}

export interface BookingAsked extends ClientAsked {
  readonly hold: string;
}

/** Being put on a waiting list: the time that is wanted, and all that a booking of it asks. */
export interface WaitAsked extends ClientAsked, Omit<HoldAsked, "instead"> {}

const clientFields = {
  client: Joi.object({
    name: lineSchema(120).min(1).required().messages({ "string.empty": "Please write your name." }),
    email: mailSchema.required(),
    phone: lineSchema(40).allow("").default(""),
    textMessages: Joi.boolean().default(false).description("To the phone number too, where the place sends any"),
  }).required(),
  answers: Joi.object().unknown().default({}),
  terms: Joi.boolean().default(false),
  language: languageSchema,
  zone: zoneField.allow("").default(""),
};

export const bookingSchema = Joi.object<BookingAsked>({ hold: token.required(), ...clientFields });

const { instead: _never, ...wishFields } = holdFields;
export const waitSchema = Joi.object<WaitAsked>({ ...wishFields, ...clientFields });
