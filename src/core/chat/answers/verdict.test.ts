// Whether an answer is the one that a test question has to get; tables and pages as a site gives them; proposed questions.

import { pageSource, passagesOf, readsPage, siteFacts, tablesOf } from "../knows/knowledge";
import { readPage } from "../knows/read-page";
import { recogniseTable, rowsFor } from "../knows/table";
import { readTableQuestion } from "../knows/table-question";
import { conversation, engineOf } from "../sample.test-kit";
import { Stems, tokensOf } from "../understands/tokens";
import type { Reply } from "./reply";
import { judge } from "./verdict";

const [known, unknown, hours] = conversation(engineOf({}, [["/visit", "By car", "Leave it at the boat slip."]]), [
  "where do I park",
  "do you have a helicopter",
  "are you open on monday",
]) as [Reply, Reply, Reply];

test.each([
  [known, { of: "page", path: "/visit", says: "" }, "right"],
  [known, { of: "page", path: "/visit/", says: "Boat  slip" }, "right"],
  [known, { of: "page", path: "/visit", says: "river" }, "wrong"],
  [known, { of: "page", path: "/classes", says: "" }, "wrong"],
  [known, { of: "unknown" }, "wrong"],
  [unknown, { of: "unknown" }, "right"],
  [unknown, { of: "page", path: "/visit", says: "" }, "unknown"],
  [unknown, { of: "own", answer: "a" }, "unknown"],
  [hours, { of: "live", what: "hours" }, "right"],
  [hours, { of: "live", what: "price" }, "wrong"],
  [hours, { of: "row", table: "t", row: "r" }, "wrong"],
] as const)("case %#", (reply, expects, verdict) => {
  expect(judge(reply, expects)).toBe(verdict);
});

test("pages are left out by their path or by a pattern", () => {
  const leaveOut = ["/thank-you", "/journal/*"];
  expect(["/", "/thank-you", "/journal/2026", "/journals"].map((path) => readsPage({ leaveOut }, path))).toEqual([
    true,
    false,
    false,
    true,
  ]);
});

test("a table on a page is asked like one that was brought, and says on which page it stands", () => {
  const read = readPage(
    "<main><h2>Firing</h2><table><tr><th>Firing</th><th>Top</th></tr><tr><td>Biscuit</td><td>1,000 °C</td></tr></table></main>",
  );
  const page = { path: "/kiln", title: "Kiln", read };
  expect(tablesOf(page)).toMatchObject([
    { id: "page:/kiln#0", name: "Firing", href: "/kiln", rows: [["Biscuit", "1,000 °C"]] },
  ]);
  expect(passagesOf(pageSource(page), read)).toMatchObject([
    { source: "page:/kiln", lines: ["Biscuit: Top 1,000 °C"] },
  ]);
});

test("what the settings leave open is told as open", () => {
  expect(
    siteFacts("A site", {
      language: "de",
      zone: "Europe/Berlin",
      currency: "EUR",
      description: "",
      mailFrom: "a@b.example",
    }),
  ).toMatchObject({ hours: null, address: [], phone: "", languages: ["de"] });
});

const de = new Stems("de");
const fr = new Stems("fr");
const tone = recogniseTable(
  { id: "t", name: "Tone", row: "Ton" },
  ["Ton", "Brennt bei (°C)", "Sack"],
  [
    ["Rote Irdenware", "1020–1080", "11,50 €"],
    ["Steinzeug", "1200–1260", "14,50 €"],
    ["Porzellan", "1260–1280", "22,00 €"],
  ],
);
const terres = recogniseTable(
  { id: "t", name: "Terres", row: "terre" },
  ["Terre", "Cuisson (°C)", "Sac"],
  [
    ["Faïence", "1020–1080", "11,50 €"],
    ["Grès", "1200–1260", "14,50 €"],
  ],
);
const rows = (question: string, table: typeof tone, stems: Stems) => {
  const reading = readTableQuestion(tokensOf(question, stems), table, stems);
  return reading && rowsFor(table, reading.query).map((row) => table.rows[row]?.[0]);
};

test.each([
  ["Welcher Ton brennt bei 1240 Grad?", ["Steinzeug"]],
  ["der billigste Ton", ["Rote Irdenware"]],
  ["Ton unter 15 Euro", ["Rote Irdenware", "Steinzeug"]],
  ["der teuerste Ton", ["Porzellan"]],
  ["Wie viel kostet Porzellan", ["Porzellan"]],
])("auf Deutsch: „%s“", (question, wanted) => {
  expect(rows(question, tone, de)).toEqual(wanted);
});

test.each([
  ["quelle terre à 1240 degrés ?", ["Grès"]],
  ["la terre la moins chère", ["Faïence"]],
  ["terre à moins de 12 euros", ["Faïence"]],
])("en français : « %s »", (question, wanted) => {
  expect(rows(question, terres, fr)).toEqual(wanted);
});
