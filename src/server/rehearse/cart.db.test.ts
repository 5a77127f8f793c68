// A basket in a rehearsal: the forms do what they do live, what comes of it goes along, and nothing of it is kept.
import { eq } from "drizzle-orm";
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { emptyCart, type RehearsedCart } from "@/core/shop/cart";
import { inTransaction } from "@/data/connection";
import { mails } from "@/data/mail/tables";
import { shopBuyerFiles, shopCarts, shopOrders, shopVariants, shopVouchers } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { installWays } from "../payment/inside";
import { makeVoucher, voucherCode } from "../shop/cart/vouchers";
import { catalogOf } from "../shop/catalog/catalog";
import { makeProduct } from "../shop/catalog/products";
import { liveShopOf } from "../shop/pages/live";
import { loadSite } from "../site/whole";
import { aBuyer, openTestShop } from "../testing/shop.test-kit";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { rehearseForm } from "./cart";

let studio: TestStudio;
let site: SiteRow;

beforeAll(async () => {
  studio = await testStudio();
  await openTestShop(studio);
  site = (await findSite(studio.context.db, "wrenfield")) as SiteRow;
  const asks = [{ id: "logo", label: "Logo", required: false, most: 40, kind: "file" as const }];
  await inTransaction(studio.context.db, (tx) =>
    makeProduct(
      tx,
      { siteId: site.id, by: "test", now: new Date("2026-03-01T08:00:00Z") },
      aProduct("mug", {
        ...{ slug: "mug", name: "Bell mug", price: 1800, counted: true, asks },
        variants: [aVariant("mug-1", { sku: "mug" })],
      }),
    ),
  );
  await studio.context.db.update(shopVariants).set({ stock: 5 });
  await installWays(studio.context, site, { transfer: { words: "Within seven days." } });
  await catalogOf(studio.context, site, { now: true });
});
afterAll(() => studio.close());

const nothing: RehearsedCart = { cart: emptyCart, ordered: false };
const visitor = {
  ...{
    widthPx: 1180,
    language: "en",
    country: "DE",
    now: Date.parse("2026-03-05T18:40:00Z"),
    zone: "Europe/Berlin",
    visit: 1,
    cameFrom: null,
  },
  ...{ consent: "notAsked" as const, signedUpWith: [] },
};
async function sent(form: "cart" | "checkout", fields: Record<string, string>, basket = nothing, files = {}) {
  const { pages, widgets } = await loadSite(studio.context.db, site);
  const live = liveShopOf({ pages, widgets }, { off: true });
  if (!live) throw new Error("There is no shop.");
  return rehearseForm({ context: studio.context, site, live, visitor, basket }, form, { fields, files });
}
const add = (quantity: string, basket = nothing) =>
  sent("cart", { command: "add", variant: "mug-1", quantity }, basket);
const buyer = { ...aBuyer, way: "parcel", payment: "transfer" };

test("what is added, changed and taken out goes along; what can't be had is said", async () => {
  const one = await add("2");
  expect(one.to).toBe("/basket");
  const two = await add("1", one.basket);
  const line = two.basket.cart.lines[0];
  expect(two.basket.cart.lines).toMatchObject([{ variant: "mug-1", quantity: 3, seen: 1800 }]);
  const many = await add("9", two.basket);
  expect(many.basket.cart).toMatchObject({ lines: [{ quantity: 3 }], said: ["Of Bell mug only 5 are left."] });
  const set = await sent("cart", { command: "set", [`quantity.${line?.id}`]: "4" }, two.basket);
  expect(set.basket.cart.lines).toMatchObject([{ quantity: 4 }]);
  const gone = await sent("cart", { command: "set", remove: line?.id ?? "" }, set.basket);
  expect(gone.basket.cart.lines).toEqual([]);
  const unknown = await sent("cart", { command: "add", variant: "no", quantity: "1" }, two.basket);
  expect([unknown.basket.cart.lines.length, unknown.basket.cart.said.length]).toEqual([1, 1]);
});

test("a checkout is judged at its fields as it is live, and gone through it shows what would have been ordered", async () => {
  const { basket } = await add("1");
  const wrong = await sent("checkout", { ...buyer, email: "nuala@", "address.postcode": "1", way: "" }, basket);
  expect(wrong.to).toBe("/checkout");
  expect(Object.keys(wrong.basket.cart.faults).sort()).toEqual(["address.postcode", "email", "way"]);
  expect(wrong.basket.cart.typed?.address.street).toBe("3 Quay Street");
  const done = await sent("checkout", buyer, wrong.basket);
  expect(done).toMatchObject({ to: "/order-placed", basket: { ordered: true, cart: { lines: [{ quantity: 1 }] } } });
  // Something is added after it: a basket of its own.
  expect((await add("1", done.basket)).basket).toMatchObject({ ordered: false, cart: { lines: [{ quantity: 1 }] } });
});

test("a voucher pays as it would, is dropped again, and nothing is taken of it", async () => {
  const { context } = studio;
  const { sealed: _, ...made } = await inTransaction(context.db, async (tx) => {
    const row = await makeVoucher(context, tx, site.id, { orderId: "none", amount: 1000, currency: "EUR", levy: null });
    return { ...row, code: voucherCode(context, row) };
  });
  const { basket } = await add("1");
  const unknown = await sent("checkout", { ...buyer, voucherCode: "AAAA-AAAA-AAAA" }, basket);
  expect(Object.keys(unknown.basket.cart.faults)).toEqual(["voucherCode"]);
  const used = await sent("checkout", { ...buyer, voucherCode: made.code }, unknown.basket);
  expect(used.basket.cart).toMatchObject({ faults: {}, typed: { vouchers: [made.id], email: buyer.email } });
  const dropped = await sent("checkout", { ...buyer, voucherDrop: made.id }, used.basket);
  expect(dropped.basket.cart.typed?.vouchers).toEqual([]);
  const done = await sent("checkout", buyer, used.basket);
  expect(done.basket).toMatchObject({ ordered: true, cart: { typed: { vouchers: [made.id] } } });
  const [row] = await context.db.select().from(shopVouchers).where(eq(shopVouchers.siteId, site.id));
  expect(row?.left).toBe(1000);
});

test("a file is judged and not kept, a basket too large for an address stays as it was, and nothing is stored", async () => {
  const file = (name: string, text: string) => ({ "ask.logo": { name, bytes: new TextEncoder().encode(text) } });
  const fields = { command: "add", variant: "mug-1", quantity: "1" };
  const refused = await sent("cart", fields, nothing, file("logo.svg", "<svg/>"));
  expect(refused.basket.cart.said[0]).toMatch(/^This kind of file is not taken/);
  const taken = await sent("cart", fields, nothing, file("logo.txt", "A wren"));
  expect(taken.basket.cart.lines).toMatchObject([{ asked: { logo: "logo.txt" } }]);
  const long = await sent(
    "checkout",
    { ...buyer, note: "x".repeat(1000), "address.more": "y".repeat(120) },
    taken.basket,
  );
  expect(long.basket.cart.lines).toHaveLength(1);
  const huge = await sent("cart", fields, { cart: { ...emptyCart, said: ["z".repeat(4000)] }, ordered: false });
  expect(huge.basket.cart.said).toEqual(["A rehearsal holds a small basket: what was added last is left out."]);
  for (const table of [shopCarts, shopOrders, shopBuyerFiles, mails])
    expect(await studio.context.db.select().from(table)).toEqual([]);
  const [variant] = await studio.context.db.select().from(shopVariants);
  expect(variant?.stock).toBe(5);
});
