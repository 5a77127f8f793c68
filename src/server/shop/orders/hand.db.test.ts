// Orders made and changed at the Desk: a link that is paid, a difference that is asked for or goes back, goods and books that follow.
import { eq } from "drizzle-orm";
import type { Product } from "@/core/catalog/product";
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { everyNode } from "@/core/page/node";
import { noAddress } from "@/core/shop/address";
import { inTransaction } from "@/data/connection";
import { rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { documents } from "@/data/page/tables";
import { paymentConnectors, payments } from "@/data/payment/tables";
import { shopOrderLines, shopOrderSteps, shopOrders, shopOrderTaxes, shopVariants } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { dayIn } from "@/server/day";
import { installWays } from "@/server/payment/inside";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { payFor } from "@/server/testing/pay.test-kit";
import { openTestShop } from "@/server/testing/shop.test-kit";
import { type TestStudio, testStudio, work } from "@/server/testing/studio.test-kit";
import { sendForm } from "@/server/testing/visitor.test-kit";
import { cartNamed, readCart, reckoned } from "../cart/carts";
import { makeVoucher } from "../cart/vouchers";
import { catalogOf } from "../catalog/catalog";
import { makeProduct } from "../catalog/products";
import { type LiveShop, liveShop } from "../pages/live";
import type { HandLine } from "./by-hand";
import { countShop, countsOf, writeCounts } from "./counts";
import { endOrder } from "./paid";
import { orderToken } from "./token";

let studio: TestStudio;
let row: SiteRow;
const site = "wrenfield";

beforeAll(async () => {
  studio = await testStudio();
  await openTestShop(studio);
  row = (await findSite(studio.context.db, site)) as SiteRow;
  const command = { siteId: row.id, by: "test", now: new Date("2026-03-01T08:00:00Z") };
  for (const [id, price] of [
    ["mug", 1800],
    ["bowl", 2400],
  ] as const)
    await inTransaction(studio.context.db, (tx) =>
      makeProduct(
        tx,
        command,
        aProduct(id, {
          slug: id,
          name: `Bell ${id}`,
          price,
          counted: true,
          variants: [aVariant(`${id}-1`, { sku: id })],
        }),
      ),
    );
  await studio.as("designer", "publish.start", { site });
  await studio.work();
  row = (await findSite(studio.context.db, site)) as SiteRow;
  await installWays(studio.context, row, { transfer: { words: "Within seven days." }, card: {} });
});
afterAll(() => studio.close());
beforeEach(async () => {
  const { db } = studio.context;
  for (const table of [rateLimits, mails, shopOrders, shopOrderLines, shopOrderTaxes, shopOrderSteps, payments])
    await db.delete(table);
  await db.update(shopVariants).set({ stock: 10, kept: 0 });
  await db.update(paymentConnectors).set({ on: true });
});

const address = { ...noAddress, name: "Nuala Byrne", street: "3 Quay Street", city: "Galway", country: "IE" };
const line = (variant: string, quantity: number, of: string | null = null): HandLine => ({
  line: of,
  variant,
  quantity,
});
interface Sum {
  readonly total: { readonly toPay: number };
  readonly difference: number | null;
  readonly said: readonly string[];
}
const sum = (lines: readonly HandLine[], order: string | null = null) =>
  studio.as("designer", "desk.reckonOrder", { site, lines, address, way: "", order }) as Promise<Sum>;
const now = async (id: string) =>
  (await studio.context.db.select().from(shopOrders).where(eq(shopOrders.id, id)))[0] as OrderRow;
const shelf = async (id: string) => {
  const [one] = await studio.context.db
    .select()
    .from(shopVariants)
    .where(eq(shopVariants.id, `${id}-1`));
  return [one?.stock, one?.kept];
};

/** An order by hand of these lines. */
async function make(lines: readonly HandLine[], more: object = {}, key = studio.context.newId()): Promise<OrderRow> {
  const { total } = await sum(lines);
  const { id } = (await studio.as("designer", "desk.makeOrder", {
    ...{ site, lines, address, key, seen: total.toPay, way: "parcel" },
    ...{ email: "nuala@post.example", phone: "", note: "", payment: "link", ...more },
  })) as { id: string };
  return now(id);
}
async function paid(lines: readonly HandLine[]): Promise<OrderRow> {
  const { id } = await make(lines);
  await payFor(studio.context, site, "order", id, "pays");
  await work(studio.context);
  return now(id);
}
async function edit(order: OrderRow, lines: readonly HandLine[], seen?: number): Promise<OrderRow> {
  const { total } = await sum(lines, order.id);
  const asked = { site, order: order.id, revision: order.revision, lines, seen: seen ?? total.toPay };
  await studio.as("designer", "desk.editOrder", asked);
  return now(order.id);
}
const lettersTo = async (recipient: string) =>
  (await studio.context.db.select().from(mails).where(eq(mails.recipient, recipient))).map(({ text }) => text);

test("the pages of a shop put its basket into the header, once", async () => {
  const [header] = await studio.context.db.select().from(documents).where(eq(documents.kind, "header"));
  const bars = [...everyNode(header?.body as never)].filter(({ kind }) => kind === "navigation");
  expect(bars[0]?.content.basket).toBe(true);
});

describe("by hand", () => {
  test("with a link: goods are kept, its buyer gets a letter, and paid it is an order as any other", async () => {
    const made = await make([line("mug-1", 2), line("bowl-1", 1)]);
    expect(made).toMatchObject({ state: "waiting", toPay: 1800 * 2 + 2400 + 600, name: "Nuala Byrne" });
    expect(await shelf("mug")).toEqual([10, 2]);
    const [letter] = await lettersTo("nuala@post.example");
    expect(letter).toContain("/_w/v1/payments/page?p=order.");
    const days = ((made.endsByItselfAt?.getTime() ?? 0) - made.createdAt.getTime()) / 86_400_000;
    expect(days).toBe(7);
    await payFor(studio.context, site, "order", made.id, "pays");
    await work(studio.context);
    expect(await now(made.id)).toMatchObject({ state: "paid", paid: made.toPay });
    expect(await shelf("mug")).toEqual([8, 0]);
  });

  test("a link that nobody pays ends, and the goods are anybody’s again", async () => {
    const made = await make([line("mug-1", 2)]);
    await studio.context.db.update(shopOrders).set({ endsByItselfAt: new Date(0) });
    await endOrder(studio.context, row.id, made.id);
    expect([(await now(made.id)).state, await shelf("mug")]).toEqual(["cancelled", [10, 0]]);
  });

  test("sent five times at once with one key it is one order; by transfer it stands at once", async () => {
    const came = await Promise.all(
      Array.from({ length: 5 }, () => make([line("mug-1", 1)], { payment: "transfer" }, "samekey")),
    );
    expect(new Set(came.map(({ id }) => id)).size).toBe(1);
    expect(came[0]?.state).toBe("placed");
    expect(await shelf("mug")).toEqual([9, 0]);
    expect((await lettersTo("nuala@post.example"))[0]).toContain("Within seven days.");
  });

  const one = [line("mug-1", 1)];
  test.each<[string, readonly HandLine[], object]>([
    ["address.name", one, { address: { ...address, name: "" } }],
    ["email", one, { email: "" }],
    ["payment", one, { payment: "pickup" }],
    ["lines[0].quantity", [line("mug-1", 1000)], {}],
    ["lines[0].variant", [line("gone", 1)], {}],
  ])("what is wrong is said at its field: %s", async (path, lines, more) => {
    await expect(make(lines, more)).rejects.toMatchObject({ fields: [expect.objectContaining({ path })] });
    expect(await studio.context.db.select().from(shopOrders)).toEqual([]);
  });

  test("a sum that is not what was seen, and more than there is, make no order", async () => {
    await expect(make([line("mug-1", 1)], { seen: 1 })).rejects.toMatchObject({ code: "sumChanged" });
    expect((await sum([line("mug-1", 11)])).said).toEqual([expect.stringContaining("10")]);
    await expect(make([line("mug-1", 11)])).rejects.toMatchObject({ fields: [{ path: "lines" }] });
    await expect(make([])).rejects.toMatchObject({ fields: [{ path: "lines" }] });
  });

  test("without a way to pay online a link is refused at its field", async () => {
    await studio.context.db.update(paymentConnectors).set({ on: false });
    await expect(make([line("mug-1", 1)])).rejects.toMatchObject({ fields: [{ path: "payment" }] });
  });

  test("what can be sold is found by words and by its number", async () => {
    const found = (await studio.as("designer", "desk.goods", { site, words: "bowl" })) as {
      sku: string;
      left: number;
    }[];
    expect(found.map(({ sku, left }) => [sku, left])).toEqual([["bowl", 10]]);
    expect(await studio.as("designer", "desk.goods", { site, words: "MUG" })).toHaveLength(1);
    expect(await studio.as("designer", "desk.goods", { site, words: "" })).toHaveLength(2);
  });
});

describe("changed before it is packed", () => {
  /** The shop asks so much for a mug from now on. */
  const ask = async (price: number) => {
    const { product, revision } = (await studio.as("designer", "shop.product", { site, product: "mug" })) as {
      product: Product;
      revision: number;
    };
    await studio.as("designer", "shop.saveProduct", { site, product: { ...product, price }, revision, stock: {} });
  };
  const mugs = async (quantity: number) => {
    const order = await paid([line("mug-1", quantity)]);
    return { order, id: order.document.lines[0]?.id ?? "" };
  };

  test("more is asked for by a link; what was agreed costs what it did, though the shop asks more by now", async () => {
    const { order, id } = await mugs(1);
    expect(order).toMatchObject({ state: "paid", toPay: 2400, paid: 2400 });
    await ask(9900);
    const lines = [line("mug-1", 1, id), line("bowl-1", 1)];
    expect((await sum(lines, order.id)).difference).toBe(2400);
    const edited = await edit(order, lines);
    expect(edited).toMatchObject({ state: "paid", toPay: 4800, paid: 2400 });
    expect([await shelf("mug"), await shelf("bowl")]).toEqual([
      [9, 0],
      [9, 0],
    ]);
    const told = (await studio.as("designer", "desk.order", { site, order: order.id })) as {
      payAt: string;
      asked: number;
    };
    expect([told.asked, told.payAt.includes("/payments/page?p=order.")]).toEqual([2400, true]);
    await payFor(studio.context, site, "order", order.id, "pays");
    await work(studio.context);
    expect(await now(order.id)).toMatchObject({ state: "paid", toPay: 4800, paid: 4800, refunded: 0 });
    const books = await studio.context.db.select().from(shopOrderTaxes).where(eq(shopOrderTaxes.orderId, order.id));
    expect(books.reduce((all, { net, tax }) => all + net + tax, 0)).toBe(4800);
    expect(await studio.context.db.select().from(shopOrderLines)).toHaveLength(2);
    await ask(1800);
  });

  test("less goes back by itself, and its goods to the shelf", async () => {
    const { order, id } = await mugs(3);
    const edited = await edit(order, [line("mug-1", 1, id)]);
    await work(studio.context);
    expect(edited.toPay).toBe(2400);
    expect(await now(order.id)).toMatchObject({ paid: 6000, refunded: 3600, state: "paid" });
    expect(await shelf("mug")).toEqual([9, 0]);
    const [payment] = await studio.context.db.select().from(payments);
    expect(Object.values(payment?.refunds ?? {})).toEqual([3600]);
    const steps = await studio.context.db.select().from(shopOrderSteps).orderBy(shopOrderSteps.position);
    expect(steps.map(({ command }) => command)).toEqual(["place", "pay", "edit", "refund"]);
  });

  test("changed twice before the difference is paid, one payment is open, of what is missing by then", async () => {
    const { order, id } = await mugs(1);
    const first = await edit(order, [line("mug-1", 1, id), line("bowl-1", 1)]);
    const bowl = first.document.lines.find(({ variant }) => variant === "bowl-1")?.id ?? "";
    const second = await edit(first, [line("mug-1", 1, id), line("bowl-1", 2, bowl)]);
    const open = (await studio.context.db.select().from(payments)).filter((one) => one.open);
    expect(open.map(({ asked }) => asked)).toEqual([4800]);
    // Back to what it was: nothing is asked for, and nothing goes back.
    const third = await edit(second, [line("mug-1", 1, id)]);
    expect((await studio.context.db.select().from(payments)).filter((one) => one.open)).toEqual([]);
    expect(third).toMatchObject({ toPay: 2400, paid: 2400, refunded: 0 });
    expect(await shelf("bowl")).toEqual([10, 0]);
  });

  test("what is not paid yet is owed as it is now; its buyer reads the new sum", async () => {
    const made = await make([line("mug-1", 1)], { payment: "transfer" });
    const id = made.document.lines[0]?.id ?? "";
    await edit(made, [line("mug-1", 2, id)]);
    expect(await now(made.id)).toMatchObject({ state: "placed", toPay: 4200, paid: 0 });
    expect((await lettersTo("nuala@post.example")).some((text) => text.includes("Your order was changed."))).toBe(true);
    expect(await studio.context.db.select().from(payments)).toEqual([]);
  });

  test("of two who change it at once one is told; nothing is counted twice", async () => {
    const { order, id } = await mugs(1);
    const came = await Promise.allSettled([2, 3, 4].map((quantity) => edit(order, [line("mug-1", quantity, id)])));
    expect(came.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
    const { document } = await now(order.id);
    expect((await shelf("mug"))[0]).toBe(10 - (document.lines[0]?.quantity ?? 0));
  });

  test("nothing left, more than there is, packed, or with an invoice: refused with a sentence, and nothing moved", async () => {
    const { order, id } = await mugs(1);
    const refusedAt = (path: string) => ({ fields: [expect.objectContaining({ path })] });
    await expect(edit(order, [])).rejects.toMatchObject(refusedAt("lines"));
    await expect(edit(order, [line("mug-1", 11, id)])).rejects.toMatchObject(refusedAt("lines"));
    await studio.context.db.update(shopOrders).set({ invoice: "7" });
    await expect(edit(await now(order.id), [line("mug-1", 2, id)])).rejects.toMatchObject(refusedAt("order"));
    await studio.context.db.update(shopOrders).set({ invoice: null, state: "packed" });
    await expect(edit(await now(order.id), [line("mug-1", 2, id)])).rejects.toMatchObject(refusedAt("order"));
    expect(await shelf("mug")).toEqual([9, 0]);
  });
});

test("what a voucher paid whole is paid: more of it is asked for, and not just owed", async () => {
  const { id } = await inTransaction(studio.context.db, (tx) =>
    makeVoucher(studio.context, tx, row.id, { orderId: "o", amount: 2400, currency: "EUR", levy: null }),
  );
  const made = await make([line("mug-1", 1)], { payment: "transfer" });
  // As if the voucher had paid it at the checkout.
  const { total } = made.document;
  const document = { ...made.document, payment: "" as const, vouchers: [{ id, tail: "TAIL", amount: 2400 }] };
  await studio.context.db
    .update(shopOrders)
    .set({ state: "paid", toPay: 0, document: { ...document, total: { ...total, toPay: 0 } } });
  const edited = await edit(await now(made.id), [line("mug-1", 2, made.document.lines[0]?.id ?? "")]);
  expect(edited).toMatchObject({ state: "paid", toPay: 1800 });
  const open = (await studio.context.db.select().from(payments)).filter((one) => one.open);
  expect(open.map(({ asked }) => asked)).toEqual([1800]);
});

describe("sent back", () => {
  const sendBack = (order: OrderRow, why: string) =>
    sendForm(studio.context, "/shop/send-back", { o: orderToken(studio.context, order.id), why });
  const step = async (order: OrderRow, command: "pack" | "send") =>
    studio.as("designer", "desk.orderCommand", {
      ...{ site, order: order.id, revision: (await now(order.id)).revision, command },
    } as never);
  const asked = async () =>
    (await studio.context.db.select().from(shopOrderSteps)).filter(({ command }) => command === "returnAsked");

  test("asked for once it has left, with a reason, by its link alone; the Desk reads it and the shop gets one letter", async () => {
    const order = await paid([line("mug-1", 1)]);
    expect((await sendBack(order, "The glaze is chipped.")).text).toContain("It has not left yet");
    await step(order, "pack");
    await step(order, "send");
    await studio.context.db.delete(mails);
    expect((await sendBack(order, "  ")).status).toBe(422);
    expect((await sendForm(studio.context, "/shop/send-back", { o: `${order.id}.forged`, why: "x" })).status).toBe(404);
    const came = await Promise.all([1, 2, 3].map(() => sendBack(order, "The glaze is chipped.")));
    expect(came.map(({ status }) => status)).toEqual([303, 303, 303]);
    expect((await asked()).map(({ by, details }) => [by, details])).toEqual([
      ["buyer", { why: "The glaze is chipped." }],
    ]);
    expect(await studio.context.db.select().from(mails)).toHaveLength(1);
    expect((await now(order.id)).state).toBe("sent");
  });
});

describe("vouchers of one's own amount", () => {
  const add = (amount: string) =>
    sendForm(studio.context, "/shop/cart", { command: "add", variant: "gift-1", quantity: "1", amount });

  test("between the bounds alone, whatever is forged; it is worth what was paid for it", async () => {
    await inTransaction(studio.context.db, (tx) =>
      makeProduct(
        tx,
        { siteId: row.id, by: "test", now: new Date("2026-03-01T08:00:00Z") },
        aProduct("gift", {
          ...{ slug: "gift", name: "Gift", kind: "voucher", price: 1000, ownAmount: { least: 1000, most: 20_000 } },
          variants: [aVariant("gift-1", { sku: "GIFT" })],
        }),
      ),
    );
    // Pages may be answered by what was known a moment ago; from here on it is known.
    await catalogOf(studio.context, row, { now: true });
    for (const amount of ["9.99", "200.01", "12,5O", "", "-20"])
      expect((await add(amount)).text).toContain("Worth, from €10.00 to €200.00");
    const { cookie, status } = await add("35,50");
    expect(status).toBe(303);
    const at = await cartNamed(studio.context, studio.context.db, row, cookie);
    const { cart } = await readCart(studio.context, studio.context.db, row.id, at?.id ?? "");
    expect(cart.lines[0]).toMatchObject({ own: 3550, seen: 3550 });
    const live = await liveShop(studio.context, row);
    const known = await catalogOf(studio.context, row, { now: true });
    const { shown } = await reckoned(studio.context, row, live as LiveShop, known, cart, "IE");
    expect([shown.total.toPay, shown.said]).toEqual([3550, []]);
    // Once the shop asks for more, the price is its own again, and that is said.
    const forged = { ...cart, lines: cart.lines.map((one) => ({ ...one, own: 1 })) };
    const { shown: again } = await reckoned(studio.context, row, live as LiveShop, known, forged, "IE");
    expect([again.total.toPay, again.said.length]).toEqual([1000, 1]);
  });
});

test("looks and adds are counted by day, and written together", async () => {
  for (let nth = 0; nth < 5; nth++) countShop(studio.context, row, "looks");
  countShop(studio.context, row, "adds");
  const day = dayIn(row.settings.zone, studio.context.now());
  const before = await countsOf(studio.context.db, row.id, { from: day, to: day });
  await writeCounts(studio.context);
  await writeCounts(studio.context);
  const after = await countsOf(studio.context.db, row.id, { from: day, to: day });
  expect(after.looks - before.looks).toBe(5);
  expect(after.adds - before.adds).toBeGreaterThanOrEqual(1);
  expect(await countsOf(studio.context.db, row.id, { from: "2001-01-01", to: "2001-01-02" })).toEqual({
    looks: 0,
    adds: 0,
  });
});
