// Catalogs that processes keep in memory: each sees what another has changed, and nothing else is read again.
import { eq } from "drizzle-orm";
import { everything } from "@/core/catalog/find";
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { paragraphs } from "@/core/page/words/richtext";
import { inTransaction } from "@/data/connection";
import { shopAddresses, shopProducts, shopStockMoves, shopVariants } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { type Context, createContext } from "@/server/context";
import { type TestStudio, testStudio } from "@/server/testing/studio.test-kit";
import { catalogOf } from "./catalog";
import { freeSlug, keepFrame, keepProduct, makeProduct, setStock, takeAddress } from "./products";

let studio: TestStudio;
let other: Context;
let site: SiteRow;
const command = () => ({ siteId: site.id, by: "test", now: studio.context.now() });
const names = async (context: Context, words = "") => {
  const { catalog } = await catalogOf(context, site, { now: true });
  return catalog.find({ ...everything, words }, 50).products.map(({ name }) => name);
};
const bell = aProduct("bell", { name: "Bell mug", variants: [aVariant("bell-1", { sku: "BELL" })], counted: true });

beforeAll(async () => {
  studio = await testStudio();
  // A second process on the same database.
  other = createContext(studio.context.settings);
  site = (await findSite(studio.context.db, "wrenfield")) as SiteRow;
  await inTransaction(studio.context.db, async (tx) => {
    await makeProduct(tx, command(), bell);
    await makeProduct(tx, command(), aProduct("bowl", { name: "Rice bowl", words: paragraphs("Fits into the hand.") }));
  });
});
afterAll(async () => {
  await other.close();
  await studio.close();
});

test("one process sees what another makes, changes and takes out", async () => {
  expect(await names(other)).toEqual(["Bell mug", "Rice bowl"]);
  await inTransaction(studio.context.db, (tx) =>
    keepProduct(tx, command(), { ...bell, name: "Bell cup", price: 2100 }, 0),
  );
  const { catalog, products } = await catalogOf(other, site, { now: true });
  expect(catalog.product("bell")).toMatchObject({ name: "Bell cup", price: 2100 });
  expect(products.size).toBe(2);
  await inTransaction(studio.context.db, (tx) =>
    makeProduct(tx, command(), aProduct("vase", { name: "Vase", state: "draft" })),
  );
  // A draft is known, and not on sale.
  expect(await names(other)).toEqual(["Bell cup", "Rice bowl"]);
  expect((await catalogOf(other, site)).products.has("vase")).toBe(true);
});

test("words are found by what they are now: an index follows each change", async () => {
  expect(await names(other, "hand")).toEqual(["Rice bowl"]);
  const [row] = await studio.context.db.select().from(shopProducts).where(eq(shopProducts.id, "bowl"));
  const next = { ...(row?.document as typeof bell), words: paragraphs("For rice, for soup.") };
  await inTransaction(studio.context.db, (tx) => keepProduct(tx, command(), next, row?.revision ?? 0));
  expect(await names(other, "hand")).toEqual([]);
  expect(await names(other, "soup")).toEqual(["Rice bowl"]);
  await inTransaction(studio.context.db, (tx) =>
    keepFrame(tx, command(), { categories: [], attributes: [], synonyms: [["soup", "broth"]] }, 0),
  );
  expect(await names(other, "broth")).toEqual(["Rice bowl"]);
});

test("while nothing has changed it is the same catalog, and what is fresh enough is not asked for", async () => {
  const one = await catalogOf(other, site, { now: true });
  expect(await catalogOf(other, site)).toBe(one);
  expect(await catalogOf(other, site, { now: true })).toBe(one);
  const all = await Promise.all(Array.from({ length: 20 }, () => catalogOf(other, site)));
  expect(new Set(all).size).toBe(1);
});

test("what is left is what is there less what is being paid for, and the change from some to none is seen", async () => {
  await inTransaction(studio.context.db, (tx) => setStock(tx, command(), "bell-1", 3, "counted"));
  await studio.context.db
    .update(shopVariants)
    // Clock: what has changed since is asked for by the time at which it changed.
    .set({ kept: 2, changedAt: new Date() })
    .where(eq(shopVariants.id, "bell-1"));
  const known = await catalogOf(other, site, { now: true });
  expect([known.left("bell-1"), known.left("bowl-1"), known.left("nobody")]).toEqual([1, null, 0]);
  await expect(
    inTransaction(studio.context.db, (tx) => setStock(tx, command(), "bell-1", 1, "set")),
  ).rejects.toMatchObject({
    fields: [{ path: "stock", message: "2 of it are being paid for right now. Set it to 2 at least." }],
  });
  await inTransaction(studio.context.db, (tx) => setStock(tx, command(), "bell-1", 2, "set"));
  const none = await catalogOf(other, site, { now: true });
  expect(none.catalog.find({ ...everything, inStock: true }, 50).products.map(({ id }) => id)).toEqual(["bowl"]);
  const moves = await studio.context.db.select().from(shopStockMoves).where(eq(shopStockMoves.variantId, "bell-1"));
  expect(moves.map(({ before, after, reason }) => [before, after, reason])).toEqual([
    [0, 3, "counted"],
    [3, 2, "set"],
  ]);
});

test("a variant that is being paid for can't be taken out, nor one that another product has be taken", async () => {
  const [row] = await studio.context.db.select().from(shopProducts).where(eq(shopProducts.id, "bell"));
  const now = row?.document as typeof bell;
  const without = { ...now, variants: [aVariant("bell-2", { sku: "BELL-2" })] };
  await expect(
    inTransaction(studio.context.db, (tx) => keepProduct(tx, command(), without, row?.revision ?? 0)),
  ).rejects.toMatchObject({
    fields: [{ path: "variants", message: "BELL is being paid for right now. Take it out when that is over." }],
  });
  // All or nothing: the product is as it was.
  const [after] = await studio.context.db.select().from(shopProducts).where(eq(shopProducts.id, "bell"));
  expect([after?.revision, after?.document.variants]).toEqual([row?.revision, now.variants]);
});

test("addresses: taken ones are told, a free one is found, what leads on may be taken over", async () => {
  const { db } = studio.context;
  await expect(inTransaction(db, (tx) => takeAddress(tx, site.id, "category", "mugs", "bell"))).rejects.toMatchObject({
    fields: [{ path: "slug", message: "Another product has the address “bell”." }],
  });
  expect(await freeSlug(db, site.id, "Bell")).toBe("bell-2");
  expect(await freeSlug(db, site.id, "Große Schüssel & Co.")).toBe("gro-e-schussel-co");
  expect(await freeSlug(db, site.id, "???")).toBe("product");
  await inTransaction(db, (tx) => takeAddress(tx, site.id, "product", "bowl", "rice"));
  await inTransaction(db, (tx) => takeAddress(tx, site.id, "category", "mugs", "bowl"));
  const rows = await db.select().from(shopAddresses).where(eq(shopAddresses.siteId, site.id));
  expect(rows.filter(({ current }) => current).map(({ slug, of, target }) => [slug, of, target])).toEqual(
    expect.arrayContaining([
      ["rice", "product", "bowl"],
      ["bowl", "category", "mugs"],
    ]),
  );
});

test("two who give the same address to two products at once: one has it, the other is told", async () => {
  const both = await Promise.allSettled(
    ["twin-a", "twin-b"].map((id) =>
      inTransaction(studio.context.db, (tx) => makeProduct(tx, command(), aProduct(id, { slug: "twins" }))),
    ),
  );
  expect(both.map(({ status }) => status).sort()).toEqual(["fulfilled", "rejected"]);
});
