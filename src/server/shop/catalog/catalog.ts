// The catalogs that this process knows: read once, then only what has changed since, and asked by every page of a shop.
import { and, eq, gte } from "drizzle-orm";
import { LRUCache } from "lru-cache";
import { Catalog } from "@/core/catalog/find";
import { type CatalogFrame, emptyFrame, isOnSale, type Product } from "@/core/catalog/product";
import { ProductIndex } from "@/core/catalog/words";
import type { Taxed } from "@/core/voucher/purpose";
import { shopCatalogs, shopProducts, shopVariants } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import { realNow } from "@/server/bytes/store";
import type { Context } from "@/server/context";
import { dayIn } from "@/server/day";

/** How long a page may be answered by what is known, in ms: a change is seen everywhere after that. */
const freshMs = 800;
/** In real time, whatever clock is set. Rows that were committed late are read again: no transaction here takes so long. */
const overlapMs = 10_000;
const mostShops = 60;

interface Available {
  readonly product: string;
  readonly stock: number | null;
  readonly kept: number;
  readonly sellsOn: boolean;
}

/** A shop's catalog as it stands now. */
export interface KnownCatalog {
  readonly catalog: Catalog;
  readonly frame: CatalogFrame;
  /** Every product that is there, on sale or not. */
  readonly products: ReadonlyMap<string, Product>;
  /** What can be had of a variant; null where it is not counted, or sold on. */
  left(variant: string): number | null;
  /** The product that a variant is of. */
  productOf(variant: string): Product | undefined;
  madeAt(product: string): number;
  /** What kinds of things are on sale, by their tax class, each once. */
  taxed(): readonly Taxed[];
}

interface Kept {
  checkedAt: number;
  /** Rows changed from here on are not known for sure. */
  since: number;
  frame: CatalogFrame;
  frameRevision: number;
  readonly products: Map<string, { readonly product: Product; readonly position: number; readonly revision: number }>;
  readonly available: Map<string, Available>;
  known: KnownCatalog | null;
  /** The words of all products; null until somebody searches, and when too much has changed. */
  index: ProductIndex | null;
  day: string;
  asking: Promise<KnownCatalog> | null;
}

const shops = new WeakMap<Context, LRUCache<string, Kept>>();

function keptOf(context: Context, siteId: string): Kept {
  const all = shops.get(context) ?? new LRUCache<string, Kept>({ max: mostShops });
  shops.set(context, all);
  const found = all.get(siteId);
  if (found) return found;
  const made: Kept = {
    checkedAt: Number.NEGATIVE_INFINITY,
    since: 0,
    frame: emptyFrame,
    frameRevision: -1,
    products: new Map(),
    available: new Map(),
    known: null,
    index: null,
    day: "",
    asking: null,
  };
  all.set(siteId, made);
  return made;
}

/** Reads what has changed since; answers whether anything of the catalog has, besides what is left of it. */
async function refresh(context: Context, siteId: string, kept: Kept): Promise<boolean> {
  const { db } = context;
  const from = new Date(kept.since - overlapMs);
  const began = realNow().getTime();
  const [frame] = await db.select().from(shopCatalogs).where(eq(shopCatalogs.siteId, siteId));
  const changed = await db
    .select({
      id: shopProducts.id,
      document: shopProducts.document,
      position: shopProducts.position,
      revision: shopProducts.revision,
      removedAt: shopProducts.removedAt,
    })
    .from(shopProducts)
    .where(and(eq(shopProducts.siteId, siteId), gte(shopProducts.changedAt, from)));
  const moved = await db
    .select()
    .from(shopVariants)
    .where(and(eq(shopVariants.siteId, siteId), gte(shopVariants.changedAt, from)));
  let differs = false;
  if ((frame?.revision ?? 0) !== kept.frameRevision) {
    kept.frame = frame?.frame ?? emptyFrame;
    kept.frameRevision = frame?.revision ?? 0;
    // Categories and synonyms stand in every entry.
    kept.index = null;
    differs = true;
  }
  for (const { id, document, position, revision, removedAt } of changed) {
    const before = kept.products.get(id);
    if (removedAt ? !before : before?.revision === revision) continue;
    differs = true;
    kept.index?.forget(id);
    if (removedAt) kept.products.delete(id);
    else {
      kept.products.set(id, { product: document, position, revision });
      kept.index?.add([document]);
    }
  }
  for (const { id, productId, stock, kept: held, sellsOn } of moved) {
    const before = kept.available.get(id);
    const now = { product: productId, stock, kept: held, sellsOn };
    const wasThere = before && (leftOf(before) ?? 1) > 0;
    if (wasThere !== (leftOf(now) ?? 1) > 0) differs = true;
    kept.available.set(id, now);
  }
  kept.since = began;
  return differs;
}

