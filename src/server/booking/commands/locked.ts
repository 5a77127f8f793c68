// What is held while a booking is changed.
import type { BookingSetUp } from "@/core/booking/booking";
import type { Executor } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "@/server/context";

/** A site under its lock: what a command may rely on until its transaction ends. */
export interface Locked {
  readonly context: Context;
  readonly tx: Executor;
  readonly site: SiteRow;
  readonly setUp: BookingSetUp;
  readonly now: Date;
}
