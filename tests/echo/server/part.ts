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
  version: async (db, siteId) =>
    (await db.select({ version: echoParts.version }).from(echoParts).where(eq(echoParts.siteId, siteId)))[0]?.version ??
    0,
  change: async (tx, { site }, { value, version }) => {
    const { before } = value as EchoPart;
    const next = { before, version: version + 1 };
    await tx
      .insert(echoParts)
      .values({ siteId: site.id, ...next })
      .onDuplicateKeyUpdate({ set: next });
    return version + 1;
  },
};
