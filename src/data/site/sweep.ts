// Clearing away what has been kept long enough, in small batches: no statement holds locks for long.
import { and, eq, inArray, isNull, lt, notExists, or, sql } from "drizzle-orm";
import { accountLinks, securityEvents, sessions } from "../account/tables";
import {
  bookingDates,
  bookingHistory,
  bookingOccupancies,
  bookingRequests,
  bookingSessions,
  bookings,
  paymentEvents,
} from "../booking/tables";
import { type Database, inTransaction } from "../connection";
import { jobs, rateLimits } from "../job/tables";
import { mails } from "../mail/tables";
import { presences } from "../page/tables";
import { signups } from "../popup/tables";

const batch = 500;

/** Repeats `step` until it did less than a batch. */
async function inBatches(step: () => Promise<number>): Promise<number> {
  let all = 0;
  for (;;) {
    const done = await step();
    all += done;
    if (done < batch) return all;
  }
}

/** Removes unconfirmed signups older than `unconfirmed` and others older than `before`; of the withdrawn the address stays. */
export async function sweepSignups(db: Database, siteId: string, before: Date, unconfirmed: Date): Promise<number> {
  const gone = await inBatches(async () => {
    const [result] = await db
      .delete(signups)
      .where(
        and(
          eq(signups.siteId, siteId),
          or(
            and(eq(signups.state, "waiting"), lt(signups.createdAt, unconfirmed)),
            and(eq(signups.state, "confirmed"), lt(signups.createdAt, before)),
          ),
        ),
      )
      .limit(batch);
    return result.affectedRows;
  });
  await inBatches(async () => {
    const [result] = await db
      .update(signups)
      .set({ name: "", answers: {}, page: "/", consent: "" })
      .where(
        and(
          eq(signups.siteId, siteId),
          eq(signups.state, "withdrawn"),
          lt(signups.withdrawnAt, before),
          sql`(${signups.consent} <> '' or ${signups.name} <> '' or ${signups.answers} <> '{}')`,
        ),
      )
      .limit(batch);
    return result.affectedRows;
  });
  return gone;
}

/** Removes bookings that ended before `before` with all that hangs on them, and past sessions that nobody is in any more. */
export async function sweepBookings(db: Database, siteId: string, before: Date): Promise<number> {
  const gone = await inBatches(() =>
    inTransaction(db, async (tx) => {
      const rows = await tx
        .select({ id: bookings.id })
        .from(bookings)
        .where(and(eq(bookings.siteId, siteId), lt(bookings.endsAt, before)))
        .limit(batch)
        .for("update");
      const ids = rows.map(({ id }) => id);
      if (!ids.length) return 0;
      for (const table of [bookingDates, bookingHistory, paymentEvents])
        await tx.delete(table).where(and(eq(table.siteId, siteId), inArray(table.bookingId, ids)));
      await tx.delete(bookings).where(and(eq(bookings.siteId, siteId), inArray(bookings.id, ids)));
      return ids.length;
    }),
  );
  await inBatches(() =>
    inTransaction(db, async (tx) => {
      const rows = await tx
        .select({ id: bookingSessions.id })
        .from(bookingSessions)
        .where(
          and(
            eq(bookingSessions.siteId, siteId),
            lt(bookingSessions.endsAt, before),
            notExists(tx.select().from(bookingDates).where(eq(bookingDates.sessionId, bookingSessions.id))),
          ),
        )
        .limit(batch)
        .for("update");
      const ids = rows.map(({ id }) => id);
      if (!ids.length) return 0;
      await tx
        .delete(bookingOccupancies)
        .where(and(eq(bookingOccupancies.siteId, siteId), inArray(bookingOccupancies.sessionId, ids)));
      await tx.delete(bookingSessions).where(and(eq(bookingSessions.siteId, siteId), inArray(bookingSessions.id, ids)));
      return ids.length;
    }),
  );
  return gone;
}

/** Removes letters written before `before`: of a site, or (with null) those about accounts. */
export const sweepLetters = (db: Database, siteId: string | null, before: Date): Promise<number> =>
  inBatches(async () => {
    const [result] = await db
      .delete(mails)
      .where(and(siteId === null ? isNull(mails.siteId) : eq(mails.siteId, siteId), lt(mails.createdAt, before)))
      .limit(batch);
    return result.affectedRows;
  });

/** Removes security events before `before`: of a site, or (with null) those of no site. */
export const sweepEvents = (db: Database, siteId: string | null, before: Date): Promise<number> =>
  inBatches(async () => {
    const [result] = await db
      .delete(securityEvents)
      .where(
        and(
          siteId === null ? isNull(securityEvents.siteId) : eq(securityEvents.siteId, siteId),
          lt(securityEvents.at, before),
        ),
      )
      .limit(batch);
    return result.affectedRows;
  });

/** Removes what has ended by itself: sessions, links, answers kept for repeated requests, counters and done jobs. */
export async function sweepEnded(db: Database, now: Date): Promise<void> {
  const dayAgo = new Date(now.getTime() - 86_400_000);
  const steps = [
    () => db.delete(sessions).where(lt(sessions.expiresAt, now)).limit(batch),
    () => db.delete(accountLinks).where(lt(accountLinks.expiresAt, dayAgo)).limit(batch),
    () => db.delete(bookingRequests).where(lt(bookingRequests.createdAt, dayAgo)).limit(batch),
    () => db.delete(presences).where(lt(presences.seenAt, dayAgo)).limit(batch),
    // Counters and jobs follow the machine's clock, which a set one may differ from.
    () => db.delete(rateLimits).where(lt(rateLimits.expire, Date.now())).limit(batch),
    () =>
      db
        .delete(jobs)
        .where(and(inArray(jobs.state, ["done", "failed"]), lt(jobs.createdAt, new Date(Date.now() - 14 * 86_400_000))))
        .limit(batch),
  ];
  for (const step of steps) await inBatches(async () => (await step())[0].affectedRows);
}
