// The site's lock: every deed is one transaction under it, in which the rules are asked again.
import { and, eq } from "drizzle-orm";
import type { BookingSetUp } from "@/core/booking/booking";
import { endedByThemselves, lockDiary } from "@/data/booking/diary";
import { bookings } from "@/data/booking/tables";
import { type Executor, inTransaction } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import type { Context } from "../../context";
import type { JobRun } from "../../job/queue";
import { notFound } from "../../problem";
import { inTurn } from "../../turn";
import { setUpAt } from "../set-up";
import type { BookingRow } from "../tell";
import { expire } from "./change";

/** A site under its lock: what a deed may rely on until its transaction ends. */
export interface Locked {
  readonly context: Context;
  readonly tx: Executor;
  readonly site: SiteRow;
  readonly setUp: BookingSetUp;
  readonly now: Date;
}

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
