// Passages by their words: what changes with a release is put in and taken out, and what is left is as if made anew.
import fc from "fast-check";
import { slipsBetween } from "../understands/distance";
import { Stems, tokensOf } from "../understands/tokens";
import type { Passage, Source } from "./passage";
import { PassageIndex, type Term } from "./passage-index";

const source = (id: string): Source => ({ id, kind: "page", title: id, href: `/${id}` });
const passage = (of: string, nth: number, words: string): Passage => ({
  ...{ id: `${of}#${nth}`, source: of, headings: [`about ${of}`], question: false, lines: [words], shows: [] },
});
const stems = new Stems("en");
const termsOf = (words: string): Term[] =>
  tokensOf(words, stems).map(({ word, stem }) => ({
    ...{ word, stem, carries: 1, meant: [{ stems: [stem], weight: 1, by: "itself" as const }] },
  }));

const word = fc.constantFrom("kiln", "clay", "wheel", "glaze", "door", "river", "pot", "fire");
const words = fc.array(word, { minLength: 1, maxLength: 8 }).map((list) => list.join(" "));
const step = fc.record({
  of: fc.constantFrom("a", "b", "c", "d"),
  put: fc.option(fc.array(words, { maxLength: 3 }), { nil: null }),
});

test("an index that sources came to and went from is the same as one made of what is left", () => {
  fc.assert(
    fc.property(fc.array(step, { maxLength: 12 }), words, (steps, asked) => {
      const grown = new PassageIndex(stems);
      const left = new Map<string, readonly Passage[]>();
      for (const { of, put } of steps) {
        if (put === null) {
          grown.drop(of);
          left.delete(of);
        } else {
          const passages = put.map((line, nth) => passage(of, nth, line));
          grown.put(source(of), passages);
          left.set(of, passages);
        }
      }
      const anew = new PassageIndex(stems);
      for (const [of, passages] of left) anew.put(source(of), passages);
      const told = (index: PassageIndex) =>
        index
          .search(termsOf(asked), 20)
          .map(({ passage: { id }, score, share }) => [id, score.toFixed(9), share.toFixed(9)]);
      expect(told(grown)).toEqual(told(anew));
      expect(grown.size).toBe(anew.size);
      expect(grown.vocabulary.size).toBe(anew.vocabulary.size);
    }),
  );
});

test("the share of a question that a passage carries is between none and all of it", () => {
  fc.assert(
    fc.property(fc.array(words, { minLength: 1, maxLength: 6 }), words, (texts, asked) => {
      const index = new PassageIndex(stems);
      index.put(
        source("a"),
        texts.map((text, nth) => passage("a", nth, text)),
      );
      for (const { share, score } of index.search(termsOf(asked), 20)) {
        expect(share).toBeGreaterThan(0);
        expect(share).toBeLessThanOrEqual(1 + 1e-9);
        expect(score).toBeGreaterThan(0);
        expect(score).toBeLessThanOrEqual(1);
      }
    }),
  );
});

/** The definition itself, without rows that are kept: what the fast one has to agree with. */
function slipsSlow(one: string, other: string): number {
  if (!one || !other) return one.length + other.length;
  const rest = (a: number, b: number) => slipsSlow(one.slice(a), other.slice(b));
  if (one[0] === other[0]) return rest(1, 1);
  const swapped = one[0] === other[1] && one[1] === other[0] && one.length > 1 && other.length > 1;
  return 1 + Math.min(rest(1, 0), rest(0, 1), rest(1, 1), swapped ? rest(2, 2) : Number.POSITIVE_INFINITY);
}

test("slips between words are those of the definition", () => {
  const short = fc.array(fc.constantFrom("a", "b", "c"), { maxLength: 6 }).map((letters) => letters.join(""));
  fc.assert(
    fc.property(short, short, fc.integer({ min: 0, max: 4 }), (one, other, most) => {
      const slow = slipsSlow(one, other);
      expect(slipsBetween(one, other, most)).toBe(slow > most ? most + 1 : slow);
    }),
  );
});

test("slips, compounds and beginnings of words are found, and short words stand for themselves", () => {
  const index = new PassageIndex(stems);
  index.put(source("a"), [passage("a", 0, "stoneware kiln hire boat slip")]);
  const near = (said: string) =>
    index.vocabulary.near(said, stems).map(({ stems: meant, by }) => `${by} ${meant.join("+")}`);
  expect(near("stonware")[0]).toBe(`slip ${stems.of("stoneware")}`);
  expect(near("kilnhire")).toContain("parts kiln+hire");
  expect(near("bat")).toEqual([]);
});
