// A time held for a while.
import { and, eq } from "drizzle-orm";
import { holdMs, takesTime } from "@/core/booking/rules/state";
import { bookings } from "@/data/booking/tables";
import { bookingOf } from "@/server/booking/commands/lock";
import type { Locked } from "@/server/booking/commands/locked";
import { queueOnly, realTime } from "@/server/job/queue";
import { conflict, Problem } from "../../problem";
import type { BookingRow } from "../notify";
import { expire } from "./change";
import { begin, type Choice } from "./choosing";

/** The most times that one network address may keep at once. */
export const mostHeld = 5;

/** Refuses another hold of an address that keeps as many as it may; under the lock, so that no two slip through. */
async function mayHold({ tx, site, now }: Locked, heldBy: string) {
  const held = await tx
    .select({ endsByItselfAt: bookings.endsByItselfAt })
    .from(bookings)
    .where(and(eq(bookings.siteId, site.id), eq(bookings.heldBy, heldBy), eq(bookings.state, "held")))
    .orderBy(bookings.endsByItselfAt)
    .limit(mostHeld);
  if (held.length < mostHeld) return;
  const waitMs = (held[0]?.endsByItselfAt?.getTime() ?? now.getTime()) - now.getTime();
  const message = `${mostHeld} times are kept for you already. Book or leave one of them, or wait ${Math.max(1, Math.ceil(waitMs / 60_000))} min.`;
  throw new Problem(429, "tooManyHeld", message, [{ path: "start", message }], {
    "retry-after": String(Math.max(1, Math.ceil(waitMs / 1000))),
  });
}

/** Keeps a time for ten minutes; `heldBy` is the keyed hash of the caller's address. */
export async function hold(locked: Locked, widgetId: string, heldBy: string, choice: Choice): Promise<BookingRow> {
  await mayHold(locked, heldBy);
  const endsAt = new Date(locked.now.getTime() + holdMs);
  const booking = await begin(locked, choice, widgetId, "client", { state: "held", endsByItselfAt: endsAt, heldBy });
  await queueEnding(locked, endsAt);
  return booking;
}

/** Lets a job look after what ends by itself; one for a site is enough. */
export async function queueEnding({ context, tx, site }: Locked, endsAt: Date) {
  await queueOnly(tx, {
    kind: "ending",
    siteId: site.id,
    payload: {},
    onlyOne: `ending:${site.id}`,
    availableAt: realTime(context, new Date(endsAt.getTime() + 1000)),
  });
}

/** Ends a hold that another takes the place of; one that has ended, or is a booking already, is left as it is. */
export async function letGo(locked: Locked, bookingId: string): Promise<void> {
  const held = await bookingOf(locked, bookingId).catch(() => null);
  if (held?.state === "held") await expire(locked, held);
}

const holdOver = () =>
  new Problem(410, "holdEnded", "The ten minutes for which this time was kept are over. Choose a time again.", [
    { path: "hold", message: "This hold has ended." },
  ]);

/** A hold that still lasts; 410 for one that has ended, 409 for one that is a booking already. */
export async function heldOf(locked: Locked, bookingId: string): Promise<BookingRow> {
  const held = await bookingOf(locked, bookingId);
  const lasts = takesTime(held.state, held.endsByItselfAt?.getTime() ?? null, locked.now.getTime());
  if (held.state === "expired" || (held.state === "held" && !lasts)) throw holdOver();
  if (held.state !== "held") throw conflict("confirmed", "This hold was confirmed already.");
  return held;
}
