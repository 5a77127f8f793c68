// What an order brings: files that are fetched so often, vouchers that are spent once, papers with running numbers, parcels in parts.
import { eq, sql } from "drizzle-orm";
import { getDocument } from "pdfjs-dist/legacy/build/pdf.mjs";
import type { Product } from "@/core/catalog/product";
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { noAddress } from "@/core/shop/address";
import { emptyCart } from "@/core/shop/cart";
import { newShop } from "@/core/shop/new-shop";
import type { Shop } from "@/core/shop/shop";
import { inTransaction } from "@/data/connection";
import { rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { shopOrders, shopOrderTaxes, shopVariants, shopVouchers } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { makeOrder } from "@/server/shop/orders/orders";
import { addDocument } from "@/server/site/media";
import { payFor } from "@/server/testing/pay.test-kit";
import { type TestStudio, testStudio, work } from "@/server/testing/studio.test-kit";
import { getPage, sendForm } from "@/server/testing/visitor.test-kit";
import { keepCart, readCart, reckoned } from "../cart/carts";
import { type CommandDetails, stepOrder } from "../cart/steps";
import { findVoucher, makeVoucher, voucherCode } from "../cart/vouchers";
import { issuedOf } from "../orders/issuing";
import { endOrder } from "../orders/paid";
import { paperNamed } from "../orders/papers";
import { liveShopOf } from "../pages/live";
import { shopServer } from "../server";
import { catalogOf } from "./catalog";
import { makeProduct } from "./products";

let studio: TestStudio;
let context: TestStudio["context"];
let site: SiteRow;
let pdf = "";

const product = (id: string, more: Partial<Product>) =>
  aProduct(id, { slug: id, name: id, variants: [aVariant(`${id}-1`, { sku: id.toUpperCase() })], ...more });

beforeAll(async () => {
  studio = await testStudio();
  context = studio.context;
  site = (await findSite(context.db, "wrenfield")) as SiteRow;
  const bytes = Buffer.from("%PDF-1.4\n1 0 obj<</Type/Catalog>>endobj\ntrailer<</Root 1 0 R>>\n%%EOF\n");
  pdf = (await addDocument(context, site, "recipes.pdf", bytes)).hash;
  const command = { siteId: site.id, by: "test", now: new Date("2026-03-01T08:00:00Z") };
  for (const one of [
    product("mug", { name: "Bell mug", counted: true }),
    product("recipes", {
      ...{ kind: "download", name: "Glaze recipes", files: [{ media: pdf, name: "Recipes.pdf", variant: null }] },
    }),
    product("gift", { kind: "voucher", name: "Gift voucher", price: 5000 }),
  ])
    await inTransaction(context.db, (tx) => makeProduct(tx, command, one));
});
afterAll(() => studio.close());
beforeEach(async () => {
  await context.db.delete(rateLimits);
  await context.db.update(shopVariants).set({ stock: 50, kept: 0 }).where(eq(shopVariants.id, "mug-1"));
});

/** An order as a checkout makes it, of so many of each, paid by card and by these vouchers. */
async function order(
  of: Readonly<Record<string, number>>,
  vouchers: readonly string[] = [],
  more: Partial<Shop> = {},
): Promise<OrderRow> {
  const settings = { ...newShop("Europe/Dublin", "en-IE"), enabled: true, ...more };
  const live = liveShopOf({ pages: [], widgets: [{ id: "shop", kind: "shop", name: "Shop", settings }] });
  if (!live) throw new Error("There is no shop.");
  const typed = {
    ...{
      email: "nuala@post.example",
      phone: "",
      way: "parcel",
      payment: "card",
      taxNumber: "",
      note: "",
      agreed: true,
    },
    address: { ...noAddress, name: "Nuala Byrne", street: "3 Quay Street", city: "Galway", country: "IE" },
    vouchers,
  };
  const lines = Object.entries(of).map(([id, quantity]) => ({
    ...{ id, product: id, variant: `${id}-1`, quantity, asked: {}, seen: 1800 },
  }));
  const cart = { ...emptyCart, lines, typed };
  const { shown } = await reckoned(context, site, live, await catalogOf(context, site, { now: true }), cart, "IE");
  return inTransaction(context.db, async (tx) => {
    const kept = await readCart(context, tx, site.id, context.newId());
    await keepCart(context, tx, site.id, kept, cart);
    const payment = shown.total.toPay ? ("card" as const) : "";
    return makeOrder(context, tx, { site, live, kept, typed, shown, payment, once: context.newId() });
  });
}

const now = async ({ id }: Pick<OrderRow, "id">) =>
  (await context.db.select().from(shopOrders).where(eq(shopOrders.id, id)))[0] as OrderRow;
async function paid(...asked: Parameters<typeof order>): Promise<OrderRow> {
  const made = await order(...asked);
  if (made.state === "waiting") await payFor(context, "wrenfield", "order", made.id, "pays");
  await work(context);
  return now(made);
}
const step = async (one: OrderRow, command: Parameters<typeof stepOrder>[4], details: CommandDetails = {}) =>
  stepOrder(context, site, one.id, (await now(one)).revision, command, details, "owner");
const get = (path: string) => getPage(context, path);
/** What stands on a PDF. */
async function read(bytes: Uint8Array): Promise<string> {
  const document = await getDocument({ data: new Uint8Array(bytes) }).promise;
  const pages = await Promise.all(
    Array.from({ length: document.numPages }, async (_, at) => (await document.getPage(at + 1)).getTextContent()),
  );
  return pages.flatMap(({ items }) => items.map((item) => ("str" in item ? item.str : ""))).join(" ");
}

describe("files", () => {
  test("nothing before it is paid; then five times, a broken connection not counted, and not from a forged link", async () => {
    const made = await order({ recipes: 1 });
    expect((await issuedOf(context, context.db, made)).downloads).toEqual([]);
    await payFor(context, "wrenfield", "order", made.id, "pays");
    await work(context);
    const row = await now(made);
    const [file] = (await issuedOf(context, context.db, row)).downloads;
    expect(file).toMatchObject({ name: "Recipes.pdf", left: 5 });
    const [known] = await shopServer.knows({ context, site, email: row.email, language: "en-IE" });
    expect(known?.files).toEqual([
      { name: "Recipes.pdf", path: file?.path, words: expect.stringContaining("5 times") },
    ]);
    const fetched = await get(file?.path ?? "");
    expect([fetched.status, fetched.headers.get("content-disposition")]).toEqual([
      200,
      "attachment; filename*=UTF-8''Recipes.pdf",
    ]);
    expect(fetched.headers.get("content-security-policy")).toContain("sandbox");
    expect(Buffer.from(await fetched.arrayBuffer()).toString()).toContain("%PDF");
    await get(file?.path ?? "");
    expect((await issuedOf(context, context.db, row)).downloads[0]?.left).toBe(4);
    for (let nth = 0; nth < 4; nth++) {
      await context.db.execute(sql`update shop_downloads set fetched_at = 0`);
      expect((await get(file?.path ?? "")).status).toBe(200);
    }
    await context.db.execute(sql`update shop_downloads set fetched_at = 0`);
    const over = await get(file?.path ?? "");
    expect([over.status, (await over.text()).includes("fetched as often as it may be")]).toEqual([410, true]);
    expect((await get("/_w/v1/shop/download?d=made.up")).status).toBe(404);
    const letters = await context.db.select().from(mails).where(eq(mails.recipient, "nuala@post.example"));
    expect(letters.some(({ text }) => text.includes("/_w/v1/shop/download?d="))).toBe(true);
  });

  test("asked for eight times at once, none is fetched more often than it may be", async () => {
    const row = await paid({ recipes: 1 });
    const path = (await issuedOf(context, context.db, row)).downloads[0]?.path ?? "";
    await context.db.execute(sql`update shop_downloads set left_of_it = 1`);
    await Promise.all(Array.from({ length: 8 }, () => get(path)));
    const [{ left } = { left: -1 }] = (await issuedOf(context, context.db, row)).downloads;
    expect(left).toBe(0);
  });

  test("a file that is sold is no picture of the shop, and none of the site’s files", async () => {
    expect((await get(`/_a/${pdf.slice(0, 24)}-960.webp`)).status).toBe(404);
  });
});

describe("vouchers", () => {
  test("two are made out when they are paid; each is found by its code in any form, and no table tells it", async () => {
    const row = await paid({ gift: 2 });
    const { vouchers } = await issuedOf(context, context.db, row);
    expect(vouchers.map(({ amount }) => amount)).toEqual([5000, 5000]);
    const code = vouchers[0]?.code ?? "";
    expect((await findVoucher(context, site.id, code.toLowerCase().replaceAll("-", " ")))?.left).toBe(5000);
    expect(JSON.stringify(await context.db.select().from(shopVouchers))).not.toContain(code.replaceAll("-", ""));
    const sheet = await get(vouchers[0]?.path ?? "");
    expect(await read(new Uint8Array(await sheet.arrayBuffer()))).toContain(code);
  });

  test("its tax is due once: as it is used where it is for much, as it is sold where one tax is sure", async () => {
    const taxesOf = async ({ id }: OrderRow) =>
      (await context.db.select().from(shopOrderTaxes).where(eq(shopOrderTaxes.orderId, id))).map(({ rate, tax }) => [
        rate,
        tax,
      ]);
    const made = async (row: OrderRow) =>
      (await context.db.select().from(shopVouchers).where(eq(shopVouchers.orderId, row.id)))[0];
    // The shop sends to all of the Union: nobody knows yet which tax will be due.
    const many = await paid({ gift: 1 });
    expect(await taxesOf(many)).toEqual([[0, 0]]);
    expect((await made(many))?.levy).toBeNull();
    // It sends within Ireland, and everything on sale but a file bears 23 %.
    const { zones } = newShop("Europe/Dublin", "en-IE");
    const home = { zones: zones.filter(({ places }) => places.every(({ country }) => country === "IE")) };
    const off = (state: "on" | "off") =>
      context.db.execute(
        sql`update shop_products set document = json_set(document, '$.state', ${state}), changed_at = now(3), revision = revision + 1 where id = 'recipes'`,
      );
    await off("off");
    const one = await paid({ gift: 1 }, [], home);
    expect(await taxesOf(one)).toEqual([[23_000, 935]]);
    const voucherRow = await made(one);
    expect(voucherRow?.levy).toEqual({ rate: 23_000, owedTo: "IE" });
    // Two mugs and their parcel, 42.00: 7.85 of tax, which the voucher bore.
    const used = await paid({ mug: 2 }, [voucherRow?.id ?? ""], home);
    expect(used.toPay).toBe(0);
    const rows = await taxesOf(used);
    expect(rows.reduce((sum, [, tax = 0]) => sum + tax, 0)).toBe(0);
    expect(rows).toHaveLength(2);
    await off("on");
  });

  const voucher = (amount: number) =>
    inTransaction(context.db, (tx) =>
      makeVoucher(context, tx, site.id, { orderId: "o", amount, currency: "EUR", levy: null }),
    );
  const left = async (id: string) =>
    (await context.db.select().from(shopVouchers).where(eq(shopVouchers.id, id)))[0]?.left;

  test("it pays in parts; what an order that is called off took comes back, once", async () => {
    const { id } = await voucher(5000);
    const made = await paid({ mug: 2 }, [id]);
    // Two mugs and their parcel: 42.00 of 50.00.
    expect(made).toMatchObject({ state: "paid", toPay: 0 });
    expect(await left(id)).toBe(800);
    const second = await order({ mug: 1 }, [id]);
    expect(second).toMatchObject({ state: "waiting", toPay: 1600 });
    expect(await left(id)).toBe(0);
    await context.db
      .update(shopOrders)
      .set({ endsByItselfAt: new Date(0) })
      .where(eq(shopOrders.id, second.id));
    await endOrder(context, site.id, second.id);
    expect(await left(id)).toBe(800);
    await step(made, "cancel");
    expect(await left(id)).toBe(5000);
  });

  test("spent by eight orders at the same moment it is spent once; the others are told that the basket has changed", async () => {
    const { id } = await voucher(4200);
    const came = await Promise.allSettled(Array.from({ length: 8 }, () => order({ mug: 2 }, [id])));
    const whole = came.filter((one) => one.status === "fulfilled" && one.value.toPay === 0);
    expect(whole).toHaveLength(1);
    expect(await left(id)).toBe(0);
    for (const one of came)
      if (one.status === "rejected") expect(one.reason).toMatchObject({ code: "cartChanged", status: 409 });
  });

  test("called off, what was made out is worth nothing any more", async () => {
    const row = await paid({ gift: 1 });
    const code = (await issuedOf(context, context.db, row)).vouchers[0]?.code ?? "";
    await step(row, "cancel");
    expect(await findVoucher(context, site.id, code)).toBeNull();
  });

  test("the page tells what is left; codes that are none, and too many tries, are told", async () => {
    const made = await voucher(1234);
    const ask = (code: string) => sendForm(context, "/shop/voucher", { code }, { address: "10.0.0.8" });
    expect((await ask(voucherCode(context, made))).text).toContain("€12.34 is left on it.");
    expect((await ask("KX4M-92HT-QRWE")).text).toContain("There is no voucher with this code.");
    const statuses = await Promise.all(
      Array.from({ length: 40 }, () => ask("KX4M-92HT-QRWE").then(({ status }) => status)),
    );
    expect(statuses.filter((status) => status === 429).length).toBeGreaterThan(0);
  });
});

describe("papers and parcels", () => {
  test("an invoice has the next number when it is first asked for, by however many at once, and keeps it", async () => {
    const [first, second] = [await paid({ mug: 1 }), await paid({ mug: 2, gift: 1 })];
    const names = await Promise.all(
      [1, 2, 3].map(async () => (await paperNamed(context, site, first.id, "invoice")).name),
    );
    expect(new Set(names).size).toBe(1);
    const { bytes } = await paperNamed(context, site, second.id, "invoice");
    const numbers = [await now(first), await now(second)].map(({ invoice }) => Number(invoice?.replace(/\D/g, "")));
    expect((numbers[1] ?? 0) - (numbers[0] ?? 0)).toBe(1);
    const said = await read(bytes);
    for (const words of [
      "Wrenfield Clayworks",
      "Nuala Byrne",
      "Bell mug",
      "€36.00",
      "Tax 23",
      "In all",
      "Paid. Thank you.",
    ])
      expect(said).toContain(words);
  });

  test("no invoice for what does not stand; no paper of another site or by another name", async () => {
    const made = await order({ mug: 1 });
    await expect(paperNamed(context, site, made.id, "invoice")).rejects.toMatchObject({ code: "noInvoice" });
    await expect(paperNamed(context, site, "no-order", "invoice")).rejects.toMatchObject({ status: 404 });
    for (const name of ["", "invoice-1", "packing-9", "credit", "../invoice"])
      await expect(paperNamed(context, site, made.id, name)).rejects.toMatchObject({ status: 404 });
    const other = { ...site, id: "other" };
    await expect(paperNamed(context, other, made.id, "packing")).rejects.toMatchObject({ status: 404 });
  });

  test("in two parcels: packed until the last has left, each with its slip; more than there is goes in none", async () => {
    const made = await paid({ mug: 3, recipes: 1 });
    await step(made, "pack");
    await expect(step(made, "send", { lines: { mug: 4 } })).rejects.toMatchObject({ fields: [{ path: "lines.mug" }] });
    await expect(step(made, "send", { lines: { recipes: 1 } })).rejects.toMatchObject({ status: 422 });
    expect((await step(made, "send", { lines: { mug: 2 }, tracking: "PK 1" })).state).toBe("packed");
    expect(await read((await paperNamed(context, site, made.id, "packing")).bytes)).toMatch(/Bell mug\s+MUG\s+1/);
    expect((await step(made, "send", { tracking: "PK 2" })).state).toBe("sent");
    expect(await read((await paperNamed(context, site, made.id, "packing-0")).bytes)).toMatch(/Bell mug\s+MUG\s+2/);
  });

  test("given back by the line: on the shelf or not, with a credit note that follows the last, never twice", async () => {
    const made = await paid({ mug: 3 });
    const stock = async () =>
      (await context.db.select().from(shopVariants).where(eq(shopVariants.id, "mug-1")))[0]?.stock;
    await paperNamed(context, site, made.id, "invoice");
    expect(await stock()).toBe(47);
    await step(made, "refund", { amount: 1800, lines: { mug: 1 }, toStock: true });
    expect(await stock()).toBe(48);
    await step(made, "refund", { amount: 1800, lines: { mug: 1 }, toStock: false });
    expect(await stock()).toBe(48);
    await expect(step(made, "refund", { amount: 100, lines: { mug: 2 } })).rejects.toMatchObject({
      fields: [{ path: "lines.mug" }],
    });
    const note = await read((await paperNamed(context, site, made.id, "credit-0")).bytes);
    for (const words of ["Credit note", "Bell mug", "€18.00", "Given back"]) expect(note).toContain(words);
    // Called off: what went back on the shelf before does not go there again.
    await step(made, "cancel");
    expect(await stock()).toBe(50);
  });
});
