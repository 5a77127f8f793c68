// A shop: its catalog, what is there of each variant, baskets, orders with every step, and their money.

import { sql } from "drizzle-orm";
import {
  bigint,
  boolean,
  check,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  unique,
  varchar,
} from "drizzle-orm/mysql-core";
import type { VoucherLevy } from "@/core/cart/total";
import type { ImportSummary, LineOutcome } from "@/core/catalog/plan";
import { type CatalogFrame, type Product, productStates } from "@/core/catalog/product";
import type { Mapping } from "@/core/catalog/table";
import { orderStates } from "@/core/order/order";
import { noAddress } from "@/core/shop/address";
import type { Cart } from "@/core/shop/cart";
import type { OrderDocument } from "@/core/shop/ordered";
import {
  changedAt,
  createdAt,
  currency,
  day,
  email,
  hash,
  ownId as id,
  idOf,
  instant,
  json,
  language,
  minor,
  packedJson,
  position,
  revision,
  rowId,
  siteId,
} from "../columns";
import { personal } from "../personal";

/** What of a catalog is no product: one row a site. */
export const shopCatalogs = mysqlTable("shop_catalogs", {
  siteId: varchar("site_id", { length: 24 }).primaryKey(),
  frame: json<CatalogFrame>("frame").notNull(),
  revision: revision(),
  changedAt: changedAt(),
});

/** Products, a document each; beside it what lists are made from and searched by. */
export const shopProducts = mysqlTable(
  "shop_products",
  {
    siteId: siteId(),
    id: id(),
    document: json<Product>("document").notNull(),
    name: varchar("name", { length: 120 }).notNull(),
    state: mysqlEnum("state", productStates).notNull(),
    /** Least price of its variants, in minor units. */
    price: minor("price"),
    picture: varchar("picture", { length: 64 }),
    variants: int("variants").notNull(),
    revision: revision(),
    /** Rises with every product that is made. */
    position: bigint("position", { mode: "number" }).notNull(),
    removedAt: instant("removed_at"),
    changedAt: changedAt(),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.id] }),
    index("shop_products_changed").on(table.siteId, table.changedAt),
    index("shop_products_position").on(table.siteId, table.position),
  ],
);

/** Addresses below the shop's page: of products and categories, and those they had before, which lead on. */
export const shopAddresses = mysqlTable(
  "shop_addresses",
  {
    siteId: siteId(),
    slug: varchar("slug", { length: 80 }).notNull(),
    of: mysqlEnum("address_of", ["product", "category"]).notNull(),
    target: id("target"),
    /** It is what it is called now. */
    current: boolean("current").notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.slug] }),
    index("shop_addresses_target").on(table.siteId, table.of, table.target),
  ],
);

/** What is there of each variant. `kept` of it is being paid for. */
export const shopVariants = mysqlTable(
  "shop_variants",
  {
    siteId: siteId(),
    id: id(),
    productId: id("product_id"),
    sku: varchar("sku", { length: 60 }).notNull(),
    /** Null while it is not counted. */
    stock: bigint("stock", { mode: "number" }),
    kept: bigint("kept", { mode: "number" }).notNull().default(0),
    /** Sold on when none is left. */
    sellsOn: boolean("sells_on").notNull().default(false),
    changedAt: changedAt(),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.id] }),
    unique("shop_variants_sku").on(table.siteId, table.sku),
    index("shop_variants_product").on(table.siteId, table.productId),
    index("shop_variants_changed").on(table.siteId, table.changedAt),
    // That nothing is sold twice is a rule of the database, not only of the code.
    check("shop_variants_kept", sql`kept >= 0 and (stock is null or sells_on or (stock >= 0 and kept <= stock))`),
  ],
);

/** Every change of what is there, with its reason. */
export const shopStockMoves = mysqlTable(
  "shop_stock_moves",
  {
    siteId: siteId(),
    id: bigint("id", { mode: "number" }).autoincrement().primaryKey(),
    variantId: id("variant_id"),
    /** How much was there before and after; null while not counted. */
    before: bigint("was", { mode: "number" }),
    after: bigint("became", { mode: "number" }),
    reason: mysqlEnum("reason", ["set", "counted", "import", "sold", "back", "made"]).notNull(),
    orderId: varchar("order_id", { length: 24 }),
    /** A member's id, "buyer", "payment" or "time". */
    by: varchar("moved_by", { length: 24 }).notNull(),
    at: instant("at").notNull(),
  },
  (table) => [index("shop_stock_moves_variant").on(table.siteId, table.variantId, table.id)],
);

