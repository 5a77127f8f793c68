// Part of a course: booked, moved and told over the API as it is in the diary.
import { eq } from "drizzle-orm";
import type { Joining } from "@/core/booking/booking";
import { bookings } from "@/data/booking/tables";
import { type BookingStudio, bookingStudio, type PublicApi } from "./api.test-kit";
import { movePage } from "./page";

const site = { site: "wrenfield" };
const service = "six-week-wheel";
let studio: BookingStudio["studio"];
let context: BookingStudio["context"];
let api: PublicApi;
let operate: BookingStudio["operate"];
let changeSetUp: BookingStudio["changeSetUp"];

const sell = (joining: Joining, more: object = {}) =>
  changeSetUp((setUp) => ({
    ...setUp,
    services: setUp.services.map((one) => (one.id === service ? { ...one, joining, ...more } : one)),
  }));

beforeAll(async () => {
  ({ studio, context, api, operate, changeSetUp } = await bookingStudio("2026-03-05T18:40:00Z"));
  await sell({ late: true, one: { amount: 4000, earlier: null } }, { perClientWeek: null, notice: undefined });
});
afterAll(() => studio.close());

const bookOf = (part: string, start: string, seats = 1) =>
  api.book(service, start, {}, { resource: "maren", seats, part });
const left = async (part: string, date: string) =>
  (await api.get("times", { service, resource: "maren", date, part })).body.times[0]?.seatsLeft ?? 0;

test("one evening is one date at its own price; the run that it is of has as many seats fewer on it", async () => {
  const asked = await api.get("days", { service, from: "2026-03-16", to: "2026-03-18", part: "one" });
  expect(asked.body.days.map(({ state }: { state: string }) => state)).toEqual(["closed", "few", "closed"]);
  const evening = await bookOf("one", "2026-03-17T18:30", 2);
  expect(evening.body).toMatchObject({ state: "confirmed", price: { gross: 8000, each: 4000 } });
  expect(evening.body.dates.map(({ start }: { start: { place: string } }) => start.place)).toEqual([
    "2026-03-17T18:30",
  ]);
  expect(await left("whole", "2026-03-10")).toBe(4);
  expect(await left("rest", "2026-03-24")).toBe(6);

  const whole = await bookOf("whole", "2026-03-10T18:30", 4);
  expect(whole.body.dates).toHaveLength(6);
  expect((await bookOf("one", "2026-03-17T18:30")).body.reasons).toEqual([
    { code: "seats", message: "No seat is left." },
  ]);
  expect(await left("one", "2026-03-24")).toBe(2);
});

test("who comes late has the dates that are left, at their share; another run begins where it did", async () => {
  const late = await bookOf("rest", "2026-03-31T18:30");
  expect(late.body).toMatchObject({ state: "confirmed", price: { gross: 10_800 } });
  expect(late.body.dates).toHaveLength(3);
  expect((await bookOf("rest", "2026-03-10T18:30")).status).toBe(409);
  expect((await bookOf("rest", "2026-04-14T18:30")).status).toBe(409);
});

test("an evening is moved to another evening, by the client and by hand, and stays one", async () => {
  context.set("2026-04-20T10:00:00Z");
  const booked = await bookOf("one", "2026-05-12T18:30");
  const own = (body: object) =>
    api.call("POST", "/booking/{widget}/bookings/{token}", { params: { token: booked.body.token }, body });
  const moved = await own({ command: "move", start: "2026-05-19T18:30" });
  expect(moved.body.dates.map(({ start }: { start: { place: string } }) => start.place)).toEqual(["2026-05-19T18:30"]);
  const id = booked.body.token.split(".")[0];
  await operate("designer", "booking.move", {
    ...site,
    booking: id,
    start: "2026-05-26T17:30:00Z",
    resource: "tobi",
    waived: ["booking.tooFar"],
    key: "evening-moved",
  });
  const [row] = await context.db.select().from(bookings).where(eq(bookings.id, id));
  expect(row?.dates).toHaveLength(1);
  expect(row?.resources[0]).toBe("tobi");
});

test("one evening that somebody has can be moved by its letter, also when single evenings are sold no more", async () => {
  await sell({ late: true, one: { amount: 4000, earlier: null } });
  const mine = await bookOf("one", "2026-06-02T18:30");
  expect(mine.status).toBe(201);
  await sell({ late: true, one: null });
  const page = await movePage(context, "wrenfield", mine.body.token, { from: "2026-06-03", start: null }, "192.0.2.8");
  expect(page.html).toContain("18:30");
  const moved = await api.call("POST", "/booking/{widget}/bookings/{token}", {
    params: { token: mine.body.token },
    body: { command: "move", start: "2026-06-09T18:30" },
  });
  expect([moved.status, moved.body.dates?.length]).toEqual([200, 1]);
});

test("what is not sold is told at its field, and by hand it is had all the same", async () => {
  const ask = (query: Record<string, string>) => api.get("days", { from: "2026-03-16", to: "2026-03-18", ...query });
  expect((await ask({ service, part: "half" })).body.fields).toEqual([
    { path: "part", message: "A part of a course is one of: whole, rest, one." },
  ]);
  expect((await ask({ service: "first-throw", part: "one" })).body.fields).toEqual([
    { path: "part", message: "This is not a course." },
  ]);
  await sell({ late: true, one: null });
  const refused = await api.post("holds", { service, start: "2026-09-15T18:30", part: "one" });
  expect([refused.status, refused.body.fields]).toEqual([
    422,
    [{ path: "part", message: "This course is not booked like that." }],
  ]);
  const byHand = (await operate("designer", "booking.byHand", {
    ...site,
    ...{ service, resource: null, start: "2026-09-15T17:30:00Z", seats: 1, part: "one", waived: ["booking.tooFar"] },
    client: { name: "Gus", email: "", phone: "", textMessages: false, language: "en" },
    answers: {},
    key: "evening-by-hand",
  })) as { dateCount: number; bill: { gross: number } };
  expect(byHand).toMatchObject({ dateCount: 1, bill: { gross: 3600 } });
});

test("a small evening is called off with whoever booked it; who is there with the whole run comes on", async () => {
  await sell({ late: true, one: { amount: 4000, earlier: null } }, { least: { seats: 3, hours: 24 } });
  const { decide } = await import("./commands/grouping");
  const { lockSite } = await import("./commands/lock");
  const { findSite } = await import("@/data/site/queries");
  context.set("2026-11-01T10:00:00Z");
  const row = await findSite(context.db, "wrenfield");
  const [whole, evening] = [await bookOf("whole", "2026-11-03T18:30"), await bookOf("one", "2026-12-01T18:30")];
  context.set("2026-11-30T19:00:00Z");
  await context.db.transaction(async (tx) => {
    if (row) await decide(await lockSite(context, tx, row), service, new Date("2026-12-01T18:30:00Z"));
  });
  const state = async (token: string) =>
    (
      await context.db
        .select()
        .from(bookings)
        .where(eq(bookings.id, token.split(".")[0] as string))
    )[0]?.state;
  expect(await state(evening.body.token)).toBe("cancelled");
  expect(await state(whole.body.token)).toBe("confirmed");
});
