// What the steps of the workspace ask the core: starts a week, a day's time line, the contest of prices, dates of a
// course, and what is worth a look.
import fc from "fast-check";
import { ZoneClock } from "@/core/time/zone-clock";
import { newPriceRule } from "../blank";
import type { PriceRule } from "../booking";
import { Diary } from "../diary/diary";
import { dayLine } from "../hours/day-line";
import { mondayOf, servicesOf, startsAWeek } from "../hours/starts-week";
import { byRank, neverWinning, priceContest, priceOf, priceWeek } from "../money/price";
import { anEntry, aResource, aService, aSetUp } from "../sample.test-kit";
import { availabilityOn } from "./availability";
import { courseDates } from "./course-dates";
import { bookingWarnings, feedWarnings } from "./warnings";

const clock = ZoneClock.of("Europe/Dublin");
const at = (wall: string) => clock.instantOf(wall);
const week = (weekdays: number[], from: string, to: string) => ({
  weekdays,
  from,
  to,
  validFrom: null,
  validTo: null,
});

describe("starts a week", () => {
  const maren = aResource("maren", {
    week: [week([2, 4], "10:00", "14:00")],
    notice: { kind: "hours", hours: 400 },
    exceptions: [{ date: "2026-03-10", spans: [] }],
    keptBack: [week([4], "10:00", "11:00")],
  });
  const setUp = aSetUp([aService("throw", { durationMinutes: 120 }), aService("glaze", { needs: [] })], [maren], {
    closures: [{ kind: "date", date: "2026-03-12", words: "" }],
  });

  test("are those of the hours alone: no notice, no closure, no single date; kept back ones are not given away", () => {
    expect(mondayOf("2026-03-15")).toBe("2026-03-09");
    expect(startsAWeek(setUp, "throw", null, "2026-03-09")).toEqual([0, 3, 0, 2, 0, 0, 0]);
    expect(startsAWeek(setUp, "throw", "maren", "2026-03-09")).toEqual([0, 3, 0, 2, 0, 0, 0]);
    expect(startsAWeek(setUp, "glaze", null, "2026-03-09")).toEqual([0, 0, 0, 0, 0, 0, 0]);
  });

  test("a resource has the services that need it and that it does", () => {
    expect(servicesOf(setUp, "maren").map(({ id }) => id)).toEqual(["throw"]);
    const not = { service: "throw", does: false, durationMinutes: null, tidyUp: null, price: null };
    expect(servicesOf(aSetUp([aService("throw")], [aResource("maren", { offers: [not] })]), "maren")).toEqual([]);
  });
});

