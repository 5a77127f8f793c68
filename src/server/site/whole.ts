// A site whole: its documents, and the parts that kinds of widgets keep.
import type { KeptSite, SiteFile } from "@/core/site/site";
import type { WidgetParts } from "@/core/widget/settings";
import type { Executor } from "@/data/connection";
import { loadDocuments, loadKept, type SiteRow } from "@/data/site/queries";
import { siteParts } from "@/server/widget/parts";
import { loadGoods } from "../shop/catalog/goods";

/** What kinds of widgets keep for a site. */
export async function partsOf(db: Executor, siteId: string): Promise<Partial<WidgetParts>> {
  const found: Partial<Record<keyof WidgetParts, unknown>> = {};
  for (const { name, part } of siteParts) {
    const own = await part.load(db, siteId);
    if (own) found[name] = own;
  }
  return found as Partial<WidgetParts>;
}

/** The working state of a site, as its site file says it. */
export const loadSite = async (db: Executor, site: SiteRow): Promise<SiteFile> => ({
  ...(await loadDocuments(db, site)),
  ...(await partsOf(db, site.id)),
});

/** The site as its file has it: with what its shop sells, which nothing else reads whole. */
export async function loadSiteFile(db: Executor, site: SiteRow): Promise<SiteFile> {
  const shop = await loadGoods(db, site.id);
  return { ...(await loadSite(db, site)), ...(shop ? { shop } : {}) };
}

/** The working state without the pages' bodies: each page names the state it is in. To be called in a transaction. */
export const loadKeptSite = async (tx: Executor, site: SiteRow): Promise<KeptSite> => ({
  ...(await loadKept(tx, site)),
  ...(await partsOf(tx, site.id)),
});