const leftOf = ({ stock, kept, sellsOn }: Available): number | null =>
  stock === null || sellsOn ? null : Math.max(0, stock - kept);

function knownFrom(kept: Kept, site: Pick<SiteRow, "settings">, today: string): KnownCatalog {
  const inOrder = [...kept.products.values()].sort((a, b) => a.position - b.position);
  const left = (variant: string): number | null => {
    const found = kept.available.get(variant);
    return found ? leftOf(found) : 0;
  };
  let taxed: readonly Taxed[] | null = null;
  const products = new Map(inOrder.map(({ product }) => [product.id, product]));
  return {
    catalog: new Catalog({
      frame: kept.frame,
      products: inOrder.map(({ product }) => product),
      hasStock: ({ variants }) => variants.some(({ id }) => (left(id) ?? 1) > 0),
      today,
      language: site.settings.language,
      search: (words) => {
        kept.index ??= new ProductIndex([...products.values()], kept.frame, site.settings.language);
        return kept.index.search(words);
      },
    }),
    frame: kept.frame,
    products,
    left,
    productOf: (variant) => products.get(kept.available.get(variant)?.product ?? ""),
    taxed: () => {
      taxed ??= [
        ...new Map(
          inOrder
            .filter(({ product }) => isOnSale(product, today))
            .map(({ product: { taxClass, kind } }) => [`${kind} ${taxClass}`, { taxClass, kind }] as const),
        ).values(),
      ];
      return taxed;
    },
    // The position of a product is the moment it was made.
    madeAt: (product) => kept.products.get(product)?.position ?? 0,
  };
}

/** What would have to be asked of the database, which is not to be asked. */
export class NotInMemory extends Error {}

/** The catalog of a site as this process last knew it. Throws `NotInMemory` where it never did. */
export function catalogInMemory(context: Context, siteId: string): KnownCatalog {
  const { known } = keptOf(context, siteId);
  if (!known) throw new NotInMemory();
  return known;
}

/** The catalog of a site, at most a moment old; `now` reads what changed whatever is known. */
export async function catalogOf(
  context: Context,
  site: Pick<SiteRow, "id" | "settings">,
  { now = false } = {},
): Promise<KnownCatalog> {
  const kept = keptOf(context, site.id);
  const today = dayIn(site.settings.zone, context.now());
  if (!now && kept.known && kept.day === today && performance.now() - kept.checkedAt < freshMs) return kept.known;
  // Whoever asks while it is being read waits for the same reading; one that must see its own change reads after it.
  if (kept.asking && !now) return kept.asking;
  const asking = (async () => {
    await kept.asking?.catch(() => {});
    const began = performance.now();
    const differs = await refresh(context, site.id, kept);
    if (differs || !kept.known || kept.day !== today) kept.known = knownFrom(kept, site, today);
    kept.day = today;
    kept.checkedAt = began;
    return kept.known;
  })();
  kept.asking = asking;
  try {
    return await asking;
  } finally {
    if (kept.asking === asking) kept.asking = null;
  }
}
