// Baskets that were left, reminded of once; and everything that somebody did, told together.
import { eq } from "drizzle-orm";
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { noAddress } from "@/core/shop/address";
import { emptyCart } from "@/core/shop/cart";
import { inTransaction } from "@/data/connection";
import { jobs, rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { shopCarts, shopOrders } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { installWays } from "@/server/payment/inside";
import { openTestShop } from "@/server/testing/shop.test-kit";
import { type TestStudio, testStudio } from "@/server/testing/studio.test-kit";
import { getPage, sendForm } from "@/server/testing/visitor.test-kit";
import { makeProduct } from "../catalog/products";
import { bringBack } from "./abandoned-carts";
import { cartAt, keepCart, newCart, readCart } from "./carts";

let studio: TestStudio;
let row: SiteRow;
const site = "wrenfield";
const email = "nuala@post.example";

beforeAll(async () => {
  studio = await testStudio();
  await openTestShop(studio, { remindAfterHours: 3 });
  row = (await findSite(studio.context.db, site)) as SiteRow;
  await inTransaction(studio.context.db, (tx) =>
    makeProduct(
      tx,
      { siteId: row.id, by: "test", now: new Date("2026-03-01T08:00:00Z") },
      aProduct("mug", { slug: "mug", name: "Bell mug", price: 1800, variants: [aVariant("mug-1", { sku: "MUG" })] }),
    ),
  );
  await studio.as("designer", "publish.start", { site });
  await studio.work();
  row = (await findSite(studio.context.db, site)) as SiteRow;
  await installWays(studio.context, row, { transfer: {} });
});
afterAll(() => studio.close());
beforeEach(async () => {
  for (const table of [rateLimits, mails, shopCarts, shopOrders, jobs]) await studio.context.db.delete(table);
});

/** Somebody with a mug in the basket who writes this into the checkout, and goes. */
async function leaves(more: Record<string, string>): Promise<void> {
  const { cookie } = await sendForm(studio.context, "/shop/cart", { command: "add", variant: "mug-1", quantity: "2" });
  await sendForm(studio.context, "/shop/checkout", { email, look: "1", ...more }, { cookie });
}
/** So many hours later. */
async function later(hours: number): Promise<void> {
  const back = (at: Date | null) => at && new Date(at.getTime() - hours * 3_600_000);
  for (const { id, changedAt, remindAt } of await studio.context.db.select().from(shopCarts))
    await studio.context.db
      .update(shopCarts)
      .set({ changedAt: back(changedAt) as Date, remindAt: back(remindAt) })
      .where(eq(shopCarts.id, id));
  await studio.context.db.update(jobs).set({ availableAt: new Date(0) });
  await studio.work();
}
const letters = async () => (await studio.context.db.select().from(mails)).filter((one) => one.recipient === email);
const left = async () =>
  (
    (await studio.as("designer", "desk.abandonedCarts", { site })) as {
      rows: { email: string; remindedAt: string | null }[];
    }
  ).rows;

test("who asked for it is reminded once, with a link that brings the basket back on another device", async () => {
  await leaves({ remind: "true" });
  await later(2);
  expect(await letters()).toEqual([]);
  await later(2);
  const [letter, ...others] = await letters();
  expect(others).toEqual([]);
  expect(letter?.text).toContain("2 × Bell mug");
  await later(48);
  expect(await letters()).toHaveLength(1);
  expect((await left())[0]?.remindedAt).not.toBeNull();
  const link = /\/_w\/v1\/shop\/return\?b=\S+/.exec(letter?.text ?? "")?.[0] ?? "";
  const back = await getPage(studio.context, link);
  expect(back.status).toBe(303);
  const [cookie = ""] = (back.headers.get("set-cookie") ?? "").split(";", 1);
  const at = await cartAt(studio.context, studio.context.db, row, cookie);
  const { cart } = await readCart(studio.context, studio.context.db, row.id, at?.id ?? "");
  // The goods, and nothing of what was typed.
  expect([cart.lines[0]?.quantity, cart.typed]).toEqual([2, null]);
  expect((await getPage(studio.context, "/_w/v1/shop/return?b=made.up")).status).toBe(404);
});

test("who did not ask, who has ordered meanwhile, and who was here again is not written to", async () => {
  await leaves({});
  await later(5);
  expect(await letters()).toEqual([]);
  expect(await left()).toHaveLength(1);
  await studio.context.db.delete(shopCarts);
  await leaves({ remind: "true" });
  const [{ id } = { id: "" }] = await studio.context.db.select().from(shopCarts);
  await inTransaction(studio.context.db, async (tx) => {
    const kept = await readCart(studio.context, tx, row.id, id, true);
    await keepCart(studio.context, tx, row.id, kept, emptyCart);
  });
  await later(5);
  expect(await letters()).toEqual([]);
  expect(await left()).toEqual([]);
});

test("a basket that is not empty keeps what is in it; a forged link brings nothing", async () => {
  await leaves({});
  const [{ id } = { id: "" }] = await studio.context.db.select().from(shopCarts);
  expect(await bringBack(studio.context, row.id, `${id}.forged`, newCart(studio.context, row).id)).toBe(false);
});

test("buyers with everything they did: orders, signups and letters, and nobody of another site", async () => {
  const address = { ...noAddress, name: "Nuala Byrne", street: "3 Quay Street", city: "Galway", country: "IE" };
  const lines = [{ line: null, variant: "mug-1", quantity: 1 }];
  const asked = { site, lines, address, way: "parcel" };
  const { total } = (await studio.as("designer", "desk.reckonOrder", { ...asked, order: null })) as {
    total: { toPay: number };
  };
  for (const key of ["first", "second"])
    await studio.as("designer", "desk.makeOrder", {
      ...{ ...asked, key, seen: total.toPay, email, phone: "", note: "", payment: "transfer" },
    });
  const buyers = (await studio.as("designer", "desk.buyers", { site, words: "nuala", after: "" })) as {
    rows: object[];
  };
  expect(buyers.rows).toEqual([expect.objectContaining({ email, name: "Nuala Byrne", orders: 2, spent: 0 })]);
  expect(
    ((await studio.as("designer", "desk.buyers", { site, words: "", after: email })) as { rows: object[] }).rows,
  ).toEqual([]);
  const person = (await studio.as("designer", "desk.person", { site, email })) as {
    done: { by: string; title: string; words: string }[];
    letters: object[];
  };
  expect(person.done.map(({ by }) => by)).toEqual(["shop", "shop"]);
  expect(person.done[0]?.title).toMatch(/^Order \d+/);
  expect(person.done[0]?.words).toContain("€24.00");
  expect(person.letters).toHaveLength(2);
  await expect(studio.as("designer", "desk.person", { site: "oddlane", email })).rejects.toMatchObject({ status: 404 });
});
