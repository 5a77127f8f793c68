// A shop's pages as somebody asks for them: the released page with its holes filled from the catalog as it stands now. A change in
// the studio is seen everywhere at once, and nothing is published for it.
import { and, eq, inArray } from "drizzle-orm";
import { LRUCache } from "lru-cache";
import { everything } from "@/core/catalog/find";
import type { Category, Product, Variant as ProductVariant } from "@/core/catalog/product";
import { readQuery } from "@/core/catalog/query";
import { isFilm } from "@/core/media/documents";
import { isPicture, type MediaEntry } from "@/core/media/entry";
import type { Variant } from "@/core/media/forms";
import { mayAskReturn, takesGoods } from "@/core/order/order";
import type { ConnectorKind } from "@/core/payment/connectors";
import { renderedPicture } from "@/core/render/rendered-picture";
import type { Cart, RehearsedCart } from "@/core/shop/cart";
import { productHead } from "@/core/storefront/head";
import { holesIn, isPersonal } from "@/core/storefront/part-facts";
import { fillHoles, type parts } from "@/core/storefront/parts";
import { productPicture } from "@/core/storefront/picture";
import { type CartShown, categoryPath, type OrderShown, productPath, type ShopView } from "@/core/storefront/view";
import { shopAddresses, shopOrders } from "@/data/shop/tables";
import { mediaEntry, type SiteRow } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { locate } from "@/server/consent/where";
import { type Context, siteOrigin } from "@/server/context";
import { keptOfDatabase } from "@/server/kept";
import { payPath } from "@/server/payment/link";
import { offeredPayments } from "@/server/payment/set-up";
import { releasedDocument, releasedPicture } from "@/server/release/assets";
import { documentOf } from "@/server/shop/orders/orders";
import { cartAt, type KeptCart, readCart, reckoned } from "../cart/carts";
import { onceOf } from "../cart/checkout";
import { fetchTimes } from "../cart/fetching";
import { catalogInMemory, catalogOf, type KnownCatalog, NotInMemory } from "../catalog/catalog";
import { issuedOf } from "../orders/issuing";
import { payLines } from "../orders/letters";
import { openPaymentOf } from "../orders/paid";
import { parcelsOf } from "../orders/parcels";
import { returnAsked } from "../orders/returns";
import { orderToken, readOrderToken } from "../orders/token";
import type { LiveShop } from "./live";

/** What an address of a shop shows; or where it leads. */
export type Shown =
  | { readonly path: string; readonly product: Product | null; readonly category: Category | null }
  | { readonly leadsTo: string };

/** What stands at a path that no page of the release has; null for nothing. */
export async function shownAt(
  context: Context,
  site: SiteRow,
  live: LiveShop,
  path: string,
  { fromMemory = false } = {},
): Promise<Shown | null> {
  const { paths } = live.shown;
  const root = paths.catalog === "/" ? "" : paths.catalog;
  if (root === null || !path.startsWith(`${root}/`)) return null;
  const slug = path.slice(root.length + 1);
  if (!/^[a-z0-9-]{1,80}$/.test(slug)) return null;
  const known = fromMemory ? catalogInMemory(context, site.id) : await catalogOf(context, site);
  const product = known.catalog.atSlug(slug);
  if (product && paths.product) return { path: paths.product, product, category: null };
  const category = known.frame.categories.find((one) => one.slug === slug);
  if (category && paths.category) return { path: paths.category, product: null, category };
  if (fromMemory) throw new NotInMemory();
  const [row] = await context.db
    .select()
    .from(shopAddresses)
    .where(and(eq(shopAddresses.siteId, site.id), eq(shopAddresses.slug, slug)));
  if (!row || row.current) return null;
  const view = { shop: live.shown };
  const moved = row.of === "product" ? known.catalog.product(row.target) : undefined;
  if (moved) return { leadsTo: productPath(view, moved) };
  const now = row.of === "category" ? known.frame.categories.find(({ id }) => id === row.target) : undefined;
  return now ? { leadsTo: categoryPath(view, now) } : null;
}

/** What of a request a page of the shop depends on. */
export interface Asking {
  readonly query: Readonly<Record<string, readonly string[]>>;
  readonly cookie: string | undefined;
  readonly address: string;
  header(name: string): string | null;
  /** The basket of a rehearsal, instead of one that is kept. */
  readonly basket?: RehearsedCart;
  /** The country that somebody is said to be in, instead of where they seem to be. */
  readonly country?: string;
  /** The database is not asked: `NotInMemory` is thrown where something is not known. */
  readonly fromMemory?: true;
  /** What is somebody's own, as markup; absent where that is not looked up. */
  own?(): Promise<string>;
}

