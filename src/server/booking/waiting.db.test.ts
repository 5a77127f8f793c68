// The waiting list over the API: joined, offered in turn as time becomes free, taken or let go, whatever happens at once.
import { and, eq } from "drizzle-orm";
import type { Service } from "@/core/booking/booking";
import { bookings } from "@/data/booking/tables";
import { jobs } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { work } from "../testing/studio.test-kit";
import { type Answer, type BookingStudio, bookingStudio } from "./api.test-kit";
import { bookingPage } from "./page";

const thursday = "2026-03-05T18:40:00Z";
const site = { site: "wrenfield" };
let kit: BookingStudio;
let { context, api, operate }: Pick<BookingStudio, "context" | "api" | "operate"> = {} as BookingStudio;

/** Glaze nights of two seats, with a list whose offers hold two hours. */
const glazeNights = (more: Partial<Service> = {}) =>
  kit.changeSetUp((setUp) => ({
    ...setUp,
    services: setUp.services.map((one) =>
      one.id === "glaze-night"
        ? {
            ...one,
            ...{
              confirm: "atOnce" as const,
              capacity: 2,
              questions: [],
              terms: "",
              least: undefined,
              waiting: { offerMinutes: 120 },
            },
            ...more,
          }
        : one,
    ),
    resources: setUp.resources.map((one) => ({ ...one, cancelHours: 0 })),
  }));

beforeAll(async () => {
  kit = await bookingStudio(thursday);
  ({ context, api, operate } = kit);
  await glazeNights();
});
afterAll(() => kit.studio.close());
beforeEach(() => context.set(thursday));

const client = (name: string) => ({ name, email: `${name.toLowerCase()}@post.example` });
const book = (name: string, start: string, seats = 1) =>
  api.book("glaze-night", start, { client: client(name) }, { seats });
/** Whoever comes later is further down the list: a second for each. */
const wait = (name: string, start: string, seats = 1, more: object = {}) => {
  context.set(new Date(context.now().getTime() + 1000).toISOString());
  return api.post("waits", { service: "glaze-night", start, seats, client: client(name), ...more });
};
const idOf = (answer: Answer) => String(answer.body.token).split(".")[0] as string;
const rowOf = async (answer: Answer) =>
  (
    await context.db
      .select()
      .from(bookings)
      .where(eq(bookings.id, idOf(answer)))
  )[0] as typeof bookings.$inferSelect;
const stateOf = async (answer: Answer) => (await rowOf(answer)).state;
const own = (answer: Answer, command: string) =>
  api.call("POST", "/booking/{widget}/bookings/{token}", { params: { token: answer.body.token }, body: { command } });
const subjectsTo = async (name: string) =>
  (
    await context.db
      .select()
      .from(mails)
      .where(eq(mails.recipient, client(name).email))
  )
    .map(({ subject }) => subject.split(":")[0])
    .sort();

/** Lets it be `at`, and what waits to be looked at be looked at. */
async function comes(at: string) {
  context.set(at);
  await context.db
    .update(jobs)
    .set({ availableAt: new Date(0) })
    .where(eq(jobs.kind, "ending"));
  await work(context);
}

test("full, waited for by two, offered to the first, taken: the second stays on the list", async () => {
  const start = "2026-03-13T18:30";
  const ann = await book("Ann", start, 2);
  const times = await api.get("times", { service: "glaze-night", date: "2026-03-13" });
  expect(times.body.full.map(({ place }: { place: string }) => place)).toContain(start);
  const [bob, cat] = [await wait("Bob", start), await wait("Cat", start, 2)];
  expect(bob.body).toMatchObject({ state: "listed", price: null });
  expect(await subjectsTo("Bob")).toEqual(["On the waiting list"]);

  context.set(thursday);
  await own(ann, "cancel");
  await work(context);
  expect(await rowOf(bob)).toMatchObject({
    state: "offered",
    endsByItselfAt: new Date("2026-03-05T20:40:00Z"),
    bill: expect.objectContaining({ seats: 1 }),
  });
  expect(await subjectsTo("Bob")).toEqual(["A place is free", "On the waiting list"]);
  const page = (await bookingPage(context, "wrenfield", bob.body.token, null, "192.0.2.7")).html;
  expect(page).toContain("It is kept for you until Thu, 5 Mar, 20:40.");
  // It is nobody else's meanwhile: one of two seats is left, and Cat wants both.
  expect((await book("Dan", start, 2)).status).toBe(409);
  expect(await stateOf(cat)).toBe("listed");

  const pressed = await bookingPage(context, "wrenfield", bob.body.token, { fee: 0, take: true }, "192.0.2.7");
  expect([pressed.status, pressed.html.includes("Your booking")]).toEqual([200, true]);
  expect(await stateOf(bob)).toBe("confirmed");
  expect((await own(bob, "take")).status).toBe(200);
  expect((await subjectsTo("Bob")).filter((subject) => subject === "Booked")).toHaveLength(1);
});

