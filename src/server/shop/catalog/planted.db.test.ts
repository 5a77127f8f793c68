// Baskets that somebody else has planted: a host beside a shop's sets cookies for all of them where there is no HTTPS, and must read
// nothing of a person by that.
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { inTransaction } from "@/data/connection";
import { rateLimits } from "@/data/job/tables";
import { shopCarts } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { cookieName, cookiesIn, newToken, setCookie, tokensIn } from "@/server/edge/cookies";
import { installWays } from "@/server/payment/inside";
import { openTestShop } from "@/server/testing/shop.test-kit";
import { type TestStudio, testStudio } from "@/server/testing/studio.test-kit";
import { sendForm } from "@/server/testing/visitor.test-kit";
import { cartAt, newCart, readCart } from "../cart/carts";
import { makeProduct } from "./products";

let studio: TestStudio;
let row: SiteRow;
const site = "wrenfield";
const person = { email: "nuala@post.example", name: "Nuala Byrne", street: "3 Quay Street", city: "Galway" };

beforeAll(async () => {
  studio = await testStudio();
  await openTestShop(studio);
  row = (await findSite(studio.context.db, site)) as SiteRow;
  const now = new Date("2026-03-01T08:00:00Z");
  await inTransaction(studio.context.db, (tx) =>
    makeProduct(
      tx,
      { siteId: row.id, by: "test", now },
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
  for (const table of [rateLimits, shopCarts]) await studio.context.db.delete(table);
});

const adds = (cookie = "") =>
  sendForm(studio.context, "/shop/cart", { command: "add", variant: "mug-1", quantity: "1" }, { cookie });
const types = (cookie: string, more: object = {}) =>
  sendForm(studio.context, "/shop/checkout", { ...person, country: "IE", look: "1", ...more }, { cookie });
/** What somebody with this cookie sees of a person. */
const seesOf = async (cookie: string) => {
  const at = await cartAt(studio.context, studio.context.db, row, cookie);
  return at && (await readCart(studio.context, studio.context.db, row.id, at.id)).cart.typed;
};

test("an address typed into a planted basket is not to be read by who planted it; the buyer goes on with all of it", async () => {
  const planted = (await adds()).cookie;
  const { cookie } = await types(planted);
  expect(cookie).not.toBe(planted);
  expect(await seesOf(planted)).toBeNull();
  expect(await seesOf(cookie)).toMatchObject({ email: person.email });
  const [kept, ...others] = await studio.context.db.select().from(shopCarts);
  expect([kept?.document.lines.length, others]).toEqual([1, []]);
  // The same person, typed again: nothing new that others could read.
  expect((await types(cookie)).cookie).toBe(cookie);
});

test("planted with an address in it already, it is as closed to who planted it once another is typed", async () => {
  const planted = (await types((await adds()).cookie, { email: "other@post.example", name: "Somebody" })).cookie;
  const { cookie } = await types(planted);
  expect(await seesOf(planted)).toBeNull();
  expect(await seesOf(cookie)).toMatchObject({ email: person.email });
});

test("planted again beside the buyer’s own, the one that was used last counts", async () => {
  const planted = (await adds()).cookie;
  const { cookie } = await types(planted);
  for (const both of [`${planted}; ${cookie}`, `${cookie}; ${planted}`])
    expect(await seesOf(both)).toMatchObject({ email: person.email });
});

test("two that are sent at once, pressed twice, end as one basket with everything in it", async () => {
  const { cookie: planted } = await adds();
  const came = await Promise.all([types(planted), types(planted)]);
  expect(came.map(({ status }) => status)).toEqual([303, 303]);
  const seen = await Promise.all(came.map(({ cookie }) => seesOf(cookie)));
  expect(seen.filter((one) => one?.email === person.email).length).toBeGreaterThan(0);
  expect(await seesOf(planted)).toBeNull();
});

test("a token that is not ours, or another site’s, names no basket", async () => {
  const { context } = studio;
  const token = newToken(context, site, "basket");
  const [random, signature] = token.split(".");
  const elsewhere = { ...context, settings: { ...context.settings, secret: "another-installation-altogether" } };
  for (const other of [
    "A".repeat(32),
    `${"A".repeat(32)}.${signature}`,
    `${random}.${"A".repeat(43)}`,
    `${random}`,
    newToken(context, "oddlane", "basket"),
    newToken(context, site, "mine"),
    newToken(elsewhere, site, "basket"),
    "",
  ])
    expect([other, await cartAt(context, context.db, row, `basket-${site}=${other}`)]).toEqual([other, null]);
  expect(await cartAt(context, context.db, row, `basket-oddlane=${token}`)).toBeNull();
  expect(await cartAt(context, context.db, row, `basket=${token}`)).toBeNull();
  expect((await cartAt(context, context.db, row, `basket-${site}=${token}`))?.token).toBe(token);
});

test("with HTTPS its name is one that browsers take from the host itself alone", () => {
  const { context } = studio;
  const https = { ...context, settings: { ...context.settings, https: true } };
  expect(setCookie(https, site, "basket", "x", 60)).toBe(
    "__Host-basket-wrenfield=x; Path=/; Max-Age=60; HttpOnly; SameSite=Lax; Secure",
  );
  const { token } = newCart(https, { key: site });
  expect(tokensIn(https, site, "basket", `basket-wrenfield=${token}`)).toEqual([]);
  expect(tokensIn(https, site, "basket", `${cookieName(https, site, "basket")}=${token}`)).toEqual([token]);
});

test("of very many cookies of one name a few are looked at", () => {
  expect(cookiesIn(Array.from({ length: 40 }, (_, nth) => `a=${nth}`).join("; "), "a")).toEqual([
    "0",
    "1",
    "2",
    "3",
    "4",
  ]);
  expect(cookiesIn(null, "a")).toEqual([]);
});