/** Media that were asked for a moment ago: a page is drawn once with them; a point that is moved is seen soon. */
const entries = keptOfDatabase(new LRUCache<string, MediaEntry>({ max: 5000, ttl: 2000, noDeleteOnStaleGet: true }));

/** The media with these hashes that a site has, kept for the pages that come next. */
async function fetchMedia(context: Context, siteId: string, hashes: readonly string[]): Promise<void> {
  const rows = await context.db
    .select()
    .from(media)
    .where(and(eq(media.siteId, siteId), inArray(media.hash, [...hashes])));
  for (const row of rows) entries.set(`${siteId} ${row.hash}`, mediaEntry(row));
}

/** The basket of whoever asks; null where there is none yet. */
async function cartOf(context: Context, site: SiteRow, { cookie }: Asking): Promise<KeptCart | null> {
  const at = await cartAt(context, context.db, site, cookie);
  return at && readCart(context, context.db, site.id, at.id);
}

async function orderShown(context: Context, siteId: string, asking: Asking): Promise<OrderShown | null> {
  const id = readOrderToken(context, asking.query.o?.[0] ?? "");
  if (!id) return null;
  const [row] = await context.db
    .select()
    .from(shopOrders)
    .where(and(eq(shopOrders.siteId, siteId), eq(shopOrders.id, id)));
  if (!row) return null;
  const open = row.state === "waiting" ? null : await openPaymentOf(context.db, row);
  return {
    number: row.number,
    state: row.state,
    email: row.email,
    ...{ document: row.document, paid: row.paid, refunded: row.refunded },
    payLines: await payLines(context.db, row),
    invoice: takesGoods(row.state) ? `/_w/v1/shop/invoice.pdf?o=${orderToken(context, row.id)}` : "",
    parcels: (await parcelsOf(context.db, siteId, row.id)).map(({ tracking, link, sentAt }) => ({
      ...{ tracking, link, on: sentAt.toISOString().slice(0, 10) },
    })),
    issued: await issuedOf(context, context.db, row),
    payAt: row.state === "waiting" || open ? payPath(context, "order", row.id) : "",
    asked: open?.asked ?? row.toPay - row.paid,
    token: orderToken(context, row.id),
    returning: (await returnAsked(context.db, row)) ? "asked" : mayAskReturn(row.state) ? "may" : "no",
    fresh: asking.query.new !== undefined,
  };
}

/** What the order of a rehearsed basket would be. */
function rehearsedOrder(live: LiveShop, { typed }: Cart, shown: CartShown): OrderShown | null {
  if (!typed) return null;
  const payment = typed.payment as ConnectorKind;
  const fetched = typed.fetchAt ? { at: typed.fetchAt, booking: "" } : null;
  return {
    ...{ number: `${live.shop.prefixes.order}…`, state: "placed", email: typed.email, token: "" },
    document: documentOf({ live, typed, shown, payment, fetched }),
    ...{
      paid: 0,
      refunded: 0,
      payLines: [],
      payAt: "",
      asked: 0,
      invoice: "",
      parcels: [],
      issued: { downloads: [], vouchers: [] },
    },
    ...{ returning: "no", fresh: true, rehearsed: true },
  };
}

interface Filled {
  readonly html: string;
  /** It shows what is somebody's own: nobody else may be shown it. */
  readonly personal: boolean;
}

/** How products that are new are told: by the moment they were made. */
const newSince = (context: Context, known: KnownCatalog, days: number) => (product: Product) =>
  context.now().getTime() - known.madeAt(product.id) < days * 86_400_000;

