// What the rules mean at the bench: one story each. That they hold in all their mixtures is availability.test.ts's.

import { dayNumber } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import type { BookingSetUp } from "./booking";
import { Diary, type DiaryEntry } from "./diary/diary";
import { availabilityOn } from "./rules/availability";
import type { Wish } from "./rules/obstacles";
import { setUpFaults } from "./rules/references";
import { bookingSetUpSchema } from "./rules/schema";
import { anEntry, aResource, aService, aSetUp } from "./sample.test-kit";
import { thinned } from "./shown";

const clock = ZoneClock.of("Europe/Dublin");

function ask(
  setUp: BookingSetUp,
  date: string,
  entries: readonly DiaryEntry[] = [],
  wish: Partial<Wish> = {},
  now = "2026-03-01T08:00",
) {
  const engine = availabilityOn(
    setUp,
    { service: setUp.services[0]?.id ?? "", resource: null, seats: 1, online: true, ...wish },
    new Diary(entries, [], clock),
    clock.instantOf(now),
    date,
    date,
  );
  const times = engine.timesOn(dayNumber(date));
  return {
    engine,
    starts: times.map(({ dates }) => clock.wallOf(dates[0]?.start ?? 0).slice(11)),
    served: times.map(({ resources }) => resources.join("+")),
    state: engine.days()[0]?.state,
    why: (time: string) => engine.explain(clock.instantOf(`${date}T${time}`)).reasons.map(({ code }) => code),
  };
}

test("the clocks go forward during a Sunday class: the workshop is open seven hours, and starts keep their hour's length", () => {
  const night = aResource("maren", {
    week: [{ weekdays: [7], from: "00:00", to: "04:00", validFrom: null, validTo: null }],
  });
  // 00:00 GMT, then 02:00 IST is the next hour: four hours on the clock are three.
  expect(ask(aSetUp([aService("throw")], [night]), "2026-03-29").starts).toEqual(["00:00", "02:00", "03:00"]);
  // In autumn they are five; the second half past one is no start of a list, but it is one of a step.
  expect(ask(aSetUp([aService("throw")], [night]), "2026-10-25", [], {}, "2026-10-01T08:00").starts).toEqual([
    "00:00",
    "01:00",
    "01:00",
    "02:00",
    "03:00",
  ]);
  const listed = aService("throw", { starts: { at: ["01:30", "02:00"] } });
  expect(ask(aSetUp([listed], [night]), "2026-03-29").starts).toEqual(["02:00"]);
  expect(ask(aSetUp([listed], [night]), "2026-10-25", [], {}, "2026-10-01T08:00").starts).toEqual(["01:30", "02:00"]);
});

test("tidy-up may reach outside open hours, but not into another booking's tidy-up", () => {
  const service = aService("throw", { tidyUp: { beforeMinutes: 0, afterMinutes: 30 } });
  const setUp = aSetUp([service], [aResource("maren")]);
  expect(ask(setUp, "2026-03-11").starts.at(-1)).toBe("16:00");
  const taken = {
    ...anEntry("throw", "maren", "2026-03-11T11:00", "2026-03-11T12:30"),
    end: clock.instantOf("2026-03-11T12:00"),
  };
  const day = ask(setUp, "2026-03-11", [taken]);
  expect(day.starts).toEqual(["09:00", "13:00", "14:00", "15:00", "16:00"]);
  expect(day.why("12:00")).toEqual(["booking.tidyUp"]);
  expect(day.why("10:00")).toEqual(["booking.tidyUp"]);
  expect(day.why("11:00")).toEqual(["booking.taken"]);
});

test("spans that touch at midnight are one", () => {
  const kiln = aResource("kiln", {
    week: [
      { weekdays: [3], from: "20:00", to: "24:00", validFrom: null, validTo: null },
      { weekdays: [4], from: "00:00", to: "10:00", validFrom: null, validTo: null },
    ],
  });
  const firing = aService("firing", {
    durationMinutes: 600,
    starts: { everyMinutes: 120 },
    needs: [{ name: "kiln", oneOf: ["kiln"] }],
  });
  expect(ask(aSetUp([firing], [kiln]), "2026-03-11").starts).toEqual(["20:00", "22:00"]);
  expect(ask(aSetUp([firing], [kiln]), "2026-03-12").starts).toEqual(["00:00"]);
});