test("an offer that is not taken goes to the next; whoever let it pass is told, and can't take it any more", async () => {
  const start = "2026-03-14T18:30";
  const eve = await book("Eve", start, 2);
  const [fay, gus] = [await wait("Fay", start, 2), await wait("Gus", start, 2)];
  await own(eve, "cancel");
  await work(context);
  expect([await stateOf(fay), await stateOf(gus)]).toEqual(["offered", "listed"]);
  await comes("2026-03-05T20:45:00Z");
  await work(context);
  expect([await stateOf(fay), await stateOf(gus)]).toEqual(["expired", "offered"]);
  expect(await subjectsTo("Fay")).toContain("No longer kept for you");
  expect((await own(fay, "take")).body.code).toBe("wrongState");
  // Left to nobody, it is free again.
  await own(gus, "cancel");
  expect((await book("Hal", start, 2)).status).toBe(201);
});

test("whom it does not suit is passed over, and keeps their place", async () => {
  const start = "2026-03-20T18:30";
  const [ida, jon] = [await book("Ida", start), await book("Jon", start)];
  const [kim, lou] = [await wait("Kim", start, 2), await wait("Lou", start)];
  await own(ida, "cancel");
  await work(context);
  expect([await stateOf(kim), await stateOf(lou)]).toEqual(["listed", "offered"]);
  await own(lou, "cancel");
  await own(jon, "cancel");
  await work(context);
  expect(await stateOf(kim)).toBe("offered");
});

test("not what is free, closed, or waited for already; each with its sentence", async () => {
  const start = "2026-03-21T18:30";
  expect((await wait("Mia", start)).body).toMatchObject({ status: 409, code: "free" });
  await book("Ned", start, 2);
  expect((await wait("Mia", start)).status).toBe(201);
  const again = await wait("Mia", start);
  expect([again.status, again.body.code]).toEqual([409, "listed"]);
  const closed = await wait("Mia", "2026-03-22T03:00");
  expect([closed.status, closed.body.fields[0].path]).toEqual([422, "start"]);
  const nameless = await wait("Ola", start, 1, { client: { name: "", email: "ola" } });
  expect(nameless.body.fields.map(({ path }: { path: string }) => path).sort()).toEqual([
    "client.email",
    "client.name",
  ]);
  const other = await api.post("waits", {
    ...{ service: "first-throw", start: "2026-03-11T10:30", seats: 1, client: client("Ola") },
  });
  expect([other.status, other.body.fields[0].path]).toEqual([422, "service"]);
});

test("ten who want the last place at once: each is on the list once, and one is offered it", async () => {
  const start = "2026-03-27T18:30";
  const pat = await book("Pat", start, 2);
  const names = ["Q1", "Q2", "Q3", "Q4", "Q5"];
  const joined = await Promise.all([...names, ...names].map((name) => wait(name, start, 2)));
  expect(joined.filter(({ status }) => status === 201)).toHaveLength(5);
  expect(joined.filter(({ body }) => body.code === "listed")).toHaveLength(5);
  await own(pat, "cancel");
  // Whoever passes by at that moment and the list: one of them has it.
  const [passing] = await Promise.all([book("Roy", start, 2), work(context), work(context)]);
  await work(context);
  const rows = await context.db
    .select()
    .from(bookings)
    .where(and(eq(bookings.serviceId, "glaze-night"), eq(bookings.startsAt, new Date("2026-03-27T18:30:00Z"))));
  const taking = rows.filter(({ state }) => state === "offered" || state === "confirmed");
  expect(taking).toHaveLength(1);
  expect(taking[0]?.state).toBe(passing.status === 201 ? "confirmed" : "offered");
});

