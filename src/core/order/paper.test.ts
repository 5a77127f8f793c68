// Papers of orders: what stands on them, in each language, and that their sums are those of the order.
import { creditPaper, invoicePaper, packingPaper } from "./paper";
import { aDocument as document, anOrder as order } from "./sample.test-kit";

test("an invoice names goods, tax by rate, what a voucher paid, and what was left to pay", () => {
  const paper = invoicePaper(order, "W7");
  expect(paper.title).toBe("Invoice W7");
  expect(paper.seller).toEqual(["Wrenfield Clayworks", "Mill Lane 4", "Our tax number: IE1234567T"]);
  expect(paper.facts).toEqual([
    ["Date", "5 March 2026"],
    ["Order", "W-1042"],
  ]);
  expect(paper.rows).toEqual([
    ["The mug\nName to stamp: Ana & Bo", "2", "€18.00", "€36.00"],
    ["The clay", "2.5 kg", "€1.80", "€4.50"],
    ["Parcel", "", "", "€5.00"],
  ]);
  expect(paper.sums).toEqual([
    ["Without tax", "€37.24"],
    ["Tax 23 %, IE", "€7.57"],
    ["In all", "€45.50"],
    ["Voucher …QRWE", "−€10.00"],
    ["Paid (Card)", "€35.50"],
  ]);
  expect(paper.notes).toEqual(["Paid. Thank you."]);
});

test("what is not paid does not say so; a buyer who owes the tax is told, with their number", () => {
  const outside = { ...document, taxNumber: "DE123456789", total: { ...document.total, tax: 0 } };
  const paper = invoicePaper({ ...order, paid: 0, document: outside }, "W8");
  expect(paper.notes).toEqual(["The buyer owes the tax (reverse charge)."]);
  expect(paper.facts).toContainEqual(["Your tax number", "DE123456789"]);
});

test("a credit note names the lines that went back and what they came to", () => {
  const paper = creditPaper(order, { note: "WC1", invoice: "W7" }, { lines: { mug: 1 }, amount: 1500 });
  expect(paper.title).toBe("Credit note WC1");
  expect(paper.facts).toContainEqual(["For invoice", "W7"]);
  expect(paper.rows).toEqual([["The mug", "1", "", "€18.00"]]);
  // What was agreed to be given back, whatever the lines came to.
  expect(paper.sums).toEqual([["Given back", "€15.00"]]);
  expect(creditPaper(order, { note: "WC2", invoice: "W7" }, { lines: {}, amount: 200 }).rows).toEqual([]);
});

test("a packing slip has SKUs and no price, only what goes into that parcel, and the buyer’s note", () => {
  const paper = packingPaper(order, { mug: 1 });
  expect(paper.rows).toEqual([["The mug\nName to stamp: Ana & Bo", "MUG", "1", ""]]);
  expect(JSON.stringify(paper)).not.toContain("€");
  expect(paper.notes).toEqual(["Ring <b>twice</b>"]);
});

test.each([
  ["de", "Rechnung W7", "5. März 2026", "Zu zahlen"],
  ["fr", "Facture W7", "5 mars 2026", "À payer"],
  ["nl", "Invoice W7", "5 maart 2026", "To pay"],
])("in %s", (language, title, date, toPay) => {
  const paper = invoicePaper({ ...order, paid: 0, language }, "W7");
  expect([paper.title, paper.facts[0]?.[1], paper.sums.at(-1)?.[0]]).toEqual([title, date, toPay]);
});