/** Media of products: pictures that anybody may see through the shop, and files that only whoever bought them may have. */
export const shopMedia = mysqlTable(
  "shop_media",
  {
    siteId: siteId(),
    hash: hash(),
    productId: id("product_id"),
    /** A file that is sold, and not shown. */
    sold: boolean("sold").notNull().default(false),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.hash, table.productId] })],
);

/** Baskets, by the hash of what the buyer's browser keeps. */
export const shopCarts = mysqlTable(
  "shop_carts",
  {
    siteId: siteId(),
    id: varchar("id", { length: 64 }).notNull(),
    document: json<Cart>("document").notNull(),
    revision: revision(),
    changedAt: changedAt(),
    expiresAt: instant("expires_at").notNull(),
    /** Who has it on each of their devices, where they signed in; null for that of one browser. */
    owner: varchar("owner", { length: 254 }),
    /** Whose it is, as far as that was typed: by it those that were left are found, and forgotten. */
    email: email().default(""),
    /** When its one reminder is due; null where nobody wants one. */
    remindAt: instant("remind_at"),
    remindedAt: instant("reminded_at"),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.id] }),
    index("shop_carts_expiry").on(table.expiresAt),
    index("shop_carts_email").on(table.siteId, table.email),
    unique("shop_carts_owner").on(table.siteId, table.owner),
  ],
);
personal(shopCarts, { counted: "orders", by: ["email", "owner"], named: ["document"], forgets: "row" });

export const shopOrders = mysqlTable(
  "shop_orders",
  {
    siteId: siteId(),
    id: rowId(),
    number: varchar("number", { length: 24 }).notNull(),
    /** Of one basket and one pressing of the button there is one order. */
    once: varchar("once", { length: 80 }).notNull(),
    state: mysqlEnum("state", orderStates).notNull(),
    email: email(),
    name: varchar("name", { length: 120 }).notNull(),
    language: language(),
    currency: currency(),
    toPay: minor("to_pay"),
    paid: bigint("paid", { mode: "number" }).notNull().default(0),
    refunded: bigint("refunded", { mode: "number" }).notNull().default(0),
    document: json<OrderDocument>("document").notNull(),
    invoice: varchar("invoice", { length: 24 }),
    /** The local day on which it was made, "2026-11-30". */
    day: day().default(""),
    invoicedAt: instant("invoiced_at"),
    /** When its downloads and vouchers were made out. */
    issuedAt: instant("issued_at"),
    revision: revision(),
    /** While its goods are only kept: when that ends by itself. */
    endsByItselfAt: instant("ends_by_itself_at"),
    createdAt: createdAt(),
    changedAt: changedAt(),
  },
  (table) => [
    unique("shop_orders_number").on(table.siteId, table.number),
    unique("shop_orders_once").on(table.siteId, table.once),
    index("shop_orders_time").on(table.siteId, table.createdAt),
    index("shop_orders_day").on(table.siteId, table.day),
    index("shop_orders_state").on(table.siteId, table.state, table.createdAt),
    index("shop_orders_email").on(table.siteId, table.email),
    index("shop_orders_ending").on(table.state, table.endsByItselfAt),
  ],
);
/** What was sold is kept: books have to be, longer than names; whose it was is not, but for what tax was owed by. */
const soldToNobody = ({ address, lines, ...rest }: OrderDocument): OrderDocument => ({
  ...rest,
  lines: lines.map(({ sent: _sent, ...line }) => ({ ...line, asked: [] })),
  address: { ...noAddress, country: address.country, region: address.region, postcode: address.postcode.slice(0, 2) },
  phone: "",
  note: "",
  taxNumber: "",
});
personal(shopOrders, {
  counted: "orders",
  by: ["email"],
  forgets: { email: "", name: "", document: soldToNobody },
});

/** Lines of orders, for what is counted over many of them. */
export const shopOrderLines = mysqlTable(
  "shop_order_lines",
  {
    siteId: siteId(),
    orderId: idOf("order_id"),
    position: position(),
    productId: id("product_id"),
    variantId: id("variant_id"),
    name: varchar("name", { length: 300 }).notNull(),
    quantity: bigint("quantity", { mode: "number" }).notNull(),
    net: minor("net"),
    tax: minor("tax"),
    gross: minor("gross"),
    rate: int("rate").notNull(),
    owedTo: varchar("owed_to", { length: 6 }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.orderId, table.position] }),
    index("shop_order_lines_product").on(table.siteId, table.productId),
  ],
);

