// The set-up of booking: a document a version, read whole and replaced whole.
import { and, eq, lte, sql } from "drizzle-orm";
import type { BookingSetUp } from "@/core/booking/booking";
import type { Executor } from "../connection";
import { bookingSetUps, bookingVersions } from "./tables";

/** How many versions of a set-up are kept, the one that counts among them. */
const keptVersions = 20;

/** The set-up of a site; undefined where nothing can be booked. */
export async function loadSetUp(db: Executor, siteId: string): Promise<BookingSetUp | undefined> {
  const [row] = await db
    .select({ document: bookingSetUps.document })
    .from(bookingVersions)
    .innerJoin(
      bookingSetUps,
      and(eq(bookingSetUps.siteId, bookingVersions.siteId), eq(bookingSetUps.version, bookingVersions.setUp)),
    )
    .where(eq(bookingVersions.siteId, siteId));
  return row?.document.places.length ? row.document : undefined;
}

/** Stores a whole set-up in place of the one that was, and raises its version. To be called in a transaction. */
export async function storeSetUp(tx: Executor, siteId: string, setUp: BookingSetUp, now: Date): Promise<void> {
  await tx
    .insert(bookingVersions)
    .values({ siteId, setUp: 1, diary: 1 })
    .onDuplicateKeyUpdate({ set: { setUp: sql`set_up + 1`, diary: sql`diary + 1` } });
  const [row] = await tx
    .select({ version: bookingVersions.setUp })
    .from(bookingVersions)
    .where(eq(bookingVersions.siteId, siteId));
  const version = row?.version ?? 1;
  await tx.insert(bookingSetUps).values({ siteId, version, document: setUp, createdAt: now });
  await tx
    .delete(bookingSetUps)
    .where(and(eq(bookingSetUps.siteId, siteId), lte(bookingSetUps.version, version - keptVersions)));
}
