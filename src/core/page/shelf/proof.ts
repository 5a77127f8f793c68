// Why one should believe it: what others say, numbers, before and after.
import { entries, quote } from "./entry";

export const proof = entries(
  "Proof",
  [
    "quote",
    "Quote",
    "what someone said about you",
    (b) =>
      b.section(
        "Quote",
        { surface: "accent", width: "narrow", align: "center" },
        quote(b, "The words of someone who was glad they came.", "First name, and what they came for", { size: 1.6 }),
      ),
  ],
  [
    "quotes",
    "Three quotes",
    "what several people said",
    (b) =>
      b.section(
        "Three quotes",
        {},
        b.heading(2, "What people say"),
        b.columns(
          { split: "1:1:1", gap: 40 },
          ...["The first", "The second", "The third"].map((which) =>
            b.stack({}, quote(b, `${which} one’s words, as they were said.`, "First name")),
          ),
        ),
      ),
  ],
  [
    "quote-picture",
    "Quote beside a picture",
    "somebody’s words and what they got",
    (b) =>
      b.section(
        "Quote beside a picture",
        { surface: "soft" },
        b.columns(
          { split: "1:1", place: "center", gap: 48 },
          b.stack({}, b.picture(null, "", { ratio: "1:1" })),
          b.stack(
            {},
            quote(b, "The words of someone who was glad they came.", "First name, and what they came for", {
              size: 1.35,
            }),
          ),
        ),
      ),
  ],
  [
    "numbers",
    "Numbers",
    "three facts that can be counted",
    (b) =>
      b.section(
        "Numbers",
        { surface: "ink", align: "center" },
        b.columns(
          { split: "1:1:1", gap: 32 },
          ...(
            [
              ["00", "years in this street"],
              ["00", "people last year"],
              ["00", "days until it is ready"],
            ] as const
          ).map(([number, text]) => b.stack({ gap: 4 }, b.words(number, { size: 3 }), b.words(text))),
        ),
      ),
  ],
  [
    "before-after",
    "Before and after",
    "two pictures, side by side",
    (b) =>
      b.section(
        "Before and after",
        {},
        b.heading(2, "Before and after"),
        b.columns(
          { split: "1:1", gap: 16 },
          b.stack({ gap: 8 }, b.picture(null, "", { ratio: "4:3" }), b.words("Before", { colour: "quiet" })),
          b.stack({ gap: 8 }, b.picture(null, "", { ratio: "4:3" }), b.words("After", { colour: "quiet" })),
        ),
      ),
  ],
);