/** Tax of orders by rate and country, sending included: what books are kept from. */
export const shopOrderTaxes = mysqlTable(
  "shop_order_taxes",
  {
    siteId: siteId(),
    orderId: idOf("order_id"),
    position: position(),
    /** Thousandths of a percent. */
    rate: int("rate").notNull(),
    owedTo: varchar("owed_to", { length: 6 }).notNull(),
    net: minor("net"),
    tax: minor("tax"),
  },
  (table) => [
    primaryKey({ columns: [table.orderId, table.position] }),
    index("shop_order_taxes_site").on(table.siteId),
  ],
);

/** Every step an order took. */
export const shopOrderSteps = mysqlTable(
  "shop_order_steps",
  {
    siteId: siteId(),
    orderId: idOf("order_id"),
    position: position(),
    at: instant("at").notNull(),
    /** A member's id, "buyer", "payment" or "time". */
    by: varchar("taken_by", { length: 24 }).notNull(),
    command: varchar("command", { length: 20 }).notNull(),
    from: mysqlEnum("from_state", orderStates),
    to: mysqlEnum("to_state", orderStates).notNull(),
    details: json<Readonly<Record<string, string | number>>>("details").notNull(),
  },
  (table) => [primaryKey({ columns: [table.orderId, table.position] })],
);
// Numbers stay: what was paid and given back. Words are somebody's reasons.
personal(shopOrderSteps, {
  of: { table: shopOrders, here: "orderId", there: "id" },
  forgets: {
    details: (then) => Object.fromEntries(Object.entries(then).filter(([, value]) => typeof value === "number")),
  },
});

/** How often products were looked at and put into baskets, by local day: nobody is told apart. */
export const shopCounts = mysqlTable(
  "shop_counts",
  {
    siteId: siteId(),
    day: day(),
    looks: int("looks").notNull().default(0),
    adds: int("adds").notNull().default(0),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.day] })],
);

/** Gift vouchers: found by the hash of their code; the code itself is sealed, for whoever bought it. */
export const shopVouchers = mysqlTable(
  "shop_vouchers",
  {
    siteId: siteId(),
    id: rowId(),
    codeHash: varchar("code_hash", { length: 64 }).notNull(),
    sealed: varchar("sealed", { length: 200 }).notNull(),
    /** The end of its code, by which people tell it from others. */
    tail: varchar("tail", { length: 8 }).notNull(),
    currency: currency(),
    amount: minor("amount"),
    left: minor("left_of_it"),
    /** The tax that was due as it was sold; null for one that is taxed as it is used. */
    levy: json<VoucherLevy>("levy"),
    orderId: idOf("order_id"),
    issuedAt: instant("issued_at").notNull(),
    /** Good until then; null for no end. */
    endsAt: instant("ends_at"),
    voidedAt: instant("voided_at"),
  },
  (table) => [
    unique("shop_vouchers_code").on(table.siteId, table.codeHash),
    index("shop_vouchers_order").on(table.siteId, table.orderId),
    // That none is spent twice is a rule of the database, too.
    check("shop_vouchers_left", sql`left_of_it >= 0 and left_of_it <= amount`),
  ],
);

/** What was spent of a voucher and what came back to it. */
export const shopVoucherMoves = mysqlTable(
  "shop_voucher_moves",
  {
    siteId: siteId(),
    id: bigint("id", { mode: "number" }).autoincrement().primaryKey(),
    voucherId: idOf("voucher_id"),
    orderId: idOf("order_id"),
    /** Minor units: less than nothing is spent. */
    amount: minor("amount"),
    at: instant("at").notNull(),
  },
  (table) => [index("shop_voucher_moves_order").on(table.siteId, table.orderId)],
);

/** Files that an order may fetch, so often and so long. */
export const shopDownloads = mysqlTable(
  "shop_downloads",
  {
    siteId: siteId(),
    id: rowId(),
    orderId: idOf("order_id"),
    media: varchar("media", { length: 64 }).notNull(),
    name: varchar("name", { length: 200 }).notNull(),
    left: int("left_of_it").notNull(),
    endsAt: instant("ends_at").notNull(),
    fetchedAt: instant("fetched_at"),
  },
  (table) => [index("shop_downloads_order").on(table.siteId, table.orderId)],
);

/** Parcels of an order: all of it, or a part. */
export const shopParcels = mysqlTable(
  "shop_parcels",
  {
    siteId: siteId(),
    orderId: idOf("order_id"),
    position: position(),
    /** How much of each line, by the line's id. */
    lines: json<Readonly<Record<string, number>>>("lines").notNull(),
    tracking: varchar("tracking", { length: 60 }).notNull(),
    link: varchar("link", { length: 400 }).notNull(),
    sentAt: instant("sent_at").notNull(),
    by: varchar("sent_by", { length: 24 }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.orderId, table.position] })],
);
// Where a parcel went is told by whoever carried it.
personal(shopParcels, {
  of: { table: shopOrders, here: "orderId", there: "id" },
  forgets: { tracking: "", link: "" },
});

