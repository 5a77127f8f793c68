// How a page begins: who you are, and the first step.
import { entries, links } from "./entry";

export const openings = entries(
  "Openings",
  [
    "opening",
    "Opening",
    "who you are, beside a picture",
    (b) =>
      b.section(
        "Opening",
        { surface: "soft" },
        b.columns(
          { split: "1:1", place: "center", gap: 48 },
          b.stack(
            { gap: 20 },
            b.heading(1, "Say in one line what you do"),
            b.words("Then two sentences: for whom, where, and why people come back."),
            b.button("The first step"),
          ),
          b.stack({}, b.picture(null, "", { ratio: "4:3" })),
        ),
      ),
  ],
  [
    "opening-middle",
    "Opening in the middle",
    "one line, large, and nothing beside it",
    (b) =>
      b.section(
        "Opening in the middle",
        { surface: "ink", align: "center", width: "narrow", gap: 20, above: 120, below: 120 },
        b.heading(1, "Say in one line what you do"),
        b.words("Then one sentence: for whom, and where.", { size: 1.2 }),
        b.button("The first step"),
      ),
  ],
  [
    "opening-above",
    "Opening above a picture",
    "words first, then a wide picture",
    (b) =>
      b.section(
        "Opening above a picture",
        { align: "center", gap: 24 },
        b.heading(1, "Say in one line what you do", { measure: 22 }),
        b.words("Then one sentence: for whom, and where.", { size: 1.1 }),
        b.button("The first step"),
        b.picture(null, "", { ratio: "16:9", above: 16 }),
      ),
  ],
  [
    "opening-reach",
    "Opening with ways to reach you",
    "for those who only want to ring",
    (b) =>
      b.section(
        "Opening with ways to reach you",
        { surface: "accent" },
        b.columns(
          { split: "2:1", place: "center", gap: 48 },
          b.stack(
            { gap: 16 },
            b.heading(1, "Say in one line what you do"),
            b.words("Then two sentences: for whom, where, and why people come back."),
          ),
          b.stack({}, links(b, "column", ["phone", "Call us"], ["mail", "Write to us"], ["mapPin", "Find us"])),
        ),
      ),
  ],
);