test("kept-back time is given away by hand only", () => {
  const maren = aResource("maren", {
    keptBack: [{ weekdays: [3], from: "09:00", to: "10:00", validFrom: null, validTo: null }],
  });
  const setUp = aSetUp([aService("throw")], [maren]);
  expect(ask(setUp, "2026-03-11").starts[0]).toBe("10:00");
  expect(ask(setUp, "2026-03-11").why("09:00")).toEqual(["booking.keptBack"]);
  expect(ask(setUp, "2026-03-11", [], { online: false }).starts[0]).toBe("09:00");
});

test("three shown of a half-day are its first, its middle and its last, and do not move when one is taken", () => {
  expect(thinned([1, 2, 3, 4, 5, 6], 3)).toEqual([1, 4, 6]);
  expect(thinned([1, 2, 3, 4, 5, 6], 1)).toEqual([1]);
  expect(thinned([1, 2], 5)).toEqual([1, 2]);
  const setUp = aSetUp([aService("throw")], [aResource("maren", { shownPerHalfDay: 2 })]);
  expect(ask(setUp, "2026-03-11").starts).toEqual(["09:00", "11:00", "12:00", "16:00"]);
  const day = ask(setUp, "2026-03-11", [anEntry("throw", "maren", "2026-03-11T09:00", "2026-03-11T10:00")]);
  expect(day.starts).toEqual(["11:00", "12:00", "16:00"]);
  expect(day.why("10:00")).toEqual(["booking.notShown"]);
});

test("anyone: the tutor with the fewest bookings that day, then the one earlier in the file", () => {
  const service = aService("throw", { needs: [{ name: "tutor", oneOf: ["tobi", "maren"] }] });
  const setUp = aSetUp([service], [aResource("maren"), aResource("tobi")]);
  expect(ask(setUp, "2026-03-11").served[0]).toBe("maren");
  const busy = [anEntry("throw", "maren", "2026-03-11T15:00", "2026-03-11T16:00")];
  expect(ask(setUp, "2026-03-11", busy).served[0]).toBe("tobi");
  expect(ask(setUp, "2026-03-12", busy).served[0]).toBe("maren");
});

test("a tutor is free but no wheel is, and the reasons say so", () => {
  const service = aService("throw", {
    needs: [
      { name: "tutor", oneOf: ["maren"] },
      { name: "wheel", oneOf: ["wheel"] },
    ],
  });
  const setUp = aSetUp([service], [aResource("maren"), aResource("wheel", { kind: "thing" })]);
  const day = ask(setUp, "2026-03-11", [anEntry("bench", "wheel", "2026-03-11T10:00", "2026-03-11T11:00")]);
  expect(day.starts).not.toContain("10:00");
  expect(day.why("10:00")).toEqual(["booking.noneOfSet", "booking.taken"]);
});

