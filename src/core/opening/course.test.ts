import fc from "fast-check";
import type { Visitor } from "@/core/visitor/visitor";
import { beginCourse, happen, rehearseOpenings, type VisitEvent } from "./course";
import { freshOpening, type Opening } from "./opening";
import { openingRule, wallTimeMs } from "./released";
import { nothingRemembered, type OpeningRule, pathMatches } from "./rule";

const now = Date.UTC(2026, 2, 5, 18, 40);
const nuala: Visitor = {
  widthPx: 390,
  language: "en-IE",
  country: "IE",
  now,
  zone: "Europe/Dublin",
  visit: 1,
  cameFrom: null,
  consent: "notAsked",
  signedUpWith: [],
};
const day = 86_400_000;

function letters(change: Partial<Opening> = {}, id = "letters"): OpeningRule {
  return openingRule(id, { ...freshOpening, triggers: [{ on: "after", seconds: 5 }], ...change }, "Europe/Dublin");
}
const with_ = (conditions: Partial<Opening["conditions"]>) =>
  letters({ conditions: { ...freshOpening.conditions, ...conditions } });

const codes = (rehearsal: ReturnType<typeof rehearseOpenings>, widget = "letters") =>
  rehearsal.unopened.find((one) => one.widget === widget)?.reasons.map((reason) => reason.code);

function visit(
  rules: readonly OpeningRule[],
  events: readonly VisitEvent[] = [],
  visitor = nuala,
  memory = nothingRemembered,
  path = "/",
) {
  return rehearseOpenings(rules, visitor, memory, path, events, 60);
}

describe("when it opens", () => {
  test("after five seconds or at 40 %, whichever comes first", () => {
    const rule = letters({
      triggers: [
        { on: "after", seconds: 5 },
        { on: "scroll", percent: 40 },
      ],
    });
    expect(visit([rule]).moments).toEqual([
      { at: 5, widget: "letters", what: "opened", reasons: [{ code: "opening.fired", on: "after", seconds: 5 }] },
    ]);
    const scrolled = visit([rule], [{ kind: "scrolled", at: 2, percent: 45 }]);
    expect(scrolled.moments).toEqual([
      { at: 2, widget: "letters", what: "opened", reasons: [{ code: "opening.fired", on: "scroll", percent: 40 }] },
    ]);
  });

  test("when the pointer leaves, on a click on the chosen block, and not on another", () => {
    expect(visit([letters({ triggers: [{ on: "leave" }] })], [{ kind: "left", at: 9 }]).moments[0]?.at).toBe(9);
    const click = letters({ triggers: [{ on: "click", block: "b1" }] });
    expect(visit([click], [{ kind: "clicked", at: 3, block: "b2" }]).moments).toEqual([]);
    expect(visit([click], [{ kind: "clicked", at: 3, block: "b1" }]).moments[0]?.what).toBe("opened");
  });

  test("idle seconds begin anew with every movement", () => {
    const idle = letters({ triggers: [{ on: "idle", seconds: 20 }] });
    expect(visit([idle], [{ kind: "moved", at: 15 }]).moments[0]?.at).toBe(35);
    expect(
      codes(
        visit(
          [idle],
          [15, 30, 45, 59].map((at) => ({ kind: "moved", at })),
        ),
      ),
    ).toEqual(["opening.notReached"]);
  });

  test("asked for by its own button it opens whatever its conditions and restraint say", () => {
    const signedUp = { ...nuala, signedUpWith: ["letters"] };
    const rehearsal = visit(
      [with_({ include: ["/classes"] })],
      [{ kind: "asked", at: 1, widget: "letters" }],
      signedUp,
    );
    expect(rehearsal.moments[0]).toMatchObject({ what: "opened", reasons: [{ code: "opening.asked" }] });
  });
});

describe("why it does not open", () => {
  test.each<[string, OpeningRule, Partial<Visitor>, string]>([
    ["the visitor has signed up", letters(), { signedUpWith: ["letters"] }, "opening.signedUp"],
    ["the page is left out", with_({ exclude: ["/"] }), {}, "opening.pageExcluded"],
    ["the page is not among those named", with_({ include: ["/classes*"] }), {}, "opening.pageNotIncluded"],
    ["the window is too narrow", with_({ devices: ["wide"] }), {}, "opening.device"],
    ["it speaks to readers of German", with_({ languages: ["de"] }), {}, "opening.language"],
    ["it is for another country", with_({ countries: ["DE", "AT"] }), {}, "opening.country"],
    ["nothing tells the country", with_({ countries: ["IE"] }), { country: null }, "opening.country"],
    ["this is not the first visit", with_({ visits: "first" }), { visit: 2 }, "opening.laterVisit"],
    ["this is the first visit", with_({ visits: "later" }), {}, "opening.firstVisit"],
    [
      "the visitor came from elsewhere",
      with_({ cameFrom: ["letters.example"] }),
      { cameFrom: "notletters.example" },
      "opening.cameFrom",
    ],
    ["its time has not come", with_({ from: "2026-03-06T00:00" }), {}, "opening.notYet"],
    ["its time is over", with_({ to: "2026-03-05T18:00" }), {}, "opening.over"],
  ])("%s", (_name, rule, change, code) => {
    const rehearsal = visit([rule], [], { ...nuala, ...change });
    expect(rehearsal.moments.some((moment) => moment.what === "opened")).toBe(false);
    expect(codes(rehearsal)).toContain(code);
  });

  test("every reason is named, not only the first", () => {
    const rule = with_({ countries: ["DE"], languages: ["fr"], visits: "later" });
    expect(codes(visit([rule], [], { ...nuala, signedUpWith: ["letters"] }))).toEqual([
      "opening.fired",
      "opening.language",
      "opening.country",
      "opening.firstVisit",
      "opening.signedUp",
    ]);
  });

  test("closed three days ago it rests until the fourteenth day", () => {
    const memory = { ...nothingRemembered, closedAt: { letters: now - 3 * day } };
    const rehearsal = visit([letters()], [], nuala, memory);
    expect(rehearsal.unopened[0]?.reasons[1]).toEqual({ code: "opening.rests", days: 14, untilMs: now + 11 * day });
    expect(visit([letters()], [], { ...nuala, now: now + 11 * day }, memory).moments[0]?.what).toBe("opened");
  });

  test("once a visit is once a visit", () => {
    expect(codes(visit([letters()], [], nuala, { closedAt: {}, shownThisVisit: { letters: 1 } }))).toContain(
      "opening.shownEnough",
    );
  });

  test("without triggers it waits to be asked", () => {
    expect(codes(visit([letters({ triggers: [] })]))).toEqual(["opening.noTrigger"]);
  });
});

