// Tables that are asked: what columns hold, and rows found by filters, judged by a slow oracle that shares nothing with them.
import fc from "fast-check";
import { Stems, tokensOf } from "../understands/tokens";
import { daysIn, type Filter, readCell, recogniseColumn, recogniseTable, rowSays, rowsFor, tableOfRows } from "./table";
import { readTableQuestion } from "./table-question";

const stems = new Stems("en");
const limits = { rows: 400, columns: 16, cell: 200 };

const clays = recogniseTable(
  { id: "clays", name: "Clays", row: "clay" },
  ["Clay", "Fires at (°C)", "Colour", "Bag"],
  [
    ["Red earthenware", "1020–1080", "terracotta", "€11.50"],
    ["Stoneware", "1200–1260", "grey", "€14.50"],
    ["Porcelain", "1260–1280", "white", "€22.00"],
  ],
);

test.each([
  ["€1,240.50", { from: 1240.5, to: 1240.5, unit: "€" }],
  ["1.240 °C", { from: 1240, to: 1240, unit: "°C" }],
  ["1200–1260", { from: 1200, to: 1260, unit: "" }],
  ["6,5 h", { from: 6.5, to: 6.5, unit: "h" }],
  ["12 €", { from: 12, to: 12, unit: "€" }],
])("%s is read as numbers with their unit", (cell, wanted) => {
  expect(readCell(cell)).toEqual(wanted);
});

test.each(["six evenings", "6 evenings", "", "about a day", "9–3 h?"])("%s is words", (cell) => {
  expect(readCell(cell)).toBeNull();
});

test("days of the week are told from words, and a stretch of them is each of them", () => {
  expect(daysIn("Tue, Thu")).toEqual([1, 3]);
  expect(daysIn("Fri–Mon")).toEqual([4, 5, 6, 0]);
  expect(daysIn("by appointment")).toBeNull();
});

test("what a column holds is recognised from its cells", () => {
  expect(clays.columns.map(({ kind, unit }) => [kind, unit])).toEqual([
    ["words", ""],
    ["range", "°C"],
    ["words", ""],
    ["number", "€"],
  ]);
  expect(recogniseColumn("Days", ["Tue, Wed", "Sat"]).kind).toBe("days");
  expect(recogniseColumn("Teaches", ["wheel, glazing", "wheel", "glazing, kiln"]).kind).toBe("list");
});

test("rows of other lengths are evened out and counted; what is no table says why", () => {
  const made = tableOfRows({ id: "t", name: "T" }, [["Clay", "Price"], ["A", "3"], ["B"], ["C", "4", "x"]], limits);
  expect(made).toMatchObject({
    ok: true,
    ragged: 2,
    table: {
      rows: [
        ["A", "3"],
        ["B", ""],
        ["C", "4"],
      ],
    },
  });
  expect(tableOfRows({ id: "t", name: "T" }, [], limits)).toEqual({ ok: false, fault: "empty" });
  expect(tableOfRows({ id: "t", name: "T" }, [["a"], ["b"]], limits)).toEqual({ ok: false, fault: "oneColumn" });
});

const ask = (question: string, table = clays) => {
  const reading = readTableQuestion(tokensOf(question, stems), table, stems);
  return reading && rowsFor(table, reading.query).map((row) => table.rows[row]?.[table.nameColumn]);
};

test.each([
  ["which clay at 1240?", ["Stoneware"]],
  ["clay under 12 euro", ["Red earthenware"]],
  ["which clay costs more than 20 euros", ["Porcelain"]],
  ["cheapest clay", ["Red earthenware"]],
  ["hottest clay", ["Porcelain"]],
  ["clay between 1250 and 1270 degrees", ["Stoneware", "Porcelain"]],
  ["which clay is white", ["Porcelain"]],
  ["how many clays are there under 15 euro", ["Red earthenware", "Stoneware"]],
])("%s", (question, wanted) => {
  expect(ask(question)).toEqual(wanted);
});

test("the row is said with the columns that were asked for", () => {
  const reading = readTableQuestion(tokensOf("how hot is porcelain fired", stems), clays, stems);
  expect(reading && rowSays(clays, 2, reading.query.asks)).toBe("Porcelain: Fires at (°C) 1260–1280 °C");
});

test.each(["what is the meaning of life", "do you have a dog", "clay", "tell me about porcelain in China"])(
  "“%s” is not taken for a question about the rows",
  (question) => {
    expect(readTableQuestion(tokensOf(question, stems), clays, stems)?.share ?? 0).toBeLessThan(0.6);
  },
);

/** The slow oracle: each row by itself, each condition written out, numbers as their plain text. */
const number = fc.integer({ min: 0, max: 40 });
const made = fc.record({
  rows: fc.array(fc.tuple(fc.constantFrom("ash", "oak", "elm"), number, fc.tuple(number, number)), { maxLength: 12 }),
  under: fc.option(number, { nil: null }),
  atLeast: fc.option(number, { nil: null }),
  at: fc.option(number, { nil: null }),
  wood: fc.option(fc.constantFrom("ash", "oak", "elm", "fir"), { nil: null }),
  order: fc.constantFrom("none", "least", "most"),
});

test("filters, least and most agree with looking at every row by hand", () => {
  fc.assert(
    fc.property(made, ({ rows, under, atLeast, at, wood, order }) => {
      const cells = rows.map(([name, price, [a, b]]) => [name, `€${price}`, `${Math.min(a, b)}–${Math.max(a, b)}`]);
      const table = recogniseTable({ id: "t", name: "Woods" }, ["Wood", "Price", "Range"], cells);
      const filters: Filter[] = [
        ...(under === null ? [] : [{ column: 1, op: "under" as const, value: under }]),
        ...(atLeast === null ? [] : [{ column: 1, op: "atLeast" as const, value: atLeast }]),
        ...(at === null ? [] : [{ column: 2, op: "at" as const, value: at }]),
        ...(wood === null ? [] : [{ column: 0, op: "has" as const, value: wood }]),
      ];
      const query = {
        filters,
        order: order === "none" ? null : { column: 1, least: order === "least" },
        count: false,
        asks: [],
      };
      let wanted = rows.flatMap(([name, price, [a, b]], row) => {
        if (under !== null && !(price < under)) return [];
        if (atLeast !== null && !(price >= atLeast)) return [];
        if (at !== null && (at < Math.min(a, b) || at > Math.max(a, b))) return [];
        if (wood !== null && name !== wood) return [];
        return [{ row, price }];
      });
      if (order !== "none") {
        const prices = wanted.map(({ price }) => price);
        const best = order === "least" ? Math.min(...prices) : Math.max(...prices);
        wanted = wanted.filter(({ price }) => price === best);
      }
      expect(rowsFor(table, query)).toEqual(wanted.map(({ row }) => row));
    }),
  );
});
