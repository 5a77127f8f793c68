// Availability with the diary as it stands: what every question and every booking is judged by.

import {
  type BookingSetUp,
  type Instant,
  lengthOfBooking,
  mostDaysAhead,
  type Service,
  sellsPart,
} from "@/core/booking/booking";
import { Diary } from "@/core/booking/diary/diary";
import { mondayBefore } from "@/core/booking/hours/hours";
import { Availability } from "@/core/booking/rules/availability";
import { partOfBooking, runsOf } from "@/core/booking/rules/course";
import type { Wish } from "@/core/booking/rules/obstacles";
import type { DayNumber } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { loadDiary } from "@/data/booking/diary";
import type { bookings } from "@/data/booking/tables";
import type { Executor } from "@/data/connection";
import { notFound } from "../problem";

export interface Asked {
  readonly siteId: string;
  readonly setUp: BookingSetUp;
  readonly wish: Wish;
  /** Local days, both included. */
  readonly from: DayNumber;
  readonly to: DayNumber;
  readonly now: Date;
  /** Judged as if asked at this moment, for a hold that is being confirmed. */
  readonly judgedAt?: Date;
  /** A booking that is not counted: the one that is being moved. */
  readonly without?: string;
}

export function serviceIn(setUp: BookingSetUp, id: string): Service {
  const service = setUp.services.find((one) => one.id === id);
  if (!service) throw notFound("This service");
  return service;
}

export const clockFor = (setUp: BookingSetUp, service: Service): ZoneClock =>
  ZoneClock.of(setUp.places.find(({ id }) => id === service.place)?.zone ?? "UTC");

/** The clock of a booking's place; it can be read also when its service is offered no more. */
export const clockOfBooking = (setUp: BookingSetUp, booking: { readonly placeId: string; readonly zone: string }) =>
  ZoneClock.of(setUp.places.find(({ id }) => id === booking.placeId)?.zone ?? booking.zone);

/**
 * What a wish for the time of a booking has of it: whose it is, the length that was chosen, how much of a course. What somebody
 * has can be moved also where it is sold no more.
 */
export function ofBooking(
  setUp: BookingSetUp,
  service: Service,
  { email, startsAt, endsAt, dates }: Pick<typeof bookings.$inferSelect, "email" | "startsAt" | "endsAt" | "dates">,
) {
  const start = startsAt.getTime();
  const part = dates ? partOfBooking(service, clockFor(setUp, service), start, dates.length) : null;
  return {
    client: email,
    minutes: lengthOfBooking(service, start, endsAt.getTime()),
    part,
    ...(part && !sellsPart(service, part) ? { waived: ["booking.partNotSold"] } : {}),
  };
}

/** The end of everything a stretch of days asks about: a course goes on after its first date. */
function lastInstant(service: Service, clock: ZoneClock, from: Instant, to: Instant, part: Wish["part"]): Instant {
  const runs = [...runsOf(service.course ?? [], clock, part ?? "whole")].filter(
    ([first]) => from <= first && first < to,
  );
  return Math.max(to, ...runs.map(([, dates]) => dates.at(-1) as Instant));
}

export async function availabilityNow(
  db: Executor,
  asked: Asked,
): Promise<{ availability: Availability; emptied: () => Availability; nextEnd: Date | null }> {
  const service = serviceIn(asked.setUp, asked.wish.service);
  const clock = clockFor(asked.setUp, service);
  // What a client has in a week counts from its Monday to its Sunday.
  const weeks = asked.wish.client !== undefined && !!service.perClientWeek;
  const from = clock.startOfDay(weeks ? mondayBefore(asked.from) : asked.from);
  const end = clock.startOfDay(weeks ? mondayBefore(asked.to) + 7 : asked.to + 1);
  const to = lastInstant(service, clock, from, end, asked.wish.part);
  const { entries, outside, nextEnd } = await loadDiary(
    db,
    asked.siteId,
    new Date(from),
    new Date(to),
    asked.now,
    asked.without,
    weeks,
  );
  const judgedAt = (asked.judgedAt ?? asked.now).getTime();
  const withDiary = (diary: Diary) =>
    new Availability(asked.setUp, asked.wish, diary, judgedAt, asked.from, asked.to, asked.now.getTime());
  return {
    availability: withDiary(new Diary(entries, outside, clock)),
    /** The same question, had nobody booked anything. */
    emptied: () => withDiary(new Diary([], outside, clock)),
    nextEnd,
  };
}

/** How far around a start free times are looked for, in days; each reach is tried only when the one before is too poor. */
const reaches = [2, 10, 45, 120] as const;

/** The free starts nearest to `start` (at most `count`), in the order of time. */
export async function nearestFree(
  db: Executor,
  asked: Omit<Asked, "from" | "to">,
  start: Instant,
  count = 5,
): Promise<readonly Instant[]> {
  const service = serviceIn(asked.setUp, asked.wish.service);
  const clock = clockFor(asked.setUp, service);
  const today = clock.dayOf(asked.now.getTime());
  const leaders = asked.setUp.resources.filter(({ id }) => service.needs[0]?.oneOf.includes(id));
  const ofLeaders = Math.max(0, ...leaders.map(({ daysAhead }) => daysAhead ?? mostDaysAhead));
  const furthest = today + Math.min(ofLeaders, service.daysAhead ?? mostDaysAhead);
  // Far beyond what can be booked there is nothing: the nearest are at its end.
  const day = Math.min(Math.max(clock.dayOf(start), today), furthest);
  const distance = (one: Instant) => Math.abs(one - start);
  let found: Instant[] = [];
  for (const reach of reaches) {
    const from = Math.max(today, day - reach);
    const to = Math.min(day + reach, furthest);
    const { availability } = await availabilityNow(db, { ...asked, from, to });
    found = [];
    for (let at = from; at <= to; at++)
      found.push(...availability.timesOn(at).map(({ dates }) => dates[0]?.start as Instant));
    if (found.length >= count) break;
  }
  return found
    .sort((one, other) => distance(one) - distance(other))
    .slice(0, count)
    .sort((one, other) => one - other);
}
