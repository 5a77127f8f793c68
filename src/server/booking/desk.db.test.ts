// What the Desk asks of the server: the calendar with whose time it is, time that is blocked, figures, and the file.
import { and, eq } from "drizzle-orm";
import Papa from "papaparse";
import type { BookingSetUp } from "@/core/booking/booking";
import { bookings } from "@/data/booking/tables";
import { inTransaction } from "@/data/connection";
import { mails } from "@/data/mail/tables";
import { findSite } from "@/data/site/queries";
import type { Gives, OperationName } from "@/server/operations";
import { writeMessage } from "../mail/mail";
import { onSite } from "../operation";
import { type TestStudio, testStudio, work } from "../testing/studio.test-kit";
import { type PublicApi, publicApi, withClock } from "./api.test-kit";
import { bookingsCsv } from "./csv";

let studio: TestStudio;
let context: ReturnType<typeof withClock>;
let api: PublicApi;
const site = { site: "wrenfield" };
const now = "2026-03-05T18:40:00Z";

beforeAll(async () => {
  studio = await testStudio("released");
  context = withClock(studio.context, now);
  api = publicApi(context);
});
afterAll(() => studio.close());
beforeEach(() => context.set(now));

async function as<N extends OperationName>(name: N, input: object = {}, person = "designer"): Promise<Gives<N>> {
  const { operations } = await import("@/server/operations");
  return operations[name].perform(
    { ...studio.incoming(person as "designer"), context },
    { ...site, ...input },
  ) as never;
}
let commands = 0;
const key = () => `desk-of-test-${++commands}`;
const byHand = (start: string, more: object = {}) =>
  as("booking.byHand", {
    service: "first-throw",
    resource: null,
    start,
    seats: 1,
    waived: [],
    client: { name: "Nuala Byrne", email: "nuala@post.example", phone: "", language: "en" },
    answers: {},
    key: key(),
    ...more,
  });
const timeOff = async () =>
  ((await as("booking.readSetUp")).setUp as BookingSetUp).resources.find(({ id }) => id === "maren")?.timeOff ?? [];

describe("the calendar", () => {
  test("each date of a course by itself, with whose it is and who is taken", async () => {
    const booked = await byHand("2026-03-11T10:30:00Z");
    const { entries, rows } = await as("booking.calendar", { from: "2026-03-11", to: "2026-03-11" });
    expect(rows.find(({ id }) => id === booked.id)).toMatchObject({ name: "Nuala Byrne", state: "confirmed" });
    const entry = entries.find(({ booking }) => booking === booked.id);
    expect(entry?.start).toBe(Date.parse("2026-03-11T10:30:00Z"));
    expect(entry?.occupied.map(({ resource }) => resource)).toEqual(booked.resources);
  });

  test("too many days, days that end before they begin, no date at all: a sentence at the field", async () => {
    await expect(as("booking.calendar", { from: "2026-03-11", to: "2026-06-11" })).rejects.toMatchObject({
      fields: [{ path: "to", message: "At most 62 days can be asked about at once." }],
    });
    await expect(as("booking.calendar", { from: "2026-03-11", to: "2026-03-10" })).rejects.toMatchObject({
      fields: [{ path: "to" }],
    });
    await expect(as("booking.calendar", { from: "soon", to: "2026-03-10" })).rejects.toMatchObject({
      fields: [{ path: "from" }],
    });
  });

  test("a booking that is moved does not stand in its own way; another does", async () => {
    const { id, start, resources } = await byHand("2026-03-24T10:30:00Z", { resource: "maren" });
    const asked = {
      service: "first-throw",
      resource: resources[0] ?? null,
      start: new Date(Date.parse(start) + 900_000).toISOString(),
      seats: 1,
      online: false,
      waived: ["booking.notAStart"],
    };
    const codes = async (more: object) =>
      (await as("booking.why", { ...asked, ...more })).reasons.map(({ code }) => code);
    expect(await codes({})).toContain("booking.taken");
    expect(await codes({ without: id })).not.toContain("booking.taken");
  });

  test("an editor sees nobody's name", async () => {
    const asked = { from: "2026-03-11", to: "2026-03-11" };
    await expect(as("booking.calendar", asked, "editor")).rejects.toMatchObject({ status: 403 });
    await expect(as("booking.figures", {}, "editor")).rejects.toMatchObject({ status: 403 });
  });
});

