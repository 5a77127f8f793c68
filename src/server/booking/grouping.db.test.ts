// Starts that take place with a least number of seats: decided at their time, once, with letters, whatever goes on meanwhile.
import { and, asc, eq } from "drizzle-orm";
import type { LeastGroup } from "@/core/booking/booking";
import { bookingHistory, bookingSessions, bookings } from "@/data/booking/tables";
import { jobs } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { isOfThisRun, work } from "../testing/studio.test-kit";
import { type Answer, type BookingStudio, bookingStudio, type PublicApi } from "./api.test-kit";

const thursday = "2026-03-05T18:40:00Z";
const site = { site: "wrenfield" };
let studio: BookingStudio["studio"];
let context: BookingStudio["context"];
let api: PublicApi;
let operate: BookingStudio["operate"];
let changeSetUp: BookingStudio["changeSetUp"];

beforeAll(async () => {
  ({ studio, context, api, operate, changeSetUp } = await bookingStudio(thursday));
});
afterAll(() => studio.close());
beforeEach(() => context.set(thursday));

/** Glaze nights, of eight seats, as they are from now on. */
const glazeNights = (least: LeastGroup | undefined) =>
  changeSetUp((setUp) => ({
    ...setUp,
    services: setUp.services.map((one) => {
      if (one.id !== "glaze-night") return one;
      const { least: _before, ...others } = one;
      return { ...others, confirm: "atOnce" as const, questions: [], ...(least ? { least } : {}) };
    }),
  }));

const book = (start: string, name: string, seats: number) =>
  api.book("glaze-night", start, { client: { name, email: `${name.toLowerCase()}@post.example` } }, { seats });
const hold = (start: string, seats: number) => api.post("holds", { service: "glaze-night", start, seats });
const rowOf = async (booked: Answer) => {
  const id = String(booked.body.token ?? booked.body.hold).split(".")[0] as string;
  return (await context.db.select().from(bookings).where(eq(bookings.id, id)))[0] as typeof bookings.$inferSelect;
};
const subjectsTo = async (name: string) =>
  (
    await context.db
      .select()
      .from(mails)
      .where(eq(mails.recipient, `${name.toLowerCase()}@post.example`))
      .orderBy(asc(mails.createdAt))
  ).map(({ subject }) => subject.split(":")[0]);
const happened = async (booked: Answer) =>
  (
    await context.db
      .select()
      .from(bookingHistory)
      .where(eq(bookingHistory.bookingId, (await rowOf(booked)).id))
      .orderBy(asc(bookingHistory.position))
  ).map(({ by, what }) => `${by}: ${what}`);

const decisions = () =>
  context.db
    .select()
    .from(jobs)
    .where(and(eq(jobs.kind, "group"), eq(jobs.state, "queued")));

/** Lets it be `at`, and every decision that is queued be looked at. */
async function comes(at: string) {
  context.set(at);
  await context.db
    .update(jobs)
    .set({ availableAt: new Date(0) })
    .where(eq(jobs.kind, "group"));
  await work(context);
}