/** A released page with its holes filled. */
export async function fillPage(
  context: Context,
  site: SiteRow,
  live: LiveShop,
  page: string,
  about: { readonly product: Product | null; readonly category: Category | null },
  asking: Asking,
  {
    mediaUrl = releasedPicture,
    documentUrl = releasedDocument,
  }: {
    mediaUrl?(hash: string, variant: Variant): string;
    documentUrl?(entry: Pick<MediaEntry, "hash" | "name">): string;
  } = {},
): Promise<Filled> {
  const { language, currency } = site.settings;
  const { fromMemory = false } = asking;
  const known = fromMemory ? catalogInMemory(context, site.id) : await catalogOf(context, site);
  const holes = holesIn(page);
  const asks = (name: keyof typeof parts) => holes.some(({ part }) => part === name);
  const wantsCart = isPersonal(page);
  const rehearsed = asking.basket;
  const kept = rehearsed
    ? { id: "", revision: 0, cart: rehearsed.cart }
    : wantsCart
      ? await cartOf(context, site, asking)
      : null;
  const country =
    asking.country ??
    (asks("cart") || asks("checkout") ? locate(context.settings, asking.address, asking.header).where?.country : "") ??
    "";
  const worked = kept?.cart.lines.length
    ? (await reckoned(context, site, live, known, kept.cart, country)).shown
    : null;
  const cart = rehearsed?.ordered ? null : worked;
  const order = rehearsed
    ? rehearsed.ordered && worked
      ? rehearsedOrder(live, rehearsed.cart, worked)
      : null
    : asks("order")
      ? await orderShown(context, site.id, asking)
      : null;
  const query =
    about.product === null
      ? readQuery(asking.query, { attributes: known.frame.attributes, currency }, about.category?.id ?? null)
      : everything;
  const variant: ProductVariant | null = about.product?.variants.find(({ sku }) => sku === asking.query.v?.[0]) ?? null;
  // Which pictures are shown is known when it is drawn: again where one was not at hand.
  const missing = new Set<string>();
  const mediumOf = (hash: string): MediaEntry | undefined => {
    const entry = entries.get(`${site.id} ${hash}`, { allowStale: fromMemory });
    if (!entry) missing.add(hash);
    return entry;
  };
  const entryOf = (hash: string): MediaEntry | null => {
    const entry = mediumOf(hash);
    return entry && isPicture(entry) ? entry : null;
  };
  const addresses = { mediaUrl };
  const view: ShopView = {
    language,
    currency,
    origin: siteOrigin(context.settings, site.key),
    shop: live.shown,
    payments: asks("checkout") ? await offeredPayments(context.db, site.id) : [],
    catalog: known.catalog,
    isNew: newSince(context, known, live.shop.look.newDays),
    left: known.left,
    picture: (hash, asked) => {
      const entry = entryOf(hash);
      return entry ? productPicture(renderedPicture(entry, addresses), entry, asked) : "";
    },
    film: (hash) => {
      const entry = mediumOf(hash);
      return entry && isFilm(entry) ? documentUrl(entry) : "";
    },
    pictureAddress: (hash) => {
      const entry = entryOf(hash);
      return entry ? renderedPicture(entry, addresses).large : "";
    },
    query,
    category: about.category,
    product: about.product,
    variant,
    cart:
      cart && kept
        ? { ...cart, said: [...new Set([...kept.cart.said, ...cart.said])] }
        : kept?.cart.said.length
          ? { ...emptyShown, said: kept.cart.said }
          : null,
    typed: kept?.cart.typed ?? null,
    faults: kept?.cart.faults ?? {},
    order,
    fetchTimes: asks("checkout") && cart ? await fetchTimes(context, context.db, site, cart) : null,
    account: asks("account") ? ((await asking.own?.()) ?? "") : "",
    once: kept ? onceOf(kept) : "",
  };
  const draw = () => {
    const filledPage = fillHoles(page, view);
    return about.product || about.category ? productHead(filledPage, view, site.name) : filledPage;
  };
  let html = draw();
  if (missing.size) {
    if (fromMemory) throw new NotInMemory();
    await fetchMedia(context, site.id, [...missing]);
    html = draw();
  }
  return { html, personal: wantsCart };
}

const emptyShown = {
  lines: [],
  total: {
    net: 0,
    tax: 0,
    gross: 0,
    lines: [],
    reductions: [],
    sending: null,
    taxes: [],
    vouchers: [],
    toPay: 0,
    reasons: [],
  },
  country: "",
  ways: [],
  way: null,
  why: [],
  sent: false,
  vouchers: [],
  said: [],
} as const;

/** Addresses of products and categories for the sitemap. */
export async function shopAddressesOf(context: Context, site: SiteRow, live: LiveShop): Promise<readonly string[]> {
  if (!live.shown.paths.product) return [];
  const known = await catalogOf(context, site);
  const view = { shop: live.shown };
  return [
    ...(live.shown.paths.category ? known.frame.categories.map((category) => categoryPath(view, category)) : []),
    ...known.catalog.products.map((product) => productPath(view, product)),
  ];
}
