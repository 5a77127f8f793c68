// What visitors are told of booking: the same from the API, in a rehearsal, and in the form that a page carries. Nothing in
// it tells of people's diaries.

import { dayNumber } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import type { BookingSetUp, CoursePart, Instant, Service } from "./booking";
import { type Bill, billOf, servingOf } from "./money/price";
import { momentAt } from "./public-services";
import {
  type DayState,
  isOpenState,
  type Moment,
  type PublicBill,
  type PublicDate,
  type PublicDay,
  type PublicTime,
} from "./public-types";
import type { Assignment, Availability } from "./rules/availability";

/** An instant as the API writes it. */
export const momentOf = (clock: ZoneClock, instant: Instant, zone?: string): Moment => ({
  ...momentAt(clock, instant),
  ...(zone ? { visitor: ZoneClock.of(zone).wallOf(instant) } : {}),
});

export const publicBill = (bill: Bill | null): PublicBill | null =>
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

/** The state of every day that an availability was asked about. */
export const publicDays = (availability: Availability, zone?: string): readonly PublicDay[] =>
  availability.days().map((day) => ({
    ...day,
    begins: momentOf(availability.clock, availability.clock.startOfDay(dayNumber(day.date)), zone),
  }));

/** From what a visitor wants most to what helps least. */
const statesByWorth: readonly DayState[] = ["free", "few", "full", "closed", "tooFar", "past"];

/**
 * The days of several services as one: `of` tells the same dates for each, of a course for each part that can be booked, and
 * whether what is full is waited for. Empty for no service.
 */
export function datesOfAny(
  of: readonly { readonly service: string; readonly days: readonly PublicDay[]; readonly waiting?: boolean }[],
): readonly PublicDate[] {
  return (of[0]?.days ?? []).map((first, nth) => {
    const all = of.flatMap(({ service, days, waiting = false }) => {
      const day = days[nth];
      return day ? [{ service, waiting, ...day }] : [];
    });
    const open = all.filter(({ state, waiting }) => isOpenState(state) || (waiting && state === "full"));
    // Parts of a course have the same places.
    const left = new Map<string, number>();
    for (const day of open) left.set(day.service, Math.max(left.get(day.service) ?? 0, day.left));
    return {
      ...first,
      state: statesByWorth.find((state) => all.some((day) => day.state === state)) ?? first.state,
      left: [...left.values()].reduce((sum, one) => sum + one, 0),
      services: [...left.keys()],
    };
  });
}

/** The starts of a day that can be booked, each with its price. */
export function publicTimes(
  availability: Availability,
  date: string,
  asked: {
    readonly setUp: BookingSetUp;
    readonly seats: number;
    readonly minutes?: number | null;
    readonly part?: CoursePart | null;
    readonly currency: string;
    readonly zone?: string | undefined;
  },
): readonly PublicTime[] {
  const { clock, service } = availability;
  return availability.timesOn(dayNumber(date)).map(({ dates, resources, seatsLeft }) => ({
    start: momentOf(clock, dates[0]?.start as Instant, asked.zone),
    end: momentOf(clock, dates[0]?.end as Instant, asked.zone),
    ...(service.course
      ? { dates: dates.map((one) => ({ start: momentOf(clock, one.start), end: momentOf(clock, one.end) })) }
      : {}),
    seatsLeft,
    price: priceOfStart({ dates, resources, seatsLeft }, service, asked, clock),
  }));
}

/** What a start costs with those who would serve it. */
export function priceOfStart(
  { dates, resources }: Assignment,
  service: Service,
  {
    setUp,
    seats,
    minutes = null,
    part = null,
    currency,
  }: {
    readonly setUp: BookingSetUp;
    readonly seats: number;
    readonly minutes?: number | null;
    readonly part?: CoursePart | null;
    readonly currency: string;
  },
  clock: ZoneClock,
): PublicBill | null {
  const serving = servingOf(setUp, resources);
  const start = dates[0]?.start as Instant;
  return serving.length
    ? publicBill(billOf({ service, serving, start, seats, minutes, part }, setUp.prices, clock, currency))
    : null;
}
