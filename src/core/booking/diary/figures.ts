// How full a business is: of the time its people work, how much is booked, by weekday and hour.

import { dayNumber, minuteMs, weekdayOf } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { type BookingSetUp, type Instant, type LocalDate, type Resource, type Service, sharesStarts } from "../booking";
import { hoursOf } from "../hours/hours";
import { type Span, without } from "../hours/spans";
import type { DiaryEntry } from "./diary";

/** One hour of the week, in minutes of work over all the weeks looked at. */
export interface HourFilled {
  /** Worked, or booked outside the hours. */
  readonly open: number;
  /** Booked; of a group the share of its seats that is taken counts. */
  readonly filled: number;
}

/** By weekday, Monday first, and hour of the day. */
export type FilledWeek = readonly (readonly HourFilled[])[];

type Cells = { open: number; filled: number }[][];

/** Cuts a span at the full hours of a clock; told the weekday (0 is Monday), the hour and the minutes of each piece. */
function byHours(clock: ZoneClock, span: Span, tell: (weekday: number, hour: number, minutes: number) => void) {
  for (let from = span.from; from < span.to; ) {
    const minute = clock.minutesOf(from);
    const to = Math.min(span.to, from + (60 - (minute % 60)) * minuteMs);
    tell(weekdayOf(clock.dayOf(from)) - 1, Math.floor(minute / 60), (to - from) / minuteMs);
    from = to;
  }
}

/** Those who lead a service and have hours of their own: what is open around the clock is never full. */
function workers({ services, resources }: BookingSetUp): readonly Resource[] {
  const leading = new Set(services.flatMap(({ needs }) => needs[0]?.oneOf ?? []));
  return resources.filter(({ id, week }) => leading.has(id) && week !== null);
}

interface Group {
  readonly service: string;
  readonly start: Instant;
  readonly end: Instant;
  readonly resource: string;
  seats: number;
}

/** The bookings as groups by who leads them, with their seats together. */
function groupsOf(setUp: BookingSetUp, leaders: ReadonlySet<string>, entries: readonly DiaryEntry[]): Iterable<Group> {
  const services = new Map<string, Service>(setUp.services.map((service) => [service.id, service]));
  const groups = new Map<string, Group>();
  for (const { service, start, end, seats, occupied } of entries) {
    const first = services.get(service)?.needs[0]?.oneOf;
    const leader = occupied.find(({ resource }) => leaders.has(resource) && (first?.includes(resource) ?? true));
    if (!leader) continue;
    const key = `${service} ${start} ${leader.resource}`;
    const known = groups.get(key);
    if (known) known.seats += seats;
    else groups.set(key, { service, start, end, resource: leader.resource, seats });
  }
  return groups.values();
}

/**
 * How much of their working time the people of a set-up were booked from one date to another, both included: minutes by
 * weekday and hour of their place's clock. Closures and time off are not worked. A group with three of six seats taken
 * fills half of its time; time booked outside the hours counts as worked.
 */
export function filledWeek(
  setUp: BookingSetUp,
  entries: readonly DiaryEntry[],
  from: LocalDate,
  to: LocalDate,
): FilledWeek {
  const cells: Cells = Array.from({ length: 7 }, () => Array.from({ length: 24 }, () => ({ open: 0, filled: 0 })));
  const own = workers(setUp);
  // What nobody else can join is full with whoever has it.
  const capacities = new Map(
    setUp.services.map((service) => [service.id, sharesStarts(service) ? service.capacity : 1]),
  );
  const places = new Map(setUp.places.map((place) => [place.id, place]));
  const groups = [...groupsOf(setUp, new Set(own.map(({ id }) => id)), entries)];
  for (const resource of own) {
    const place = places.get(resource.place);
    if (!place) continue;
    const clock = ZoneClock.of(place.zone);
    const [begin, end] = [clock.startOfDay(dayNumber(from)), clock.startOfDay(dayNumber(to) + 1)];
    const cut = ({ from, to }: Span): Span => ({ from: Math.max(from, begin), to: Math.min(to, end) });
    const usable = hoursOf(place, resource, clock, dayNumber(from), dayNumber(to)).usable.map(cut);
    for (const span of usable)
      byHours(clock, span, (weekday, hour, minutes) => {
        (cells[weekday]?.[hour] as { open: number }).open += minutes;
      });
    for (const group of groups) {
      if (group.resource !== resource.id) continue;
      const share = Math.min(1, group.seats / (capacities.get(group.service) ?? 1));
      const booked = cut({ from: group.start, to: group.end });
      byHours(clock, booked, (weekday, hour, minutes) => {
        (cells[weekday]?.[hour] as { filled: number }).filled += minutes * share;
      });
      for (const outside of without([booked], usable))
        byHours(clock, outside, (weekday, hour, minutes) => {
          (cells[weekday]?.[hour] as { open: number }).open += minutes;
        });
    }
  }
  return cells;
}
