// What all echoes of a site share, in the database.
import { eq } from "drizzle-orm";
import type { EchoPart } from "@/core/echo/echo";
import { echoParts } from "@/data/echo/tables";
import type { SitePart } from "../widget/parts";

export const echoPart: SitePart<EchoPart> = {
  load: async (db, siteId) =>
    (await db.select({ before: echoParts.before }).from(echoParts).where(eq(echoParts.siteId, siteId)))[0] ?? null,
  store: async (tx, siteId, part) => {
    await tx.insert(echoParts).values({ siteId, ...part });
  },
};
