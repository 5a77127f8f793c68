// The walks of docs/booking.md, worked out there by hand, asked of the engine here. On the demo's own set-up.
import { readFileSync } from "node:fs";
import { dayNumber } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import type { BookingSetUp } from "./booking";
import { Diary, type DiaryEntry } from "./diary/diary";
import { billOf } from "./money/price";
import { availabilityOn } from "./rules/availability";
import type { Wish } from "./rules/obstacles";

const setUp = JSON.parse(readFileSync("demo/wrenfield/site.json", "utf8")).booking as BookingSetUp;
const clock = ZoneClock.of("Europe/Dublin");
const thursdayEvening = clock.instantOf("2026-03-05T18:40");

function ask(service: string, date: string, entries: readonly DiaryEntry[] = [], wish: Partial<Wish> = {}) {
  const engine = availabilityOn(
    setUp,
    { service, resource: null, seats: 1, online: true, ...wish },
    new Diary(entries, [], clock),
    thursdayEvening,
    date,
    date,
  );
  return {
    times: engine.timesOn(dayNumber(date)),
    starts: engine.timesOn(dayNumber(date)).map(({ dates }) => clock.wallOf(dates[0]?.start ?? 0).slice(11)),
    assign: (time: string) => engine.assign(clock.instantOf(`${date}T${time}`)),
    codes: (time: string) => engine.explain(clock.instantOf(`${date}T${time}`)).reasons.map(({ code }) => code),
    reasons: (time: string) => engine.explain(clock.instantOf(`${date}T${time}`)).reasons,
  };
}

/** The assignment of a start, entered in the diary. */
function booked(
  service: string,
  date: string,
  time: string,
  seats = 1,
  entries: readonly DiaryEntry[] = [],
): DiaryEntry {
  const assignment = ask(service, date, entries, { seats, online: false }).assign(time);
  const [first] = assignment?.dates ?? [];
  if (!first) throw new Error("This can't be booked");
  return { booking: `${date} ${time}`, service, seats, start: first.start, end: first.end, occupied: first.occupied };
}

test("1: Maren's Wednesday, with an hour kept back and three shown of a half-day", () => {
  expect(ask("first-throw", "2026-03-11", [], { resource: "maren" }).starts).toEqual([
    "10:30",
    "11:30",
    "12:30",
    "14:30",
    "15:30",
  ]);
  expect(ask("first-throw", "2026-03-11", [], { resource: "maren" }).codes("09:30")).toEqual(["booking.keptBack"]);
  expect(ask("first-throw", "2026-03-11", [], { resource: "maren" }).codes("13:30")).toEqual(["booking.notShown"]);
});

test("2: a firing over the night the clocks go forward ends at nine, and the kiln rests until eleven", () => {
  const night = booked("kiln-firing", "2026-03-28", "18:00");
  expect(clock.wallOf(night.end)).toBe("2026-03-29T09:00");
  expect(night.occupied.map(({ from, to }) => [clock.wallOf(from), clock.wallOf(to)])).toEqual([
    ["2026-03-28T17:30", "2026-03-29T11:00"],
  ]);
  const sunday = ask("kiln-firing", "2026-03-29", [night]);
  expect(sunday.starts).toEqual(["18:00"]);
  expect(sunday.codes("07:00")).toEqual(["booking.taken"]);
});

test("3: anyone on a Saturday: Tobi by the order of the file, then Ilse by the fewest bookings", () => {
  const empty = ask("first-throw", "2026-03-14");
  expect(empty.starts).toEqual(["10:00", "11:00", "12:00", "13:00", "14:00"]);
  expect(empty.assign("10:00")?.resources).toEqual(["tobi", "wheel-1"]);
  const tobi = booked("first-throw", "2026-03-14", "10:00");
  expect(tobi.occupied.map(({ to }) => clock.wallOf(to).slice(11))).toEqual(["12:45", "12:45"]);
  const after = ask("first-throw", "2026-03-14", [tobi]);
  expect(after.assign("13:00")?.resources).toEqual(["ilse", "wheel-2"]);
  const service = setUp.services.find(({ id }) => id === "first-throw");
  const leader = setUp.resources.find(({ id }) => id === "tobi");
  if (!service || !leader) throw new Error("The demo has changed");
  const bill = billOf({ service, serving: [leader], start: tobi.start, seats: 1 }, setUp.prices, clock, "EUR");
  expect(bill).toMatchObject({ by: "saturdays", gross: 4400, tax: 523, net: 3877 });
});

test("4: a glaze night shares its seats, and its tidy-up costs the second evening", () => {
  const six = booked("glaze-night", "2026-03-13", "18:30", 6);
  const friday = (seats: number) => ask("glaze-night", "2026-03-13", [six], { seats });
  expect(friday(2).starts).toEqual(["18:30"]);
  expect(friday(2).codes("20:30")).toEqual(["booking.tidyUp", "booking.noneOfSet", "booking.tidyUp"]);
  expect(friday(3).reasons("18:30")[0]).toMatchObject({ code: "booking.seatsGone", left: 2, wanted: 3 });
  const service = setUp.services.find(({ id }) => id === "glaze-night");
  const leader = setUp.resources.find(({ id }) => id === "ilse");
  if (!service || !leader) throw new Error("The demo has changed");
  expect(billOf({ service, serving: [leader], start: six.start, seats: 6 }, setUp.prices, clock, "EUR")).toMatchObject({
    by: "whole-table",
    gross: 12_600,
    tax: 1499,
    net: 11_101,
  });
});

test("5: how soon and how far, on Thursday evening", () => {
  expect(ask("first-throw", "2026-03-06").starts).toEqual(["13:00", "15:00", "16:00"]);
  expect(ask("first-throw", "2026-03-06").reasons("13:00")).toEqual([]);
  const tobi = ask("first-throw", "2026-03-06", [], { resource: "tobi" }).reasons("14:00");
  expect(tobi).toEqual([
    expect.objectContaining({
      code: "booking.tooSoon",
      earliest: clock.instantOf("2026-03-06T18:40"),
      notice: "hours",
    }),
  ]);
  expect(ask("first-throw", "2026-05-05", [], { resource: "maren" }).reasons("10:30")).toEqual([
    { code: "booking.tooFar", resource: "maren", last: "2026-05-04", daysAhead: 60 },
  ]);
});
