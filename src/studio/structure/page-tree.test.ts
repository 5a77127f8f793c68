import { inTreeOrder, pageTree } from "@/core/site/tree";
import { dropPlace, keyPlaces, placeOf } from "./page-tree";

const page = (id: string, parent?: string) => ({
  id,
  title: id,
  slug: id,
  description: "",
  inNavigation: true,
  ...(parent ? { parent } : {}),
});
const rows = [
  ...inTreeOrder(pageTree([page("home"), page("shop"), page("mugs", "shop"), page("bowls", "shop"), page("visit")])),
];

test("keys move a page among its neighbours, below the one above it, and out of its parent", () => {
  expect(keyPlaces(rows, "bowls")).toEqual({
    up: { parent: "shop", before: "mugs" },
    down: undefined,
    in: { parent: "mugs", before: null },
    out: { parent: null, before: "visit" },
  });
  expect(keyPlaces(rows, "home")).toEqual({
    up: undefined,
    down: { parent: null, before: "visit" },
    in: undefined,
    out: undefined,
  });
  // With what stands below it, it would stand too deep there.
  expect(keyPlaces([...inTreeOrder(pageTree([page("a"), page("b"), page("c", "b"), page("d", "c")]))], "b").in).toBe(
    undefined,
  );
});

test("a dragged page stands at the level its shift to the side says, as far as there is one above it", () => {
  expect(dropPlace(rows, "visit", "visit", 0, 0)).toEqual({ parent: null, before: null, level: 0 });
  expect(dropPlace(rows, "visit", "visit", 30, 0)).toEqual({ parent: "shop", before: null, level: 1 });
  expect(dropPlace(rows, "visit", "visit", 300, 0)).toEqual({ parent: "bowls", before: null, level: 2 });
  expect(dropPlace(rows, "visit", "bowls", 0, 0)).toEqual({ parent: "shop", before: "bowls", level: 1 });
  expect(dropPlace(rows, "bowls", "home", 100, 0)).toEqual({ parent: null, before: "home", level: 0 });
});

test("where a page stands now is where it is put back", () => {
  expect(placeOf(rows, "mugs")).toEqual({ parent: "shop", before: "bowls" });
  expect(placeOf(rows, "visit")).toEqual({ parent: null, before: null });
});