describe("one at a time", () => {
  const first = letters({ priority: 1 }, "first");
  const second = letters({ priority: 5 }, "second");

  test("of two triggered together the higher priority opens, the other waits and opens once that is closed", () => {
    const rehearsal = visit([first, second], [{ kind: "closed", at: 12, widget: "second" }]);
    expect(rehearsal.moments.map(({ at, widget, what }) => [at, widget, what])).toEqual([
      [5, "second", "opened"],
      [5, "first", "waits"],
      [12, "second", "closed"],
      [12, "first", "opened"],
    ]);
  });

  test("while the visitor is in the middle of something nothing opens by itself; then it does", () => {
    const busy = (at: number, is: boolean): VisitEvent => ({ kind: "busy", at, busy: is });
    const rehearsal = visit([letters()], [busy(2, true), busy(30, false)]);
    expect(rehearsal.moments.map(({ at, what }) => [at, what])).toEqual([
      [5, "waits"],
      [30, "opened"],
    ]);
    expect(rehearsal.moments[0]?.reasons).toContainEqual({ code: "opening.busy" });
    expect(codes(visit([letters()], [busy(2, true)]))).toContain("opening.busy");
    // What is asked for by a press is shown whatever else is done.
    const asked = visit([letters()], [busy(2, true), { kind: "asked", at: 3, widget: "letters" }]);
    expect(asked.moments[0]).toMatchObject({ at: 3, what: "opened" });
  });

  test("signing up with one lets the next come", () => {
    const rehearsal = visit([first, second], [{ kind: "signedUp", at: 20, widget: "second" }]);
    expect(rehearsal.moments.at(-1)).toMatchObject({ at: 20, widget: "first", what: "opened" });
  });

  test("never two are open, whatever happens", () => {
    const kinds = ["scrolled", "left", "clicked", "asked", "moved", "closed", "signedUp", "busy", "waited"] as const;
    const event = fc.record({
      kind: fc.constantFrom(...kinds),
      widget: fc.constantFrom("first", "second", "third"),
      percent: fc.integer({ min: 0, max: 100 }),
      wait: fc.integer({ min: 0, max: 9 }),
    });
    const third = letters(
      {
        triggers: [
          { on: "scroll", percent: 50 },
          { on: "idle", seconds: 4 },
        ],
      },
      "third",
    );
    fc.assert(
      fc.property(fc.array(event, { maxLength: 30 }), (happenings) => {
        let at = 0;
        let course = beginCourse([first, second, third], nuala, nothingRemembered, "/");
        const open = new Set<string>();
        for (const { kind, widget, percent, wait } of happenings) {
          at += wait;
          const seen = course.moments.length;
          course = happen(course, { kind, at, widget, percent, block: "x", busy: percent < 50 } as VisitEvent);
          for (const moment of course.moments.slice(seen)) {
            if (moment.what === "opened") open.add(moment.widget);
            if (moment.what === "opened" && course.busy) expect(moment.reasons).toEqual([{ code: "opening.asked" }]);
            if (moment.what === "closed" || moment.what === "signedUp") open.delete(moment.widget);
            expect(open.size).toBeLessThanOrEqual(1);
          }
          expect([...open][0] ?? null).toBe(course.open);
        }
      }),
      { numRuns: 500 },
    );
  });
});

test.each([
  ["/classes", "/classes", true],
  ["/classes", "/classes/", true],
  ["/classes", "/classes/wheel", false],
  ["/classes*", "/classes/wheel", true],
  ["/*/wheel", "/classes/wheel", true],
  ["/*", "/", true],
  ["/a*a", "/a", false],
  ["/journal/*", "/journal", false],
])("the pattern %s on %s: %s", (pattern, path, fits) => {
  expect(pathMatches(pattern, path)).toBe(fits);
});

describe("dates in the site's zone", () => {
  test("a time the clock skips is moved forward by the gap", () => {
    expect(new Date(wallTimeMs("2026-03-29T01:30", "Europe/Dublin")).toISOString()).toBe("2026-03-29T01:30:00.000Z");
  });
  test("a time that comes twice means the first", () => {
    expect(new Date(wallTimeMs("2026-10-25T01:30", "Europe/Dublin")).toISOString()).toBe("2026-10-25T00:30:00.000Z");
  });
});
