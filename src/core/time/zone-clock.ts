// The clock of an IANA zone as a table, without asking Temporal for every wall time.
import { LRUCache } from "lru-cache";
import { Temporal } from "temporal-polyfill";
import type { Instant } from "@/core/booking/booking";
import { dayMs, offsetAmong, type Transition, WallClock } from "./clock";
import { canonicalZone } from "./zones";

/** A stretch of a zone's time that is worked out at once, in ms: 512 days hold a year's changes and a little more. */
const stretchMs = 512 * dayMs;
/** Stretches kept for one zone. What is asked about lies close together; far dates only pass through. */
const mostStretches = 64;

interface Stretch {
  readonly first: number;
  readonly transitions: readonly Transition[];
}

/** The clock of one IANA zone. Offsets come from Temporal, once for each stretch of time that is asked about. */
export class ZoneClock extends WallClock {
  private readonly stretches = new LRUCache<number, Stretch>({ max: mostStretches });
  private lastIndex = Number.NaN;
  private last: Stretch = { first: 0, transitions: [] };

  private constructor(readonly zone: string) {
    super();
  }

  private static readonly known = new LRUCache<string, ZoneClock>({ max: 200 });

  /** The clock of a zone; the same table for every caller, however the name is spelt. Throws RangeError for no zone. */
  static of(zone: string): ZoneClock {
    const kept = ZoneClock.known.get(zone);
    if (kept) return kept;
    const name = canonicalZone(zone);
    if (name === null) throw new RangeError(`There is no time zone “${zone.slice(0, 60)}”`);
    const clock = ZoneClock.known.get(name) ?? new ZoneClock(name);
    ZoneClock.known.set(name, clock);
    return clock;
  }

  private at(instant: Instant): Temporal.ZonedDateTime {
    return Temporal.Instant.fromEpochMilliseconds(instant).toZonedDateTimeISO(this.zone);
  }

  private askOffset(instant: Instant): number {
    return this.at(instant).offsetNanoseconds / 1e6;
  }

  private stretch(index: number): Stretch {
    if (index === this.lastIndex) return this.last;
    let found = this.stretches.get(index);
    if (!found) {
      const from = index * stretchMs;
      found = { first: this.askOffset(from), transitions: this.between(from, from + stretchMs) };
      this.stretches.set(index, found);
    }
    this.lastIndex = index;
    this.last = found;
    return found;
  }

  /** Changes in (from, to]; the one at `from` itself is in the offset there. */
  private between(from: Instant, to: Instant): Transition[] {
    const found: Transition[] = [];
    for (let next = this.at(from).getTimeZoneTransition("next"); next; next = next.getTimeZoneTransition("next")) {
      const at = next.epochMilliseconds;
      if (at > to) break;
      const [offsetBefore, offsetAfter] = [this.askOffset(at - 1), this.askOffset(at)];
      if (offsetBefore !== offsetAfter) found.push({ at, offsetBefore, offsetAfter });
    }
    return found;
  }

  /** Every change of the clock in (from, to], with the offsets around it in ms. For stretches of a few years. */
  changes(from: Instant, to: Instant): readonly Transition[] {
    const found: Transition[] = [];
    for (let index = Math.floor(from / stretchMs); index * stretchMs <= to; index++)
      for (const one of this.stretch(index).transitions)
        if (one.at > from && one.at <= to && one.at !== found.at(-1)?.at) found.push(one);
    return found;
  }

  offsetAt(instant: Instant): number {
    const { first, transitions } = this.stretch(Math.floor(instant / stretchMs));
    return offsetAmong(transitions, first, instant);
  }
}