describe("blocked time", () => {
  const dentist = { resource: "maren", from: "2026-03-18T10:00", to: "2026-03-18T12:00", words: "dentist" };

  test("is nobody's to book, once however often it is sent, and free again as it was", async () => {
    const before = await timeOff();
    const free = async () => {
      const times = await api.get("times", { service: "first-throw", resource: "maren", date: "2026-03-18" });
      return times.body.times.map((time: { start: { place: string } }) => time.start.place) as string[];
    };
    expect(await free()).toContain("2026-03-18T10:30");
    await Promise.all([as("booking.block", dentist), as("booking.block", dentist)]);
    expect(await timeOff()).toEqual([...before, { from: dentist.from, to: dentist.to, words: "dentist" }]);
    expect(await free()).not.toContain("2026-03-18T10:30");
    await as("booking.unblock", dentist);
    await as("booking.unblock", dentist);
    expect(await timeOff()).toEqual(before);
    expect(await free()).toContain("2026-03-18T10:30");
  });

  test("over a booking it asks first, and leaves the booking as it is", async () => {
    const { id, resources } = await byHand("2026-03-25T10:30:00Z", { resource: "maren" });
    expect(resources).toContain("maren");
    const day = { ...dentist, from: "2026-03-25T00:00", to: "2026-03-26T00:00" };
    await expect(as("booking.block", day)).rejects.toMatchObject({ code: "asks" });
    const before = await timeOff();
    await as("booking.block", { ...day, agreed: true });
    expect(await timeOff()).toHaveLength(before.length + 1);
    expect((await as("booking.history", { booking: id })).booking.state).toBe("confirmed");
    await as("booking.unblock", day);
  });

  test("bad input is told at its field, and only a designer blocks", async () => {
    await expect(as("booking.block", { ...dentist, to: dentist.from })).rejects.toMatchObject({
      fields: [{ path: "to", message: "It ends before it begins." }],
    });
    await expect(as("booking.block", { ...dentist, from: "2026-02-30T10:00" })).rejects.toMatchObject({
      fields: [{ path: "from" }],
    });
    await expect(as("booking.block", { ...dentist, words: "w".repeat(201) })).rejects.toMatchObject({
      fields: [{ path: "words" }],
    });
    await expect(as("booking.block", { ...dentist, resource: "nobody" })).rejects.toMatchObject({ status: 404 });
    await expect(as("booking.block", dentist, "editor")).rejects.toMatchObject({ status: 403 });
  });
});

describe("figures", () => {
  test("tell how full it was, how early was booked, what came in, and who did not come", async () => {
    const before = await as("booking.figures");
    expect(before.months).toHaveLength(12);
    expect(before.months.at(-1)).toBe("2026-03");
    const missing = { client: { name: "Ado Reyes", email: "ado@post.example", phone: "", language: "en" } };
    const noted: Awaited<ReturnType<typeof byHand>>[] = [];
    for (const start of ["2026-03-10T10:30:00Z", "2026-03-12T10:30:00Z", "2026-03-17T10:30:00Z"])
      noted.push(await byHand(start, { ...missing, resource: "maren" }));
    context.set("2026-03-20T12:00:00Z");
    for (const [nth, { id }] of noted.entries())
      await as("booking.attendance", { booking: id, attendance: nth ? "didNotCome" : "came", key: key() });
    const after = await as("booking.figures");
    expect(after.missing).toContainEqual({ email: "ado@post.example", name: "Ado Reyes", missed: 2, came: 1 });
    const of = (figures: typeof after) => figures.attendance[11] as { came: number; missed: number };
    expect(of(after)).toEqual({ came: of(before).came + 1, missed: of(before).missed + 2 });
    const income = (figures: typeof after) =>
      figures.income.find(({ month, service }) => month === 11 && service === "first-throw")?.gross ?? 0;
    expect(income(after) - income(before)).toBe(noted.reduce((sum, { bill }) => sum + (bill?.gross ?? 0), 0));
    // 5 March, 18:40: the 10th is less than a week ahead, the 12th is, the 17th more.
    const lead = (figures: typeof after) => figures.lead.map(({ bookings }) => bookings);
    expect(lead(after).map((all, nth) => all - (lead(before)[nth] ?? 0))).toEqual([0, 0, 2, 1, 0, 0]);
    const tuesday = after.filled?.week[1]?.[10];
    expect(tuesday?.filled).toBeGreaterThan(before.filled?.week[1]?.[10]?.filled ?? 0);
    expect(tuesday?.open).toBeGreaterThan(0);
  });
});

