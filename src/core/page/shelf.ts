// The shelf: sections ready to be placed. Their words say what belongs there; they take the site's brand and facts.
import { builder } from "./build";
import type { PageNode } from "./node";

/** What a section takes from its site when it is placed. */
export interface ShelfFacts {
  /** ISO 4217. */
  readonly currency: string;
  /** BCP 47. */
  readonly language: string;
  /** Lines of the address, and the opening hours as rows; absent where the site does not tell them. */
  readonly address?: readonly string[];
  readonly hours?: readonly (readonly [string, string])[];
}

export const plainFacts: ShelfFacts = { currency: "EUR", language: "en-IE" };

export interface ShelfEntry {
  readonly key: string;
  readonly name: string;
  readonly note: string;
  make(newId: () => string, facts?: ShelfFacts): PageNode;
}

const entry = (
  key: string,
  name: string,
  note: string,
  make: (b: ReturnType<typeof builder>, facts: ShelfFacts) => PageNode,
): ShelfEntry => ({ key, name, note, make: (newId, facts = plainFacts) => make(builder(newId), facts) });

/** A whole amount as the site writes it: "€12", "$12", "£12". */
const price = ({ language, currency }: ShelfFacts, amount: number): string =>
  new Intl.NumberFormat(language, { style: "currency", currency, maximumFractionDigits: 0 }).format(amount);

const card = (b: ReturnType<typeof builder>, title: string, text: string) =>
  b.stack(
    { edge: "line", corners: "brand", inset: 20 },
    b.picture(null, "", { ratio: "3:2" }),
    b.heading(3, title),
    b.words(text),
  );

export const shelf: readonly ShelfEntry[] = [
  entry("opening", "Opening", "who you are, beside a picture", (b) =>
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
  ),
  entry("cards", "Three cards", "things on offer, side by side", (b) =>
    b.section(
      "Three cards",
      {},
      b.heading(2, "What we offer"),
      b.columns(
        { split: "1:1:1", gap: 24 },
        card(b, "The first thing", "One sentence about it, and what it costs."),
        card(b, "The second thing", "One sentence about it, and what it costs."),
        card(b, "The third thing", "One sentence about it, and what it costs."),
      ),
    ),
  ),
  entry("beside", "Picture beside words", "a story and what it looks like", (b) =>
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
  ),
  entry("quote", "Quote", "what someone said about you", (b) =>
    b.section(
      "Quote",
      { surface: "accent", width: "narrow", align: "center" },
      b.heading(2, "“The words of someone who was glad they came.”", { size: 2 }),
      b.words("First name, and what they came for"),
    ),
  ),
  entry("prices", "Price list", "rows with a price at the end", (b, facts) =>
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
  ),
  entry("hours", "Opening hours", "when and where, side by side", (b, facts) =>
    b.section(
      "Opening hours",
      { surface: "soft" },
      b.columns(
        { split: "1:1", gap: 48 },
        b.stack(
          {},
          b.heading(2, "Open"),
          b.rows(
            facts.hours ?? [
              ["Tuesday to Friday", "10:00–18:00"],
              ["Saturday", "10:00–13:00"],
              ["Sunday and Monday", "closed"],
            ],
          ),
        ),
        b.stack(
          {},
          b.heading(2, "Find us"),
          b.words(facts.address ?? ["Street and number", "Town"]),
          b.words("How to come by bus, where to leave the car."),
        ),
      ),
    ),
  ),
  entry("call", "Call to action", "one line and one button", (b) =>
    b.section(
      "Call to action",
      { surface: "ink", align: "center", width: "narrow" },
      b.heading(2, "Ready when you are"),
      b.words("One sentence that takes away the last doubt."),
      b.button("Get in touch"),
    ),
  ),
  entry("gallery", "Gallery", "six pictures in two rows", (b) =>
    b.section(
      "Gallery",
      {},
      b.heading(2, "From the workshop"),
      b.columns(
        { base: { split: "1:1:1", gap: 16 }, phone: { split: "1:1" } },
        ...[1, 2, 3, 4, 5, 6].map(() => b.stack({}, b.picture(null, "", { ratio: "1:1" }))),
      ),
    ),
  ),
  entry("steps", "Steps", "how it goes, one after the other", (b) =>
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
  ),
  entry("words", "Plain words", "a heading and running text", (b) =>
    b.section(
      "Plain words",
      { width: "narrow" },
      b.heading(2, "A heading"),
      b.words(["Running text.", "As many paragraphs as it takes."]),
    ),
  ),
];
