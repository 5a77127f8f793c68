// What can be booked of a course: a run, what is left of one, a date; what each costs, and that they share their seats.
import fc from "fast-check";
import { dayNumber } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { type CoursePart, courseParts, type Joining, type Service } from "../booking";
import { Diary, type DiaryEntry } from "../diary/diary";
import { billOf, priceOf } from "../money/price";
import { anEntry, aResource, aService, aSetUp } from "../sample.test-kit";
import { availabilityOn } from "./availability";
import { partOfBooking, runsOf, shareOf } from "./course";
import { serviceSchema } from "./schema";

const clock = ZoneClock.of("Europe/Dublin");
const spring = ["2026-03-10T10:00", "2026-03-17T10:00", "2026-03-24T10:00", "2026-03-31T10:00"];
const selling = (joining?: Joining, more: Partial<Service> = {}) =>
  aService("six", { course: [spring], capacity: 3, ...(joining ? { joining } : {}), ...more });
const all: Joining = { late: true, one: { amount: 1500, earlier: null } };

function ask(service: Service, part: CoursePart, date: string, entries: readonly DiaryEntry[] = [], online = true) {
  const setUp = aSetUp([service], [aResource("maren")]);
  const wish = { service: service.id, resource: null, seats: 1, online, part };
  const now = clock.instantOf("2026-03-01T08:00");
  const engine = availabilityOn(setUp, wish, new Diary(entries, [], clock), now, date, date);
  const [first] = engine.timesOn(dayNumber(date));
  return {
    dates: first?.dates.map(({ start }) => clock.wallOf(start)) ?? null,
    left: first?.seatsLeft ?? 0,
    state: engine.days()[0]?.state,
    why: engine.explain(clock.instantOf(`${date}T10:00`)).reasons.map(({ code }) => code),
  };
}

test("a run is booked from its first date, what is left of it from any but the first and the last, a date by itself", () => {
  expect(ask(selling(all), "whole", "2026-03-10").dates).toEqual(spring);
  expect(ask(selling(all), "whole", "2026-03-17")).toMatchObject({ dates: null, state: "closed" });
  expect(ask(selling(all), "rest", "2026-03-10").dates).toBeNull();
  expect(ask(selling(all), "rest", "2026-03-17").dates).toEqual(spring.slice(1));
  expect(ask(selling(all), "rest", "2026-03-24").dates).toEqual(spring.slice(2));
  expect(ask(selling(all), "rest", "2026-03-31").dates).toBeNull();
  for (const date of spring) expect(ask(selling(all), "one", date.slice(0, 10)).dates).toEqual([date]);
});

test("what a business does not sell of it is had by hand alone, and why is said", () => {
  const whole = ask(selling(), "one", "2026-03-17");
  expect(whole).toMatchObject({ dates: null, why: ["booking.partNotSold"] });
  expect(ask(selling({ late: true, one: null }), "one", "2026-03-17").dates).toBeNull();
  expect(ask(selling({ late: false, one: all.one }), "rest", "2026-03-17").dates).toBeNull();
  expect(ask(selling(), "rest", "2026-03-17", [], false).dates).toEqual(spring.slice(1));
});

test("a date shares its seats with the runs it is of; whoever fills it stands in the way of both", () => {
  const [run, one] = [
    spring.map((date) => anEntry("six", "maren", date, date.replace("T10", "T11"))),
    anEntry("six", "maren", "2026-03-24T10:00", "2026-03-24T11:00", 2),
  ];
  expect(ask(selling(all), "one", "2026-03-17", run).left).toBe(2);
  expect(ask(selling(all), "one", "2026-03-24", [...run, one])).toMatchObject({ dates: null, state: "full" });
  expect(ask(selling(all), "whole", "2026-03-10", [...run, one]).dates).toBeNull();
  expect(ask(selling(all), "rest", "2026-03-17", [...run, one]).dates).toBeNull();
  expect(ask(selling(all), "one", "2026-03-31", [...run, one]).left).toBe(2);
});