test("the file has a line for each booking, and no formula of what a visitor wrote", async () => {
  await byHand("2026-04-08T09:30:00Z", {
    client: { name: "=1+1", email: "sum@post.example", phone: "", language: "en" },
  });
  const call = await onSite({ ...studio.incoming("designer"), context }, "wrenfield", "visitors.read");
  let text = "";
  for await (const line of bookingsCsv(call, { from: "2026-04-08", to: "2026-04-08" })) text += line;
  const { data, errors } = Papa.parse<Record<string, string>>(text.trim(), { header: true });
  expect(errors).toEqual([]);
  expect(data.find(({ mail }) => mail === "sum@post.example")).toMatchObject({
    name: "'=1+1",
    service: "First throw",
    start: "2026-04-08 10:30",
    zone: "Europe/Dublin",
    price: "34.00",
    currency: "EUR",
    state: "confirmed",
  });
  let empty = "";
  for await (const line of bookingsCsv(call, { from: "2031-01-01", to: "2031-01-01" })) empty += line;
  expect(empty.trim().split("\r\n")).toHaveLength(1);
});

describe("a client's week", () => {
  const client = (email: string) => ({ name: "Odile Marsh", email });
  const held = async (start: string, address: string) =>
    (await api.post("holds", { service: "first-throw", start }, { address })).body.hold as string;
  const confirm = (hold: string, email: string) =>
    api.post("bookings", { hold, client: client(email), answers: { hands: "Left" }, terms: true });

  test("of three holds that one client confirms at the same moment two become bookings; by hand there is one more", async () => {
    const { setUp } = await as("booking.readSetUp");
    const { services } = setUp as BookingSetUp;
    const limited = services.map((one) => (one.id === "first-throw" ? { ...one, perClientWeek: 2 } : one));
    await as("booking.replaceSetUp", { setUp: { ...(setUp as BookingSetUp), services: limited } });
    const holds = [
      await held("2026-04-13T10:30:00Z", "192.0.2.41"),
      await held("2026-04-15T10:30:00Z", "192.0.2.41"),
      await held("2026-04-16T10:30:00Z", "192.0.2.41"),
    ];
    const answers = await Promise.all(
      holds.map((hold, nth) => confirm(hold, nth ? "odile@post.example" : "Odile@Post.example")),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 201, 409]);
    const refused = answers.find(({ status }) => status === 409);
    expect(refused?.body.reasons).toEqual([
      { code: "yourWeek", message: "You have 2 bookings in that week already; that is the most." },
    ]);
    // The nearest times offered instead are of other weeks.
    const nearest = ((refused?.body.nearest ?? []) as { place: string }[]).map(({ place }) => place.slice(0, 10));
    expect(nearest.length).toBeGreaterThan(0);
    expect(nearest.filter((date) => "2026-04-13" <= date && date <= "2026-04-19")).toEqual([]);
    // Somebody else has that time, and the same client the week after.
    const other = await held("2026-04-16T13:30:00Z", "192.0.2.42");
    expect((await confirm(other, "somebody@post.example")).status).toBe(201);
    const after = await held("2026-04-20T10:30:00Z", "192.0.2.43");
    const booked = await confirm(after, "odile@post.example");
    expect(booked.status).toBe(201);
    // By the letter's link it can't be moved into the full week; by hand it can.
    const moved = await api.call("POST", "/booking/{widget}/bookings/{token}", {
      params: { token: booked.body.token },
      body: { command: "move", start: "2026-04-17T12:00:00Z" },
    });
    expect([moved.status, moved.body.reasons?.[0]?.code]).toEqual([409, "yourWeek"]);
    const byOwner = await byHand("2026-04-17T12:00:00Z", {
      client: { ...client("odile@post.example"), phone: "", language: "en" },
    });
    expect(byOwner.state).toBe("confirmed");
    await as("booking.replaceSetUp", { setUp });
  });

  test("whose a booking is stands in no diary of the workspace", async () => {
    await byHand("2026-04-22T10:30:00Z");
    const { entries } = await as("booking.diary", { from: "2026-04-22", to: "2026-04-22" });
    expect(entries.length).toBeGreaterThan(0);
    expect(JSON.stringify(entries)).not.toContain("@");
  });
});

