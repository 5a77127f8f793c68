// What a shop took over some days, the table for the books, and counting the shelf.
import { eq } from "drizzle-orm";
import { anOption, aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { noAddress } from "@/core/shop/address";
import { emptyCart } from "@/core/shop/cart";
import { newShop } from "@/core/shop/new-shop";
import { inTransaction } from "@/data/connection";
import { shopOrders, shopStockMoves, shopVariants } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import type { Context } from "@/server/context";
import { onSite } from "@/server/operation";
import type { OperationName, Takes } from "@/server/operations";
import { installWays } from "@/server/payment/inside";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { makeOrder } from "@/server/shop/orders/orders";
import { type TestStudio, testStudio } from "@/server/testing/studio.test-kit";
import { keepCart, readCart, reckoned } from "../cart/carts";
import { stepOrder } from "../cart/steps";
import { catalogOf } from "../catalog/catalog";
import { makeProduct } from "../catalog/products";
import { liveShopOf } from "../pages/live";
import { bookkeepersCsv, daysIn } from "./figures";

let studio: TestStudio;
let row: SiteRow;
const site = "wrenfield";

const mug = aProduct("mug", {
  ...{ name: "Bell mug", slug: "bell-mug", counted: true, lowAt: 3, options: [anOption("Glaze", ["Ash"], ["Tide"])] },
  variants: [
    aVariant("mug-ash", { choices: ["ash"], sku: "MUG-ASH" }),
    aVariant("mug-tide", { choices: ["tide"], sku: "MUG_TID" }),
  ],
});
const book = aProduct("book", {
  name: "=Recipes",
  slug: "recipes",
  kind: "download",
  price: 1200,
  files: [{ media: "f".repeat(64), name: "Recipes.pdf", variant: null }],
});

/** An order as it would be made at a moment, by somebody in a country. */
async function order(of: Readonly<Record<string, number>>, at: string, country = "IE"): Promise<OrderRow> {
  const past: Context = { ...studio.context, now: () => new Date(at) };
  const settings = { ...newShop("Europe/Dublin", "en-IE"), enabled: true };
  const live = liveShopOf({ pages: [], widgets: [{ id: "shop", kind: "shop", name: "Shop", settings }] });
  if (!live) throw new Error("There is no shop.");
  const typed = {
    ...{ email: "nuala@post.example", phone: "", way: "", payment: "transfer", taxNumber: "", note: "", agreed: true },
    address: { ...noAddress, name: '"Nuala", Byrne', street: "3 Quay Street", city: "Galway", country },
  };
  const products = new Map([mug, book].flatMap((one) => one.variants.map((variant) => [variant.id, one.id] as const)));
  const lines = Object.entries(of).map(([variant, quantity]) => ({
    ...{ id: variant, product: products.get(variant) ?? "", variant, quantity, asked: {}, seen: 1800 },
  }));
  const cart = { ...emptyCart, lines, typed };
  const { shown } = await reckoned(past, row, live, await catalogOf(past, row, { now: true }), cart, country);
  return inTransaction(studio.context.db, async (tx) => {
    const kept = await readCart(past, tx, row.id, past.newId());
    await keepCart(past, tx, row.id, kept, cart);
    const once = studio.context.newId();
    return makeOrder(past, tx, { site: row, live, kept, typed, shown, payment: "transfer", once });
  });
}

const asked = <N extends OperationName>(name: N, more: object, person: "designer" | "editor" = "designer") =>
  studio.as(person, name, { site, ...more } as unknown as Takes<N>);

beforeAll(async () => {
  studio = await testStudio();
  row = (await findSite(studio.context.db, site)) as SiteRow;
  await installWays(studio.context, row, { transfer: {} });
  for (const one of [mug, book])
    await inTransaction(studio.context.db, (tx) =>
      makeProduct(tx, { siteId: row.id, by: "t", now: new Date("2026-03-01T08:00:00Z") }, one),
    );
  await studio.context.db.update(shopVariants).set({ stock: 40 }).where(eq(shopVariants.productId, "mug"));
  // In Dublin it is the 2nd already: summer time.
  await order({ "mug-ash": 2 }, "2026-06-01T23:30:00Z");
  await order({ "mug-ash": 1, "book-1": 1 }, "2026-06-04T10:00:00Z");
  await order({ "book-1": 1 }, "2026-06-04T11:00:00Z", "DE");
  const gone = await order({ "mug-tide": 9 }, "2026-06-04T12:00:00Z");
  await stepOrder(studio.context, row, gone.id, 0, "cancel", {}, "owner");
  const paid = await order({ "mug-tide": 1 }, "2026-06-05T12:00:00Z");
  await stepOrder(studio.context, row, paid.id, 0, "pay", {}, "owner");
  await stepOrder(studio.context, row, paid.id, 1, "refund", { amount: 700 }, "owner");
});
afterAll(() => studio.close());

interface Figures {
  readonly days: readonly { day: string; orders: number; gross: number }[];
  readonly refunded: number;
  readonly taxes: readonly { owedTo: string; rate: number; net: number; tax: number }[];
  readonly sold: readonly { name: string; lines: number; gross: number }[];
}
const figures = async (from: string, to: string) => (await asked("shop.figures", { from, to })) as Figures;

test("by the site’s own days, those without an order too; what was called off is no revenue", async () => {
  const { days, refunded } = await figures("2026-06-01", "2026-06-05");
  expect(days.map(({ day, orders }) => `${day.slice(8)}: ${orders}`)).toEqual([
    "01: 0",
    "02: 1",
    "03: 0",
    "04: 2",
    "05: 1",
  ]);
  expect(refunded).toBe(700);
  const rows = await studio.context.db.select().from(shopOrders);
  const standing = rows.filter(({ state }) => state !== "cancelled");
  const all = standing.reduce((sum, { document }) => sum + document.total.gross, 0);
  expect(days.reduce((sum, { gross }) => sum + gross, 0)).toBe(all);
});

test("tax by rate and country, sending included, comes to what the orders say", async () => {
  const { taxes, sold } = await figures("2026-06-01", "2026-06-05");
  expect(new Set(taxes.map(({ owedTo }) => owedTo))).toEqual(new Set(["IE", "DE"]));
  const rows = await studio.context.db.select().from(shopOrders);
  const standing = rows.filter(({ state }) => state !== "cancelled");
  for (const part of ["net", "tax"] as const)
    expect(taxes.reduce((sum, one) => sum + one[part], 0)).toBe(
      standing.reduce((sum, { document }) => sum + document.total[part], 0),
    );
  expect(sold.map(({ lines }) => lines)).toEqual([3, 2]);
});

test("days that are none, the wrong way round, or too many are told at their field", async () => {
  const fault = async (from: string, to: string) =>
    figures(from, to).then(
      () => "fine",
      ({ fields }) => `${fields[0].path}: ${fields[0].message}`,
    );
  expect(await fault("2026-06-05", "2026-06-01")).toBe("to: The last day is not before the first.");
  expect(await fault("2025-01-01", "2026-06-01")).toBe("to: At most a year at once.");
  expect(await fault("2026-02-29", "2026-06-01")).toContain("from: Write a date of the calendar");
  expect(() => daysIn(new URLSearchParams("from=x"))).toThrow(expect.objectContaining({ status: 422 }));
  await expect(asked("shop.figures", { from: "2026-06-01", to: "2026-06-02" }, "editor")).rejects.toMatchObject({
    status: 403,
  });
});

test("the bookkeeper’s table: a line an order, called off ones by their state; no cell is a formula", async () => {
  const call = await onSite(studio.incoming("designer"), site, "visitors.read");
  let text = "";
  for await (const part of bookkeepersCsv(call, { from: "2026-06-01", to: "2026-06-05" })) text += part;
  const lines = text.trimEnd().split("\r\n");
  expect(lines).toHaveLength(6);
  expect(lines[0]).toContain("number,day,state,invoice");
  expect(lines[1]).toContain('2026-06-02,placed,,"""Nuala"", Byrne"');
  expect(lines.filter((line) => line.includes(",cancelled,"))).toHaveLength(1);
  expect(lines.find((line) => line.includes("2026-06-05"))).toMatch(/,7\.00,transfer$/);
  for (const line of lines) expect(line).not.toMatch(/(^|,)[=+@]/);
});

interface Listed {
  readonly rows: readonly { id: string; sku: string; stock: number; low: boolean; name: string }[];
  readonly more: string | null;
}
const stockList = async (more: object = {}) => (await asked("shop.stockList", more)) as Listed;

test("what is counted stands in the list by its SKU; found by words, where signs of patterns are signs", async () => {
  const { rows, more } = await stockList();
  expect([rows.map(({ sku }) => sku), more]).toEqual([["MUG-ASH", "MUG_TID"], null]);
  expect((await stockList({ words: "g_t" })).rows.map(({ sku }) => sku)).toEqual(["MUG_TID"]);
  expect((await stockList({ words: "bell" })).rows).toHaveLength(2);
  expect((await stockList({ after: "MUG-ASH" })).rows.map(({ sku }) => sku)).toEqual(["MUG_TID"]);
  expect((await stockList({ low: true })).rows).toEqual([]);
});

test("a count is a change with its reason, also where it was right; one of a list that is old is refused", async () => {
  const [first] = (await stockList()).rows;
  const count = (seen: number, counted: number) => asked("shop.count", { variant: first?.id ?? "", seen, counted });
  const there = first?.stock ?? 0;
  await count(there, 3);
  await count(3, 3);
  await expect(count(there, 5)).rejects.toMatchObject({ code: "stockChanged", status: 409 });
  await expect(count(3, -1)).rejects.toMatchObject({ fields: [{ path: "counted" }] });
  expect((await stockList({ low: true })).rows).toMatchObject([{ sku: "MUG-ASH", stock: 3, low: true }]);
  const moves = await studio.context.db.select().from(shopStockMoves).where(eq(shopStockMoves.reason, "counted"));
  expect(moves.map(({ before, after }) => [before, after])).toEqual([
    [there, 3],
    [3, 3],
  ]);
});

test("eight who count the same at once: one of them is kept, the others look again", async () => {
  const [first] = (await stockList()).rows;
  const came = await Promise.allSettled(
    Array.from({ length: 8 }, (_, nth) =>
      asked("shop.count", { variant: first?.id ?? "", seen: first?.stock ?? 0, counted: 20 + nth }),
    ),
  );
  expect(came.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
});