describe("a day’s time line", () => {
  const wheels = ["w1", "w2"];
  const service = aService("throw", {
    durationMinutes: 120,
    needs: [
      { name: "tutor", oneOf: ["maren"] },
      { name: "wheel", oneOf: wheels },
    ],
  });
  const setUp = aSetUp(
    [service],
    [
      aResource("maren", {
        keptBack: [week([3], "09:00", "10:00")],
        timeOff: [{ from: "2026-03-11T16:00", to: "2026-03-11T17:00", words: "dentist" }],
      }),
      aResource("w1", { week: null }),
      aResource("w2", { week: null }),
    ],
  );
  const entry = anEntry("glaze", "maren", "2026-03-11T11:00", "2026-03-11T12:00");
  const [occupied] = entry.occupied;
  const withTidyUp = {
    ...entry,
    occupied: [
      { resource: "maren", from: at("2026-03-11T11:00"), to: at("2026-03-11T12:30") },
      { resource: "w1", from: occupied?.from ?? 0, to: occupied?.to ?? 0 },
    ],
  };
  const outside = [
    { resource: "maren", from: at("2026-03-11T14:00"), to: at("2026-03-11T15:00"), calendar: "her own" },
  ];
  const wish = { service: "throw", resource: "maren", seats: 1, online: true };
  const now = at("2026-03-11T08:30");
  const line = dayLine(setUp, wish, new Diary([withTidyUp], outside, clock), now, "2026-03-11");
  const shown = line.rows.map(({ of, bands }) => [
    of,
    ...bands.map(
      ({ from, to, words, free }) =>
        `${clock.wallOf(from).slice(11)}-${clock.wallOf(to).slice(11)}${words ? ` ${words}` : ""}${free === null ? "" : ` ${free}`}`,
    ),
  ]);

  test("every obstacle is a band of its row, and each set tells how many are free", () => {
    expect(shown).toEqual([
      ["open", "09:00-17:00"],
      ["away", "16:00-17:00 dentist"],
      ["keptBack", "09:00-10:00"],
      ["booked", "11:00-12:00"],
      ["tidyUp", "12:00-12:30"],
      ["outside", "14:00-15:00 her own"],
      ["set", "00:00-11:00 2", "11:00-12:00 1", "12:00-00:00 2"],
      ["tooSoon", "00:00-08:30"],
    ]);
  });

  test("what is drawn holds everything that is written, on whole hours", () => {
    expect([line.from, line.to].map((instant) => clock.wallOf(instant))).toEqual([
      "2026-03-11T09:00",
      "2026-03-11T17:00",
    ]);
    const early = dayLine(
      setUp,
      wish,
      new Diary([anEntry("glaze", "maren", "2026-03-11T06:30", "2026-03-11T19:15")], [], clock),
      now,
      "2026-03-11",
    );
    expect([early.from, early.to].map((instant) => clock.wallOf(instant).slice(11))).toEqual(["06:00", "20:00"]);
  });

  test("its starts and reasons are the engine’s own", () => {
    const engine = availabilityOn(
      setUp,
      wish,
      new Diary([withTidyUp], outside, clock),
      now,
      "2026-03-11",
      "2026-03-11",
    );
    expect(line.starts).toEqual([]);
    expect(line.explain(at("2026-03-11T14:00"))).toEqual(engine.explain(at("2026-03-11T14:00")));
    const free = dayLine(setUp, wish, new Diary([], [], clock), now, "2026-03-11");
    expect(free.starts.map((start) => clock.wallOf(start).slice(11))).toEqual([
      "10:00",
      "11:00",
      "12:00",
      "13:00",
      "14:00",
    ]);
  });

  test("a day on which the clock changes is as long as it is", () => {
    const sunday = dayLine(setUp, wish, new Diary([], [], clock), now, "2026-03-29");
    const [set] = sunday.rows.filter(({ of }) => of === "set");
    expect((set?.bands[0]?.to ?? 0) - (set?.bands[0]?.from ?? 0)).toBe(23 * 3_600_000);
  });
});

