import { bookingLetter, type LetterFacts, type LetterKind } from "./letters";

const facts: LetterFacts = {
  language: "en-IE",
  service: "First throw",
  placeName: "Wrenfield Clayworks",
  address: "Lower Quay",
  starts: [Date.parse("2026-03-29T10:30Z")],
  placeZone: "Europe/Dublin",
  clientZone: "Europe/Berlin",
  seats: 2,
  total: "€76.00",
  manageUrl: "http://wrenfield.localhost/_w/v1/booking/calendar/bookings/t/page",
  changeUntil: Date.parse("2026-03-28T10:30Z"),
  words: "",
};
const kinds: readonly LetterKind[] = [
  "booked",
  "waiting",
  "waitingPayment",
  "approved",
  "declined",
  "moved",
  "reminder",
  "cancelled",
];

describe.each(["en-IE", "de", "fr"])("in %s", (language) => {
  test.each(kinds)("%s says what, when on both clocks, where and how much", (kind) => {
    const { subject, text, html } = bookingLetter(kind, { ...facts, language });
    expect(subject).toContain("First throw");
    // After the clocks went forward: half past eleven in Dublin, half past twelve in Berlin.
    expect(text).toContain("11:30");
    expect(text).toContain("12:30");
    expect(text).toContain("Wrenfield Clayworks, Lower Quay");
    expect(text).toContain("€76.00");
    const ended = kind === "declined" || kind === "cancelled";
    expect(text.includes(facts.manageUrl)).toBe(!ended);
    expect(html.includes(`href="${facts.manageUrl}"`)).toBe(!ended);
  });

  test("every kind has a subject and a first line of its own", () => {
    const letters = kinds.map((kind) => bookingLetter(kind, { ...facts, language }));
    expect(new Set(letters.map(({ subject }) => subject)).size).toBe(kinds.length);
    expect(new Set(letters.map(({ text }) => text.split("\n")[0])).size).toBe(kinds.length);
  });
});

test("a language we do not write gets English, on the client's own way of writing dates", () => {
  expect(bookingLetter("booked", { ...facts, language: "nl" }).text).toContain("Your booking is confirmed.");
});

test("who sits in the place's zone is not told the same time twice", () => {
  expect(bookingLetter("booked", { ...facts, clientZone: "Europe/Dublin" }).text).not.toContain("On your clock");
});

test("every evening of a course stands in the letter", () => {
  const starts = [facts.starts[0] as number, Date.parse("2026-04-05T10:30Z")];
  const { text } = bookingLetter("booked", { ...facts, starts });
  expect(text.match(/11:30/g)).toHaveLength(2);
});

test("names are written as words, not as markup", () => {
  const { html } = bookingLetter("booked", { ...facts, service: "<img src=x>" });
  expect(html).not.toContain("<img");
});
