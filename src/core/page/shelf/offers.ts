// What is on offer, and how it goes.
import { card, cards, entries, icon } from "./entry";

export const offers = entries(
  "Offers",
  [
    "cards",
    "Three cards",
    "things on offer, side by side",
    (b) => {
      const one = (title: string) =>
        card(
          b,
          b.picture(null, "", { ratio: "3:2" }),
          b.heading(3, title),
          b.words("One sentence about it, and what it costs."),
        );
      return b.section(
        "Three cards",
        {},
        b.heading(2, "What we offer"),
        cards(b, { split: "1:1:1", gap: 24 }, one("The first thing"), one("The second thing"), one("The third thing")),
      );
    },
  ],
  [
    "beside",
    "Picture beside words",
    "a story and what it looks like",
    (b) =>
      b.section(
        "Picture beside words",
        {},
        b.columns(
          { split: "1:1", place: "center", gap: 48 },
          b.stack({}, b.picture(null, "", { ratio: "4:3" })),
          b.stack(
            {},
            b.heading(2, "How it began"),
            b.words(["Tell it as you would across the counter.", "A second paragraph keeps it easy to read."]),
          ),
        ),
      ),
  ],
  [
    "beside-behind",
    "Words beside picture",
    "the other way round, for the next one",
    (b) =>
      b.section(
        "Words beside picture",
        { surface: "soft" },
        b.columns(
          { split: "1:1", place: "center", gap: 48 },
          b.stack(
            { gap: 18 },
            b.heading(2, "What is special about it"),
            b.words("Two or three sentences that say what somebody gets, and for whom it is right."),
            b.button("More about it", undefined, { tone: "outline" }),
          ),
          // On phones the picture comes first, as in the section before it.
          b.stack({ base: {}, phone: { order: "first" } }, b.picture(null, "", { ratio: "4:3" })),
        ),
      ),
  ],
  [
    "included",
    "What is included",
    "three short points, each with a sign",
    (b) => {
      const one = (sign: "check" | "clock" | "heart", title: string) =>
        b.stack({ gap: 10 }, icon(b, sign), b.heading(3, title), b.words("One sentence about this point."));
      return b.section(
        "What is included",
        {},
        b.heading(2, "What is included"),
        b.columns(
          { split: "1:1:1", gap: 40 },
          one("check", "The first point"),
          one("clock", "The second point"),
          one("heart", "The third point"),
        ),
      );
    },
  ],
  [
    "one-first",
    "One offer first",
    "the usual one large, two others beside it",
    (b) => {
      const small = (title: string) =>
        card(b, b.heading(3, title), b.words("One sentence about it, and what it costs."));
      return b.section(
        "One offer first",
        { surface: "soft" },
        b.heading(2, "What we offer"),
        b.columns(
          { split: "2:1", gap: 24 },
          b.stack(
            {},
            card(
              b,
              b.picture(null, "", { ratio: "16:9" }),
              b.heading(3, "The usual one"),
              b.words("Two sentences about it, and what it costs."),
              b.button("Take this one"),
            ),
          ),
          b.stack({ gap: 24 }, small("The small one"), small("The large one")),
        ),
      );
    },
  ],
  [
    "in-tabs",
    "Offers in tabs",
    "one group of offers at a time",
    (b) => {
      const tab = (title: string) =>
        b.node("tab", { title }, {}, [
          b.words("One sentence about this group."),
          b.rows([
            ["The first thing", ""],
            ["The second thing", ""],
          ]),
        ]);
      return b.section(
        "Offers in tabs",
        { width: "narrow" },
        b.heading(2, "What we offer"),
        b.node("tabs", {}, {}, [tab("For one"), tab("For two"), tab("For groups")]),
      );
    },
  ],
  [
    "steps",
    "Steps",
    "how it goes, one after the other",
    (b) =>
      b.section(
        "Steps",
        {},
        b.heading(2, "How it goes"),
        b.columns(
          { split: "1:1:1", gap: 32 },
          ...["You ask", "We agree on a day", "You take it home"].map((title, index) =>
            b.stack(
              {},
              b.words(`${index + 1}`, { size: 2, colour: "accent" }),
              b.heading(3, title),
              b.words("One sentence about this step."),
            ),
          ),
        ),
      ),
  ],
);
