// Bookings under stress: several processes at once, killed ones, deadlocks. The database is real, and so are they.
import { execFileSync, spawn } from "node:child_process";
import { join } from "node:path";
import { eq } from "drizzle-orm";
import { createConnection } from "mysql2/promise";
import type { BookingSetUp } from "@/core/booking/booking";
import { crowdWords } from "@/core/booking/words/words";
import { bookingOccupancies, bookingSessions, bookings } from "@/data/booking/tables";
import { isDuplicate } from "@/data/connection";
import { findSite, type SiteRow } from "@/data/site/queries";
import { forNode } from "../../../scripts/lib/bundles.mjs";
import { extent } from "../../../tests/extent";
import { anotherWaits, deadlocksSoFar } from "../testing/locks.test-kit";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { tally } from "../testing/tally.test-kit";
import { inTurn, mostWaiting } from "../turn";
import { type PublicApi, publicApi, withClock } from "./api.test-kit";

let studio: TestStudio;
let context: ReturnType<typeof withClock>;
let api: PublicApi;
const folder = process.cwd();
const racerFile = join(folder, ".webitor/build/tests/racer.mjs");
/** Processes with fifty visitors each; two hundred visitors in the long run. */
const racers = extent(2, 4);
const thursday = "2026-03-05T18:40:00Z";

beforeAll(async () => {
  execFileSync("node_modules/.bin/esbuild", [
    join(folder, "tests/booking/racer.ts"),
    ...forNode,
    `--outfile=${racerFile}`,
  ]);
  studio = await testStudio("released");
  context = withClock(studio.context, thursday);
  api = publicApi(context);
});
afterAll(() => studio.close());

/** Another process on the same database, at the same moment of the clock. */
function racer(...args: string[]): Promise<string> {
  const child = spawn(process.execPath, [racerFile, ...args], {
    env: {
      ...process.env,
      NODE_OPTIONS: "",
      WEBITOR_DATABASE_URL: context.settings.databaseUrl,
      WEBITOR_SECRET: context.settings.secret,
      WEBITOR_PORT: String(context.settings.port),
      WEBITOR_LOG_LEVEL: "silent",
      WEBITOR_NOW: thursday,
    },
    stdio: ["ignore", "pipe", "inherit"],
  });
  let said = "";
  child.stdout.on("data", (part) => {
    said += part;
  });
  return new Promise((resolve) => child.once("exit", () => resolve(said)));
}

async function race(service: string, start: string) {
  tally("races", 50 * racers);
  const said = await Promise.all(Array.from({ length: racers }, () => racer("race", service, start, "50")));
  const counts: Record<string, number> = {};
  for (const one of said)
    for (const [status, count] of Object.entries(JSON.parse(one) as Record<string, number>))
      counts[status] = (counts[status] ?? 0) + count;
  return counts;
}

test("a crowd of visitors in several processes wants one start of one tutor: one has it, and nobody gets an error", async () => {
  // Only Maren works on Mondays, and shows three of a half-day.
  expect(await race("first-throw", "2026-03-09T11:30:00Z")).toEqual({ 201: 1, 409: 50 * racers - 1 });
  const rows = await context.db.select().from(bookings).where(eq(bookings.serviceId, "first-throw"));
  expect(rows).toHaveLength(1);
});

test("a crowd wants one of eight seats: eight have one", async () => {
  expect(await race("glaze-night", "2026-03-13T18:30:00Z")).toEqual({ 201: 8, 409: 50 * racers - 8 });
  const [session] = await context.db.select().from(bookingSessions).where(eq(bookingSessions.serviceId, "glaze-night"));
  expect([session?.seatsTaken, session?.capacity]).toEqual([8, 8]);
});

test("a process that is killed between hold and confirmation loses nothing: the hold is confirmed by another", async () => {
  tally("kills");
  const answer = JSON.parse(await racer("hold", "first-throw", "2026-03-16T11:30:00Z")) as { hold: string };
  const booked = await api.post("bookings", {
    hold: answer.hold,
    client: { name: "Nuala", email: "n@post.example" },
    answers: { hands: "Left" },
    terms: true,
  });
  expect([booked.status, booked.body.state]).toEqual([201, "confirmed"]);
});

