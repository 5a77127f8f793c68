// Booking without a server answers as the public API does, and forgets everything with itself.

import { ZoneClock } from "@/core/time/zone-clock";
import { datesOfAny } from "./public";
import type { DayState, PublicBooking, PublicDate, PublicDay, PublicTime } from "./public-types";
import { RehearsedBooking } from "./rehearsed";
import { anEntry, aResource, aService, aSetUp } from "./sample.test-kit";

const clock = ZoneClock.of("Europe/Dublin");
const service = aService("throw", {
  durationMinutes: 60,
  terms: "Short nails.",
  questions: [{ key: "age", label: "Twelve?", required: true, kind: "choice", options: ["Yes", "No"] }],
  screening: [{ question: "age", refuses: ["No"], words: "Come with a grown-up." }],
});
const course = aService("six", { course: [["2026-03-10T10:00", "2026-03-17T10:00"]], confirm: "approval" });
const setUp = aSetUp([service, course, aService("hidden", { online: false })], [aResource("maren")]);

function rehearsal() {
  let now = clock.instantOf("2026-03-05T08:00");
  const booking = new RehearsedBooking({
    setUp,
    services: ["throw", "six", "hidden"],
    currency: "EUR",
    language: "en",
    entries: [
      {
        booking: "b1",
        service: "throw",
        start: clock.instantOf("2026-03-11T09:00"),
        end: clock.instantOf("2026-03-11T10:00"),
        seats: 1,
        occupied: [
          { resource: "maren", from: clock.instantOf("2026-03-11T09:00"), to: clock.instantOf("2026-03-11T10:00") },
        ],
      },
    ],
    outside: [],
    now: () => now,
  });
  return {
    booking,
    pass: (minutes: number) => {
      now += minutes * 60_000;
    },
  };
}

const day = { service: "throw", seats: "1", date: "2026-03-11", zone: "Europe/Berlin" };
const timesOf = (booking: RehearsedBooking) =>
  (booking.answer("times", day, undefined).body as { times: readonly PublicTime[] }).times;
const hold = (booking: RehearsedBooking, start: string, more: object = {}) =>
  booking.answer("holds", {}, { service: "throw", start, ...more });
const client = { name: "Nuala", email: "nuala@post.example", phone: "" };

test("days and times as the API tells them, with the visitor’s own clock", () => {
  const { booking } = rehearsal();
  const days = booking.answer(
    "days",
    { service: "throw", seats: "1", from: "2026-03-11", to: "2026-03-12" },
    undefined,
  );
  expect((days.body as { days: readonly PublicDay[] }).days.map(({ state, left }) => [state, left])).toEqual([
    ["free", 7],
    ["free", 8],
  ]);
  const [first] = timesOf(booking);
  expect(first).toMatchObject({
    start: { place: "2026-03-11T10:00", visitor: "2026-03-11T11:00" },
    price: { gross: 3800, currency: "EUR" },
    seatsLeft: 1,
  });
  expect(booking.answer("times", { ...day, service: "hidden" }, undefined).body).toMatchObject({ times: [] });
  expect(booking.answer("times", { ...day, service: "other" }, undefined).status).toBe(422);
  expect(booking.answer("elsewhere", {}, undefined).status).toBe(404);
});

test("the days of everything at once: the best state of any, the times of all, and which services have one", () => {
  const { booking } = rehearsal();
  const of = (service: string) =>
    (booking.answer("days", { service, from: "2026-03-08", to: "2026-03-17" }, undefined).body as { days: PublicDay[] })
      .days;
  const all = booking.answer("dates", { from: "2026-03-08", to: "2026-03-17", zone: "Europe/Berlin" }, undefined);
  expect(all.status).toBe(200);
  const { days, zone } = all.body as { days: readonly PublicDate[]; zone: string };
  expect(zone).toBe("Europe/Dublin");
  const [single, course] = [of("throw"), of("six")];
  expect(days).toHaveLength(10);
  for (const [nth, day] of days.entries()) {
    const open = [single, course].map((own) => own[nth]).filter((own) => own?.state === "free" || own?.state === "few");
    expect(day.date).toBe(single[nth]?.date);
    expect(day.left).toBe(open.reduce((sum, own) => sum + (own?.left ?? 0), 0));
    expect(day.services.length).toBe(open.length);
    expect(day.begins.visitor).toBe(`${day.date}T01:00`);
  }
  // The course begins on the 10th; what is not sold online stands nowhere.
  expect(days[2]?.services).toEqual(["throw", "six"]);
  expect(days[3]?.services).toEqual(["throw"]);
  expect(datesOfAny([])).toEqual([]);
});

