// The shop as it was published: its settings, where its pages are. Kept with the release as a file that nobody is answered with.
import { and, eq } from "drizzle-orm";
import { LRUCache } from "lru-cache";
import { type Shop, shopPages } from "@/core/shop/shop";
import { type KeptSite, type PageMeta, pagePath } from "@/core/site/site";
import type { ShopShown } from "@/core/storefront/view";
import { widgetsOfKind } from "@/core/widget/settings";
import { releaseFiles } from "@/data/release/tables";
import type { SiteRow } from "@/data/site/queries";
import { releasedBytes } from "@/server/bytes/released";
import type { Context } from "@/server/context";
import { keptOfDatabase } from "@/server/kept";

/** Where the file stands among those of a release, and its type. */
export const shopFile = { path: "/_shop", type: "application/x-shop" } as const;

export interface LiveShop {
  readonly widget: string;
  readonly shop: Shop;
  readonly shown: ShopShown;
}

/** A site's shop as a release has it; null where there is none, or where it is switched off. A rehearsal shows it `off`, too, below `base`. */
export function liveShopOf(
  site: { readonly pages: readonly Pick<PageMeta, "id" | "slug" | "title">[]; readonly widgets: KeptSite["widgets"] },
  { off = false, base = "" }: { readonly off?: boolean; readonly base?: string } = {},
): LiveShop | null {
  const [widget] = widgetsOfKind(site.widgets, "shop").filter(({ settings }) => settings.enabled || off);
  if (!widget) return null;
  const shop = widget.settings;
  const pathOf = (id: string | null) => {
    const page = id === null ? undefined : site.pages.find((one) => one.id === id);
    return page ? base + pagePath(page) : null;
  };
  const terms = site.pages.find((one) => one.id === shop.terms);
  return {
    widget: widget.id,
    shop,
    shown: {
      look: shop.look,
      taxIncluded: shop.tax.included,
      currencies: shop.currencies,
      paths: Object.fromEntries(shopPages.map((page) => [page, pathOf(shop.pages[page])])) as ShopShown["paths"],
      countries: [...new Set(shop.zones.flatMap(({ places }) => places.map(({ country }) => country)))],
      reminds: Boolean(shop.remindAfterHours),
      terms: terms ? { title: terms.title, path: base + pagePath(terms) } : null,
    },
  };
}

const known = keptOfDatabase(new LRUCache<string, { readonly live: LiveShop | null }>({ max: 200 }));

const keyOf = ({ id, liveReleaseId }: Pick<SiteRow, "id" | "liveReleaseId">) => `${id} ${liveReleaseId}`;

/** The shop that visitors of a site have, where this process knows it: null for none, undefined where it would have to ask. */
export const liveShopInMemory = (site: Pick<SiteRow, "id" | "liveReleaseId">): LiveShop | null | undefined =>
  known.get(keyOf(site))?.live;

/** The shop that visitors of a site have. */
export async function liveShop(
  context: Context,
  { id, liveReleaseId }: Pick<SiteRow, "id" | "liveReleaseId">,
): Promise<LiveShop | null> {
  if (!liveReleaseId) return null;
  const key = keyOf({ id, liveReleaseId });
  const kept = known.get(key);
  if (kept) return kept.live;
  const [row] = await context.db
    .select({ blob: releaseFiles.blob, packed: releaseFiles.packed })
    .from(releaseFiles)
    .where(
      and(eq(releaseFiles.siteId, id), eq(releaseFiles.releaseId, liveReleaseId), eq(releaseFiles.path, shopFile.path)),
    );
  const bytes = row && (await releasedBytes(context.bytes, row));
  const live = bytes ? (JSON.parse(bytes.toString()) as LiveShop) : null;
  known.set(key, { live });
  return live;
}