describe("a wheel for each seat", () => {
  const wheels = ["w1", "w2", "w3"].map((id) => aResource(id, { kind: "thing" }));
  const each = { name: "wheel", oneOf: ["w1", "w2", "w3"], each: true };
  const bench = aService("bench", { needs: [each], capacity: 3 });
  const setUp = aSetUp([bench], wheels);
  const taken = (wheel: string) => anEntry("bench", wheel, "2026-03-11T10:00", "2026-03-11T11:00");

  test("two take two, and three all; whoever comes then waits for what is free again", () => {
    expect(ask(setUp, "2026-03-11", [], { seats: 2 }).served[0]).toBe("w1+w2");
    const day = (seats: number, ...wheelsTaken: string[]) =>
      ask(setUp, "2026-03-11", wheelsTaken.map(taken), { seats });
    expect(day(2, "w2").starts).toContain("10:00");
    expect(day(2, "w1", "w3").starts).not.toContain("10:00");
    expect(day(1, "w1", "w3").starts).toContain("10:00");
    expect(day(3, "w2").starts).not.toContain("10:00");
    expect(day(3).served[0]).toBe("w1+w2+w3");
    expect(day(4).starts).toEqual([]);
    expect(day(4).why("10:00")).toContain("booking.seatsGone");
  });

  test("the reasons say how many are free, where some are", () => {
    const why = (seats: number, ...wheelsTaken: string[]) =>
      ask(setUp, "2026-03-11", wheelsTaken.map(taken), { seats }).why("10:00");
    expect(why(2, "w1", "w3")).toEqual(["booking.taken", "booking.taken", "booking.tooFewOfSet"]);
    expect(why(2, "w1", "w2", "w3")).toEqual([...wheels.map(() => "booking.taken"), "booking.noneOfSet"]);
  });

  test("nobody joins it, whatever is left: a start is one booking's", () => {
    const lesson = aService("lesson", { needs: [{ name: "tutor", oneOf: ["maren"] }, each], capacity: 3 });
    const both = aSetUp([lesson], [aResource("maren"), ...wheels]);
    const entry = anEntry("lesson", "maren", "2026-03-11T10:00", "2026-03-11T11:00");
    const one = { ...entry, occupied: [...entry.occupied, { ...entry.occupied[0], resource: "w1" }] as never };
    expect(ask(both, "2026-03-11", [one]).starts).not.toContain("10:00");
    expect(ask(both, "2026-03-11", [one]).starts).toContain("11:00");
    expect(ask(both, "2026-03-11", [], { seats: 2 }).served[0]).toBe("maren+w1+w2");
  });

  test("a wheel that is wished for is one of them", () => {
    expect(ask(setUp, "2026-03-11", [], { seats: 2, resource: "w3" }).served[0]).toBe("w3+w1");
    expect(ask(setUp, "2026-03-11", [taken("w3")], { seats: 2, resource: "w3" }).starts).not.toContain("10:00");
  });

  test("is refused where there are fewer wheels than seats, and goes with a length that the client chooses", () => {
    expect(setUpFaults(aSetUp([{ ...bench, capacity: 4 }], wheels))).toEqual([
      {
        path: "services[0].needs[0].each",
        message: expect.stringMatching(/with 3 of wheel .* at most 3 seats, not 4/),
      },
    ]);
    const lengths = [60, 120].map((minutes) => ({ minutes, price: null }));
    const checked = (service: object) => bookingSetUpSchema.validate(aSetUp([service as never], wheels)).error?.message;
    expect(checked({ ...bench, lengths })).toBeUndefined();
    expect(checked({ ...bench, needs: [{ ...each, each: false }], lengths })).toMatch(/who shares a start/);
  });
});

describe("a least group", () => {
  const glaze = aService("glaze", { capacity: 8, least: { seats: 3, hours: 24 } });
  const setUp = aSetUp([glaze], [aResource("maren")]);
  const booked = (seats: number, more: Partial<DiaryEntry> = {}) => ({
    ...anEntry("glaze", "maren", "2026-03-11T10:00", "2026-03-11T11:00", seats),
    ...more,
  });
  const [before, after] = ["2026-03-10T09:59", "2026-03-10T10:00"];

  test("until it is decided anybody may come; then only who makes it large enough", () => {
    expect(ask(setUp, "2026-03-11", [], {}, before).starts).toContain("10:00");
    expect(ask(setUp, "2026-03-11", [], {}, after).starts).not.toContain("10:00");
    expect(ask(setUp, "2026-03-11", [], {}, after).starts).toContain("11:00");
    expect(ask(setUp, "2026-03-11", [], {}, after).why("10:00")).toEqual(["booking.groupTooSmall"]);
    expect(ask(setUp, "2026-03-11", [], { seats: 3 }, after).starts).toContain("10:00");
    expect(ask(setUp, "2026-03-11", [booked(2)], {}, after).starts).toContain("10:00");
    expect(ask(setUp, "2026-03-11", [booked(3)], {}, after).starts).toContain("10:00");
  });

  test("what is only held does not count, and by hand it is set aside", () => {
    expect(ask(setUp, "2026-03-11", [booked(2, { held: true })], {}, after).starts).not.toContain("10:00");
    const byHand = { online: false, waived: ["booking.groupTooSmall"] };
    expect(ask(setUp, "2026-03-11", [], byHand, after).starts).toContain("10:00");
  });

  test("a course is decided before its first date", () => {
    const course = [["2026-03-11T10:00", "2026-03-18T10:00"]];
    const evenings = aSetUp([{ ...glaze, course }], [aResource("maren")]);
    expect(ask(evenings, "2026-03-11", [], {}, before).starts).toEqual(["10:00"]);
    expect(ask(evenings, "2026-03-11", [], {}, after).starts).toEqual([]);
    expect(ask(evenings, "2026-03-11", [], { seats: 3 }, after).starts).toEqual(["10:00"]);
  });
});