describe("what it costs", () => {
  const bill = (service: Service, part: CoursePart, start: string, seats = 1, earlier: number | null = null) => {
    const priced = { ...service, price: { amount: 10_000, earlier } };
    const asked = { service: priced, serving: [aResource("maren")], start: clock.instantOf(start), seats, part };
    return billOf(asked, [], clock, "EUR");
  };

  test("three of four dates are three quarters; a date has its own price, and by hand its share where it has none", () => {
    expect(bill(selling(all), "whole", "2026-03-10T10:00")?.gross).toBe(10_000);
    expect(bill(selling(all), "rest", "2026-03-17T10:00")?.gross).toBe(7500);
    expect(bill(selling(all), "rest", "2026-03-24T10:00", 2)?.gross).toBe(10_000);
    expect(bill(selling(all), "one", "2026-03-24T10:00", 2)).toMatchObject({ gross: 3000, by: "one" });
    expect(bill(selling(), "one", "2026-03-24T10:00")?.gross).toBe(2500);
    expect(bill(selling(), "rest", "2026-03-17T10:00", 1, 12_000)?.earlierEach).toBe(9000);
  });

  test("a third of what can't be parted is rounded half up, once for a seat", () => {
    const three = selling(all, { course: [spring.slice(0, 3)], joining: { late: true, one: null } });
    expect(bill(three, "rest", "2026-03-17T10:00", 3)).toMatchObject({ each: 6667, gross: 20_001 });
    expect(bill(three, "one", "2026-03-17T10:00")?.each).toBe(3333);
  });

  test("a rule that matches the first date that is booked holds for its share too", () => {
    const rules = [
      {
        ...{ id: "late", priority: 0, service: null, resource: null, weekdays: null, hours: null, seats: null },
        dates: { from: "2026-03-20", to: "2026-03-30" },
        price: { amount: 8000, earlier: null },
      },
    ];
    const at = (start: string) =>
      priceOf(
        { service: selling(all), serving: [aResource("maren")], start: clock.instantOf(start), seats: 1, part: "rest" },
        rules,
        clock,
      );
    expect(at("2026-03-24T10:00")).toEqual({ price: { amount: 4000, earlier: null }, by: "late" });
    expect(at("2026-03-17T10:00")?.by).toBe("service");
  });
});

describe("the parts of any course", () => {
  /** Runs of two to nine dates, days apart, with no start twice among the first ones. */
  const anyCourse = fc
    .array(fc.array(fc.integer({ min: 0, max: 300 }), { minLength: 2, maxLength: 9 }), { minLength: 1, maxLength: 4 })
    .map((runs) =>
      runs
        .map((days) =>
          [...new Set(days)]
            .sort((one, other) => one - other)
            .map((day) => `${new Date(Date.UTC(2026, 0, 1 + day)).toISOString().slice(0, 10)}T01:30`),
        )
        .filter((run) => run.length > 1),
    );

  test("a booking says by its dates alone how much of the course it is", () => {
    fc.assert(
      fc.property(anyCourse, fc.constantFrom(...courseParts), (course, part) => {
        for (const [start, dates] of runsOf(course, clock, part)) {
          const read = partOfBooking({ course }, clock, start, dates.length);
          // What is left of one run may be as much, from the same day, as all of another: that is as good.
          const same = runsOf(course, clock, read).get(start);
          expect(read === part || same?.length === dates.length).toBe(true);
        }
      }),
    );
  });

  test("every part is of a run, and its share is never more than all of it; the rest is shorter than its run", () => {
    fc.assert(
      fc.property(anyCourse, fc.constantFrom(...courseParts), (course, part) => {
        for (const [start, dates] of runsOf(course, clock, part)) {
          const share = shareOf(course, clock, start, part);
          expect(share?.dates).toBe(dates.length);
          expect(dates[0]).toBe(start);
          if (part === "whole") expect(share?.of).toBe(dates.length);
          if (part === "rest") expect(share?.of ?? 0).toBeGreaterThan(1);
          expect(share?.of ?? 0).toBeGreaterThanOrEqual(dates.length);
        }
      }),
    );
  });
});

test("what is no course has no dates of its own to sell: refused at its field", () => {
  const { error } = serviceSchema.validate({ ...aService("throw"), joining: all });
  expect(error?.details.map(({ path, message }) => [path.join("."), message])).toEqual([
    ["joining", "Only a course has dates that can be booked by themselves."],
  ]);
  const wrong = serviceSchema.validate({ ...selling(), joining: { late: true, one: { amount: -1, earlier: null } } });
  expect(wrong.error?.details[0]?.path.join(".")).toBe("joining.one.amount");
});
