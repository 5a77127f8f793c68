// Times of a calendar as instants: by the VTIMEZONEs in the file first (RFC 5545, 3.2.19), then by the zone's name.
import type { Instant } from "@/core/booking/booking";
import { offsetAmong, type Transition, WallClock } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { canonicalZone } from "@/core/time/zones";
import { offsetOf, type Part, type Property, parameter, type Time, timeOf, valuesOf, type Wall } from "./jcal";
import { ruleOf } from "./rule";

const dayMs = 86_400_000;
/** Changes of the clock that one zone of a file may describe; the longest real one has some hundreds. */
const mostOnsets = 3000;

/** A clock as a file describes it: its observances, each from its onsets on. */
class FileClock extends WallClock {
  private constructor(
    /** The offset before the first onset: the one that it changes from. */
    private readonly first: number,
    private readonly transitions: readonly Transition[],
  ) {
    super();
  }

  /** The clock of a VTIMEZONE up to `to`, or null when it describes none. */
  static of(zone: Part, to: Instant, notes: Set<string>): FileClock | null {
    const onsets: Transition[] = [];
    for (const observance of [...zone.parts("standard"), ...zone.parts("daylight")]) {
      const start = timeOf(observance.get("dtstart")?.[3]);
      const offsetBefore = offsetOf(observance.get("tzoffsetfrom")?.[3]);
      const offsetAfter = offsetOf(observance.get("tzoffsetto")?.[3]);
      if (!start || offsetBefore === null || offsetAfter === null) continue;
      // The wall time of an onset is that of the clock before it (3.6.5).
      const begins = (wall: Wall) => onsets.push({ at: wall - offsetBefore, offsetBefore, offsetAfter });
      begins(start.wall);
      for (const property of observance.all("rdate"))
        for (const value of valuesOf(property)) {
          const time = timeOf(value);
          if (time && onsets.length < mostOnsets) begins(time.wall);
        }
      for (const property of observance.all("rrule")) {
        const rule = ruleOf(property[3]);
        const { until } = rule;
        const last = until ? (until.utc ? until.wall + offsetBefore : until.wall) : Number.POSITIVE_INFINITY;
        rule.step(start.wall, (wall) => {
          if (wall > last || wall - offsetBefore > to) return false;
          if (onsets.length >= mostOnsets) {
            notes.add("A zone in the file changes its clock too often to be followed.");
            return false;
          }
          if (wall !== start.wall) begins(wall);
          return true;
        });
      }
    }
    if (!onsets.length) return null;
    onsets.sort((one, other) => one.at - other.at);
    return new FileClock((onsets[0] as Transition).offsetBefore, onsets);
  }

  offsetAt(instant: Instant): number {
    return offsetAmong(this.transitions, this.first, instant);
  }
}

/** The zone a name means: itself, or its longest end that is one, since some calendars put their own words in front. */
export function zoneNamed(name: string): string | null {
  const bare = name.trim().replace(/^"|"$/g, "");
  const parts = bare.slice(0, 200).split("/").filter(Boolean);
  for (let from = Math.max(0, parts.length - 3); from < parts.length; from++) {
    const found = canonicalZone(parts.slice(from).join("/"));
    // One word alone is a zone only where nothing stands in front: “Cuba” is one, and the end of many names.
    if (found && (from === 0 || parts.length - from > 1)) return found;
  }
  return null;
}

export class Zones {
  private readonly clocks = new Map<string, WallClock>();
  /** The clock of whole days and times without a zone. */
  private readonly home: WallClock;

  constructor(
    calendar: Part,
    { zone, to }: { readonly zone: string; readonly to: Instant },
    private readonly homeName: string,
    private readonly notes: Set<string>,
  ) {
    for (const part of calendar.parts("vtimezone")) {
      const tzid = part.text("tzid");
      const clock = FileClock.of(part, to + 366 * dayMs, notes);
      if (tzid && clock) this.clocks.set(tzid, clock);
    }
    const own = calendar.text("x-wr-timezone");
    this.home = own ? this.clockOf(own) : ZoneClock.of(zone);
  }

  private clockOf(tzid: string): WallClock {
    let clock = this.clocks.get(tzid);
    if (!clock) {
      const name = zoneNamed(tzid);
      if (name === null)
        this.notes.add(
          `The zone “${tzid.slice(0, 60)}” is not known and not described in the file; its times were read as ${this.homeName}.`,
        );
      clock = name === null ? (this.home ?? ZoneClock.of(this.homeName)) : ZoneClock.of(name);
      this.clocks.set(tzid, clock);
    }
    return clock;
  }

  /** The instant of a wall time in a zone; "Z" is UTC, "" is floating: the calendar's own zone or the reader's. */
  instant(wall: Wall, tzid: string): Instant {
    if (tzid === "Z") return wall;
    const clock = tzid ? this.clockOf(tzid) : this.home;
    const day = Math.floor(wall / dayMs);
    const rest = wall - day * dayMs;
    return clock.instantAt(day, Math.floor(rest / 60_000)) + (rest % 60_000);
  }
}

/** The zone a property's time is written in: "Z", a TZID, or "" for floating. */
export const zoneOf = (property: Property, { utc }: Time): string => (utc ? "Z" : parameter(property, "tzid"));