test("who is in both sets serves one of them only", () => {
  const service = aService("duet", {
    needs: [
      { name: "tutor", oneOf: ["maren", "tobi"] },
      { name: "helper", oneOf: ["maren"] },
    ],
  });
  const setUp = aSetUp([service], [aResource("maren"), aResource("tobi")]);
  expect(ask(setUp, "2026-03-11").served[0]).toBe("tobi+maren");
  expect(ask(setUp, "2026-03-11", [], { resource: "maren" }).starts).toEqual([]);
  expect(ask(setUp, "2026-03-11", [], { resource: "maren" }).why("10:00")).toEqual(["booking.setsCollide"]);
});

test("a table for eight is shared until its seats are gone", () => {
  const service = aService("glaze", { capacity: 8 });
  const setUp = aSetUp([service], [aResource("maren")]);
  const six = [anEntry("glaze", "maren", "2026-03-11T10:00", "2026-03-11T11:00", 6)];
  expect(ask(setUp, "2026-03-11", six, { seats: 2 }).starts).toContain("10:00");
  const three = ask(setUp, "2026-03-11", six, { seats: 3 });
  expect(three.starts).not.toContain("10:00");
  expect(three.why("10:00")).toEqual(["booking.seatsGone"]);
});

test("a course is offered when all of its dates can be, and by no other start", () => {
  const service = aService("course", { course: [["2026-03-10T10:00", "2026-03-17T10:00"]] });
  const maren = aResource("maren");
  expect(ask(aSetUp([service], [maren]), "2026-03-10").starts).toEqual(["10:00"]);
  expect(ask(aSetUp([service], [maren]), "2026-03-11").state).toBe("closed");
  const off = aResource("maren", {
    timeOff: [{ from: "2026-03-17T00:00", to: "2026-03-18T00:00", words: "dentist" }],
  });
  const day = ask(aSetUp([service], [off]), "2026-03-10");
  expect([day.starts, day.state]).toEqual([[], "full"]);
  expect(day.why("10:00")).toEqual(["booking.timeOff"]);
});

test("notice for the next day: at ten to midnight tomorrow nine o'clock is fine", () => {
  const setUp = aSetUp([aService("throw")], [aResource("maren", { notice: { kind: "nextDay" } })]);
  expect(ask(setUp, "2026-03-12", [], {}, "2026-03-11T23:50").starts[0]).toBe("09:00");
  expect(ask(setUp, "2026-03-11", [], {}, "2026-03-11T00:10").starts).toEqual([]);
});

test("a service with a notice of its own: the stricter counts, by hand it can be set aside", () => {
  const kiln = aService("throw", { notice: { kind: "hours", hours: 48 }, daysAhead: 5 });
  const setUp = aSetUp([kiln], [aResource("maren", { notice: { kind: "nextDay" }, daysAhead: 30 })]);
  const now = "2026-03-09T12:00";
  expect(ask(setUp, "2026-03-10", [], {}, now).why("10:00")).toEqual(["booking.serviceTooSoon"]);
  expect(ask(setUp, "2026-03-11", [], {}, now).starts[0]).toBe("12:00");
  expect(ask(setUp, "2026-03-14", [], {}, now).starts).not.toEqual([]);
  const far = ask(setUp, "2026-03-15", [], {}, now);
  expect([far.state, far.why("10:00")]).toEqual(["tooFar", ["booking.serviceTooFar"]]);
  const aside = { online: false, waived: ["booking.serviceTooSoon"] };
  expect(ask(setUp, "2026-03-10", [], aside, now).starts[0]).toBe("09:00");
  // Whoever serves asks all the same.
  expect(ask(setUp, "2026-03-09", [], aside, now).why("15:00")).toEqual(["booking.tooSoon"]);
});

test("a visitor takes at most so many seats in one booking; by hand there can be more", () => {
  const table = aService("throw", { capacity: 8, mostSeats: 4 });
  const setUp = aSetUp([table], [aResource("maren")]);
  expect(ask(setUp, "2026-03-11", [], { seats: 4 }).starts).not.toEqual([]);
  const five = ask(setUp, "2026-03-11", [], { seats: 5 });
  expect([five.starts, five.state, five.why("10:00")]).toEqual([[], "full", ["booking.tooManySeats"]]);
  expect(ask(setUp, "2026-03-11", [], { seats: 5, online: false }).starts).not.toEqual([]);
});

test("days off of every year, over the turn of it", () => {
  const maren = aResource("maren", { yearlyOff: [{ from: "12-30", to: "01-02", words: "home" }] });
  const setUp = aSetUp([aService("throw")], [maren]);
  const on = (date: string) => ask(setUp, date, [], {}, "2026-12-01T08:00");
  expect(["2026-12-29", "2026-12-30", "2027-01-02", "2027-01-03"].map((date) => on(date).state)).toEqual([
    "free",
    "closed",
    "closed",
    "free",
  ]);
  expect(on("2027-01-02").why("10:00")).toEqual(["booking.timeOff"]);
});

