// Some of what a shop sells, as it is, for the stage and for the basket that is worked out beside the settings.
import { and, desc, eq, isNull } from "drizzle-orm";
import { emptyFrame } from "@/core/catalog/product";
import type { PageMeta } from "@/core/site/site";
import type { ShopSample } from "@/core/storefront/sample";
import type { SiteWidget } from "@/core/widget/settings";
import { shopCatalogs, shopProducts } from "@/data/shop/tables";
import { dayIn } from "../day";
import type { SiteCall } from "../operation";
import { stockOf } from "./catalog/products";
import { liveShopOf } from "./pages/live";

const mostProducts = 24;

/** The newest products on sale; null for a site without a shop. */
export async function shopSample(
  { context, site }: SiteCall,
  widgets: readonly SiteWidget[],
  pages: readonly Pick<PageMeta, "id" | "slug" | "title">[],
): Promise<ShopSample | null> {
  const live = liveShopOf({ pages, widgets }, { off: true });
  if (!live) return null;
  const rows = await context.db
    .select({ document: shopProducts.document })
    .from(shopProducts)
    .where(and(eq(shopProducts.siteId, site.id), isNull(shopProducts.removedAt), eq(shopProducts.state, "on")))
    .orderBy(desc(shopProducts.position))
    .limit(mostProducts);
  const products = rows.map(({ document }) => document).reverse();
  const [frame] = await context.db.select().from(shopCatalogs).where(eq(shopCatalogs.siteId, site.id));
  const stock = await stockOf(context.db, site.id, products);
  return {
    shop: live.shop,
    shown: live.shown,
    frame: frame?.frame ?? emptyFrame,
    products,
    left: Object.fromEntries(stock.map((one) => [one.id, one.stock === null ? null : one.stock - one.kept])),
    today: dayIn(site.settings.zone, context.now()),
  };
}