test("three seats make a night, two do not: who booked hears of it, the time of the other is free, and a hold in it ends", async () => {
  await glazeNights({ seats: 3, hours: 48 });
  const [ann, bob, cat] = [
    await book("2026-03-13T18:30", "Ann", 2),
    await book("2026-03-13T18:30", "Bob", 1),
    await book("2026-03-20T18:30", "Cat", 2),
  ];
  expect([ann, bob, cat].map(({ status }) => status)).toEqual([201, 201, 201]);
  // One decision a start, at its time by the server's clock.
  const queued = await decisions();
  expect(queued).toHaveLength(2);
  const wanted = Date.parse("2026-03-11T18:30:00Z") - Date.parse(thursday);
  const early = queued.find(({ payload }) => payload.start === String(Date.parse("2026-03-13T18:30:00Z")));
  expect(isOfThisRun((early?.availableAt.getTime() ?? 0) - wanted)).toBe(true);

  await comes("2026-03-11T18:30:00Z");
  expect((await rowOf(ann)).state).toBe("confirmed");
  expect(await subjectsTo("Ann")).toEqual(["Booked", "It takes place"]);
  expect(await subjectsTo("Bob")).toEqual(["Booked", "It takes place"]);
  expect(await happened(ann)).toEqual(["client: held", "client: confirmed", "time: runs"]);
  expect((await hold("2026-03-13T18:30", 1)).status).toBe(201);
  // The other is asked again in time: looking at it too early has changed nothing.
  expect((await rowOf(cat)).state).toBe("confirmed");
  expect(await decisions()).toHaveLength(1);

  context.set("2026-03-18T18:29:00Z");
  const dan = await hold("2026-03-20T18:30", 1);
  expect(dan.status).toBe(201);
  await comes("2026-03-18T18:30:00Z");
  expect((await rowOf(cat)).state).toBe("cancelled");
  expect(await subjectsTo("Cat")).toEqual(["Booked", "Called off"]);
  const late = await api.post("bookings", { hold: dan.body.hold, client: { name: "Dan", email: "dan@post.example" } });
  expect([late.status, late.body.code]).toEqual([410, "holdEnded"]);
  const still = await context.db
    .select()
    .from(bookingSessions)
    .where(eq(bookingSessions.startsAt, new Date("2026-03-20T18:30:00Z")));
  expect(still).toEqual([]);

  // From then on only who makes a group large enough comes still.
  const one = await hold("2026-03-20T18:30", 1);
  expect([one.status, one.body.reasons]).toEqual([
    409,
    [{ code: "group", message: "So shortly before it takes at least 3 seats in one booking." }],
  ]);
  expect((await hold("2026-03-20T18:30", 3)).status).toBe(201);
  // What is decided is not decided again.
  expect(await decisions()).toEqual([]);
  await comes("2026-03-19T20:30:00Z");
  expect(await subjectsTo("Ann")).toEqual(["Booked", "It takes place"]);
});

test("a least number that comes later holds for what is booked; hours that change are waited for", async () => {
  context.set("2026-03-21T10:00:00Z");
  await glazeNights(undefined);
  const eve = await book("2026-04-03T18:30", "Eve", 1);
  expect(await decisions()).toEqual([]);
  await glazeNights({ seats: 2, hours: 48 });
  expect(await decisions()).toHaveLength(1);
  await glazeNights({ seats: 2, hours: 24 });
  await comes("2026-04-01T17:30:00Z");
  expect((await rowOf(eve)).state).toBe("confirmed");
  expect(await decisions()).toHaveLength(1);
  await comes("2026-04-02T17:30:00Z");
  expect((await rowOf(eve)).state).toBe("cancelled");
});

test("by hand it can be set aside, and what was paid is marked to be given back", async () => {
  await glazeNights({ seats: 2, hours: 48 });
  const paid = await book("2026-03-27T18:30", "Fay", 1);
  await context.db
    .update(bookings)
    .set({ paymentReference: "pay-fay", paid: 2400 })
    .where(eq(bookings.id, (await rowOf(paid)).id));
  await comes("2026-03-25T18:30:00Z");
  expect(await rowOf(paid)).toMatchObject({ state: "cancelled", refundDue: true });
  const byHand = (waived: readonly string[], key: string) =>
    operate("designer", "booking.byHand", {
      ...site,
      service: "glaze-night",
      resource: null,
      start: "2026-03-27T18:30:00Z",
      seats: 1,
      waived,
      client: { name: "Gus", email: "gus@post.example", phone: "", textMessages: false, language: "en" },
      answers: {},
      key,
    });
  await expect(byHand([], "group-hand-1")).rejects.toMatchObject({
    status: 409,
    more: { reasons: expect.arrayContaining([expect.objectContaining({ code: "booking.groupTooSmall" })]) },
  });
  await byHand(["booking.groupTooSmall"], "group-hand-2");
  await comes("2026-03-26T18:30:00Z");
  expect(await subjectsTo("Gus")).toEqual(["Booked"]);
});

test("a least number beyond the seats, or of what is shared with nobody, is refused at its field", async () => {
  const refused = { fields: [{ path: "services[2].least.seats", message: expect.stringMatching(/at most as many/) }] };
  await expect(glazeNights({ seats: 9, hours: 48 })).rejects.toMatchObject(refused);
  await expect(glazeNights({ seats: 1, hours: 48 })).rejects.toMatchObject({
    fields: [{ path: "services[2].least.seats" }],
  });
  await expect(glazeNights({ seats: 3, hours: 0 })).rejects.toMatchObject({
    fields: [{ path: "services[2].least.hours" }],
  });
});