test("whom the business takes off the list is told so, in words that speak of no booking", async () => {
  const start = "2026-04-10T18:30";
  await book("Xan", start, 2);
  const yan = await wait("Yan", start);
  await operate("owner", "booking.cancel", {
    ...site,
    booking: idOf(yan),
    words: "We are away.",
    key: "off-the-list-1",
  });
  expect(await stateOf(yan)).toBe("cancelled");
  expect(await subjectsTo("Yan")).toEqual(["Off the waiting list", "On the waiting list"]);
  expect(
    (await api.call("GET", "/booking/{widget}/bookings/{token}/booking.ics", { params: { token: yan.body.token } }))
      .status,
  ).toBe(200);
});

test("a place that is offered is in no calendar, and counts for no group", async () => {
  await glazeNights({ least: { seats: 2, hours: 24 } });
  const start = "2026-04-11T18:30";
  const zoe = await book("Zoe", start, 2);
  const abe = await wait("Abe", start);
  await own(zoe, "cancel");
  await work(context);
  expect(await stateOf(abe)).toBe("offered");
  const ics = await api.call("GET", "/booking/{widget}/bookings/{token}/booking.ics", {
    params: { token: abe.body.token },
  });
  expect(ics.status).toBe(404);
  const page = (await bookingPage(context, "wrenfield", abe.body.token, null, "192.0.2.7")).html;
  expect(page).toContain("Leave it to the next");
  context.set("2026-04-10T18:30:01Z");
  await context.db
    .update(jobs)
    .set({ availableAt: new Date(0) })
    .where(eq(jobs.kind, "group"));
  await work(context);
  expect(["cancelled", "expired"]).toContain(await stateOf(abe));
  await glazeNights();
});

test("who gets the first place of a start that another one had filled is decided on with its group", async () => {
  await glazeNights({ least: { seats: 2, hours: 24 } });
  // The table is in use until eight: nobody has ever booked the later start.
  const early = await book("Gil", "2026-04-17T18:30", 2);
  const later = await wait("Hew", "2026-04-17T20:30");
  expect(later.status).toBe(201);
  await own(early, "cancel");
  await work(context);
  expect((await own(later, "take")).body.state).toBe("confirmed");
  context.set("2026-04-16T20:30:01Z");
  await context.db
    .update(jobs)
    .set({ availableAt: new Date(0) })
    .where(eq(jobs.kind, "group"));
  await work(context);
  expect(await stateOf(later)).toBe("cancelled");
  expect(await subjectsTo("Hew")).toContain("Called off");
  await glazeNights();
});

test("who is forgotten is offered nothing any more, and what was offered goes to the next", async () => {
  const start = "2026-03-28T18:30";
  const vic = await book("Vic", start, 2);
  const wes = await wait("Wes", start);
  await operate("owner", "desk.erase", { ...site, email: client("Wes").email });
  await own(vic, "cancel");
  await work(context);
  expect(await rowOf(wes)).toMatchObject({ state: "cancelled", email: "" });
  const again = "2026-04-04T18:30";
  const una = await book("Una", again, 2);
  const [eli, flo] = [await wait("Eli", again, 2), await wait("Flo", again, 2)];
  await own(una, "cancel");
  await work(context);
  expect(await stateOf(eli)).toBe("offered");
  await operate("owner", "desk.erase", { ...site, email: client("Eli").email });
  await work(context);
  expect([await stateOf(eli), await stateOf(flo)]).toEqual(["cancelled", "offered"]);
});

test("taken, it is asked for its deposit; a larger room offers more, and a start that begins ends its list", async () => {
  await glazeNights({ confirm: "payment", deposit: { kind: "share", percent: 50 } });
  const start = "2026-04-03T18:30";
  const sue = await api.book("glaze-night", start, { client: client("Sue") }, { seats: 2 });
  expect(sue.status).toBe(201);
  const [tom, una] = [await wait("Tom", start), await wait("Una", start, 2)];
  await glazeNights({ confirm: "payment", deposit: { kind: "share", percent: 50 }, capacity: 3 });
  await work(context);
  expect([await stateOf(tom), await stateOf(una)]).toEqual(["offered", "listed"]);
  const { body } = await own(tom, "take");
  expect(body.state).toBe("waitingPayment");
  expect(body.payNow * 2).toBe(body.price.gross);
  expect(body.pay).toContain("/payments/page?p=booking.");
  await comes("2026-04-03T17:30:01Z");
  expect(await stateOf(una)).toBe("expired");
});
