// Keeping a time for a while, and making a booking of it.
import Joi from "joi";
import { answersSchema, refusal } from "@/core/booking/answers";
import { lineSchema, mailSchema } from "@/core/input/text";
import { languageSchema } from "@/core/locale/schema";
import { payerTokens } from "@/standins/payment";
import { sign } from "../../context";
import { takePoint } from "../../limit";
import { fieldProblem, Problem, validated } from "../../problem";
import { clockFor, serviceIn } from "../ask";
import type { Client } from "../deeds/choosing";
import { confirm } from "../deeds/confirming";
import { heldOf, hold } from "../deeds/holding";
import { lockSite } from "../deeds/lock";
import { onlineWish, refusing } from "../refusal";
import { type Answered, once } from "../requests";
import { bookingToken } from "../tell";
import type { PublicCall } from "./call";
import {
  checkedResource,
  offeredService,
  readStart,
  resourceField,
  seatsField,
  serviceField,
  zoneField,
} from "./input";
import { bookingView, holdToken, idIn, visitorOf } from "./own";

const holdSchema = Joi.object<{ service: string; resource?: string; start: string; seats: number }>({
  service: serviceField,
  resource: resourceField,
  start: Joi.string().max(40).required(),
  seats: seatsField.default(1),
});

/** POST holds: keeps a time for ten minutes. */
export async function postHold(call: PublicCall, body: unknown, key: string, address: string): Promise<Answered> {
  const { context, site } = call;
  await takePoint(context, "bookingAddress", `${site.id}:${address}`);
  const asked = validated(holdSchema, body);
  const service = offeredService(call, asked.service);
  const resource = checkedResource(service, asked.resource);
  const start = readStart(clockFor(call.setUp, service), asked.start);
  const answered = await refusing(context, site, visitorOf(call), () =>
    once(context, site.id, key, ["hold", call.widget, asked], async (tx) => {
      const locked = await lockSite(context, tx, site);
      const heldBy = sign(context.settings, "heldBy", `${site.id}:${address}`).slice(0, 32);
      const booking = await hold(locked, call.widget, heldBy, {
        wish: onlineWish(service.id, resource, asked.seats),
        start,
      });
      return {
        status: 201,
        answer: { hold: holdToken(context, booking.id), ...(await bookingView(locked, booking)) },
      };
    }),
  );
  context.jobQueued();
  return answered;
}

const bookingSchema = Joi.object<{
  hold: string;
  client: { name: string; email: string; phone: string };
  answers: Record<string, unknown>;
  terms: boolean;
  language?: string;
  zone: string;
  payment?: string;
}>({
  hold: Joi.string().max(200).required(),
  client: Joi.object({
    name: lineSchema(120).min(1).required().messages({ "string.empty": "Please write your name." }),
    email: mailSchema.required(),
    phone: lineSchema(40).allow("").default(""),
  }).required(),
  answers: Joi.object().unknown().default({}),
  terms: Joi.boolean().default(false),
  language: languageSchema,
  zone: zoneField.allow("").default(""),
  payment: Joi.string().valid(...Object.keys(payerTokens)),
});

/** POST bookings: makes a hold a booking. */
export async function postBooking(call: PublicCall, body: unknown, key: string, address: string): Promise<Answered> {
  const { context, site } = call;
  await takePoint(context, "bookingAddress", `${site.id}:${address}`);
  const asked = validated(bookingSchema, body);
  const id = idIn(context, "hold", asked.hold, "hold");
  const answered = await refusing(context, site, visitorOf(call), () =>
    once(context, site.id, key, ["booking", asked], async (tx) => {
      const locked = await lockSite(context, tx, site);
      const held = await heldOf(locked, id);
      const service = serviceIn(locked.setUp, held.serviceId);
      const { answers: given } = validated(
        Joi.object<{ answers: Record<string, string> }>({ answers: answersSchema(service.questions) }),
        { answers: asked.answers },
      );
      const refused = refusal(service, given);
      if (refused)
        throw new Problem(422, "screening", refused.words, [
          { path: `answers.${refused.question}`, message: refused.words },
        ]);
      if (service.terms && !asked.terms) throw fieldProblem("terms", "Please agree to the terms to go on.");
      if (service.confirm === "payment" && (held.bill?.gross ?? 0) > 0 && !asked.payment)
        throw fieldProblem("payment", "This service is paid when it is booked; a payment is needed.");
      const client: Client = {
        ...asked.client,
        language: asked.language ?? site.settings.language,
        zone: asked.zone || clockFor(locked.setUp, service).zone,
      };
      const booking = await confirm(locked, id, { client, answers: given, payment: asked.payment ?? null });
      return {
        status: 201,
        answer: { token: bookingToken(context, booking.id), ...(await bookingView(locked, booking)) },
      };
    }),
  );
  context.jobQueued();
  return answered;
}
