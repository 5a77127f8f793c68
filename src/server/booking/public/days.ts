// The state of every day, kept as long as nothing it depends on changes.
import Joi from "joi";
import { LRUCache } from "lru-cache";
import { type CoursePart, partsSold } from "@/core/booking/booking";
import { datesOfAny, publicDays } from "@/core/booking/public";
import type { PublicDay } from "@/core/booking/public-types";
import { minutesField, partField, seatsField, zoneField } from "@/core/booking/rules/asked";
import { mayAskAll } from "@/core/booking/rules/size";
import { dayNumber } from "@/core/time/clock";
import { dateSchema } from "@/core/time/schema";
import { sha256 } from "../../context";
import { keptOfDatabase } from "../../kept";
import { fieldProblem, validated } from "../../problem";
import { availabilityNow } from "../ask";
import { onlineWish } from "../refusal";
import type { PublicCall } from "./call";
import { checkedLength, checkedPart, checkedResource, offeredService, resourceField, serviceField } from "./input";

/** The most days one call asks about: two months on a screen. */
const mostDays = 62;

const daysSchema = Joi.object<{
  service: string;
  resource?: string;
  seats: number;
  minutes?: number;
  part?: CoursePart;
  from: string;
  to: string;
  zone?: string;
}>({
  service: serviceField,
  resource: resourceField,
  seats: seatsField.default(1),
  minutes: minutesField,
  part: partField,
  from: dateSchema.required(),
  to: dateSchema.required(),
  zone: zoneField,
});

const datesSchema = Joi.object<{ from: string; to: string; zone?: string }>({
  from: dateSchema.required(),
  to: dateSchema.required(),
  zone: zoneField,
});

interface Kept {
  readonly body: string;
  readonly etag: string;
  /** It holds while the clock shows a moment before this one, in ms. */
  readonly before: number;
}

const tagOf = ({ versions }: PublicCall, body: string) =>
  `"${versions.setUp}.${versions.diary}.${sha256(body).slice(0, 20)}"`;

export const answers = keptOfDatabase(new LRUCache<string, Kept>({ max: 5000 }));

/**
 * The state of every day. Worked out once for each version of the diary and each minute: starts and limits fall on
 * whole minutes, and a hold's end is looked at besides, so what is kept is never older than what is true.
 */
export async function days(call: PublicCall, query: unknown): Promise<Kept> {
  const asked = validated(daysSchema, query);
  const { context, setUp, site, versions } = call;
  const nowMs = context.now().getTime();
  const key = JSON.stringify([
    site.id,
    site.liveReleaseId,
    call.widget,
    versions.setUp,
    versions.diary,
    // Just before and just after a whole minute are two different answers.
    Math.floor(nowMs / 60_000),
    Math.ceil(nowMs / 60_000),
    asked,
  ]);
  const kept = answers.get(key);
  if (kept && nowMs < kept.before) return kept;
  const service = offeredService(call, asked.service);
  const resource = checkedResource(service, asked.resource);
  const minutes = checkedLength(service, asked.minutes);
  const part = checkedPart(service, asked.part);
  const [from, to] = [dayNumber(asked.from), dayNumber(asked.to)];
  if (to < from) throw fieldProblem("to", "The last day is before the first.");
  if (to - from >= mostDays) throw fieldProblem("to", `At most ${mostDays} days can be asked about at once.`);
  const now = context.now();
  const { availability, nextEnd } = await availabilityNow(context.db, {
    siteId: site.id,
    setUp,
    wish: onlineWish(service.id, resource, asked.seats, { minutes, part }),
    from,
    to,
    now,
  });
  const { clock } = availability;
  const body = JSON.stringify({
    service: service.id,
    resource: resource ?? "any",
    zone: clock.zone,
    days: publicDays(availability, asked.zone),
  });
  const fresh: Kept = {
    body,
    etag: tagOf(call, body),
    before: nextEnd?.getTime() ?? Number.POSITIVE_INFINITY,
  };
  answers.set(key, fresh);
  return fresh;
}

/**
 * The state of every day for whatever the calendar offers: that of each service, kept as theirs are.
 *
 * @throws Problem 422 where there is more to look at than one question may.
 */
export async function dates(call: PublicCall, query: unknown): Promise<Pick<Kept, "body" | "etag">> {
  const asked = validated(datesSchema, query);
  const { setUp } = call;
  if (!mayAskAll(setUp, call.services))
    throw fieldProblem("service", "This calendar offers too much to look at all of it at once. Name a service.");
  const offered = setUp.services.filter(({ id, online }) => online && call.services.includes(id));
  const of: { service: string; zone: string; days: readonly PublicDay[]; waiting: boolean }[] = [];
  for (const service of offered)
    for (const part of partsSold(service)) {
      const { body } = await days(call, { ...asked, service: service.id, ...(part === "whole" ? {} : { part }) });
      of.push({ ...JSON.parse(body), waiting: service.waiting !== undefined });
    }
  const body = JSON.stringify({ zone: of[0]?.zone ?? "UTC", days: datesOfAny(of) });
  return { body, etag: tagOf(call, body) };
}
