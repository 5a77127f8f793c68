import fc from "fast-check";
import { mergedValues } from "./merge";

const line = (id: string, more: object = {}) => ({ id, name: id, ...more });

test("what only one changed is kept, on both sides", () => {
  const base = { name: "Booking", look: { view: "month", words: true }, list: [1, 2] };
  expect(
    mergedValues(
      base,
      { ...base, look: { ...base.look, view: "week" } },
      { ...base, name: "Classes", list: [1, 2, 3] },
    ),
  ).toEqual({ value: { name: "Classes", look: { view: "week", words: true }, list: [1, 2, 3] }, clashes: [] });
});

test("what both changed, each in another way, is told, and the preferred one stands", () => {
  const base = { services: [line("throw"), line("glaze")] };
  const yours = { services: [line("throw", { name: "First throw" }), line("glaze")] };
  const theirs = { services: [line("throw", { name: "Beginners" }), line("glaze", { name: "Glaze night" })] };
  expect(mergedValues(base, yours, theirs)).toEqual({
    value: { services: [line("throw", { name: "First throw" }), line("glaze", { name: "Glaze night" })] },
    clashes: ["services[throw].name"],
  });
  expect(mergedValues(base, yours, theirs, "theirs").value).toEqual(theirs);
});

test("one takes a line away, the other adds one and moves one", () => {
  const base = [line("a"), line("b"), line("c")];
  const yours = [line("a"), line("c")];
  const theirs = [line("c"), line("a"), line("new"), line("b")];
  expect(mergedValues(base, yours, theirs)).toEqual({ value: [line("c"), line("a"), line("new")], clashes: [] });
});

test("a line that one takes away and the other changes is told", () => {
  const base = [line("a"), line("b")];
  const theirs = [line("a"), line("b", { name: "Bench" })];
  expect(mergedValues(base, [line("a")], theirs)).toEqual({ value: [line("a")], clashes: ["[b]"] });
  expect(mergedValues(base, [line("a")], theirs, "theirs").value).toEqual(theirs);
});

test("a field that one took away stays away", () => {
  expect(mergedValues<object>({ a: 1, b: 2 }, { a: 1 }, { a: 5, b: 2 })).toEqual({ value: { a: 5 }, clashes: [] });
});

const value = fc.record({
  name: fc.constantFrom("a", "b", "c"),
  lines: fc.uniqueArray(
    fc.record({ id: fc.constantFrom("1", "2", "3", "4"), name: fc.constantFrom("x", "y"), at: fc.constantFrom(1, 2) }),
    { selector: ({ id }) => id },
  ),
});

test("merging with what nobody changed changes nothing, and what is preferred decides only where both differ", () => {
  fc.assert(
    fc.property(value, value, value, (base, yours, theirs) => {
      expect(mergedValues(base, yours, base)).toEqual({ value: yours, clashes: [] });
      expect(mergedValues(base, base, theirs)).toEqual({ value: theirs, clashes: [] });
      expect(mergedValues(base, yours, yours)).toEqual({ value: yours, clashes: [] });
      const { value: one, clashes } = mergedValues(base, yours, theirs, "yours");
      const { value: other, clashes: again } = mergedValues(base, yours, theirs, "theirs");
      expect(clashes).toEqual(again);
      if (!clashes.length) expect(one).toEqual(other);
      // Nothing that only one of them added is lost.
      const ids = (list: typeof base) => new Set(list.lines.map(({ id }) => id));
      for (const id of [...ids(yours), ...ids(theirs)]) if (!ids(base).has(id)) expect(ids(one).has(id)).toBe(true);
    }),
  );
});
