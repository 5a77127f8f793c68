// The public API of booking, as visitors' pages use it: what can be booked, when, why not, and the deeds.
import { and, eq } from "drizzle-orm";
import Joi from "joi";
import { LRUCache } from "lru-cache";
import { RateLimiterMemory, RateLimiterRes } from "rate-limiter-flexible";
import { answersSchema, refusal } from "@/core/booking/answers";
import {
  type BookingSetUp,
  durationWith,
  type Instant,
  mostDaysAhead,
  offerOf,
  type Place,
  type Service,
} from "@/core/booking/booking";
import { billOf } from "@/core/booking/price";
import { bookingId } from "@/core/booking/schema";
import { clientMayChangeUntil } from "@/core/booking/state";
import { dayNumber, minutesOf, ZoneClock } from "@/core/booking/zone";
import { lineSchema, mailSchema } from "@/core/input/text";
import { languageSchema } from "@/core/locale/schema";
import { earliestYear, isWallDateTime, latestYear, readInstant } from "@/core/time/dates";
import { dateSchema, zoneSchema } from "@/core/time/schema";
import { type WidgetOf, widgetsOfKind } from "@/core/widget/settings";
import { bookings, bookingVersions } from "@/data/booking/tables";
import { releases } from "@/data/release/tables";
import type { SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { payerTokens } from "@/standins/payment";
import { type Context, isSigned, sha256, sign } from "../context";
import { limitFields, takePoint } from "../limit";
import { fieldProblem, notFound, Problem, validated } from "../problem";
import { availabilityNow, clockFor, clockOfBooking, nearestFree, serviceIn } from "./ask";
import {
  bookingOf,
  type Client,
  cancel,
  clientMayChange,
  confirm,
  heldOf,
  hold,
  type Locked,
  lockSite,
  move,
} from "./bookings";
import { type Audience, momentOf, onlineWish, reasonsFor, refusing } from "./refusal";
import { type Answered, once } from "./requests";
import { setUpAt } from "./set-up";
import { type BookingRow, bookingCalendar, bookingToken, datesOf } from "./tell";

export interface PublicCall {
  readonly context: Context;
  readonly site: SiteRow;
  readonly widget: string;
  readonly versions: { readonly setUp: number; readonly diary: number };
  readonly setUp: BookingSetUp;
  /** Ids of the services this calendar offers. */
  readonly services: readonly string[];
  readonly language: string;
}

const releasedCalendars = new LRUCache<string, readonly WidgetOf<"booking">[]>({ max: 500 });

/** The calendars of the live release: what visitors see. A release never changes, so it is read once. */
async function calendarsIn(context: Context, releaseId: string) {
  let found = releasedCalendars.get(releaseId);
  if (!found) {
    const [row] = await context.db
      .select({ widgets: releases.widgets })
      .from(releases)
      .where(eq(releases.id, releaseId));
    found = widgetsOfKind(row?.widgets ?? [], "booking");
    releasedCalendars.set(releaseId, found);
  }
  return found;
}

/** The site of a call with its versions, in one row. */
export async function publicSite(context: Context, key: string) {
  const [row] = await context.db
    .select({ site: sites, setUp: bookingVersions.setUp, diary: bookingVersions.diary })
    .from(sites)
    .leftJoin(bookingVersions, eq(bookingVersions.siteId, sites.id))
    .where(eq(sites.key, key));
  if (!row) throw notFound("This site");
  return { site: row.site, versions: { setUp: row.setUp ?? 0, diary: row.diary ?? 0 } };
}

/** A call on a calendar of a site; 404 unless the live release has it and it is switched on. */
export async function publicCall(
  context: Context,
  siteKey: string,
  widget: string,
  language: string,
): Promise<PublicCall> {
  const { site, versions } = await publicSite(context, siteKey);
  const calendars = site.liveReleaseId ? await calendarsIn(context, site.liveReleaseId) : [];
  const calendar = calendars.find(({ id, settings }) => id === widget && settings.enabled);
  if (!calendar) throw notFound("This calendar", "widget");
  const setUp = await setUpAt(context.db, site.id, versions.setUp);
  return { context, site, widget, versions, setUp, services: calendar.settings.services, language };
}

/** Origins whose pages may call: the site itself, and those its places allow. */
export const allowedOrigins = (setUp: BookingSetUp): readonly string[] =>
  setUp.places.flatMap(({ allowedSites }) => allowedSites);

// Limits on reading -----------------------------------------------------------------------------------------------------

/** Questions cost a row each, so each process counts its own: 600 in a minute from one address. */
export const readingLimit = { points: 600, seconds: 60 };
const reading = new RateLimiterMemory({ points: readingLimit.points, duration: readingLimit.seconds });

/** One question pays for this much work; what took longer costs more of them. */
const msAQuestion = 20;

/** Takes what a question cost beyond its one point, so that nobody can keep the process busy with costly ones. */
export function spendReading(address: string, tookMs: number): void {
  const points = Math.floor(tookMs / msAQuestion);
  // What goes below nothing is refused at the next question.
  if (points > 0) reading.penalty(address, points).catch(() => {});
}

/** Takes one question of an address; answers the fields that tell what is left. */
export async function takeReading(address: string): Promise<Record<string, string>> {
  const fields = ({ remainingPoints, msBeforeNext }: RateLimiterRes) =>
    limitFields("reading", readingLimit, remainingPoints, Math.ceil(msBeforeNext / 1000));
  try {
    return fields(await reading.consume(address));
  } catch (error) {
    if (!(error instanceof RateLimiterRes)) throw error;
    throw new Problem(429, "tooMany", "Too many questions in a minute. Please wait a little.", [], {
      ...fields(error),
      "retry-after": String(Math.max(1, Math.ceil(error.msBeforeNext / 1000))),
    });
  }
}

// Input -----------------------------------------------------------------------------------------------------------------

const zoneField = zoneSchema("Europe/Berlin");
const serviceField = bookingId.required();
const resourceField = bookingId.allow("", null, "any");
const seatsField = Joi.number().integer().min(1).max(500).messages({
  "number.base": "Seats are a whole number.",
  "number.integer": "Seats are a whole number.",
  "number.min": "At least one seat.",
  "number.max": "At most 500 seats.",
});

const namedResource = (value: string | null | undefined) => (value && value !== "any" ? value : null);

function offeredService(call: PublicCall, id: string): Service {
  const service = call.services.includes(id) ? call.setUp.services.find((one) => one.id === id) : undefined;
  if (!service) throw fieldProblem("service", "This calendar has no such service.");
  return service;
}

function checkedResource(service: Service, given: string | null | undefined): string | null {
  const resource = namedResource(given);
  if (resource && !service.needs.some((need) => need.oneOf.includes(resource)))
    throw fieldProblem("resource", "Nobody of this name does this service.");
  return resource;
}

/** A start as an instant: RFC 3339 with its offset, or a wall time of the place that exists. */
function readStart(clock: ZoneClock, text: string): Instant {
  const instant = readInstant(text);
  if (instant !== null) return instant;
  if (!isWallDateTime(text))
    throw fieldProblem(
      "start",
      `Write the start as 2026-03-11T11:30:00Z, or as the place's time 2026-03-11T11:30, from ${earliestYear} to ${latestYear}.`,
    );
  const wall = clock.existingInstantAt(dayNumber(text.slice(0, 10)), minutesOf(text.slice(11)));
  if (wall !== null) return wall;
  throw fieldProblem("start", `The clock skips ${text.replace("T", " ")} in ${clock.zone}: this time does not exist.`);
}

/** A moment with the place's local form, and the visitor's where a zone was given. */
const moment = (clock: ZoneClock, zone: string | undefined, instant: Instant) => ({
  ...momentOf(clock, instant),
  ...(zone ? { visitor: ZoneClock.of(zone).wallOf(instant) } : {}),
});

// Services --------------------------------------------------------------------------------------------------------------

const billParts = (bill: ReturnType<typeof billOf>) =>
  bill && {
    currency: bill.currency,
    seats: bill.seats,
    each: bill.each,
    earlierEach: bill.earlierEach,
    net: bill.net,
    tax: bill.tax,
    taxPercent: bill.taxPercent,
    gross: bill.gross,
  };

function publicPlace({ id, name, address, zone, notice }: Place) {
  return { id, name, address, zone, notice };
}

/** Everything a calendar offers, without what is not a visitor's to know. */
export function services(call: PublicCall) {
  const { setUp } = call;
  const offered = call.services
    .map((id) => setUp.services.find((service) => service.id === id))
    .filter((service): service is Service => service?.online === true);
  return {
    currency: call.site.settings.currency,
    places: setUp.places.filter(({ id }) => offered.some(({ place }) => place === id)).map(publicPlace),
    services: offered.map((service) => {
      const clock = clockFor(setUp, service);
      const leaders = (service.needs[0]?.oneOf ?? [])
        .map((id) => setUp.resources.find((resource) => resource.id === id))
        .filter((resource) => resource !== undefined)
        .filter((resource) => offerOf(resource, service.id)?.does !== false);
      return {
        id: service.id,
        place: service.place,
        name: service.name,
        words: service.words,
        category: service.category,
        durationMinutes: service.durationMinutes,
        capacity: service.capacity,
        where: service.where,
        confirm: service.confirm,
        leads: service.leads,
        price: service.price,
        tax: service.tax,
        course: service.course?.map((run) => run.map((wall) => momentOf(clock, clock.instantOf(wall)))) ?? null,
        resources: leaders.map((resource) => ({
          id: resource.id,
          name: resource.name,
          kind: resource.kind,
          durationMinutes: durationWith(service, resource),
          price: offerOf(resource, service.id)?.price ?? service.price,
          daysAhead: resource.daysAhead ?? mostDaysAhead,
          cancelHours: resource.cancelHours,
        })),
        questions: service.questions,
        terms: service.terms,
      };
    }),
  };
}

// Days ------------------------------------------------------------------------------------------------------------------

/** The most days one call asks about: two months on a screen. */
const mostDays = 62;

const daysSchema = Joi.object<{
  service: string;
  resource?: string;
  seats: number;
  from: string;
  to: string;
  zone?: string;
}>({
  service: serviceField,
  resource: resourceField,
  seats: seatsField.default(1),
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

const answers = new LRUCache<string, Kept>({ max: 5000 });

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
  const [from, to] = [dayNumber(asked.from), dayNumber(asked.to)];
  if (to < from) throw fieldProblem("to", "The last day is before the first.");
  if (to - from >= mostDays) throw fieldProblem("to", `At most ${mostDays} days can be asked about at once.`);
  const now = context.now();
  const { availability, nextEnd } = await availabilityNow(context.db, {
    siteId: site.id,
    setUp,
    wish: onlineWish(service.id, resource, asked.seats),
    from,
    to,
    now,
  });
  const { clock } = availability;
  const body = JSON.stringify({
    service: service.id,
    resource: resource ?? "any",
    zone: clock.zone,
    days: availability.days().map((day) => ({
      ...day,
      begins: moment(clock, asked.zone, clock.startOfDay(dayNumber(day.date))),
    })),
  });
  const fresh: Kept = {
    body,
    etag: `"${versions.setUp}.${versions.diary}.${sha256(body).slice(0, 20)}"`,
    before: nextEnd?.getTime() ?? Number.POSITIVE_INFINITY,
  };
  answers.set(key, fresh);
  return fresh;
}

// Times and reasons -----------------------------------------------------------------------------------------------------

const timesSchema = Joi.object<{ service: string; resource?: string; seats: number; date: string; zone?: string }>({
  service: serviceField,
  resource: resourceField,
  seats: seatsField.default(1),
  date: dateSchema.required(),
  zone: zoneField,
});

/** Every start of a day that can be booked now, with its price. */
export async function times(call: PublicCall, query: unknown) {
  const asked = validated(timesSchema, query);
  const { context, setUp, site } = call;
  const service = offeredService(call, asked.service);
  const resource = checkedResource(service, asked.resource);
  const day = dayNumber(asked.date);
  const { availability } = await availabilityNow(context.db, {
    siteId: site.id,
    setUp,
    wish: onlineWish(service.id, resource, asked.seats),
    from: day,
    to: day,
    now: context.now(),
  });
  const { clock } = availability;
  return {
    service: service.id,
    resource: resource ?? "any",
    date: asked.date,
    zone: clock.zone,
    times: availability.timesOn(day).map(({ dates, resources, seatsLeft }) => {
      const [first] = dates;
      const start = first?.start as Instant;
      const leader = setUp.resources.find(({ id }) => id === resources[0]);
      return {
        start: moment(clock, asked.zone, start),
        end: moment(clock, asked.zone, first?.end as Instant),
        ...(service.course
          ? { dates: dates.map((date) => ({ start: momentOf(clock, date.start), end: momentOf(clock, date.end) })) }
          : {}),
        seatsLeft,
        price: leader
          ? billParts(
              billOf({ service, leader, start, seats: asked.seats }, setUp.prices, clock, site.settings.currency),
            )
          : null,
      };
    }),
  };
}

const whySchema = Joi.object<{ service: string; resource?: string; seats: number; start: string; zone?: string }>({
  service: serviceField,
  resource: resourceField,
  seats: seatsField.default(1),
  start: Joi.string().max(40).required(),
  zone: zoneField,
});

/** Why a start is not offered, in words for a visitor; and the nearest that are. */
export async function why(call: PublicCall, query: unknown) {
  const asked = validated(whySchema, query);
  const { context, setUp, site } = call;
  const service = offeredService(call, asked.service);
  const resource = checkedResource(service, asked.resource);
  const clock = clockFor(setUp, service);
  const start = readStart(clock, asked.start);
  const day = clock.dayOf(start);
  const question = {
    siteId: site.id,
    setUp,
    wish: onlineWish(service.id, resource, asked.seats),
    now: context.now(),
  };
  const { availability } = await availabilityNow(context.db, { ...question, from: day, to: day });
  const { offered, reasons } = availability.explain(start);
  return {
    offered,
    start: moment(clock, asked.zone, start),
    reasons: reasonsFor(reasons, { clock, setUp }, { kind: "visitor", language: call.language }),
    nearest: offered
      ? []
      : (await nearestFree(context.db, question, start)).map((instant) => moment(clock, asked.zone, instant)),
  };
}

// Deeds -----------------------------------------------------------------------------------------------------------------

/** One row of what a client may see of a booking. */
async function bookingView(locked: Pick<Locked, "context" | "tx" | "setUp">, booking: BookingRow) {
  const clock = clockOfBooking(locked.setUp, booking);
  return {
    state: booking.state,
    service: booking.serviceId,
    serviceName: booking.serviceName,
    zone: clock.zone,
    dates: (await datesOf(locked.tx, booking)).map(({ start, end }) => ({
      start: moment(clock, booking.zone, start),
      end: moment(clock, booking.zone, end),
    })),
    seats: booking.seats,
    price: billParts(booking.bill),
    endsByItself: booking.endsByItselfAt?.toISOString() ?? null,
    changeUntil: new Date(clientMayChangeUntil(booking.startsAt.getTime(), booking.cancelHours)).toISOString(),
  };
}

const holdToken = (context: Context, id: string) => `${id}.${sign(context.settings, "hold", id)}`;

/** The id in a signed token; the same sentence for one that never was and one with a letter changed. */
function idIn(context: Context, purpose: "hold" | "booking", token: string, path: string): string {
  const dot = token.lastIndexOf(".");
  const id = token.slice(0, dot);
  if (dot < 1 || !isSigned(context.settings, purpose, id, token.slice(dot + 1)))
    throw new Problem(404, "token", "This link or token does not work. Copy the whole of it from the letter.", [
      { path, message: "This is not a token of ours, or a part of it is missing." },
    ]);
  return id;
}

const visitorOf = (call: Pick<PublicCall, "language">): Audience => ({ kind: "visitor", language: call.language });

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

/** A client's own booking by its token, with the site's set-up; 404 for a token that is not ours. */
export async function ownBooking(context: Context, siteKey: string, token: string) {
  const { site, versions } = await publicSite(context, siteKey);
  const id = idIn(context, "booking", token, "token");
  const [booking] = await context.db
    .select()
    .from(bookings)
    .where(and(eq(bookings.siteId, site.id), eq(bookings.id, id)));
  if (!booking) throw notFound("This booking", "token");
  const setUp = await setUpAt(context.db, site.id, versions.setUp);
  return { site, setUp, booking };
}

/** GET bookings/{token}. */
export async function getBooking(context: Context, siteKey: string, token: string) {
  const { setUp, booking } = await ownBooking(context, siteKey, token);
  return bookingView({ context, tx: context.db, setUp }, booking);
}

/** The .ics of a client's booking. */
export async function getBookingCalendar(context: Context, siteKey: string, token: string): Promise<string> {
  const { site, setUp, booking } = await ownBooking(context, siteKey, token);
  return bookingCalendar(context, site, setUp, booking, await datesOf(context.db, booking), null);
}

type Deed = { deed: "cancel" } | { deed: "move"; start: string; resource?: string };

const deedSchema = Joi.object<Deed>({ deed: Joi.string().valid("cancel", "move").required() }).when(
  Joi.object({ deed: "move" }).unknown(),
  { then: Joi.object({ start: Joi.string().max(40).required(), resource: resourceField }) },
);

/** POST bookings/{token}: the client moves or cancels, within the cancellation period. */
export async function postOwnBooking(
  context: Context,
  siteKey: string,
  token: string,
  body: unknown,
  key: string,
  address: string,
  language: string,
): Promise<Answered> {
  const { site } = await publicSite(context, siteKey);
  await takePoint(context, "bookingAddress", `${site.id}:${address}`);
  const id = idIn(context, "booking", token, "token");
  const asked = validated(deedSchema, body);
  const answered = await refusing(context, site, { kind: "visitor", language }, () =>
    once(context, site.id, key, ["own", id, asked], async (tx) => {
      const locked = await lockSite(context, tx, site);
      const booking = await bookingOf(locked, id);
      if (booking.state !== "cancelled") clientMayChange(locked, booking);
      const changed =
        asked.deed === "cancel" ? await cancel(locked, id, "client") : await moved(locked, booking, asked);
      return { status: 200, answer: await bookingView(locked, changed) };
    }),
  );
  context.jobQueued();
  return answered;
}

function moved(locked: Locked, booking: BookingRow, asked: { start: string; resource?: string }) {
  const service = serviceIn(locked.setUp, booking.serviceId);
  return move(locked, booking.id, "client", {
    wish: onlineWish(service.id, checkedResource(service, asked.resource), booking.seats),
    start: readStart(clockFor(locked.setUp, service), asked.start),
  });
}
