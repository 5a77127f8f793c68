// A site's own facts: pictures it names, and the key it is known by.

import { and, eq, inArray } from "drizzle-orm";
import type { SiteSettings } from "@/core/site/site";
import { inTransaction, isDuplicate } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { findSite, keyAfter } from "@/data/site/queries";
import { formerKeys, media, sites } from "@/data/site/tables";
import type { SiteCall } from "../operation";
import { conflict, fieldProblem } from "../problem";

/** Refuses settings that name a picture the site does not have. */
export async function checkPictures(call: SiteCall, settings: SiteSettings): Promise<void> {
  const named = (["favicon", "sharing"] as const).flatMap((field) => {
    const hash = settings[field];
    return hash ? [{ field, hash }] : [];
  });
  if (!named.length) return;
  const rows = await call.context.db
    .select({ hash: media.hash })
    .from(media)
    .where(
      and(
        eq(media.siteId, call.site.id),
        inArray(
          media.hash,
          named.map(({ hash }) => hash),
        ),
      ),
    );
  const missing = named.find(({ hash }) => !rows.some((row) => row.hash === hash));
  if (missing) throw fieldProblem(`settings.${missing.field}`, "This picture is not among the site’s pictures.");
}

/** The refusal of a key that another site has or had, at its field. */
export const keyTaken = (key: string) =>
  conflict("keyTaken", `The key “${key}” is taken.`, [
    { path: "key", message: "This site address is taken. Choose another." },
  ]);

/** Whether a key is another site's, or was: then its old address still leads there. */
export async function keyIsTaken(call: Pick<SiteCall, "context">, key: string): Promise<boolean> {
  const { db } = call.context;
  return Boolean((await findSite(db, key)) ?? (await keyAfter(db, key)));
}

export async function rekeySite(call: SiteCall, key: string): Promise<void> {
  const { context, site } = call;
  if (key === site.key) return;
  const before = await keyAfter(context.db, key);
  if ((await findSite(context.db, key)) || (before !== undefined && before !== site.key)) throw keyTaken(key);
  try {
    await inTransaction(context.db, async (tx) => {
      await tx.delete(formerKeys).where(and(eq(formerKeys.siteId, site.id), eq(formerKeys.key, key)));
      await tx.insert(formerKeys).values({ key: site.key, siteId: site.id, createdAt: context.now() });
      await tx.update(sites).set({ key }).where(eq(sites.id, site.id));
      for (const changed of [site.key, key]) await announce(tx, site.id, "live", { key: changed });
    });
  } catch (error) {
    if (isDuplicate(error)) throw keyTaken(key);
    throw error;
  }
  context.liveChanged(site.key);
  context.liveChanged(key);
}
