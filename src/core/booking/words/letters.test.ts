import fc from "fast-check";
import { bookingSetUpSchema } from "../rules/schema";
import { aSetUp } from "../sample.test-kit";
import { filledIn, letterKinds as kinds, letterPlaceholders, strangePlaceholder } from "./letter-kinds";
import { bookingLetter, type LetterFacts } from "./letters";

const facts: LetterFacts = {
  language: "en-IE",
  name: "Nuala Byrne",
  service: "First throw",
  serves: "Maren, Wheel 1",
  own: null,
  placeName: "Wrenfield Clayworks",
  address: "Lower Quay",
  starts: [Date.parse("2026-03-29T10:30Z")],
  placeZone: "Europe/Dublin",
  clientZone: "Europe/Berlin",
  seats: 2,
  total: "€76.00",
  money: {},
  manageUrl: "http://wrenfield.localhost/_w/v1/booking/calendar/bookings/t/page",
  changeUntil: Date.parse("2026-03-28T10:30Z"),
  now: Date.parse("2026-03-05T18:40Z"),
  words: "",
};

describe.each(["en-IE", "de", "fr"])("in %s", (language) => {
  test.each(kinds)("%s says what, when on both clocks, where and how much", (kind) => {
    const { subject, text, html } = bookingLetter(kind, { ...facts, language });
    expect(subject).toContain("First throw");
    // After the clocks went forward: half past eleven in Dublin, half past twelve in Berlin.
    expect(text).toContain("11:30");
    expect(text).toContain("12:30");
    expect(text).toContain("Wrenfield Clayworks, Lower Quay");
    expect(text).toContain("€76.00");
    const ended = ["declined", "calledOff", "cancelled", "offerOver", "unlisted"].includes(kind);
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
  expect(text.match(/11:30 in Dublin \(12:30 where you are\)/g)).toHaveLength(2);
});

test("names are written as words, not as markup", () => {
  const { html } = bookingLetter("booked", { ...facts, service: "<img src=x>" });
  expect(html).not.toContain("<img");
});

describe("in the business's own words", () => {
  const own = {
    subject: "{name}, see you {when}",
    words:
      "Dear {name},\n{with} will be at the door of {place}.\nIt is {price}; until {until} you may still change it.",
  };

  test("placeholders are filled in, and what was booked and how to change it follows all the same", () => {
    const { subject, text, html } = bookingLetter("booked", { ...facts, own });
    expect(subject).toBe("Nuala Byrne, see you Sun, 29 Mar, 11:30 in Dublin (12:30 where you are)");
    expect(text.split("\n").slice(0, 3)).toEqual([
      "Dear Nuala Byrne,",
      "Maren, Wheel 1 will be at the door of Wrenfield Clayworks.",
      "It is €76.00; until Sat, 28 Mar, 10:30 in Dublin (11:30 where you are) you may still change it.",
    ]);
    expect(text).toContain("Wrenfield Clayworks, Lower Quay");
    expect(text).toContain(facts.manageUrl);
    expect(html).toContain("<p>Dear Nuala Byrne,</p>");
  });

  test("an empty subject, or empty words, are the usual ones", () => {
    const letter = bookingLetter("moved", { ...facts, own: { subject: " ", words: "" } });
    expect([letter.subject, letter.text]).toEqual([
      bookingLetter("moved", facts).subject,
      bookingLetter("moved", facts).text,
    ]);
  });

  test("what a client is called is neither markup, nor a placeholder, nor another header", () => {
    const name = "<b>{when}</b>\r\nBcc: all@post.example";
    const { subject, html } = bookingLetter("booked", { ...facts, name, own });
    expect(html).not.toContain("<b>");
    expect(html).toContain("&lt;b&gt;{when}&lt;/b&gt;");
    expect(subject).not.toMatch(/[\r\n]/);
  });

  test("a placeholder that is none is told at its field, with those there are", () => {
    const told = (letters: object) =>
      bookingSetUpSchema.validate(aSetUp([], [], { letters } as never), { abortEarly: false }).error?.details[0];
    expect(told({ booked: own })).toBeUndefined();
    const wrong = told({ reminder: { subject: "Hello {nmae}", words: "" } });
    expect(wrong?.path).toEqual(["places", 0, "letters", "reminder", "subject"]);
    expect(wrong?.message).toBe(
      "There is no {nmae} to fill in; there are {name}, {service}, {when}, {with}, {place}, {price}, {until}.",
    );
    expect(told({ booked: { subject: "One\nTwo", words: "" } })?.message).toContain("one line");
    expect(told({ thanks: own })?.path).toEqual(["places", 0, "letters", "thanks"]);
  });

  test("filling in is done once, and leaves nothing of ours behind (property)", () => {
    const value = fc.string({ unit: fc.constantFrom("{", "}", "name", "when", " ", "x") });
    fc.assert(
      fc.property(
        value,
        fc.array(fc.oneof(fc.constantFrom(...letterPlaceholders), fc.constantFrom("a", "{", "}"))),
        (held, parts) => {
          const text = parts
            .map((part) => ((letterPlaceholders as readonly string[]).includes(part) ? `{${part}}` : part))
            .join("");
          const values = Object.fromEntries(letterPlaceholders.map((one) => [one, held])) as never;
          const blank = Object.fromEntries(letterPlaceholders.map((one) => [one, "·"])) as never;
          expect(filledIn(text, values)).toBe(filledIn(text, blank).replaceAll("·", () => held));
          if (strangePlaceholder(text) === null) expect(filledIn(text, blank)).not.toMatch(/\{[a-z]+\}/);
        },
      ),
    );
  });
});
