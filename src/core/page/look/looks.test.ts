import fc from "fast-check";
import { anyPage } from "../arbitrary.test-kit";
import { builder } from "../build";
import { applyEdits } from "../editing/edit";
import { everyNode, findNode, type PageNode } from "../node";
import { lookLike } from "./looks";

test("a button takes what it knows of a heading's looks, at every width, and stays hidden where it was", () => {
  let last = 0;
  const b = builder(() => `k${++last}`);
  const heading = b.heading(2, "Prices", { base: { size: 3, measure: 20, above: 8 }, phone: { size: 2 } });
  const button = b.button("Book", "#book", { base: { tone: "outline" }, phone: { hidden: true } });
  const page = b.page(b.section("x", {}, heading, button));
  const { page: after, refusals } = applyEdits(page, lookLike(button, heading.look));
  expect(refusals).toEqual([]);
  expect(findNode(after, button.id)?.look).toEqual({
    base: { size: 3, above: 8 },
    phone: { size: 2, hidden: true },
  });
});

test("between any two blocks it can be done, undone, and done once", () => {
  fc.assert(
    fc.property(anyPage, fc.nat(), fc.nat(), (page, one, other) => {
      const nodes = [...everyNode(page)];
      const [from, to] = [nodes[one % nodes.length] as PageNode, nodes[other % nodes.length] as PageNode];
      const done = applyEdits(page, lookLike(to, from.look));
      expect(done.refusals).toEqual([]);
      expect(applyEdits(done.page, done.inverses).page).toEqual(page);
      const now = [...everyNode(done.page)].find(({ id }) => id === to.id) as PageNode;
      expect(lookLike(now, from.look)).toEqual([]);
    }),
  );
});
