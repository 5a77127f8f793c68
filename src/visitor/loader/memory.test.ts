// What a visitor's browser remembers, with storage that works, is full, or is forbidden.
import { jest } from "@jest/globals";
import { keepVisit, readMemory, readVisitor, rememberClosed, rememberDone } from "./memory";

function storage(broken = false): Storage {
  const kept = new Map<string, string>();
  const refuse = () => {
    throw new DOMException("denied", "SecurityError");
  };
  return {
    getItem: (key: string) => (broken ? refuse() : (kept.get(key) ?? null)),
    setItem: (key: string, value: string) => (broken ? refuse() : void kept.set(key, value)),
  } as unknown as Storage;
}

function browser(given: { language?: string; referrer?: string; broken?: boolean } = {}) {
  Object.assign(globalThis, {
    localStorage: storage(given.broken),
    innerWidth: 390,
    document: { referrer: given.referrer ?? "" },
    location: { hostname: "wrenfield.example" },
  });
  Object.defineProperty(globalThis, "navigator", {
    value: { language: given.language ?? "en-IE" },
    configurable: true,
  });
}

/** A page is opened where visits may be counted. */
function visited(): number {
  const { visit } = readVisitor();
  keepVisit(visit, readMemory().shownThisVisit);
  return visit;
}

/** The minutes that have passed on the browser's clock. */
const later = (minutes: number) => jest.setSystemTime(Date.parse("2026-03-05T18:40:00Z") + minutes * 60_000);

beforeEach(() => {
  jest.useFakeTimers();
  later(0);
});
afterEach(() => {
  jest.useRealTimers();
});

test("pages of one sitting are one visit; after half an hour without one the next begins", () => {
  browser();
  expect(visited()).toBe(1);
  later(29);
  expect(visited()).toBe(1);
  later(60);
  expect(visited()).toBe(2);
});

test("reading who visits leaves nothing behind, and what was not kept is the first visit again", () => {
  browser();
  readVisitor();
  readMemory();
  expect(localStorage.getItem("popup-visits")).toBeNull();
  later(60);
  expect(readVisitor().visit).toBe(1);
});

test("a new visit forgets how often popups were shown in the last, not that one was closed", () => {
  browser();
  rememberClosed({ letters: 5 });
  keepVisit(visited(), { letters: 2 });
  expect(readMemory()).toEqual({ closedAt: { letters: 5 }, shownThisVisit: { letters: 2 } });
  later(45);
  expect(readMemory()).toEqual({ closedAt: { letters: 5 }, shownThisVisit: {} });
});

test("who signed up is known at the next visit, once for each popup", () => {
  browser();
  rememberDone("letters");
  rememberDone("letters");
  rememberDone("winter");
  expect(readVisitor().signedUpWith).toEqual(["letters", "winter"]);
});

test("country and where from are what the browser tells, and nothing where it does not", () => {
  browser({ language: "de", referrer: "https://news.example/a?b" });
  expect(readVisitor()).toMatchObject({ language: "de", country: null, cameFrom: "news.example", widthPx: 390 });
  browser({ language: "fr-CA", referrer: "https://wrenfield.example/classes" });
  expect(readVisitor()).toMatchObject({ country: "CA", cameFrom: null });
  browser({ referrer: "not an address" });
  expect(readVisitor().cameFrom).toBeNull();
});

test("where storage is forbidden every visit is the first, and nothing breaks", () => {
  browser({ broken: true });
  expect(readVisitor()).toMatchObject({ visit: 1, signedUpWith: [] });
  rememberClosed({ letters: 5 });
  keepVisit(1, { letters: 1 });
  rememberDone("letters");
  expect(readMemory()).toEqual({ closedAt: {}, shownThisVisit: {} });
});

test("what somebody else left under our name is not believed", () => {
  browser();
  localStorage.setItem("popups", "{broken");
  expect(readVisitor()).toMatchObject({ visit: 1, signedUpWith: [] });
});