test("a process that is killed while it takes a time leaves nothing taken, and nobody waiting", async () => {
  tally("kills");
  expect(await racer("inside", "first-throw", "2026-03-23T11:30:00Z")).toBe("taken");
  const next = await api.post("holds", { service: "first-throw", start: "2026-03-23T11:30:00Z" });
  expect(next.status).toBe(201);
});

test("the database itself refuses a second booking of a resource's time, whatever the code thinks", async () => {
  const [taken] = await context.db.select().from(bookingOccupancies).where(eq(bookingOccupancies.resourceId, "maren"));
  if (!taken) throw new Error("Maren has no booking");
  const within = new Date(taken.from.getTime() + 60_000);
  const insert = (from: Date, to: Date) =>
    context.db.insert(bookingOccupancies).values({ ...taken, sessionId: "another", from, to });
  const refused = await insert(within, new Date(within.getTime() + 60_000)).catch((error: unknown) => error);
  expect(isDuplicate(refused)).toBe(true);
  // Touching is not meeting.
  await insert(new Date(taken.from.getTime() - 60_000), taken.from);
  await context.db.delete(bookingOccupancies).where(eq(bookingOccupancies.sessionId, "another"));
  await expect(
    context.db.update(bookingSessions).set({ seatsTaken: 9 }).where(eq(bookingSessions.serviceId, "glaze-night")),
  ).rejects.toThrow();
});

test("a deadlock is tried again, and the command is done once", async () => {
  const held = await api.post("holds", { service: "open-bench", start: "2026-03-10T10:00" });
  const booked = await api.post("bookings", {
    hold: held.body.hold,
    client: { name: "Piet", email: "piet@post.example" },
    answers: { before: "Yes" },
  });
  const { token } = booked.body as { token: string };
  const id = token.split(".")[0] as string;
  const before = await deadlocksSoFar(context);
  const other = await createConnection({ uri: context.settings.databaseUrl });
  await other.beginTransaction();
  // Much written, so that MariaDB ends the lighter one: ours.
  await other.query("insert into rate_limits (`key`, points, expire) select concat('d', seq), 1, 1 from seq_1_to_3000");
  await other.query("update bookings set phone = '1' where id = ?", [id]);
  const cancelled = api.call("POST", "/booking/{widget}/bookings/{token}", {
    params: { token },
    body: { command: "cancel" },
  });
  await anotherWaits(context);
  await other.query("select * from booking_versions for update");
  await other.commit();
  await other.end();
  expect((await cancelled).body.state).toBe("cancelled");
  expect(await deadlocksSoFar(context)).toBeGreaterThan(before);
  const [row] = await context.db.select().from(bookings).where(eq(bookings.id, id));
  expect([row?.state, row?.sequence, row?.phone]).toEqual(["cancelled", 1, "1"]);
});

test("the same Idempotency-Key a hundred and fifty times at once: one command, one answer for all", async () => {
  const body = { service: "open-bench", start: "2026-03-11T10:00" };
  const headers = { "idempotency-key": "all-at-the-same-moment" };
  const before = (await context.db.select().from(bookings)).length;
  const answers = await Promise.all(
    Array.from({ length: 150 }, (_, nth) => api.post("holds", body, { headers, address: `198.51.${nth}.7` })),
  );
  expect(new Set(answers.map(({ status, text }) => `${status} ${text}`)).size).toBe(1);
  expect(answers[0]?.status).toBe(201);
  expect((await context.db.select().from(bookings)).length).toBe(before + 1);
});

