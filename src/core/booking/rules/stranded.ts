// Bookings that a change of the set-up would leave without what they stand on: their service, their people and things,
// or the hours of those.

import { ZoneClock } from "@/core/time/zone-clock";
import type { Reason } from "@/core/visitor/decision";
import type { BookingSetUp, Instant, Resource } from "../booking";
import { firstMeeting, type Hours, hoursOf } from "../hours/hours";
import { within } from "../hours/spans";

/** A booking that is still to come, as far as hours are concerned. */
export interface StandingBooking {
  readonly id: string;
  readonly service: string;
  readonly resources: readonly string[];
  readonly dates: readonly { readonly start: Instant; readonly end: Instant }[];
}

export interface Stranded {
  readonly booking: string;
  readonly reasons: readonly Reason[];
}

/** What a set-up says against bookings that stand, hours worked out once for each resource. */
class Standing {
  private readonly hours = new Map<string, Hours>();
  private readonly resources: ReadonlyMap<string, Resource>;
  private readonly services: ReadonlySet<string>;

  constructor(
    private readonly setUp: BookingSetUp,
    private readonly first: Instant,
    private readonly last: Instant,
  ) {
    this.resources = new Map(setUp.resources.map((resource) => [resource.id, resource]));
    this.services = new Set(setUp.services.map(({ id }) => id));
  }

  private hoursOf(resource: Resource): Hours | null {
    const known = this.hours.get(resource.id);
    if (known) return known;
    const place = this.setUp.places.find(({ id }) => id === resource.place);
    if (!place) return null;
    const clock = ZoneClock.of(place.zone);
    const hours = hoursOf(place, resource, clock, clock.dayOf(this.first) - 2, clock.dayOf(this.last) + 2);
    this.hours.set(resource.id, hours);
    return hours;
  }

  *against({ service, resources, dates }: StandingBooking): Generator<Reason> {
    if (!this.services.has(service)) yield { code: "booking.serviceGone", service };
    for (const id of resources) {
      const resource = this.resources.get(id);
      const hours = resource && this.hoursOf(resource);
      if (!resource || !hours) yield { code: "booking.resourceGone", resource: id };
      else
        for (const { start, end } of dates) {
          const closure = firstMeeting(hours.closures, start, end);
          if (closure) yield { code: "booking.closure", words: closure.words, from: closure.from, to: closure.to };
          const off = firstMeeting(hours.timeOff, start, end);
          if (off) yield { code: "booking.timeOff", resource: id, words: off.words, from: off.from, to: off.to };
          if (!within(hours.open, start, end))
            yield { code: "booking.outsideHours", resource: id, start, end, open: [] };
        }
    }
  }
}

/**
 * Of the bookings that stand those against which `after` says something and `before` said nothing: what was out of its
 * hours already is not told again.
 */
export function strandedBy(
  before: BookingSetUp | null,
  after: BookingSetUp,
  standing: readonly StandingBooking[],
): readonly Stranded[] {
  const dates = standing.flatMap((one) => one.dates);
  if (!dates.length) return [];
  const first = dates.reduce((least, { start }) => Math.min(least, start), Number.POSITIVE_INFINITY);
  const last = dates.reduce((most, { end }) => Math.max(most, end), Number.NEGATIVE_INFINITY);
  const then = before && new Standing(before, first, last);
  const now = new Standing(after, first, last);
  return standing.flatMap((booking) => {
    const reasons = [...now.against(booking)];
    if (!reasons.length || (then && !then.against(booking).next().done)) return [];
    return [{ booking: booking.id, reasons }];
  });
}
