import fc from "fast-check";
import { alikeGroups, areAlike, type Printed } from "./alike";

const hex = (bits: bigint) => bits.toString(16).padStart(16, "0");
const bits = fc.bigInt({ min: 0n, max: (1n << 64n) - 1n });
const pictured = (hash: string, print: bigint, widthPx = 1200, heightPx = 800, colours = "40c0a0"): Printed => ({
  hash,
  print: hex(print) + colours,
  widthPx,
  heightPx,
});
const flipped = (print: bigint, places: readonly number[]) =>
  places.reduce((now, place) => now ^ (1n << BigInt(place)), print);
const jug = 0x522a221010120844n;

test("one picture in two sizes is told as one, the larger first", () => {
  expect(
    alikeGroups([
      pictured("small", jug, 600, 400),
      pictured("mug", ~jug & ((1n << 64n) - 1n)),
      pictured("large", flipped(jug, [3, 40])),
    ]),
  ).toEqual([["large", "small"]]);
});

test("whatever bits differ: up to four they are found, in any order", () => {
  fc.assert(
    fc.property(fc.uniqueArray(fc.integer({ min: 0, max: 63 }), { maxLength: 4 }), fc.boolean(), (places, turned) => {
      const two = [pictured("a", jug), pictured("b", flipped(jug, places))];
      expect(alikeGroups(turned ? two.toReversed() : two)).toHaveLength(1);
    }),
  );
});

test("a group holds only what is alike by a chain, and nobody is in two", () => {
  fc.assert(
    fc.property(fc.array(bits, { maxLength: 30 }), (prints) => {
      const pictures = prints.map((print, at) => pictured(`p${at}`, print));
      const groups = alikeGroups(pictures);
      const all = groups.flat();
      expect(new Set(all).size).toBe(all.length);
      const of = (hash: string) => pictures.find((one) => one.hash === hash) as Printed;
      for (const group of groups)
        for (const hash of group)
          expect(group.some((other) => other !== hash && areAlike(of(hash), of(other)))).toBe(true);
    }),
  );
});

test("another shape is another picture, and plain grounds say nothing", () => {
  expect(alikeGroups([pictured("wide", jug), pictured("tall", jug, 800, 1200)])).toEqual([]);
  expect(alikeGroups([pictured("white", 0n), pictured("black", 0n)])).toEqual([]);
});

test("two pictures of one composition in other colours are two pictures; saving again moves colours a little", () => {
  const rust = pictured("rust", jug);
  expect(alikeGroups([rust, pictured("blue", jug, 1200, 800, "4040c0")])).toEqual([]);
  expect(alikeGroups([rust, pictured("saved", jug, 1200, 800, "43bda4")])).toHaveLength(1);
});

test("ten thousand copies of one picture end in time that grows with their number alone", () => {
  const many = Array.from({ length: 10_000 }, (_one, at) => pictured(`p${at}`, flipped(jug, [at % 4])));
  expect(alikeGroups(many)).toHaveLength(1);
});
