// One change of many products: seen before it is done, done by a job, taken back whole; what somebody changed meanwhile stays theirs.
import { eq } from "drizzle-orm";
import { emptyFrame } from "@/core/catalog/product";
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { inTransaction } from "@/data/connection";
import { rateLimits } from "@/data/job/tables";
import { shopImportSteps, shopImports, shopProducts, shopVariants } from "@/data/shop/tables";
import { findSite } from "@/data/site/queries";
import { type TestStudio, testStudio } from "@/server/testing/studio.test-kit";
import { keepFrame, makeProduct } from "./products";

let studio: TestStudio;
const site = "wrenfield";
const all = 230;

beforeAll(async () => {
  studio = await testStudio();
  const row = await findSite(studio.context.db, site);
  const command = { siteId: row?.id ?? "", by: "test", now: new Date("2026-03-01T08:00:00Z") };
  const mugs = { id: "mugs", name: "Mugs", slug: "mugs", parent: null, picture: null, words: "" };
  await inTransaction(studio.context.db, async (tx) => {
    await keepFrame(tx, command, { ...emptyFrame, categories: [mugs] }, 0);
    for (let nth = 0; nth < all; nth++)
      await makeProduct(
        tx,
        command,
        aProduct(`p${nth}`, {
          ...{ slug: `p${nth}`, name: nth < 3 ? `Mug ${nth}` : `Plate ${nth}`, price: 1000 + nth, counted: nth > 0 },
          variants: [aVariant(`v${nth}`, { sku: `SKU-${nth}` })],
        }),
      );
  });
});
afterAll(() => studio.close());
beforeEach(async () => {
  for (const table of [rateLimits, shopImports, shopImportSteps]) await studio.context.db.delete(table);
});

interface Plan {
  readonly state: string;
  readonly does: Readonly<Record<string, number>>;
  readonly lines: readonly { product: string; does: string; says?: string; faults: { message: string }[] }[];
  readonly steps: Readonly<Record<string, number>>;
}
const ask = (change: object, more: object = {}) =>
  studio.as("designer", "shop.bulk", {
    site,
    products: null,
    words: "",
    state: "all",
    change,
    ...more,
  } as never) as Promise<{
    import: string;
  }>;
const look = (id: string) => studio.as("designer", "shop.import", { site, import: id, from: 0 }) as Promise<Plan>;
const perform = async (what: "shop.runImport" | "shop.takeBackImport", id: string) => {
  await studio.as("designer", what, { site, import: id });
  await studio.work();
  return look(id);
};
const product = async (id: string) =>
  (await studio.context.db.select().from(shopProducts).where(eq(shopProducts.id, id)))[0]?.document;
const more = { what: "price", by: "percent", value: 10_000, step: 10, tellsEarlier: false };

test("all that are found, however many; nothing before it is seen, each done, all of it taken back", async () => {
  const everything = await look((await ask(more)).import);
  expect([everything.state, everything.does.change]).toEqual(["planned", all]);
  expect(everything.lines[0]).toMatchObject({ product: "Mug 0", does: "change", says: "€10.00 → €11.00" });
  const { import: id } = await ask(more, { words: "plate 22" });
  expect((await product("p229"))?.price).toBe(1229);
  expect((await perform("shop.runImport", id)).steps).toEqual({ done: 11 });
  expect([(await product("p22"))?.price, (await product("p229"))?.price]).toEqual([1120, 1350]);
  expect((await perform("shop.takeBackImport", id)).steps).toEqual({ back: 11 });
  expect([(await product("p22"))?.price, (await product("p229"))?.price]).toEqual([1022, 1229]);
});

test("only what is chosen, and only what is found by words", async () => {
  expect((await look((await ask(more, { products: ["p0", "p7"] })).import)).does.change).toBe(2);
  expect((await look((await ask(more, { words: "mug" })).import)).does.change).toBe(3);
});

test("what somebody changed since it was planned is left as it is, and said", async () => {
  const { import: id } = await ask(more, { words: "mug" });
  const { product: now, revision } = (await studio.as("designer", "shop.product", { site, product: "p1" })) as {
    product: object;
    revision: number;
  };
  await studio.as("designer", "shop.saveProduct", {
    ...{ site, product: { ...now, price: 7777 }, revision, stock: {} },
  } as never);
  expect((await perform("shop.runImport", id)).steps).toEqual({ done: 2, left: 1 });
  expect((await product("p1"))?.price).toBe(7777);
});

test("stock of what is counted, a category, a state; what can't be is refused line by line", async () => {
  const { import: id } = await ask({ what: "stock", value: 9 }, { words: "mug" });
  const plan = await look(id);
  expect(plan.does).toMatchObject({ change: 2, refuse: 1 });
  expect(plan.lines[0]).toMatchObject({ product: "Mug 0", does: "refuse" });
  await perform("shop.runImport", id);
  const [row] = await studio.context.db.select().from(shopVariants).where(eq(shopVariants.id, "v1"));
  expect(row?.stock).toBe(9);
  const put = await ask({ what: "category", category: "mugs", command: "add" }, { words: "mug" });
  expect((await look(put.import)).lines[0]?.says).toBe("none → Mugs");
  await perform("shop.runImport", put.import);
  expect((await product("p2"))?.categories).toEqual(["mugs"]);
  const again = await ask({ what: "category", category: "mugs", command: "add" }, { words: "mug" });
  expect((await look(again.import)).does).toMatchObject({ same: 3, change: 0 });
});

test.each([
  ["change.value", { ...more, value: 0 }, {}],
  ["change.value", { ...more, value: -100_001 }, {}],
  ["change.step", { ...more, step: 3 }, {}],
  ["change.category", { what: "category", category: "gone", command: "add" }, {}],
  ["change.value", { what: "stock", value: -1 }, {}],
  ["products", more, { words: "nothing like this" }],
] as const)("what is wrong is said at its field: %s", async (path, change, others) => {
  await expect(ask(change, others)).rejects.toMatchObject({ fields: [expect.objectContaining({ path })] });
});