test("days: past, too far, closed, full, few, free", () => {
  const maren = aResource("maren", { daysAhead: 10, exceptions: [{ date: "2026-03-09", spans: [] }] });
  const setUp = aSetUp([aService("throw")], [maren], {
    closures: [{ kind: "yearly", from: "03-08", to: "03-08", words: "" }],
  });
  const state = (date: string, ...taken: string[]) =>
    ask(
      setUp,
      date,
      taken.map((hour) => anEntry("throw", "maren", `${date}T${hour}:00`, `${date}T${Number(hour) + 1}:00`)),
      {},
      "2026-03-06T08:00",
    ).state;
  const hours = ["10", "11", "12", "13", "14", "15", "16"];
  expect(state("2026-03-05")).toBe("past");
  expect(state("2026-03-17")).toBe("tooFar");
  expect(state("2026-03-16")).toBe("free");
  expect(state("2026-03-08")).toBe("closed");
  expect(state("2026-03-09")).toBe("closed");
  expect(state("2026-03-10", "09", ...hours)).toBe("full");
  expect(state("2026-03-10", ...hours)).toBe("few");
  expect(state("2026-03-10", ...hours.slice(0, 5))).toBe("free");
});

const span = (weekdays: readonly number[], from: string, to: string) => ({
  weekdays,
  from,
  to,
  validFrom: null,
  validTo: null,
});

test("Maren works every other Saturday, counted from the week of one of them, and before it as well", () => {
  const maren = aResource("maren", {
    week: [{ ...span([6], "10:00", "12:00"), weeks: { every: 2, from: "2026-03-12" } }],
  });
  const on = (date: string) => ask(aSetUp([aService("throw")], [maren]), date, [], {}, "2026-02-01T08:00").starts;
  expect(on("2026-03-14")).toEqual(["10:00", "11:00"]);
  expect(on("2026-03-21")).toEqual([]);
  // Over the Sunday on which the clocks go forward.
  expect(on("2026-04-11")).toEqual(["10:00", "11:00"]);
  expect(on("2026-02-14")).toEqual(["10:00", "11:00"]);
});

test("winter hours of a season hold over the turn of the year, for all who have hours written for it", () => {
  const seasons = [{ id: "winter", name: "Winter", from: "11-15", to: "02-29" }];
  const maren = aResource("maren", {
    week: [{ ...span([1, 2, 3, 4, 5, 6, 7], "10:00", "11:00"), season: "winter" }],
  });
  const on = (date: string, now: string) =>
    ask(aSetUp([aService("throw")], [maren], { seasons }), date, [], {}, now).starts;
  expect(on("2026-11-14", "2026-11-01T08:00")).toEqual([]);
  expect(on("2026-11-15", "2026-11-01T08:00")).toEqual(["10:00"]);
  // A year without 29 February ends it on the 28th.
  expect(on("2027-02-28", "2027-02-01T08:00")).toEqual(["10:00"]);
  expect(on("2027-03-01", "2027-02-01T08:00")).toEqual([]);
  expect(on("2028-02-29", "2028-02-01T08:00")).toEqual(["10:00"]);
});

test("a summer's hours hold in summer instead of the year's, on its closed weekdays too; who has none written keeps the year's", () => {
  const seasons = [{ id: "summer", name: "Summer", from: "06-01", to: "08-31" }];
  const week = [span([1, 2, 3, 4, 5], "09:00", "11:00")];
  const maren = aResource("maren", { week: [...week, { ...span([3], "10:00", "12:00"), season: "summer" }] });
  const of = (who: typeof maren, date: string, now: string) =>
    ask(aSetUp([aService("throw")], [who], { seasons }), date, [], {}, now).starts;
  expect(of(maren, "2026-05-27", "2026-05-01T08:00")).toEqual(["09:00", "10:00"]);
  expect(of(maren, "2026-06-03", "2026-05-01T08:00")).toEqual(["10:00", "11:00"]);
  expect(of(maren, "2026-06-04", "2026-05-01T08:00")).toEqual([]);
  expect(of(aResource("maren", { week }), "2026-06-04", "2026-05-01T08:00")).toEqual(["09:00", "10:00"]);
});

