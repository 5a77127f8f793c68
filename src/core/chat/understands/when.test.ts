// When a question means, by the calendar of the place.
import fc from "fast-check";
import { dateAfter } from "@/core/site/open-hours";
import { whenIn } from "./when";

/** A Wednesday. */
const today = "2026-11-25";
const span = (question: string, language = "en") => {
  const when = whenIn(question, language, today);
  return when && `${when.from}..${when.to}`;
};

test.each([
  ["are you open today", "2026-11-25..2026-11-25"],
  ["tomorrow?", "2026-11-26..2026-11-26"],
  ["on Saturday", "2026-11-28..2026-11-28"],
  ["on wednesdays", "2026-11-25..2026-11-25"],
  ["next wednesday", "2026-12-02..2026-12-02"],
  ["this weekend", "2026-11-28..2026-11-29"],
  ["next week", "2026-11-30..2026-12-06"],
  ["on 24 December", "2026-12-24..2026-12-24"],
  ["in March", "2027-03-01..2027-03-31"],
  ["may I come", null],
  ["on 31 February", null],
  ["who won", null],
])("“%s”", (question, wanted) => {
  expect(span(question)).toBe(wanted);
});

test.each([
  ["de", "am Sonntag", "2026-11-29..2026-11-29"],
  ["de", "so ein Tag", null],
  ["de", "übermorgen", "2026-11-27..2026-11-27"],
  ["fr", "samedi prochain", "2026-11-28..2026-11-28"],
])("in %s: “%s”", (language, question, wanted) => {
  expect(span(question, language)).toBe(wanted);
});

test("a part of the day and a time are kept beside the day", () => {
  expect(whenIn("tomorrow afternoon", "en", today)).toMatchObject({ after: "12:00", before: "18:00" });
  expect(whenIn("on friday at 3 pm", "en", today)).toMatchObject({ from: "2026-11-27", after: "15:00" });
});

test("whatever is asked, a span of days begins no later than it ends, and never in the past", () => {
  const word = fc.oneof(
    fc.constantFrom(
      "next",
      "week",
      "friday",
      "march",
      "may",
      "31",
      "29",
      "february",
      "2026-02-30",
      "2026-12-01",
      "at",
      "7:30",
      "weekend",
      "today",
    ),
    fc.string({ maxLength: 8 }),
  );
  fc.assert(
    fc.property(fc.array(word, { maxLength: 8 }), fc.integer({ min: 0, max: 1500 }), (words, days) => {
      const day = dateAfter(today, days);
      for (const language of ["en", "de", "fr"]) {
        const when = whenIn(words.join(" "), language, day);
        if (!when) continue;
        expect(when.from <= when.to).toBe(true);
        expect(when.from >= day).toBe(true);
        expect(Number.isNaN(Date.parse(when.to))).toBe(false);
      }
    }),
  );
});
