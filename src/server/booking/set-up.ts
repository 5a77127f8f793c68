// The set-up of a site as the server works with it: read once for each version of it, replaced as a whole.
import Joi from "joi";
import { LRUCache } from "lru-cache";
import type { BookingSetUp } from "@/core/booking/booking";
import { lockDiary, versionsOf } from "@/data/booking/diary";
import { loadSetUp, storeSetUp } from "@/data/booking/set-up";
import { type Executor, inTransaction } from "@/data/connection";
import type { Context } from "../context";
import { keptOfDatabase } from "../kept";
import { siteOperation } from "../operation";
import { notFound } from "../problem";
import { refreshShown } from "../widget/shown";
import { checkedSetUp } from "./checked";
import { queueAfterSetUp } from "./decisions";

const known = keptOfDatabase(new LRUCache<string, BookingSetUp>({ max: 200 }));

/**
 * The set-up of a site at a version, or the newer one that has replaced it meanwhile. Throws 404 where nothing can be
 * booked. Its rows and their version are read from one snapshot, so that a set-up is never a mix of two.
 */
export async function setUpAt(db: Executor, siteId: string, version: number): Promise<BookingSetUp> {
  const kept = known.get(`${siteId} ${version}`);
  if (kept) return kept;
  return db.transaction(async (tx) => {
    const now = await versionsOf(tx, siteId);
    const setUp = await loadSetUp(tx, siteId);
    if (!now || !setUp) throw notFound("Booking");
    known.set(`${siteId} ${now.setUp}`, setUp);
    return setUp;
  });
}

/**
 * Replaces the set-up. Bookings that stand are kept as they are, also where the new hours would not allow them; a
 * booking that is being made meanwhile is judged by the one or the other, never by a mix.
 */
export async function replaceSetUp(context: Context, siteId: string, setUp: BookingSetUp): Promise<void> {
  await inTransaction(context.db, async (tx) => {
    await lockDiary(tx, siteId);
    await storeSetUp(tx, siteId, setUp, context.now());
    await queueAfterSetUp(context, tx, siteId, setUp);
    await refreshShown(tx, siteId);
  });
}

export const setUpOperations = {
  "booking.readSetUp": siteOperation("setUp.read", {}, async (call) => ({
    setUp: (await loadSetUp(call.context.db, call.site.id)) ?? null,
  })),
  "booking.replaceSetUp": siteOperation(
    "setUp.change",
    { setUp: Joi.object().unknown().required() },
    async (call, input: { setUp: unknown }) => {
      const setUp = checkedSetUp(input.setUp);
      await replaceSetUp(call.context, call.site.id, setUp);
      return { places: setUp.places.length, services: setUp.services.length, resources: setUp.resources.length };
    },
  ),
};