test("one network address holds at most five times at once, however it asks; what ends makes room", async () => {
  const hold = (hour: number, address: string) =>
    api.post("holds", { service: "open-bench", start: `2026-03-12T${hour}:00` }, { address });
  const answers = await Promise.all(Array.from({ length: 12 }, (_, nth) => hold(10 + (nth % 6), "203.0.113.5")));
  const counts = (status: number) => answers.filter((one) => one.status === status).length;
  expect([counts(201), counts(429)]).toEqual([5, 7]);
  expect((await hold(11, "192.0.2.77")).status).toBe(201);
  context.set(new Date(context.now().getTime() + 11 * 60_000).toISOString());
  expect((await hold(12, "203.0.113.5")).status).toBe(201);
});

test("five parties of two want a wheel each of the six at once: three have two each, all different; what one lets go the next has", async () => {
  const site = { site: "wrenfield" };
  const { setUp } = (await studio.as("designer", "booking.readSetUp", site)) as { setUp: BookingSetUp };
  const services = setUp.services.map((one) =>
    one.id === "open-bench" ? { ...one, capacity: 6, needs: one.needs.map((need) => ({ ...need, each: true })) } : one,
  );
  await studio.as("designer", "booking.replaceSetUp", { ...site, setUp: { ...setUp, services } });
  const wish = { service: "open-bench", start: "2026-03-18T10:00", seats: 2 };
  const answers = await Promise.all(
    Array.from({ length: 5 }, (_, nth) => api.post("holds", wish, { address: `198.51.100.${nth}` })),
  );
  expect(answers.map(({ status }) => status).sort()).toEqual([201, 201, 201, 409, 409]);
  const takenThen = async () => {
    const rows = await context.db
      .select({ resource: bookingOccupancies.resourceId, session: bookingOccupancies.sessionId })
      .from(bookingOccupancies)
      .innerJoin(bookingSessions, eq(bookingSessions.id, bookingOccupancies.sessionId))
      .where(eq(bookingSessions.startsAt, new Date("2026-03-18T10:00:00Z")));
    return [new Set(rows.map(({ resource }) => resource)).size, new Set(rows.map(({ session }) => session)).size];
  };
  expect(await takenThen()).toEqual([6, 3]);
  // Nobody joins them, though their sessions have seats left on paper.
  expect((await api.post("holds", { ...wish, seats: 1 })).status).toBe(409);
  const held = answers.find(({ status }) => status === 201);
  const booked = await api.post("bookings", {
    hold: held?.body.hold,
    client: { name: "Tess", email: "tess.two@post.example" },
    answers: { before: "Yes" },
  });
  expect([booked.status, booked.body.seats]).toEqual([201, 2]);
  const { token } = booked.body as { token: string };
  const command = (body: object) => api.call("POST", "/booking/{widget}/bookings/{token}", { params: { token }, body });
  const moved = await command({ command: "move", start: "2026-03-18T14:00" });
  expect([moved.status, moved.body.dates[0].start.place]).toEqual([200, "2026-03-18T14:00"]);
  expect(await takenThen()).toEqual([4, 2]);
  expect((await api.post("holds", wish, { address: "198.51.100.9" })).status).toBe(201);
  expect(await takenThen()).toEqual([6, 3]);
});

test("more than can be served soon are told their number in their language, and the same key books a moment later", async () => {
  const site = (await findSite(context.db, "wrenfield")) as SiteRow;
  let end = () => {};
  const held = new Promise<void>((resolve) => {
    end = resolve;
  });
  const running = inTurn(site.id, () => held);
  const queue = Array.from({ length: mostWaiting }, () => inTurn(site.id, async () => {}));
  const holding = () =>
    api.post(
      "holds",
      { service: "open-bench", start: "2026-03-07T11:00" },
      { headers: { "accept-language": "de-AT", "idempotency-key": "in-a-crowd-1234" } },
    );
  const told = await holding();
  expect([told.status, told.headers.get("retry-after")]).toEqual([503, "5"]);
  expect(told.body.title).toBe(crowdWords("de")(mostWaiting + 2));
  end();
  await Promise.all([running, ...queue]);
  expect((await holding()).status).toBe(201);
});
