import fc from "fast-check";
import { deepest, depthOf, inTreeOrder, pageTree, placeFault, withAllBelow } from "./tree";

const page = (id: string, parent?: string) => ({ id, ...(parent ? { parent } : {}) });
const shop = [
  page("home"),
  page("shop"),
  page("mugs", "shop"),
  page("visit"),
  page("blue", "mugs"),
  page("bowls", "shop"),
];

test("pages stand below their parents in their own order", () => {
  expect([...inTreeOrder(pageTree(shop))].map(({ page: { id }, level }) => `${level} ${id}`)).toEqual([
    "0 home",
    "0 shop",
    "1 mugs",
    "2 blue",
    "1 bowls",
    "0 visit",
  ]);
  expect(depthOf(shop, "blue")).toBe(2);
  expect(withAllBelow(shop, "shop").map(({ id }) => id)).toEqual(["shop", "mugs", "blue", "bowls"]);
});

test("what stands below a page that is gone stands at the top; a circle is cut", () => {
  expect(pageTree([page("a", "gone")]).map((one) => one.page.id)).toEqual(["a"]);
  const circle = [page("a", "b"), page("b", "a"), page("c", "a")];
  expect([...inTreeOrder(pageTree(circle))]).toHaveLength(3);
});

test("a page goes neither below itself nor deeper than two levels", () => {
  expect(placeFault(shop, "shop", "mugs")).toBe("tree.inItself");
  expect(placeFault(shop, "shop", "home")).toBe("tree.tooDeep");
  expect(placeFault(shop, "bowls", "mugs")).toBeNull();
  expect(placeFault(shop, "bowls", "blue")).toBe("tree.tooDeep");
  expect(placeFault(shop, "shop", null)).toBeNull();
});

test("whatever parents pages name: each stands in the tree exactly once", () => {
  const ids = ["a", "b", "c", "d", "e"];
  const anyPages = fc.tuple(
    ...ids.map((id) => fc.option(fc.constantFrom(...ids), { nil: undefined }).map((parent) => page(id, parent))),
  );
  fc.assert(
    fc.property(anyPages, (pages) => {
      const rows = [...inTreeOrder(pageTree(pages))];
      expect(rows.map((row) => row.page.id).sort()).toEqual(ids);
      for (const row of rows) expect(depthOf(pages, row.page.id)).toBe(row.level);
    }),
  );
});

test("a place that has no fault leaves every page within the levels", () => {
  fc.assert(
    fc.property(
      fc.constantFrom(...shop.map(({ id }) => id)),
      fc.constantFrom(null, ...shop.map(({ id }) => id)),
      (id, parent) => {
        if (placeFault(shop, id, parent)) return;
        const now = shop.map((one) => (one.id === id ? page(id, parent ?? undefined) : one));
        for (const one of now) expect(depthOf(now, one.id)).toBeLessThanOrEqual(deepest);
      },
    ),
  );
});
