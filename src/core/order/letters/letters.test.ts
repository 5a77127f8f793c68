// Letters about orders: what each says in each language, in the shop's words where it has some, and that its sums add up.
import { shopSchema } from "@/core/shop/schema";
import { aDocument } from "../sample.test-kit";
import { isWritten, orderLetters, orderPlaceholders } from "./kinds";
import { type OrderLetterFacts, orderLetter } from "./letters";

const facts: OrderLetterFacts = {
  ...{ shop: "Wrenfield Clayworks", language: "en-IE", currency: "EUR", number: "W-1042", name: "Nuala Byrne" },
  ...{ document: aDocument, toPay: 3550, paid: 3550, refunded: 0, payment: [], own: undefined },
  link: "http://wrenfield.localhost/order?o=abc.def",
};

describe.each(["en-IE", "de", "fr"])("in %s", (language) => {
  test.each(orderLetters)(
    "%s says which order, what of it, the tax, where it goes and where it can be seen",
    (kind) => {
      const { subject, lines } = orderLetter(kind, { ...facts, language, amount: 1000 });
      const text = lines.join("\n");
      expect(subject).toContain("W-1042");
      for (const said of ["The mug", "The clay", "Nuala Byrne, 3 Quay Street, Galway", facts.link])
        expect(text).toContain(said);
      expect(text).toMatch(/23\s%/);
      expect(text).toMatch(/7[.,]57/);
    },
  );
  test("every letter has a subject and first words of its own", () => {
    const letters = orderLetters.map((kind) => orderLetter(kind, { ...facts, language, amount: 1000 }));
    expect(new Set(letters.map(({ subject }) => subject)).size).toBe(orderLetters.length);
    expect(new Set(letters.map(({ lines }) => lines[0])).size).toBe(orderLetters.length);
  });
});

test("worked out by hand: goods, sending, what it comes to, the tax in it, a voucher, and what was paid how", () => {
  const { lines } = orderLetter("ordered", facts);
  expect(lines).toEqual([
    "Thank you for your order. This is what you ordered:",
    "",
    "Order W-1042",
    "2 × The mug: €36.00",
    "2.5 kg × The clay: €4.50",
    "Parcel: €5.00",
    "Total: €45.50",
    "Of that tax 23 % Ireland: €7.57",
    "Gift voucher …QRWE: −€10.00",
    "Paid (Card): €35.50",
    "",
    "Sent by: Parcel",
    "Address: Nuala Byrne, 3 Quay Street, Galway, Ireland",
    "",
    "Your order, with its papers:",
    facts.link,
  ]);
});

test("what is not paid is to be paid; what is half paid says both; what went back stands below", () => {
  const money = (more: Partial<OrderLetterFacts>) =>
    orderLetter("changed", { ...facts, ...more }).lines.filter((line) => /paid|pay:|given back/i.test(line));
  expect(money({ paid: 0 })).toEqual(["To pay: €35.50"]);
  expect(money({ paid: 2000 })).toEqual(["Paid (Card): €20.00", "Still to pay: €15.50"]);
  expect(money({ refunded: 1000 })).toEqual(["Paid (Card): €35.50", "Given back: −€10.00"]);
});

test("sent to where less tax is owed, the lines add up by a line for the tax taken off", () => {
  const british = {
    ...aDocument,
    total: {
      ...aDocument.total,
      ...{ net: 3699, tax: 0, gross: 3699, toPay: 2699 },
      lines: aDocument.total.lines.map((line) => ({ ...line, levy: { ...line.levy, rate: 0, owedTo: "GB" } })),
      taxes: [{ rate: 0, owedTo: "GB", net: 3699, tax: 0 }],
    },
  };
  const { lines } = orderLetter("ordered", { ...facts, document: british, toPay: 2699, paid: 2699 });
  // 36.00 + 4.50 + 5.00 − 8.51 = 36.99
  expect(lines.slice(3, 8)).toEqual([
    "2 × The mug: €36.00",
    "2.5 kg × The clay: €4.50",
    "Parcel: €5.00",
    "Tax taken off: −€8.51",
    "Total: €36.99",
  ]);
});

test("a parcel says its number, where it can be followed and what is in it", () => {
  const parcel = { tracking: "PK1", link: "https://parcels.example/PK1", lines: { clay: 1500 } };
  expect(orderLetter("sent", { ...facts, parcel }).lines.slice(0, 7)).toEqual([
    "Your order is on its way.",
    "",
    "Parcel number: PK1",
    "Follow it here:",
    "https://parcels.example/PK1",
    "In this parcel:",
    "1.5 kg × The clay",
  ]);
});

test("own words are filled in for their language alone, once, and never make a second line of a subject", () => {
  const own = { words: { en: { subject: "{number} leaves", words: "Dear {name},\nit goes by {way}: {tracking}." } } };
  const parcel = { tracking: "{shop}", link: "", lines: {} };
  const made = orderLetter("sent", { ...facts, name: "Ana\nBo", own, parcel });
  expect(made.subject).toBe("W-1042 leaves");
  expect(made.lines.slice(0, 3)).toEqual(["Dear Ana", "Bo,", "it goes by Parcel: {shop}."]);
  expect(orderLetter("sent", { ...facts, language: "de-AT", own, parcel }).subject).toContain("ist unterwegs");
});

test("what the law or the money wants is always written; the others may be switched off", () => {
  const all = Object.fromEntries(orderLetters.map((kind) => [kind, { off: true as const }]));
  expect(orderLetters.filter((kind) => isWritten(kind, all))).toEqual(["ordered", "toPay"]);
  expect(orderLetters.every((kind) => isWritten(kind, undefined))).toBe(true);
});

test("a placeholder that there is not is told at its field", () => {
  const letters = { sent: { words: { en: { subject: "", words: "Dear {nmae}" } } } };
  const { error } = shopSchema.extract("letters").validate(letters);
  expect(error?.details).toMatchObject([{ path: ["sent", "words", "en", "words"] }]);
  expect(error?.message).toContain(orderPlaceholders.map((one) => `{${one}}`).join(", "));
});