describe("notes and text messages", () => {
  const odile = { name: "Odile Marsh", email: "odile.notes@post.example", phone: "087 555 0100", language: "en" };
  const textsOf = async (email: string) =>
    (
      await studio.context.db
        .select()
        .from(mails)
        .where(and(eq(mails.channel, "text"), eq(mails.person, email)))
    ).map(({ recipient, text, state }) => ({ recipient, text, state }));
  const offer = async (on: boolean, more: object = {}) => {
    const { setUp } = await as("booking.readSetUp");
    const { places } = setUp as BookingSetUp;
    const changed = places.map((place) => ({ ...place, ...more, ...(on ? { textMessages: true } : {}) }));
    await as("booking.replaceSetUp", { setUp: { ...(setUp as BookingSetUp), places: changed } });
    return () => as("booking.replaceSetUp", { setUp });
  };
  const visit = async (start: string, client: object, address: string) => {
    const { body } = await api.post("holds", { service: "first-throw", start }, { address });
    return api.post("bookings", { hold: body.hold, client, answers: { hands: "Left" }, terms: true });
  };

  test("who ticked it gets what is certain as a text message too, by the number as it is dialled from anywhere", async () => {
    const back = await offer(true, {
      letters: { moved: { subject: "", words: "", text: "{name}, it is {when} now." } },
    });
    const { name, email, phone } = odile;
    expect((await api.get("services")).body.places[0].textMessages).toBe(true);
    const wrong = await visit("2026-04-27T10:30:00Z", { name, email, phone: "12", textMessages: true }, "192.0.2.51");
    expect([wrong.status, wrong.body.fields?.[0]?.path ?? wrong.body.errors?.[0]?.path]).toEqual([422, "client.phone"]);
    const booked = await visit("2026-04-28T10:30:00Z", { name, email, phone, textMessages: true }, "192.0.2.52");
    expect(booked.status).toBe(201);
    const [first] = await textsOf(email);
    expect(first).toMatchObject({
      recipient: "+353875550100",
      text: expect.stringMatching(/^Booked: First throw, Tue, 28 Apr, 11:30\. Wrenfield Clayworks\. http:\S+\/page$/),
    });
    const id = (booked.body.token as string).split(".")[0] ?? "";
    await as("booking.move", { booking: id, start: "2026-04-29T11:30:00Z", key: key() });
    await as("booking.cancel", { booking: id, key: key() });
    await work(context);
    const all = await textsOf(email);
    expect(all.map(({ text }) => text.replace(/ http:.*/, "")).sort()).toEqual([
      expect.stringMatching(/^Booked: First throw/),
      expect.stringMatching(/^Cancelled: First throw, Wed, 29 Apr, 12:30\. Wrenfield Clayworks\.$/),
      expect.stringMatching(/^Odile Marsh, it is Wed, 29 Apr, 12:30 now\.$/),
    ]);
    expect(all.map(({ state }) => state)).toEqual(["outbox", "outbox", "outbox"]);
    const { rows } = await as("mail.list");
    expect(rows.filter(({ channel }) => channel === "text").map(({ subject }) => subject)).toContainEqual(
      expect.stringMatching(/^Booked: First throw/),
    );
    // Without the tick, and where the place sends none, nothing goes.
    await visit("2026-04-30T10:30:00Z", { name: "No Texts", email: "none@post.example", phone }, "192.0.2.53");
    await back();
    await visit("2026-05-05T10:30:00Z", { name, email: "later@post.example", phone, textMessages: true }, "192.0.2.54");
    expect(await textsOf("none@post.example")).toEqual([]);
    expect(await textsOf("later@post.example")).toEqual([]);
  });

  test("a number that the gateway takes never is told as failed, once", async () => {
    const siteId = (await findSite(context.db, "wrenfield"))?.id ?? "";
    await inTransaction(context.db, (tx) =>
      writeMessage(context, tx, {
        siteId,
        sender: "Wrenfield",
        recipient: "+0",
        person: "gone@post.example",
        text: "x",
      }),
    );
    await work(context);
    expect((await textsOf("gone@post.example")).map(({ state }) => state)).toEqual(["failed"]);
  });

  test("what is noted of a client stands on their page, for members only, and is erased with them", async () => {
    const about = { email: odile.email };
    const { id } = await as("booking.note", { ...about, words: "Left-handed; likes the low wheel." });
    context.set("2026-03-05T18:45:00Z");
    await as("booking.note", { ...about, words: "Paid by voucher in May." });
    const { notes, letters } = await as("booking.client", about);
    expect(notes.map(({ words }) => words)).toEqual(["Paid by voucher in May.", "Left-handed; likes the low wheel."]);
    expect(letters.some(({ channel }) => channel === "text")).toBe(true);
    await as("booking.noteRemove", { note: id });
    await expect(as("booking.noteRemove", { note: id })).rejects.toMatchObject({ status: 404 });
    await expect(as("booking.note", { ...about, words: "  " })).rejects.toMatchObject({ status: 422 });
    const erased = await as("desk.erase", about);
    expect(erased).toMatchObject({ mails: expect.any(Number) });
    expect((await as("booking.client", about)).notes).toEqual([]);
    expect(await textsOf(odile.email)).toEqual([]);
    const left = await context.db.select().from(bookings).where(eq(bookings.textsTo, "+353875550100"));
    expect(left).toEqual([]);
  });
});