test("what is kept back is given free two days before, and on single dates something else is kept", () => {
  const maren = aResource("maren", {
    keptBack: [span([3], "09:00", "12:00")],
    keptBackOn: [
      { date: "2026-03-18", spans: [] },
      { date: "2026-03-25", spans: [{ from: "16:00", to: "17:00" }] },
    ],
    releasedHours: 48,
    shownPerHalfDay: 2,
  });
  const at = (date: string, now: string) => ask(aSetUp([aService("throw")], [maren]), date, [], {}, now);
  // Which are shown does not change when they are given free: it is chosen from all of them.
  expect(at("2026-03-11", "2026-03-01T08:00").starts).toEqual(["12:00", "16:00"]);
  expect(at("2026-03-11", "2026-03-01T08:00").why("11:00")).toEqual(["booking.keptBack"]);
  expect(at("2026-03-11", "2026-03-09T09:00").starts).toEqual(["09:00", "12:00", "16:00"]);
  expect(at("2026-03-11", "2026-03-09T11:00").starts).toEqual(["09:00", "11:00", "12:00", "16:00"]);
  expect(at("2026-03-18", "2026-03-01T08:00").starts).toEqual(["09:00", "11:00", "12:00", "16:00"]);
  expect(at("2026-03-25", "2026-03-01T08:00").starts).toEqual(["09:00", "11:00", "12:00"]);
});

test("a visit takes the way there and back, outside the tidy-up, and only where it is at the client's place", () => {
  const tidyUp = { beforeMinutes: 0, afterMinutes: 15 };
  const visit = aService("throw", { where: { kind: "client", words: "" }, travelMinutes: 45, tidyUp });
  const taken = anEntry("throw", "maren", "2026-03-11T12:00", "2026-03-11T13:00");
  const of = (service: typeof visit) => ask(aSetUp([service], [aResource("maren")]), "2026-03-11", [taken]).starts;
  expect(of(visit)).toEqual(["09:00", "10:00", "14:00", "15:00", "16:00"]);
  expect(of({ ...visit, where: { kind: "place", words: "" } })).toEqual([
    "09:00",
    "10:00",
    "13:00",
    "14:00",
    "15:00",
    "16:00",
  ]);
});

test("a client has at most two a week from Monday, whatever the case of the address; a course counts once", () => {
  const service = aService("throw", { perClientWeek: 2 });
  const setUp = aSetUp([service], [aResource("maren")]);
  const own = (date: string, booking: string) => ({
    ...anEntry("throw", "maren", `${date}T09:00`, `${date}T10:00`),
    booking,
    client: "Nuala@post.example",
  });
  const client = "nuala@POST.example";
  const course = [own("2026-03-09", "one"), own("2026-03-10", "one")];
  expect(ask(setUp, "2026-03-11", course, { client }).starts).toHaveLength(8);
  const two = [...course, own("2026-03-15", "two")];
  expect(ask(setUp, "2026-03-11", two, { client }).starts).toEqual([]);
  expect(ask(setUp, "2026-03-11", two, { client }).why("11:00")).toEqual(["booking.clientWeekFull"]);
  expect(ask(setUp, "2026-03-16", two, { client }).starts).toHaveLength(8);
  expect(ask(setUp, "2026-03-11", two, { client, online: false }).starts).toHaveLength(8);
  expect(ask(setUp, "2026-03-11", two).starts).toHaveLength(8);
});

test("a bench by the hour or for an afternoon: the length that was asked for has to fit, whoever's own length is another", () => {
  const bench = aService("throw", {
    lengths: [
      { minutes: 60, price: null },
      { minutes: 240, price: null },
    ],
  });
  const own = { service: "throw", does: true, durationMinutes: 480, tidyUp: null, price: null };
  const setUp = aSetUp([bench], [aResource("maren", { offers: [own] })]);
  const taken = anEntry("throw", "maren", "2026-03-11T13:00", "2026-03-11T14:00");
  expect(ask(setUp, "2026-03-11", [taken]).starts).toEqual([
    "09:00",
    "10:00",
    "11:00",
    "12:00",
    "14:00",
    "15:00",
    "16:00",
  ]);
  expect(ask(setUp, "2026-03-11", [taken], { minutes: 240 }).starts).toEqual(["09:00"]);
  // The length of a booking that stands is its own, also where it is offered no more.
  expect(ask(setUp, "2026-03-11", [taken], { minutes: 180 }).starts).toEqual(["09:00", "10:00", "14:00"]);
});
