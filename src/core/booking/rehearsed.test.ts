// Booking without a server answers as the public API does, and forgets everything with itself.

import { RehearsedBooking } from "./rehearsed";
import { aResource, aService, aSetUp } from "./sample.test-kit";
import type { PublicBooking, PublicDay, PublicTime } from "./told";
import { ZoneClock } from "./zone";

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
    payers: ["tok-approves"],
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
