// Parcels of an order, as they were sent.
import { and, asc, eq } from "drizzle-orm";
import type { Executor } from "@/data/connection";
import { shopParcels } from "@/data/shop/tables";

/** Parcels of an order, the first that was sent first. */
export const parcelsOf = (db: Executor, siteId: string, order: string) =>
  db
    .select()
    .from(shopParcels)
    .where(and(eq(shopParcels.siteId, siteId), eq(shopParcels.orderId, order)))
    .orderBy(asc(shopParcels.position))
    .limit(100);
