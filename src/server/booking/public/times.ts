// The times of a day, and why a start is not offered.
import Joi from "joi";
import type { CoursePart } from "@/core/booking/booking";
import { momentOf, publicTimes } from "@/core/booking/public";
import { minutesField, partField, seatsField, zoneField } from "@/core/booking/rules/asked";
import { fullStarts } from "@/core/booking/rules/waiting";
import { dayNumber } from "@/core/time/clock";
import { dateSchema } from "@/core/time/schema";
import { validated } from "../../problem";
import { availabilityNow, clockFor, nearestFree } from "../ask";
import { onlineWish, reasonsFor } from "../refusal";
import type { PublicCall } from "./call";
import {
  checkedLength,
  checkedPart,
  checkedResource,
  offeredService,
  readStart,
  resourceField,
  serviceField,
} from "./input";

const timesSchema = Joi.object<{
  service: string;
  resource?: string;
  seats: number;
  minutes?: number;
  part?: CoursePart;
  date: string;
  zone?: string;
}>({
  service: serviceField,
  resource: resourceField,
  seats: seatsField.default(1),
  minutes: minutesField,
  part: partField,
  date: dateSchema.required(),
  zone: zoneField,
});

/** Every start of a day that can be booked now, with its price. */
export async function times(call: PublicCall, query: unknown) {
  const asked = validated(timesSchema, query);
  const { context, setUp, site } = call;
  const service = offeredService(call, asked.service);
  const resource = checkedResource(service, asked.resource);
  const minutes = checkedLength(service, asked.minutes);
  const part = checkedPart(service, asked.part);
  const day = dayNumber(asked.date);
  const { availability, emptied } = await availabilityNow(context.db, {
    siteId: site.id,
    setUp,
    wish: onlineWish(service.id, resource, asked.seats, { minutes, part }),
    from: day,
    to: day,
    now: context.now(),
  });
  const { clock } = availability;
  const full = service.waiting ? fullStarts(availability, emptied(), day) : [];
  return {
    service: service.id,
    resource: resource ?? "any",
    date: asked.date,
    zone: clock.zone,
    times: publicTimes(availability, asked.date, {
      setUp,
      seats: asked.seats,
      minutes,
      part,
      currency: site.settings.currency,
      zone: asked.zone,
    }),
    full: full.map((start) => momentOf(clock, start, asked.zone)),
  };
}

const whySchema = Joi.object<{
  service: string;
  resource?: string;
  seats: number;
  minutes?: number;
  part?: CoursePart;
  start: string;
  zone?: string;
}>({
  service: serviceField,
  resource: resourceField,
  seats: seatsField.default(1),
  minutes: minutesField,
  part: partField,
  start: Joi.string().max(40).required(),
  zone: zoneField,
});

/** Why a start is not offered, in words for a visitor; and the nearest that are. */
export async function why(call: PublicCall, query: unknown) {
  const asked = validated(whySchema, query);
  const { context, setUp, site } = call;
  const service = offeredService(call, asked.service);
  const resource = checkedResource(service, asked.resource);
  const minutes = checkedLength(service, asked.minutes);
  const part = checkedPart(service, asked.part);
  const clock = clockFor(setUp, service);
  const start = readStart(clock, asked.start);
  const day = clock.dayOf(start);
  const question = {
    siteId: site.id,
    setUp,
    wish: onlineWish(service.id, resource, asked.seats, { minutes, part }),
    now: context.now(),
  };
  const { availability } = await availabilityNow(context.db, { ...question, from: day, to: day });
  const { offered, reasons } = availability.explain(start);
  return {
    offered,
    start: momentOf(clock, start, asked.zone),
    reasons: reasonsFor(
      reasons,
      { clock, setUp, now: context.now().getTime() },
      { kind: "visitor", language: call.language },
    ),
    nearest: offered
      ? []
      : (await nearestFree(context.db, question, start)).map((instant) => momentOf(clock, instant, asked.zone)),
  };
}