/** What was given back of an order, line by line, each with the number of its credit note. */
export const shopRefunds = mysqlTable(
  "shop_refunds",
  {
    siteId: siteId(),
    orderId: idOf("order_id"),
    position: position(),
    /** How much of each line, by the line's id; empty for an amount alone. */
    lines: json<Readonly<Record<string, number>>>("lines").notNull(),
    amount: minor("amount"),
    /** These lines went on the shelf again. */
    shelved: boolean("shelved").notNull().default(false),
    note: varchar("note", { length: 24 }),
    at: instant("at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.orderId, table.position] })],
);

/** Running numbers without gaps: taken in the transaction that uses them. */
export const shopNumbers = mysqlTable(
  "shop_numbers",
  { siteId: siteId(), of: varchar("number_of", { length: 12 }).notNull(), last: int("last").notNull() },
  (table) => [primaryKey({ columns: [table.siteId, table.of] })],
);

/** Files that buyers sent for what they bought; the bytes are kept once for all sites. */
export const shopBuyerFiles = mysqlTable(
  "shop_buyer_files",
  {
    siteId: siteId(),
    id: rowId(),
    /** SHA-256 of the bytes. */
    hash: hash(),
    name: varchar("name", { length: 200 }).notNull(),
    bytes: int("bytes").notNull(),
    /** Null while it lies in a basket. */
    orderId: varchar("order_id", { length: 24 }),
    createdAt: createdAt(),
  },
  (table) => [
    index("shop_buyer_files_order").on(table.siteId, table.orderId, table.createdAt),
    index("shop_buyer_files_hash").on(table.hash),
  ],
);
personal(shopBuyerFiles, { of: { table: shopOrders, here: "orderId", there: "id" }, bytes: "hash", forgets: "row" });

/** Tables of products that came in: what they say, how they are read, what they would do, and how far that is. */
export const shopImports = mysqlTable(
  "shop_imports",
  {
    siteId: siteId(),
    id: rowId(),
    name: varchar("name", { length: 200 }).notNull(),
    /** The lines without the headers: read only to be planned. */
    rows: packedJson<readonly (readonly string[])[]>("rows").notNull(),
    headers: json<readonly string[]>("headers").notNull(),
    /** The first line, as an example of each column. */
    example: json<readonly string[]>("example").notNull(),
    lineCount: int("line_count").notNull(),
    /** Its encoding was guessed. */
    guessed: boolean("guessed").notNull(),
    mapping: json<Mapping>("mapping").notNull(),
    state: mysqlEnum("state", ["read", "planning", "planned", "running", "done", "goingBack", "back"]).notNull(),
    /** How many lines would do what, and the first of them, refused ones before the others; null until it is planned. */
    told: json<ImportSummary | null>("told"),
    /** What each line would do, in the same order. */
    lines: packedJson<readonly LineOutcome[]>("lines"),
    /** Categories as they would be, and the revision they were made of. */
    frame: packedJson<{ readonly frame: CatalogFrame; readonly revision: number }>("frame"),
    /** Why it could not be planned; "" for nothing. */
    problem: varchar("problem", { length: 300 }).notNull().default(""),
    createdBy: varchar("created_by", { length: 24 }).notNull(),
    createdAt: createdAt(),
    changedAt: changedAt(),
  },
  (table) => [index("shop_imports_time").on(table.siteId, table.createdAt)],
);

/** What an import does to one product: with what it was before, so that all of it can be taken back. */
export const shopImportSteps = mysqlTable(
  "shop_import_steps",
  {
    siteId: siteId(),
    importId: idOf("import_id"),
    position: position(),
    productId: id("product_id"),
    made: boolean("made").notNull(),
    after: packedJson<Product>("after").notNull(),
    stockAfter: json<Readonly<Record<string, number>>>("stock_after").notNull(),
    /** Null of a new one, and until it is done. */
    before: packedJson<Product>("before"),
    stockBefore: json<Readonly<Record<string, number | null>>>("stock_before").notNull(),
    /** The revision it was planned from, and after it was done the one that made. */
    revision: int("revision").notNull(),
    /** "left": somebody changed the product meanwhile, and what they did stays. */
    state: mysqlEnum("state", ["waiting", "done", "left", "back"]).notNull(),
    /** Why it was left; "" for nothing. */
    problem: varchar("problem", { length: 300 }).notNull().default(""),
  },
  (table) => [
    primaryKey({ columns: [table.importId, table.position] }),
    index("shop_import_steps_state").on(table.importId, table.state, table.position),
  ],
);
