// The site's lock: every command is one transaction under it, in which the rules are asked again.
import { and, eq } from "drizzle-orm";
import { endedByThemselves, lockDiary } from "@/data/booking/diary";
import { bookings } from "@/data/booking/tables";
import { type Executor, inTransaction } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { expire } from "@/server/booking/commands/change";
import type { Locked } from "@/server/booking/commands/locked";
import type { BookingRow } from "@/server/booking/notify";
import { setUpAt } from "@/server/booking/set-up";
import type { Context } from "@/server/context";
import type { JobRun } from "@/server/job/run";
import { notFound } from "@/server/problem";
import { inTurn } from "@/server/turn";

/** Takes the site's lock, and clears away what has ended by itself: it must not stand in anybody's way. */
export async function lockSite(context: Context, tx: Executor, site: SiteRow): Promise<Locked> {
  const versions = await lockDiary(tx, site.id);
  if (!versions) throw notFound("Booking");
  const locked = { context, tx, site, setUp: await setUpAt(tx, site.id, versions.setUp), now: context.now() };
  for (const ended of await endedByThemselves(tx, locked.now, site.id)) await expire(locked, ended);
  return locked;
}

/** The work of a job under its site's lock, done and finished in one transaction; nothing where the site is gone. */
export async function workLocked(
  context: Context,
  run: JobRun,
  work: (locked: Locked) => Promise<unknown>,
): Promise<void> {
  const siteId = run.job.siteId ?? "";
  // Read before the transaction: a plain read in it would fix what it sees to before the lock.
  const [site] = await context.db.select().from(sites).where(eq(sites.id, siteId));
  await inTurn(siteId, () =>
    inTransaction(context.db, async (tx) => {
      const locked = site && (await lockSite(context, tx, site));
      await run.finish(tx);
      if (locked) await work(locked);
    }),
  );
}

/** The booking of an id, locked. */
export async function bookingOf({ tx, site }: Pick<Locked, "tx" | "site">, id: string): Promise<BookingRow> {
  const [booking] = await tx
    .select()
    .from(bookings)
    .where(and(eq(bookings.siteId, site.id), eq(bookings.id, id)))
    .for("update");
  if (!booking) throw notFound("This booking", "booking");
  return booking;
}
