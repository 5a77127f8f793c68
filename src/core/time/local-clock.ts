// The clock of an IANA zone by the platform's own dates: for a screen that reads a handful of moments. Whoever works through
// a month of them asks ZoneClock.
import type { Instant } from "@/core/booking/booking";
import { WallClock } from "./clock";

export class LocalClock extends WallClock {
  private readonly shown: Intl.DateTimeFormat;

  /** Throws RangeError for what is no zone. */
  constructor(zone: string) {
    super();
    // Swedish dates are written as ISO 8601 has them: "2026-03-11 09:30:00".
    this.shown = new Intl.DateTimeFormat("sv-SE", { timeZone: zone, dateStyle: "short", timeStyle: "medium" });
  }

  /** In whole seconds, as far as the platform shows them. */
  offsetAt(instant: Instant): number {
    const second = Math.floor(instant / 1000) * 1000;
    return Date.parse(`${this.shown.format(second).replace(" ", "T")}Z`) - second;
  }
}
