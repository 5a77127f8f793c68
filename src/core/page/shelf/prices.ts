// What it costs.
import { card, cards, entries, price } from "./entry";

export const prices = entries(
  "Prices",
  [
    "prices",
    "Price list",
    "rows with a price at the end",
    (b, facts) =>
      b.section(
        "Price list",
        { width: "narrow" },
        b.heading(2, "Prices"),
        b.rows([
          ["The small one", price(facts, 12)],
          ["The usual one", price(facts, 24)],
          ["The large one", price(facts, 48)],
        ]),
        b.words("Say here what is included.", { colour: "quiet", size: 0.9 }),
      ),
  ],
  [
    "prices-two",
    "Two price lists",
    "two groups of prices beside each other",
    (b, facts) => {
      const list = (title: string) =>
        b.stack(
          {},
          b.heading(3, title),
          b.rows([
            ["The small one", price(facts, 12)],
            ["The large one", price(facts, 24)],
          ]),
        );
      return b.section(
        "Two price lists",
        { surface: "soft" },
        b.heading(2, "Prices"),
        b.columns({ split: "1:1", gap: 56 }, list("The first group"), list("The second group")),
      );
    },
  ],
  [
    "price-cards",
    "Prices to choose from",
    "three ways to buy, each with its button",
    (b, facts) => {
      const one = (title: string, amount: number) =>
        card(
          b,
          b.heading(3, title),
          b.words(price(facts, amount), { size: 2 }),
          b.bullets(["What is in it", "For whom it is right"]),
          b.button("Take this one"),
        );
      return b.section(
        "Prices to choose from",
        {},
        b.heading(2, "Choose yours"),
        cards(
          b,
          { split: "1:1:1", gap: 24 },
          one("The small one", 12),
          one("The usual one", 24),
          one("The large one", 48),
        ),
      );
    },
  ],
  [
    "price-table",
    "Price table",
    "several prices for each thing",
    (b, facts) =>
      b.section(
        "Price table",
        {},
        b.heading(2, "Prices"),
        b.node("table", {
          columns: [{ id: "c1" }, { id: "c2" }, { id: "c3" }],
          rows: [
            { id: "r1", c1: "What", c2: "Once", c3: "Ten times" },
            { id: "r2", c1: "The small one", c2: price(facts, 12), c3: price(facts, 100) },
            { id: "r3", c1: "The large one", c2: price(facts, 24), c3: price(facts, 200) },
          ],
          headRow: true,
          headColumn: true,
          onPhones: "pairs",
        }),
      ),
  ],
);
