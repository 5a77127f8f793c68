import fc from "fast-check";
import { splitPattern } from "../look/look";
import { heightBeside, snappedHeight, snappedSpace, spaceBeside, spaceSteps, splitBeside, splitDragged } from "./drags";

it("spaces land on steps, heights on twenties, and on every px where they are not to snap", () => {
  expect(snappedSpace(70, true)).toBe(72);
  expect(snappedSpace(70, false)).toBe(70);
  expect(snappedSpace(-9, true)).toBe(0);
  expect(snappedSpace(900, false)).toBe(320);
  expect(snappedHeight(311, true)).toBe(320);
  expect(snappedHeight(311, false)).toBe(311);
  expect([
    spaceBeside(72, 1),
    spaceBeside(72, -1),
    spaceBeside(70, 1),
    spaceBeside(0, -1),
    spaceBeside(320, 1),
  ]).toEqual([80, 64, 72, 0, 320]);
  expect([heightBeside(300, 1), heightBeside(300, -1), heightBeside(310, 1), heightBeside(0, -1)]).toEqual([
    320, 280, 320, 0,
  ]);
});

it.each<[string | undefined, number, number, string]>([
  [undefined, 0, 0.5, "1:1"],
  ["1:1", 0, 0.66, "2:1"],
  ["1:1", 0, 0.33, "1:2"],
  ["2:1", 0, 0.6, "3:2"],
  ["1:1:1", 0, 0.66, "4:2:3"],
  ["1:1:1", 1, 0.5, "1:1:1"],
  ["2:1:1", 1, 0.75, "4:3:1"],
  ["stacked", 0, 0.8, "4:1"],
])("from %s, boundary %d at %d of the pair, comes %s", (split, at, share, wanted) => {
  expect(splitDragged(split, at, share)).toBe(wanted);
});

it("whatever is dragged is a split, the others keep their width, and the keys reach every place", () => {
  const parts = fc.array(fc.integer({ min: 1, max: 3 }), { minLength: 2, maxLength: 4 });
  fc.assert(
    fc.property(parts, fc.nat(2), fc.double({ min: 0, max: 1, noNaN: true }), (given, which, share) => {
      const at = which % (given.length - 1);
      const split = given.join(":");
      const next = splitDragged(split, at, share);
      expect(next).toMatch(splitPattern);
      const after = next.split(":").map(Number);
      expect(after).toHaveLength(given.length);
      const sum = (list: readonly number[]) => list.reduce((all, part) => all + part, 0);
      given.forEach((part, index) => {
        if (index !== at && index !== at + 1)
          expect((after[index] as number) / sum(after)).toBeCloseTo(part / sum(given), 9);
      });
      const [on, back] = [splitBeside(split, at, 1), splitBeside(split, at, -1)];
      const shareOf = (one: string) => {
        const all = one.split(":").map(Number);
        return (all[at] as number) / ((all[at] as number) + (all[at + 1] as number));
      };
      expect(shareOf(on)).toBeGreaterThanOrEqual(shareOf(split));
      expect(shareOf(back)).toBeLessThanOrEqual(shareOf(split));
    }),
  );
});

it("steps rise", () => {
  expect([...spaceSteps].sort((one, other) => one - other)).toEqual(spaceSteps);
});