describe("the contest of prices", () => {
  const maren = aResource("maren");
  const service = aService("throw");
  const rule = (id: string, more: Partial<PriceRule> = {}): PriceRule => ({ ...newPriceRule(id, 100), ...more });
  const rules = [
    rule("always"),
    rule("saturdays", { weekdays: [6] }),
    rule("mornings", { hours: { from: "09:00", to: "12:00" }, weekdays: [1, 2, 3, 4, 5] }),
    rule("first", { priority: 5, seats: { from: 6, to: 8 } }),
  ];

  test("every rule with what it lost by, in the order in which they win", () => {
    const asked = { service, serving: [maren], start: at("2026-03-11T10:00"), seats: 1 };
    expect(priceContest(asked, rules, clock).map(({ rule: { id }, fails, wins }) => [id, fails, wins])).toEqual([
      ["first", ["seats"], false],
      ["mornings", [], true],
      ["saturdays", ["weekdays"], false],
      ["always", [], false],
    ]);
  });

  test("a rule that lies wholly in one that goes before it never wins", () => {
    const hidden = [
      rule("all", { priority: 1 }),
      rule("some", { weekdays: [1] }),
      rule("higher", { priority: 2, service: "throw" }),
    ];
    expect(neverWinning(hidden).map(({ rule: one, before }) => [one.id, before.id])).toEqual([["some", "all"]]);
    expect(neverWinning(rules)).toEqual([]);
    expect(neverWinning([rule("a"), rule("again")]).map(({ rule: { id } }) => id)).toEqual(["again"]);
  });

  test("a week in bands", () => {
    const bands = priceWeek({ service, serving: [maren], seats: 1 }, rules, clock, "2026-03-09");
    expect(bands[0]?.map(({ from, to, found }) => [from / 60, to / 60, found?.by])).toEqual([
      [0, 9, "always"],
      [9, 12, "mornings"],
      [12, 24, "always"],
    ]);
    expect(bands[5]?.map(({ found }) => found?.by)).toEqual(["saturdays"]);
  });

  const aRule = fc.record({
    priority: fc.integer({ min: 0, max: 1 }),
    weekdays: fc.option(fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 })),
    hours: fc.option(fc.constantFrom({ from: "08:00", to: "12:00" }, { from: "09:00", to: "11:00" })),
    seats: fc.option(fc.constantFrom({ from: 1, to: 2 }, { from: 2, to: 2 })),
  });
  test("who wins the contest gives the price, and whoever never wins wins at no hour of a week", () => {
    fc.assert(
      fc.property(fc.array(aRule, { maxLength: 5 }), fc.integer({ min: 1, max: 2 }), (some, seats) => {
        const all = some.map((more, index) => rule(`r${index}`, more));
        expect(byRank(all)).toHaveLength(all.length);
        const never = new Set(neverWinning(all).map(({ rule: { id } }) => id));
        for (let hour = 0; hour < 168; hour += 1) {
          const asked = { service, serving: [maren], start: at("2026-06-01T00:00") + hour * 3_600_000, seats };
          const winner = priceContest(asked, all, clock).find(({ wins }) => wins)?.rule.id;
          expect(priceOf(asked, all, clock)?.by).toBe(winner ?? "service");
          if (winner) expect(never.has(winner)).toBe(false);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe("dates of a course", () => {
  const place = (closures: (typeof setUp)["places"][number]["closures"]) =>
    aSetUp([], [], { closures }).places[0] as (typeof setUp)["places"][number];
  const setUp = aSetUp([], []);
  const rule = { first: "2026-03-10T18:30", times: 6, everyDays: 7, durationMinutes: 120 };

  test("the same weekday and time, also over the change of the clock; closures are left out and told", () => {
    const closed = place([{ kind: "span", from: "2026-03-24T20:00", to: "2026-03-25T08:00", words: "kiln" }]);
    expect(courseDates(rule, closed)).toEqual({
      dates: [
        "2026-03-10T18:30",
        "2026-03-17T18:30",
        "2026-03-31T18:30",
        "2026-04-07T18:30",
        "2026-04-14T18:30",
        "2026-04-21T18:30",
      ],
      leftOut: [{ date: "2026-03-24T18:30", words: "kiln" }],
    });
  });

  test("a place that is closed for good has none, and it ends", () => {
    const closed = place([{ kind: "yearly", from: "01-01", to: "12-31", words: "moved" }]);
    expect(courseDates(rule, closed).dates).toEqual([]);
  });
});

describe("what is worth a look", () => {
  const codes = (setUp: Parameters<typeof bookingWarnings>[0], offered = setUp.services.map(({ id }) => id)) =>
    [...bookingWarnings(setUp, offered, "2026-03-05")].map(({ code, about }) => [
      code.replace("check.booking", ""),
      about,
    ]);
  const maren = aResource("maren");

  test("a calendar that could not be read is told of those who serve what is offered, and of nobody else", () => {
    const tobi = aResource("tobi");
    const setUp = aSetUp([aService("throw")], [maren, tobi]);
    const feeds = [
      { resource: "maren", name: "Dentist", problem: "It answered 404." },
      { resource: "tobi", name: "Band", problem: "It answered 404." },
      { resource: "gone", name: "Old", problem: "It answered 404." },
    ];
    expect([...feedWarnings(setUp, ["throw"], feeds)]).toEqual([
      {
        code: "check.bookingFeed",
        step: "people",
        about: "maren",
        values: { resource: "Maren", calendar: "Dentist", problem: "It answered 404." },
      },
    ]);
    expect([...feedWarnings(setUp, [], feeds)]).toEqual([]);
  });

  test("a sound set-up has nothing", () => {
    expect(codes(aSetUp([aService("throw")], [maren]))).toEqual([]);
  });

  test("nobody does it; it fits in no one’s hours; it has no price; nobody hears of what has to be approved", () => {
    const not = { service: "throw", does: false, durationMinutes: null, tidyUp: null, price: null };
    expect(codes(aSetUp([aService("throw")], [aResource("maren", { offers: [not] })]))).toEqual([["Nobody", "throw"]]);
    expect(codes(aSetUp([aService("throw", { needs: [] })], [maren]))).toEqual([["Nobody", "throw"]]);
    expect(codes(aSetUp([aService("throw", { durationMinutes: 600 })], [maren]))).toEqual([["NoHours", "throw"]]);
    expect(codes(aSetUp([aService("throw", { price: null })], [maren]))).toEqual([["NoPrice", "throw"]]);
    const approved = aSetUp([aService("throw", { confirm: "approval" })], [maren], { notify: "" });
    expect(codes(approved)).toEqual([["NoAddress", "workshop"]]);
  });

  test("a price by a rule or by whoever leads is one", () => {
    const setUp = aSetUp([aService("throw", { price: null })], [maren]);
    expect(codes({ ...setUp, prices: [newPriceRule("all", 100)] })).toEqual([]);
    const own = {
      service: "throw",
      does: true,
      durationMinutes: null,
      tidyUp: null,
      price: { amount: 1, earlier: null },
    };
    expect(codes(aSetUp([aService("throw", { price: null })], [aResource("maren", { offers: [own] })]))).toEqual([]);
  });

  test("two of a name, more than eight choices, notice beyond days ahead, a rule that never wins", () => {
    const nine = Array.from({ length: 9 }, (_, nth) => aService(`s${nth}`, { name: `Service ${nth}` }));
    expect(codes(aSetUp(nine, [maren]))).toEqual([["ManyChoices", ""]]);
    expect(
      codes(
        aSetUp(
          nine.map((one) => ({ ...one, category: "all" })),
          [maren],
        ),
      ),
    ).toEqual([]);
    expect(codes(aSetUp([aService("a", { name: "Throw" }), aService("b", { name: " throw" })], [maren]))).toEqual([
      ["Alike", "b"],
    ]);
    const late = aResource("maren", { notice: { kind: "hours", hours: 72 }, daysAhead: 3 });
    expect(codes(aSetUp([aService("throw")], [late]))).toEqual([["Notice", "maren"]]);
    const rules = [newPriceRule("all", 1), newPriceRule("again", 2)];
    expect(codes({ ...aSetUp([aService("throw")], [maren]), prices: rules })).toEqual([["Rule", "again"]]);
  });

  test("hours lost to closures, and a course’s date on one", () => {
    const closures = [{ kind: "date" as const, date: "2026-03-11", words: "kiln day" }];
    expect(codes(aSetUp([aService("throw")], [maren], { closures }))).toEqual([["HoursLost", "workshop"]]);
    const course = [["2026-03-04T10:00", "2026-03-11T10:00"]];
    expect(codes(aSetUp([aService("six", { course })], [maren], { closures }))).toEqual([
      ["CourseClosed", "six"],
      ["HoursLost", "workshop"],
    ]);
    expect(codes(aSetUp([aService("throw")], [maren], { closures }), [])).toEqual([["HoursLost", "workshop"]]);
  });
});