test("a booking is found by part of a name, an address or a number, in capitals or not, with accents or not", async () => {
  const client = { name: "Órla Ní Bhriain", email: "Orla.B@post.example", phone: "+353 87 555 0188", language: "en" };
  const { id } = await byHand("2026-04-29T09:30:00Z", { client });
  const found = async (words: string) => {
    const asked = { from: "2026-04-29T09:30:00Z", to: "2026-04-29T09:31:00Z", words };
    return (await as("booking.list", asked)).rows.map((row) => row.id);
  };
  for (const words of ["orla ni", "ÓRLA", "bhriain", "orla.b@", "555 0188"]) expect(await found(words)).toEqual([id]);
  for (const words of ["nuala", "%", "_rla", "\\"]) expect(await found(words)).toEqual([]);
});

test("a length that the client chooses: its times, its price, kept when it is moved; another one is told at its field", async () => {
  const { setUp } = await as("booking.readSetUp");
  const { services } = setUp as BookingSetUp;
  const lengths = [
    { minutes: 60, price: { amount: 900, earlier: null } },
    { minutes: 180, price: { amount: 2400, earlier: null } },
  ];
  const changed = services.map((one) => (one.id === "open-bench" ? { ...one, lengths } : one));
  await as("booking.replaceSetUp", { setUp: { ...(setUp as BookingSetUp), services: changed } });
  const service = "open-bench";
  const told = (await api.get("services")).body.services.find(({ id }: { id: string }) => id === service);
  expect([told.durationMinutes, told.lengths, told.price]).toEqual([60, lengths, lengths[0]?.price]);
  const times = async (minutes: number) =>
    (await api.get("times", { service, date: "2026-05-12", minutes })).body.times as {
      start: { instant: string };
      end: { instant: string };
      price: { gross: number };
    }[];
  const [short, long] = [await times(60), await times(180)];
  expect(short.length).toBeGreaterThan(long.length);
  expect([short[0]?.price.gross, long[0]?.price.gross]).toEqual([900, 2400]);
  const wrong = await api.get("times", { service, date: "2026-05-12", minutes: 90 });
  expect([wrong.status, wrong.body.title]).toEqual([422, expect.stringMatching(/booked for 60, 180 minutes/)]);
  const none = await api.get("days", { service: "first-throw", from: "2026-05-12", to: "2026-05-12", minutes: 90 });
  expect(none.status).toBe(422);
  const start = long.at(-1)?.start.instant ?? "";
  const held = await api.post("holds", { service, start, minutes: 180 }, { address: "192.0.2.61" });
  const booked = await api.post("bookings", {
    hold: held.body.hold,
    client: { name: "Long Bench", email: "long@post.example" },
    answers: { before: "Yes" },
  });
  expect(booked.status).toBe(201);
  const hours = ({ dates }: { dates: { start: { instant: string }; end: { instant: string } }[] }) =>
    (Date.parse(dates[0]?.end.instant ?? "") - Date.parse(dates[0]?.start.instant ?? "")) / 3_600_000;
  expect([hours(booked.body), booked.body.price.gross]).toEqual([3, 2400]);
  const other = (await times(180))[0]?.start.instant ?? "";
  const moved = await api.call("POST", "/booking/{widget}/bookings/{token}", {
    params: { token: booked.body.token },
    body: { command: "move", start: other },
  });
  expect([moved.status, hours(moved.body), moved.body.dates[0].start.instant]).toEqual([200, 3, other]);
  const made = await byHand("2026-05-13T10:00:00Z", { service, minutes: 180, answers: { before: "Yes" } });
  expect((Date.parse(made.end) - Date.parse(made.start)) / 3_600_000).toBe(3);
  await as("booking.replaceSetUp", { setUp });
});
