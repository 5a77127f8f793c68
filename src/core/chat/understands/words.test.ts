// Words as they are compared: small letters, stems, numbers; which others they stand for; sentences of a text; names of what is sold.
import fc from "fast-check";
import { bench, mug, wheel } from "../sample.test-kit";
import { sentencesOf } from "./sentences";
import { Subjects } from "./subject";
import { Synonyms } from "./synonyms";
import { folded, isStop, isStopSwapped, plainNumber, Stems, tokensOf } from "./tokens";
import { tradeWords } from "./trade-words";

const en = new Stems("en-IE");
const de = new Stems("de");

test.each([
  ["Schüssel", "schussel"],
  ["Straße", "strasse"],
  ["CAFÉ", "cafe"],
])("%s is compared as %s", (word, wanted) => {
  expect(folded(word)).toBe(wanted);
});

test.each([
  ["1,240", "1240"],
  ["1.240", "1240"],
  ["1240", "1240"],
  ["6.50", "6.50"],
  ["6,5", "6.5"],
  ["38.00", "38"],
])("the number %s is %s", (word, wanted) => {
  expect(plainNumber(word)).toBe(wanted);
});

test("forms of one word are one, and a small number in words is its digits", () => {
  const same = (...words: string[]) => new Set(words.map((word) => en.of(word))).size;
  expect(same("firing", "fired", "fire", "firings")).toBe(1);
  expect(same("children", "child")).toBe(1);
  expect(same("six", "6")).toBe(1);
  expect(same("e-bike", "ebike", "e-bikes")).toBe(1);
  expect(same("tyre", "tires")).toBe(1);
  expect(same("kiln", "clay")).toBe(2);
  expect(de.of("sechs")).toBe("6");
  expect(de.of("Termine")).toBe(de.of("Termin"));
});

test("a word is parted where people part it, and an apostrophe or a letter before a hyphen belongs to it", () => {
  const words = (text: string) => tokensOf(text, en).map(({ word }) => word);
  expect(words("six-week wheel, e-mail & €1,240.50")).toEqual(["six", "week", "wheel", "e-mail", "1,240.50"]);
  expect(words("can't you?")).toEqual(["can't", "you"]);
  expect(words("🙂 … !")).toEqual([]);
});

test("small words say little, with neighbours swapped as well", () => {
  expect([isStop("en-IE", "what"), isStop("en", "kiln"), isStop("xx", "what")]).toEqual([true, false, false]);
  expect([isStopSwapped("en", "whta"), isStopSwapped("en", "klin"), isStopSwapped("en", "it")]).toEqual([
    true,
    false,
    false,
  ]);
});

test("however long a text is, so many of its words are looked at", () => {
  expect(tokensOf("kiln ".repeat(50_000), en).length).toBeLessThanOrEqual(4000);
});

const word = fc.constantFrom("taster", "trial", "lesson", "first", "throw", "kiln", "oven");
const groups = fc.array(
  fc.array(
    fc.array(word, { minLength: 1, maxLength: 2 }).map((list) => list.join(" ")),
    { minLength: 2, maxLength: 4 },
  ),
  { maxLength: 4 },
);

test("a word stands for the others of its group; a phrase only where all of it was said; never for itself", () => {
  fc.assert(
    fc.property(groups, fc.array(word, { minLength: 1, maxLength: 4 }), (lines, said) => {
      const synonyms = new Synonyms([{ words: lines, weight: 0.9 }], en);
      const inQuestion = new Set(said.map((one) => en.of(one)));
      const stemsOf = (phrase: string) => tokensOf(phrase, en).map(({ stem }) => stem);
      for (const stem of inQuestion) {
        const wanted = new Set<string>();
        // Written out: each group, each phrase of it that was said, each other phrase.
        for (const line of lines)
          for (const [at, phrase] of line.entries()) {
            const stems = stemsOf(phrase);
            if (!stems.includes(stem) || !stems.every((one) => inQuestion.has(one))) continue;
            for (const [nth, other] of line.entries())
              if (nth !== at && !stemsOf(other).includes(stem)) wanted.add(stemsOf(other).join(" "));
          }
        expect(new Set(synonyms.of(stem, inQuestion).map(({ stems }) => stems.join(" ")))).toEqual(wanted);
      }
    }),
  );
});

test("no word of the trade stands twice in one group, and every group has two", () => {
  for (const language of ["en", "de", "fr"])
    for (const group of tradeWords(language)) {
      expect(new Set(group).size).toBe(group.length);
      expect(group.length).toBeGreaterThan(1);
    }
  expect(tradeWords("constructor")).toEqual([]);
});

test("sentences end where they end, and not at c. or at a price", () => {
  expect(sentencesOf("It costs €6.50. Bring c. 10 kg of clay. Come early!", "en")).toEqual([
    "It costs €6.50.",
    "Bring c. 10 kg of clay.",
    "Come early!",
  ]);
});

test("nothing of a text is lost or changed by parting it", () => {
  fc.assert(
    fc.property(fc.lorem({ maxCount: 6, mode: "sentences" }), (text) => {
      expect(sentencesOf(text, "en").join(" ").replace(/\s+/g, " ")).toBe(text.replace(/\s+/g, " ").trim());
    }),
  );
});

const subjects = new Subjects([wheel, bench, mug], en);
const meant = (question: string) => subjects.in(tokensOf(question, en), () => false).map(({ subject }) => subject.id);

test.each([
  ["how much is the evening wheel", ["wheel"]],
  ["Evening Wheel", ["wheel"]],
  ["eveningwheel", []],
  ["is a room free", ["wheel", "bench"]],
  ["a mug", ["mug"]],
  ["does Maren teach", ["wheel"]],
  ["a helicopter", []],
])("“%s” is about %j", (question, wanted) => {
  expect([...meant(question)].sort()).toEqual([...wanted].sort());
});

test("a word that the site itself has is no slip of a name", () => {
  const words = tokensOf("the beech at the door", en);
  expect(subjects.in(words, () => false).map(({ subject }) => subject.id)).toEqual(["bench"]);
  expect(subjects.in(words, (stem) => stem === en.of("beech"))).toEqual([]);
});
