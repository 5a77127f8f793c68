// Running text.
import { entries } from "./entry";

export const plain = entries(
  "Words",
  [
    "words",
    "Plain words",
    "a heading and running text",
    (b) =>
      b.section(
        "Plain words",
        { width: "narrow" },
        b.heading(2, "A heading"),
        b.words(["Running text.", "As many paragraphs as it takes."]),
      ),
  ],
  [
    "words-two",
    "Words in two columns",
    "for what is longer",
    (b) =>
      b.section(
        "Words in two columns",
        {},
        b.heading(2, "A heading"),
        b.columns(
          { split: "1:1", gap: 48 },
          b.stack({}, b.words(["Running text.", "As many paragraphs as it takes."])),
          b.stack({}, b.words(["It goes on here.", "Lines of this length are easy to read."])),
        ),
      ),
  ],
);