test("a day that only one of several services closes is as open as the others are", () => {
  const day = (state: DayState, left = 0): PublicDay => ({
    date: "2026-03-11",
    state,
    left,
    begins: { instant: "2026-03-11T00:00:00.000Z", place: "2026-03-11T00:00" },
  });
  const of = (...days: readonly PublicDay[]) =>
    datesOfAny(days.map((one, nth) => ({ service: `s${nth}`, days: [one] })))[0];
  expect(of(day("closed"), day("few", 2), day("full"))).toMatchObject({ state: "few", left: 2, services: ["s1"] });
  expect(of(day("few", 1), day("free", 9))).toMatchObject({ state: "free", left: 10, services: ["s0", "s1"] });
  expect(of(day("closed"), day("full"))).toMatchObject({ state: "full", left: 0, services: [] });
  expect(of(day("tooFar"), day("closed"))).toMatchObject({ state: "closed" });
  // The whole of a course, and one date of it, are the same places.
  const parts = [day("closed"), day("few", 2)].map((one) => ({ service: "six", days: [one] }));
  expect(datesOfAny([...parts, { service: "six", days: [day("few", 1)] }])[0]).toMatchObject({
    left: 2,
    services: ["six"],
  });
});

test("a held time is taken, one instead of it frees it, and a hold ends by itself", () => {
  const { booking, pass } = rehearsal();
  const start = timesOf(booking)[0]?.start.instant ?? "";
  const first = hold(booking, start);
  expect(first).toMatchObject({ status: 201, body: { state: "held", price: { gross: 3800 } } });
  expect(timesOf(booking)).toHaveLength(6);
  expect(hold(booking, start)).toMatchObject({
    status: 409,
    body: {
      code: "notFree",
      reasons: [{ code: "notFree" }],
      nearest: expect.arrayContaining([expect.objectContaining({ place: "2026-03-11T11:00" })]),
    },
  });
  const again = hold(booking, start, { instead: (first.body as PublicBooking).hold });
  expect(again.status).toBe(201);
  pass(11);
  expect(timesOf(booking)).toHaveLength(7);
  const late = booking.answer(
    "bookings",
    {},
    { hold: (again.body as PublicBooking).hold, client, answers: { age: "Yes" }, terms: true },
  );
  expect(late).toMatchObject({ status: 410, body: { code: "holdEnded" } });
});

test("what is wrong is told at its field, a screening refuses with its words, and then it is booked", () => {
  const { booking } = rehearsal();
  const { hold: token } = hold(booking, timesOf(booking)[0]?.start.instant ?? "").body as PublicBooking;
  const book = (given: object) =>
    booking.answer("bookings", {}, { hold: token, client, answers: { age: "Yes" }, terms: true, ...given });
  expect(book({ client: { ...client, email: "no" } })).toMatchObject({
    status: 422,
    body: { fields: [{ path: "client.email" }] },
  });
  expect(book({ answers: {} })).toMatchObject({ status: 422, body: { fields: [{ path: "answers.age" }] } });
  expect(book({ answers: { age: "No" } })).toMatchObject({
    status: 422,
    body: { code: "screening", title: "Come with a grown-up." },
  });
  expect(book({ terms: false })).toMatchObject({ status: 422, body: { fields: [{ path: "terms" }] } });
  expect(book({})).toMatchObject({
    status: 201,
    body: { state: "confirmed", dates: [{ start: { place: "2026-03-11T10:00" } }] },
  });
  expect(timesOf(booking)).toHaveLength(6);
});

test("a course has all of its dates, and waits where it has to be approved", () => {
  const { booking } = rehearsal();
  const start = new Date(clock.instantOf("2026-03-10T10:00")).toISOString();
  const held = booking.answer("holds", {}, { service: "six", start }).body as PublicBooking;
  expect(held.dates.map(({ start: { place } }) => place)).toEqual(["2026-03-10T10:00", "2026-03-17T10:00"]);
  expect(booking.answer("bookings", {}, { hold: held.hold, client }).body).toMatchObject({ state: "waitingApproval" });
});

test("what is full is told where it can be waited for; joined, nothing of it is taken", () => {
  const booking = new RehearsedBooking({
    setUp: aSetUp(
      [{ ...service, waiting: { offerMinutes: 60 } }, aService("other")],
      [aResource("maren", { week: [{ weekdays: [3], from: "09:00", to: "10:00", validFrom: null, validTo: null }] })],
    ),
    ...{ services: ["throw", "other"], currency: "EUR", language: "en", outside: [] },
    entries: [anEntry("throw", "maren", "2026-03-11T09:00", "2026-03-11T10:00")],
    now: () => clock.instantOf("2026-03-05T08:00"),
  });
  const times = booking.answer("times", day, undefined).body as { times: unknown[]; full: { place: string }[] };
  expect([times.times.length, times.full.map(({ place }) => place)]).toEqual([0, ["2026-03-11T09:00"]]);
  const dates = booking.answer("dates", { from: "2026-03-11", to: "2026-03-11" }, undefined).body as {
    days: readonly PublicDate[];
  };
  expect(dates.days.map(({ state, services, left }) => [state, services, left])).toEqual([["full", ["throw"], 0]]);
  const asked = { service: "throw", start: "2026-03-11T09:00Z", client, answers: { age: "Yes" }, terms: true };
  expect(booking.answer("waits", {}, asked)).toMatchObject({ status: 201, body: { state: "listed", paid: 0 } });
  expect(booking.answer("waits", {}, { ...asked, terms: false }).status).toBe(422);
  expect(booking.answer("waits", {}, { ...asked, start: "2026-03-12T09:00Z" }).status).toBe(422);
});
