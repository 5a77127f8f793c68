import { and, asc, eq, sql } from "drizzle-orm";
import ICAL from "ical.js";
import { bookingHistory, bookingOccupancies, bookings } from "@/data/booking/tables";
import { jobs } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { paymentConnectors } from "@/data/payment/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { openApi } from "@/server/edge/endpoints";
import { mailAsEml } from "@/server/mail/mail";
import type { BehaviourName } from "@/standins/pay/behaviours";
import { play, signEvent } from "@/standins/pay/service";
import { endpoints } from "../edge/endpoints";
import { answerVisitor } from "../edge/visitors";
import type { Keys } from "../payment/connector";
import { connectorOf, keysFor } from "../payment/set-up";
import { payStore } from "../payment/stand-in-store";
import { begunFor, knownAt, payFor } from "../testing/pay.test-kit";
import { isOfThisRun, type TestStudio, testStudio, work } from "../testing/studio.test-kit";
import { type Answer, type PublicApi, publicApi, withClock } from "./api.test-kit";

let studio: TestStudio;
let context: ReturnType<typeof withClock>;
let api: PublicApi;
const thursday = "2026-03-05T18:40:00Z";

beforeAll(async () => {
  studio = await testStudio("released");
  context = withClock(studio.context, thursday);
  studio = { ...studio, as: (person, name, input) => operate(person, name, input) };
  api = publicApi(context);
});
afterAll(() => studio.close());
beforeEach(() => context.set(thursday));

/** An operation of the studio at the clock of these tests. */
const operate: TestStudio["as"] = async (person, name, input) => {
  const { operations } = await import("@/server/operations");
  return operations[name].perform({ ...studio.incoming(person), context }, input);
};

const site = { site: "wrenfield" };
let commands = 0;
/** Each command with a key of its own. */
const commandOn = (booking: string) => ({ ...site, booking, key: `command-of-test-${++commands}` });
const idOf = (answer: Answer) => String(answer.body.token).split(".")[0] as string;
const rowOf = async (id: string) =>
  (await context.db.select().from(bookings).where(eq(bookings.id, id)))[0] as typeof bookings.$inferSelect;
const historyOf = async (id: string) =>
  (
    await context.db
      .select()
      .from(bookingHistory)
      .where(eq(bookingHistory.bookingId, id))
      .orderBy(asc(bookingHistory.position))
  ).map(({ by, what }) => `${by}: ${what}`);
const lettersTo = (recipient: string) =>
  context.db.select().from(mails).where(eq(mails.recipient, recipient)).orderBy(asc(mails.createdAt));
const own = (token: string, body: unknown, headers = {}) =>
  api.call("POST", "/booking/{widget}/bookings/{token}", { params: { token }, body, headers });
const first = { answers: { hands: "Left" } };
const asClient = (email: string, more: Record<string, unknown> = {}) => ({
  client: { name: "Nuala Byrne", email },
  ...more,
});
const taking = async () => (await context.db.select().from(bookingOccupancies)).length;

describe("from a hold to a booking", () => {
  test("a visitor asks, holds, answers, and has a booking that a letter with a calendar part tells of", async () => {
    const times = await api.get("times", { service: "first-throw", date: "2026-03-11", zone: "Europe/Berlin" });
    expect(times.body.times[0]).toMatchObject({
      start: { place: "2026-03-11T10:30", visitor: "2026-03-11T11:30" },
      price: { gross: 3400, tax: 404 },
    });
    const booked = await api.book("first-throw", "2026-03-11T10:30", {
      ...first,
      ...asClient("story@post.example"),
      zone: "Europe/Berlin",
    });
    expect(booked.status).toBe(201);
    expect(booked.body).toMatchObject({ state: "confirmed", price: { gross: 3400 } });
    expect(await historyOf(idOf(booked))).toEqual(["client: held", "client: confirmed"]);
    const again = await api.get("times", { service: "first-throw", resource: "maren", date: "2026-03-11" });
    expect(again.body.times.map((time: { start: { place: string } }) => time.start.place)).not.toContain(
      "2026-03-11T10:30",
    );
    const [letter] = await lettersTo("story@post.example");
    expect(letter?.subject).toBe("Booked: First throw, Wed, 11 Mar, 10:30");
    expect(letter?.text).toContain("Wed, 11 Mar, 10:30 in Dublin (11:30 where you are)");
    const message = String(await mailAsEml(letter as NonNullable<typeof letter>));
    expect(message).toContain("text/calendar; charset=utf-8; method=REQUEST");
    const calendar = new ICAL.Component(ICAL.parse(letter?.calendar?.text ?? "") as never);
    const event = new ICAL.Event(calendar.getFirstSubcomponent("vevent") as ICAL.Component);
    expect([event.uid, event.sequence]).toEqual([`${idOf(booked)}@wrenfield.localhost`, 0]);
    const [place] = await lettersTo("desk@wrenfield.example");
    expect(place?.subject).toContain("New booking: First throw");
  });

  test("sent again with the same key it is done once; for something else the key is refused; without one nothing is done", async () => {
    const key = { headers: { "idempotency-key": "one-hold-for-tess" } };
    const wish = { service: "open-bench", start: "2026-03-12T10:00" };
    const before = await taking();
    const both = await Promise.all([api.post("holds", wish, key), api.post("holds", wish, key)]);
    expect(both.map(({ status }) => status)).toEqual([201, 201]);
    expect(both[0]?.body).toEqual(both[1]?.body);
    expect(await taking()).toBe(before + 1);
    const other = await api.post("holds", { ...wish, start: "2026-03-12T11:00" }, key);
    expect([other.status, other.body.code]).toEqual([422, "idempotencyKey"]);
    const none = await api.post("holds", wish, { headers: { "idempotency-key": "" } });
    expect([none.status, none.body.fields[0].path]).toEqual([400, "Idempotency-Key"]);
    expect(await taking()).toBe(before + 1);
  });

  test("what is taken is refused with reasons and the five nearest free times", async () => {
    const refused = await api.post("holds", { service: "first-throw", resource: "maren", start: "2026-03-11T10:30" });
    expect(refused.status).toBe(409);
    expect(refused.body.reasons).toEqual([{ code: "notFree", message: "This time is not free." }]);
    expect(refused.body.nearest).toHaveLength(5);
    expect(refused.body.nearest.map((one: { place: string }) => one.place)).toContain("2026-03-11T14:30");
    expect(JSON.stringify(refused.body)).not.toContain("Nuala");
  });

  test("a hold ends by itself: its time is free for the next, and it can't be confirmed any more", async () => {
    const held = await api.post("holds", { service: "kiln-firing", start: "2026-03-20T18:00" });
    expect(held.status).toBe(201);
    const free = async () =>
      (await api.get("times", { service: "kiln-firing", date: "2026-03-20" })).body.times.map(
        (time: { start: { place: string } }) => time.start.place,
      );
    expect(await free()).toEqual([]);
    context.set("2026-03-05T18:49:59.999Z");
    expect(await free()).toEqual([]);
    context.set("2026-03-05T18:50:00Z");
    expect(await free()).toEqual(["2026-03-20T07:00", "2026-03-20T18:00"]);
    const late = await api.post("bookings", { hold: held.body.hold, ...asClient("late@post.example") });
    expect([late.status, late.body.code]).toEqual([410, "holdEnded"]);
    const next = await api.post("holds", { service: "kiln-firing", start: "2026-03-20T18:00" });
    expect(next.status).toBe(201);
    const id = String(held.body.hold).split(".")[0] as string;
    expect(await historyOf(id)).toEqual(["client: held", "time: expired"]);
    // On the Desk it is nobody's booking, before a job has looked at it and after; nor is it counted.
    const onDesk = async (states: readonly string[]) => {
      const asked = { ...site, from: "2026-03-20T00:00:00Z", to: "2026-03-21T00:00:00Z", states };
      const { all, rows } = (await operate("designer", "booking.list", asked as never)) as {
        all: number;
        rows: unknown[];
      };
      return [all, rows.length];
    };
    expect(await onDesk(["expired"])).toEqual([0, 0]);
    expect(await onDesk(["held"])).toEqual([1, 1]);
    context.set("2026-03-05T19:30:00Z");
    expect(await onDesk(["held"])).toEqual([0, 0]);
  });

  test("hours that are taken away between hold and confirmation: nothing is booked in them", async () => {
    const held = await api.post("holds", { service: "first-throw", resource: "tobi", start: "2026-03-13T10:00" });
    expect(held.status).toBe(201);
    const { setUp } = (await studio.as("designer", "booking.readSetUp", site)) as {
      setUp: { resources: { id: string; exceptions: object[] }[] };
    };
    const closed = {
      ...setUp,
      resources: setUp.resources.map((one) =>
        one.id === "tobi" ? { ...one, exceptions: [...one.exceptions, { date: "2026-03-13", spans: [] }] } : one,
      ),
    };
    await studio.as("designer", "booking.replaceSetUp", { ...site, setUp: closed });
    const refused = await api.post("bookings", {
      hold: held.body.hold,
      ...asClient("tobi@post.example"),
      ...first,
      terms: true,
    });
    expect(refused.status).toBe(409);
    expect(refused.body.reasons[0].code).toBe("closed");
    expect(await lettersTo("tobi@post.example")).toEqual([]);
    await studio.as("designer", "booking.replaceSetUp", { ...site, setUp });
  });

  test("answers are asked for at their fields, one refuses, and terms have to be agreed to", async () => {
    const held = await api.post("holds", { service: "kiln-firing", start: "2026-03-22T07:00" });
    const confirm = (answers: object) =>
      api.post("bookings", { hold: held.body.hold, ...asClient("kiln@post.example"), answers });
    expect((await confirm({})).body.fields.map((field: { path: string }) => field.path)).toEqual([
      "answers.clay",
      "answers.shelves",
      "answers.dry",
    ]);
    const mixed = await confirm({ clay: "Mixed", shelves: 2, dry: true });
    expect([mixed.status, mixed.body.code, mixed.body.fields[0].path]).toEqual([422, "screening", "answers.clay"]);
    const throwing = await api.book("first-throw", "2026-03-16T11:30", { ...first, terms: false });
    expect(throwing.body.fields[0].path).toBe("terms");
  });
});

describe("deciding", () => {
  const kiln = (date: string, email: string) =>
    api.book("kiln-firing", `${date}T07:00`, {
      ...asClient(email),
      answers: { clay: "Stoneware", shelves: 3, dry: true },
    });

  test("a firing waits for approval; approved, moved and cancelled its calendar event rises and goes", async () => {
    const booked = await kiln("2026-03-24", "fire@post.example");
    const id = idOf(booked);
    expect(booked.body.state).toBe("waitingApproval");
    await studio.as("designer", "booking.approve", commandOn(id));
    await studio.as("designer", "booking.move", {
      ...commandOn(id),
      start: "2026-03-25T07:00:00Z",
      resource: null,
      waived: [],
    });
    await studio.as("designer", "booking.cancel", commandOn(id));
    const events = (await lettersTo("fire@post.example")).map((letter) => {
      const calendar = new ICAL.Component(ICAL.parse(letter.calendar?.text ?? "") as never);
      const event = calendar.getFirstSubcomponent("vevent") as ICAL.Component;
      return [
        letter.calendar?.method,
        event.getFirstPropertyValue("uid"),
        event.getFirstPropertyValue("sequence"),
        event.getFirstPropertyValue("status"),
        String(event.getFirstPropertyValue("dtstart")).slice(0, 10),
      ];
    });
    const uid = `${id}@wrenfield.localhost`;
    events.sort((one, other) => Number(one[2]) - Number(other[2]));
    expect(events).toEqual([
      ["REQUEST", uid, 0, "TENTATIVE", "2026-03-24"],
      ["REQUEST", uid, 1, "CONFIRMED", "2026-03-24"],
      ["REQUEST", uid, 2, "CONFIRMED", "2026-03-25"],
      ["CANCEL", uid, 3, "CANCELLED", "2026-03-25"],
    ]);
    expect(await historyOf(id)).toEqual([
      "client: held",
      "client: waitingApproval",
      "designer: approved",
      "designer: moved",
      "designer: cancelled",
    ]);
  });

  test("declined, the time is free again, and a second decision is refused", async () => {
    const booked = await kiln("2026-03-26", "no@post.example");
    await studio.as("designer", "booking.decline", commandOn(idOf(booked)));
    await expect(studio.as("designer", "booking.approve", commandOn(idOf(booked)))).rejects.toMatchObject({
      status: 409,
    });
    expect((await api.get("times", { service: "kiln-firing", date: "2026-03-26" })).body.times).toHaveLength(2);
  });

  test("by hand kept-back time can be given, named rules can be set aside, and a taken resource can't", async () => {
    const client = { name: "Piet", email: "piet@post.example", phone: "", language: "en" };
    const byHand = (start: string, waived: string[] = [], key = `command-of-test-${++commands}`) =>
      studio.as("designer", "booking.byHand", {
        ...site,
        service: "first-throw",
        resource: "maren",
        start,
        seats: 1,
        waived,
        client,
        answers: {},
        key,
      } as never) as Promise<{ id: string; state: string }>;
    const kept = await byHand("2026-03-18T09:30:00Z", [], "one-command-sent-twice");
    expect(await byHand("2026-03-18T09:30:00Z", [], "one-command-sent-twice")).toEqual(kept);
    await expect(byHand("2026-03-18T19:00:00Z")).rejects.toMatchObject({ status: 409 });
    // The wheels are not open at seven either: waiving is for every resource that is needed.
    const evening = await byHand("2026-03-18T19:00:00Z", ["booking.outsideHours", "booking.notAStart"]);
    expect(evening).toMatchObject({ state: "confirmed" });
    const [row] = await context.db.select().from(bookingHistory).where(eq(bookingHistory.bookingId, evening.id));
    expect(row?.after.waived).toEqual(["booking.outsideHours", "booking.notAStart"]);
    await expect(byHand("2026-03-18T09:30:00Z", ["booking.notAStart"])).rejects.toMatchObject({
      status: 409,
      more: { reasons: expect.arrayContaining([expect.objectContaining({ code: "booking.taken" })]) },
    });
  });

  test("the studio's reasons name what the visitor's do not", async () => {
    const why = (await studio.as("designer", "booking.why", {
      ...site,
      service: "first-throw",
      resource: "maren",
      start: "2026-03-11T09:30:00Z",
    } as never)) as {
      reasons: { code: string; message: string; waivable: boolean }[];
    };
    expect(why.reasons.map(({ code }) => code)).toEqual(["booking.keptBack", "booking.taken"]);
    expect(why.reasons[0]?.message).toBe("Maren keeps Wed 11 Mar, 09:30 to 10:30 back from online booking.");
  });

  test("who came is noted after the start, not before it", async () => {
    const booked = await api.book("open-bench", "2026-03-07T11:00", {
      ...asClient("bench@post.example"),
      answers: { before: "Yes" },
    });
    const note = (attendance: "came" | "didNotCome") =>
      studio.as("designer", "booking.attendance", { ...commandOn(idOf(booked)), attendance });
    await expect(note("came")).rejects.toMatchObject({ status: 409 });
    context.set("2026-03-07T12:30:00Z");
    await note("didNotCome");
    expect(await note("came")).toMatchObject({ attendance: "came" });
  });
});

describe("the client's own link", () => {
  test("moves and cancels within the period, and not after it", async () => {
    const booked = await api.book(
      "first-throw",
      "2026-03-17T11:30",
      { ...first, ...asClient("own@post.example") },
      { resource: "maren" },
    );
    const { token } = booked.body;
    const moved = await own(token, { command: "move", start: "2026-03-19T14:00:00Z", resource: "tobi" });
    expect(moved.body.dates[0].start.place).toBe("2026-03-19T14:00");
    const refused = await own(token, { command: "move", start: "2026-03-19T03:00:00Z" });
    expect([refused.status, refused.body.nearest.length]).toEqual([409, 5]);
    context.set("2026-03-18T14:00:01Z");
    const late = await own(token, { command: "cancel" });
    expect([late.status, late.body.code]).toEqual([409, "tooLate"]);
    context.set("2026-03-18T14:00:00Z");
    expect((await own(token, { command: "cancel" })).body.state).toBe("cancelled");
    // As a page says it that was published when commands had another name.
    expect((await own(token, { deed: "cancel" })).status).toBe(200);
    const calendar = await api.call("GET", "/booking/{widget}/bookings/{token}/booking.ics", { params: { token } });
    expect(calendar.text).toContain("STATUS:CANCELLED");
  });

  test("a token with one letter changed opens nothing", async () => {
    const booked = await api.book("open-bench", "2026-03-07T14:00", {
      ...asClient("x@post.example"),
      answers: { before: "Yes" },
    });
    const { token } = booked.body as { token: string };
    const changed = token.slice(0, -1) + (token.endsWith("A") ? "B" : "A");
    const answer = await api.call("GET", "/booking/{widget}/bookings/{token}", { params: { token: changed } });
    expect([answer.status, answer.body.fields[0].path]).toEqual([404, "token"]);
    expect((await own(changed, { command: "cancel" })).status).toBe(404);
    expect((await api.call("GET", "/booking/{widget}/bookings/{token}", { params: { token } })).body.state).toBe(
      "confirmed",
    );
  });

  test("the page behind the link tells, and its button cancels", async () => {
    const { bookingPage } = await import("./page");
    const booked = await api.book("open-bench", "2026-03-08T14:00", {
      ...asClient("page@post.example"),
      answers: { before: "Yes" },
    });
    const page = (perform: boolean) =>
      bookingPage(context, "wrenfield", booked.body.token, perform ? { fee: 0 } : null, "192.0.2.7");
    expect((await page(false)).html).toContain("Cancel this booking");
    // The link leads to the question, which changes nothing either.
    const sure = await bookingPage(context, "wrenfield", booked.body.token, null, "192.0.2.7", true);
    expect(sure.html).toContain("Cancel this booking?");
    expect((await rowOf(idOf(booked))).state).toBe("confirmed");
    expect((await page(true)).html).toContain("This booking is cancelled");
    expect((await rowOf(idOf(booked))).state).toBe("cancelled");
  });

  test("without scripts a time is asked for: the business has a letter, nothing is booked, what is missing is said", async () => {
    const ask = (fields: Record<string, string>) => {
      const body = new FormData();
      for (const [name, value] of Object.entries(fields)) body.set(name, value);
      return answerVisitor(
        context,
        new Request("http://wrenfield.localhost:4499/_w/v1/booking/calendar/asks", {
          method: "POST",
          headers: { host: "wrenfield.localhost:4499", referer: "http://wrenfield.localhost:4499/classes" },
          body,
        }),
        { siteKey: "wrenfield", address: "192.0.2.91", path: "/booking/calendar/asks" },
      );
    };
    const fields = { service: "glaze-night", when: "A Friday in May", name: "Una", email: "una.asks@post.example" };
    const before = await taking();
    const answer = await ask(fields);
    expect([answer.status, await answer.text()]).toEqual([200, expect.stringContaining("We have your question")]);
    expect(await taking()).toBe(before);
    const [letter] = (await lettersTo("desk@wrenfield.example")).filter(({ text }) => text.includes("una.asks@"));
    expect(letter?.text).toContain("Glaze night: A Friday in May");
    const wrong = await ask({ ...fields, email: "no", when: "" });
    expect([wrong.status, await wrong.text()]).toEqual([422, expect.stringContaining('href="/classes"')]);
    expect((await ask({ ...fields, service: "elsewhere" })).status).toBe(422);
    // A field that nobody sees was filled in: it is thanked, and nothing is written.
    expect((await ask({ ...fields, name: "Machine", website: "http://x.example" })).status).toBe(200);
    expect((await lettersTo("desk@wrenfield.example")).filter(({ text }) => text.includes("Machine"))).toEqual([]);
  });

  test("the page of free times moves it by one press, in the client’s language, and no more when it is too late", async () => {
    const { movePage } = await import("./page");
    const offered = await api.get("times", { service: "first-throw", date: "2026-03-25" });
    const own = offered.body.times[0].start.instant as string;
    const booked = await api.book("first-throw", own, {
      ...first,
      ...asClient("moves@post.example", { language: "de" }),
    });
    const move = (from: string, start: string | null = null) =>
      movePage(context, "wrenfield", booked.body.token, { from, start }, "192.0.2.8");
    const free = await move("");
    expect(free.html).toContain("Eine andere Zeit");
    expect(free.html).toContain("Mittwoch, 25. März");
    // The one that it has is not offered; what is written for a date that is none begins where the booking is.
    expect(free.html).not.toContain(`value="${own} `);
    expect((await move("2026-02-31")).html).toBe(free.html);
    const startsAt = async () => (await rowOf(idOf(booked))).startsAt.toISOString();
    const press = /value="(2026-03-[^"]+)"/.exec(free.html)?.[1] ?? "";
    const [start = ""] = press.split(" ");
    // Pressed, it is asked about: from when to when.
    const asked = { from: "", start: null, asks: press };
    const sure = await movePage(context, "wrenfield", booked.body.token, asked, "192.0.2.8");
    expect(sure.html).toContain("Verlegen?");
    expect(sure.html).toContain(`value="${press}"`);
    expect(await startsAt()).toBe(own);
    expect((await move("", press)).html).toContain("Ihre Buchung ist verlegt");
    expect(await startsAt()).toBe(start);
    // The same press again is the same command.
    const { sequence } = await rowOf(idOf(booked));
    expect((await move("", press)).status).toBe(200);
    expect((await rowOf(idOf(booked))).sequence).toBe(sequence);
    // Back again, and then to the same time once more, are two commands more.
    const pressOf = async (instant: string) =>
      new RegExp(`value="(${instant}[^"]*)"`).exec((await move("")).html)?.[1] ?? "";
    await move("", await pressOf(own));
    expect(await startsAt()).toBe(own);
    await move("", await pressOf(start));
    expect(await startsAt()).toBe(start);
    expect((await move("", "2026-03-19T03:00:00.000Z")).status).toBe(409);
    expect((await movePage(context, "wrenfield", "no.token", { from: "", start: null }, "192.0.2.8")).status).toBe(404);
    context.set(new Date(Date.parse(start) - 3_600_000).toISOString());
    expect((await move("")).html).toContain("geht hier nicht mehr");
  });
});

describe("a course", () => {
  test("is booked whole, by six; the seventh is refused, and so is another booking on any of its evenings", async () => {
    const joined = [];
    for (let nth = 0; nth < 6; nth++)
      joined.push(
        await api.book(
          "six-week-wheel",
          "2026-03-10T18:30",
          { ...asClient(`course${nth}@post.example`) },
          { resource: "maren" },
        ),
      );
    expect(joined.map(({ status }) => status)).toEqual([201, 201, 201, 201, 201, 201]);
    expect(joined[0]?.body.dates).toHaveLength(6);
    const seventh = await api.post("holds", {
      service: "six-week-wheel",
      resource: "maren",
      start: "2026-03-10T18:30",
    });
    expect([seventh.status, seventh.body.reasons[0].code]).toEqual([409, "seats"]);
    // One of its evenings is taken: with Tobi the run can't be booked by halves.
    const whole = await api.post("holds", { service: "six-week-wheel", resource: "tobi", start: "2026-03-10T18:30" });
    expect(whole.status).toBe(409);
    await own(joined[0]?.body.token, { command: "cancel" });
    expect(
      (await api.get("times", { service: "six-week-wheel", resource: "maren", date: "2026-03-10" })).body.times[0],
    ).toMatchObject({ seatsLeft: 1 });
  });
});

describe("payment", () => {
  let evening = 0;
  const table = (name: string, seats = 2) => {
    // Fridays and Saturdays from 13 March on; each test has its own.
    const dates = ["2026-03-13", "2026-03-14", "2026-03-20", "2026-03-21", "2026-03-27", "2026-03-28"];
    const start = `${dates[evening++ % dates.length]}T18:30`;
    return api.book("glaze-night", start, asClient(`${name}@post.example`), { seats });
  };
  const pays = (booked: Answer, does: BehaviourName) => payFor(context, "wrenfield", "booking", idOf(booked), does);

  test("paid: confirmed once, also when it is told twice", async () => {
    const booked = await table("twice");
    expect(booked.body).toMatchObject({ state: "waitingPayment", price: { gross: 4800 } });
    expect(booked.body.pay).toMatch(/^\/_w\/v1\/payments\/page\?p=booking\./);
    await pays(booked, "twice");
    await work(context);
    expect((await rowOf(idOf(booked))).state).toBe("confirmed");
    expect((await historyOf(idOf(booked))).filter((line) => line.startsWith("payment"))).toEqual([
      "payment: confirmed",
    ]);
    const subjects = (await lettersTo("twice@post.example")).map(({ subject }) => subject.split(":")[0]);
    expect(subjects.sort()).toEqual(["Booked", "Waiting for your payment"]);
  });

  test("declined: it waits on, and another card pays it", async () => {
    const booked = await table("declined");
    expect(await pays(booked, "noFunds")).toBe("declined");
    await work(context);
    expect((await rowOf(idOf(booked))).state).toBe("waitingPayment");
    await pays(booked, "mixed");
    await work(context);
    expect((await rowOf(idOf(booked))).state).toBe("confirmed");
  });

  test("not paid: it ends by itself after half an hour, and nobody can pay it any more", async () => {
    const booked = await table("stalls");
    const { known } = await begunFor(context, "wrenfield", "booking", idOf(booked));
    context.set("2026-03-05T19:10:01Z");
    await api.post("holds", { service: "open-bench", start: "2026-03-14T10:00" });
    expect((await rowOf(idOf(booked))).state).toBe("expired");
    await work(context);
    expect((await knownAt(context, known))?.state).toBe("released");
    expect(await play(payStore(context), known, "pays")).toBe("over");
  });

  test("paid and never told: confirmed when the time is still free, and given back by itself when it is not", async () => {
    const booked = await table("late");
    const other = await table("gone", 8);
    await pays(booked, "lost");
    const { known } = await begunFor(context, "wrenfield", "booking", idOf(other));
    await pays(other, "lost");
    context.set("2026-03-05T19:12:00Z");
    const start = other.body.dates[0].start.instant;
    // What was kept ends, the time is somebody else's; then the service answers that it was paid after all.
    expect((await api.post("holds", { service: "glaze-night", start, seats: 1 })).status).toBe(201);
    await work(context);
    expect((await rowOf(idOf(booked))).state).toBe("confirmed");
    const { payNow } = other.body;
    expect(await rowOf(idOf(other))).toMatchObject({ state: "expired", refundDue: false, givenBack: payNow });
    expect(Object.values((await knownAt(context, known))?.refunds ?? {})).toEqual([payNow]);
  });

  test("an event that is not signed, signed wrongly, too old or over another amount changes nothing", async () => {
    const booked = await table("forged");
    const { id, known } = await begunFor(context, "wrenfield", "booking", idOf(booked));
    const site = (await findSite(context.db, "wrenfield")) as SiteRow;
    const { hook } = keysFor(context.settings, await connectorOf(context.db, site.id, "card"), "test") as Keys;
    const event = (amount = 4800) =>
      JSON.stringify({
        ...{ id: "ev", payment: known, reference: id, is: "captured", amount, currency: "EUR", mode: "test" },
      });
    // Clock: a signature is of now, by real time.
    const seconds = Math.floor(Date.now() / 1000);
    const deliver = (body: string, secret = hook, at = seconds) =>
      api.call("POST", "/payments/events", {
        body,
        query: { by: "card", mode: "test" },
        headers: { "pay-time": String(at), "pay-signature": secret ? signEvent(secret, body, at) : "" },
      });
    expect((await deliver(event(), "")).status).toBe(401);
    expect((await deliver(event(), "another secret")).status).toBe(401);
    expect((await deliver(event(), hook, seconds - 301)).body.title).toBe("This signature is too old.");
    expect((await deliver(event(1))).status).toBe(422);
    expect((await rowOf(idOf(booked))).state).toBe("waitingPayment");
    expect((await deliver(event())).body).toEqual({ outcome: "captured" });
    expect((await deliver(event())).body).toEqual({ outcome: "nothing new" });
    expect((await rowOf(idOf(booked))).state).toBe("confirmed");
  });

  test("nobody can be paid: it is said before anything is booked", async () => {
    const on = (is: boolean) => context.db.update(paymentConnectors).set({ on: is });
    await on(false);
    const refused = await table("nobody");
    await on(true);
    expect([refused.status, refused.body.code]).toEqual([409, "noPayment"]);
    expect(refused.body.title).toContain("Please get in touch");
  });
});

test("the reminder goes a day before, not for what was moved away or cancelled", async () => {
  const staying = await api.book("first-throw", "2026-03-23T11:30", { ...first, ...asClient("stay@post.example") });
  const moving = await api.book("first-throw", "2026-03-30T11:30", { ...first, ...asClient("move@post.example") });
  await own(moving.body.token, { command: "move", start: "2026-03-23T14:30:00Z" });
  const due = await context.db
    .select()
    .from(jobs)
    .where(and(eq(jobs.kind, "reminder"), eq(jobs.state, "queued")));
  const forMoving = due.filter((job) => job.payload.booking === idOf(moving));
  expect(forMoving).toHaveLength(2);
  // A day before the start by the server's clock, which these tests have set.
  const wanted = Date.parse("2026-03-22T11:30:00Z") - Date.parse(thursday);
  const job = due.find((one) => one.payload.booking === idOf(staying));
  expect(isOfThisRun((job?.availableAt.getTime() ?? 0) - wanted)).toBe(true);
  await context.db
    .update(jobs)
    .set({ availableAt: new Date(0) })
    .where(eq(jobs.kind, "reminder"));
  await work(context);
  const reminders = async (email: string) =>
    (await lettersTo(email)).filter(({ subject }) => subject.startsWith("Soon")).length;
  expect([await reminders("stay@post.example"), await reminders("move@post.example")]).toEqual([1, 1]);
});

describe("the public API", () => {
  test("answers 304 until something changes, and never after", async () => {
    const query = { service: "kiln-firing", from: "2026-04-09", to: "2026-04-15" };
    const before = await api.get("days", query);
    const etag = before.headers.get("etag") as string;
    expect((await api.get("days", query, { headers: { "if-none-match": etag } })).status).toBe(304);
    await api.post("holds", { service: "kiln-firing", start: "2026-04-10T07:00" });
    const after = await api.get("days", query, { headers: { "if-none-match": etag } });
    expect(after.status).toBe(200);
    // The hold's end changes it again, without anybody's command.
    context.set("2026-03-05T18:50:00Z");
    const later = await api.get("days", query, { headers: { "if-none-match": after.headers.get("etag") as string } });
    expect(later.body.days).toEqual(before.body.days);
  });

  test("other sites' pages may call where a place allows them", async () => {
    const from = (origin: string) => ({ headers: { origin } });
    const allowed = await api.get("services", {}, from("https://riverside-makers.example"));
    expect(allowed.headers.get("access-control-allow-origin")).toBe("https://riverside-makers.example");
    const stranger = await api.get("services", {}, from("https://stranger.example"));
    expect(stranger.headers.get("access-control-allow-origin")).toBeNull();
    const command = await api.post(
      "holds",
      { service: "open-bench", start: "2026-03-10T10:00" },
      from("https://stranger.example"),
    );
    expect(command.status).toBe(403);
    expect(allowed.headers.get("ratelimit")).toMatch(/^"reading";r=\d+;t=\d+$/);
    expect(allowed.headers.get("ratelimit-policy")).toBe('"reading";q=600;w=60');
  });

  test.each<[string, string, Record<string, string | number>, string, RegExp]>([
    [
      "a start in the skipped hour",
      "why",
      { service: "open-bench", start: "2026-03-29T01:30" },
      "start",
      /The clock skips/,
    ],
    ["no start at all", "why", { service: "open-bench", start: "tomorrow" }, "start", /Write the start as/],
    [
      "a zone that is none",
      "times",
      { service: "open-bench", date: "2026-03-10", zone: "Europe/Atlantis" },
      "zone",
      /no time zone/,
    ],
    ["two thousand seats", "times", { service: "open-bench", date: "2026-03-10", seats: 2000 }, "seats", /At most 500/],
    ["30 February", "times", { service: "open-bench", date: "2026-02-30" }, "date", /date of the calendar/],
    [
      "days backwards",
      "days",
      { service: "open-bench", from: "2026-03-10", to: "2026-03-01" },
      "to",
      /before the first/,
    ],
    ["a year of days", "days", { service: "open-bench", from: "2026-03-10", to: "2027-03-01" }, "to", /At most 62/],
    [
      "a service of another calendar",
      "days",
      { service: "puncture", from: "2026-03-10", to: "2026-03-11" },
      "service",
      /no such service/,
    ],
    [
      "nobody of that name",
      "times",
      { service: "first-throw", resource: "kiln", date: "2026-03-10" },
      "resource",
      /Nobody of this name/,
    ],
  ])("%s is a sentence at its field", async (_name, path, query, at, message) => {
    const answer = await api.get(path, query);
    expect([answer.status, answer.body.fields[0].path]).toEqual([422, at]);
    expect(answer.body.title).toMatch(message);
  });

  test.each([
    "2027-02-29T10:00",
    "2027-04-31T10:00",
    "2026-03-11T24:00",
    "0000-01-01T10:00",
    "9999-12-31T10:00",
    "+275760-09-01T00:00:00Z",
    "2026-03-11",
  ])("a start of %s is refused at its field, by every call that takes one", async (start) => {
    const held = await api.post("holds", { service: "open-bench", start });
    const why = await api.get("why", { service: "open-bench", start });
    const moved = await api.call("POST", "/booking/{widget}/bookings/{token}", {
      params: { token: "a.b" },
      body: { command: "move", start },
    });
    for (const answer of [held, why]) {
      expect(answer.status).toBe(422);
      expect(answer.body.fields).toEqual([
        { path: "start", message: expect.stringMatching(/^Write the start as .*\.$/) },
      ]);
    }
    expect([404, 422]).toContain(moved.status);
    if (/^\d{4}-\d{2}-\d{2}/.test(start)) {
      const date = start.slice(0, 10);
      const day = await api.get("times", { service: "open-bench", date });
      if (!date.startsWith("2026")) expect([date, day.status, day.body.fields[0].path]).toEqual([date, 422, "date"]);
    }
  });

  test.each(["*", "en_US", "x", "--", "constructor", "__proto__", "de-AT, en;q=0.5", ""])(
    "Accept-Language “%s” is answered",
    async (language) => {
      const answer = await api.get("services", {}, { headers: { "accept-language": language } });
      expect(answer.status).toBe(200);
    },
  );

  test("names with control characters are refused at their field; nothing of them comes into a calendar", async () => {
    for (const name of ["Eve\rSTATUS:CANCELLED", "Eve\nSTATUS:CANCELLED", "Eve\u0000", "Eve\u0085X", "Eve\u2028X"]) {
      const held = await api.post("holds", { service: "open-bench", start: "2026-03-10T10:00" });
      const booked = await api.post("bookings", {
        hold: held.body.hold,
        client: { name, email: "eve@post.example" },
        answers: { before: "Yes" },
      });
      expect([booked.status, booked.body.fields[0].path]).toEqual([422, "client.name"]);
      context.set(new Date(context.now().getTime() + 11 * 60_000).toISOString());
    }
  });

  test("media types are compared whatever their case", async () => {
    const headers = { "content-type": "Application/JSON; charset=UTF-8" };
    const held = await api.post("holds", { service: "open-bench", start: "2026-03-12T10:00" }, { headers });
    expect(held.status).toBe(201);
  });

  test("a person is written to by public forms at most five times a day; what was held back stands in the history", async () => {
    await context.db.delete(mails);
    const client = { name: "Piet", email: "often@post.example" };
    let last = "";
    for (let hour = 10; hour < 17; hour++) {
      const booked = await api.book("open-bench", `2026-03-18T${hour}:00`, { client, answers: { before: "Yes" } }, {});
      expect(booked.status).toBe(201);
      last = idOf(booked);
    }
    const letters = await context.db.select().from(mails).where(eq(mails.recipient, client.email));
    expect(letters).toHaveLength(5);
    const rows = await context.db.select().from(bookingHistory).where(eq(bookingHistory.bookingId, last));
    expect(rows.map(({ what }) => what)).toContain("letterHeldBack");
  });

  test("a body of 10 MB, no JSON, and a calendar that is not there", async () => {
    const large = await api.post("holds", `{"service":"${"x".repeat(10 << 20)}"}`);
    expect([large.status, large.body.title]).toEqual([413, "This is larger than what is taken here (64 kB)."]);
    expect((await api.post("holds", "{")).status).toBe(400);
    expect((await api.post("holds", "{}", { headers: { "content-type": "text/plain" } })).status).toBe(415);
    expect((await api.get("services", {}, { params: { widget: "letters" } })).status).toBe(404);
  });

  test("openapi.json describes every call, and itself", async () => {
    expect((await api.call("GET", "/openapi.json")).body.openapi).toBe("3.1.0");
    const described = Object.entries(openApi.paths as Record<string, object>).flatMap(([path, calls]) =>
      Object.keys(calls).map((method) => `${method.toUpperCase()} ${path}`),
    );
    expect(described.sort()).toEqual(endpoints.map(({ method, path }) => `${method} ${path}`).sort());
    const signup = await api.call("POST", "/signups", {
      body: { widget: "letters", page: "/", language: "en", fields: { email: "a@post.example" }, elapsedMs: 5000 },
    });
    expect(signup.status).toBe(202);
    expect((await api.call("POST", "/signups", { body: { widget: "letters" } })).status).toBe(422);
  });
});

test("erasing a person leaves their bookings' time taken and their name nowhere, in letters to the business neither", async () => {
  const booked = await api.book("open-bench", "2026-03-28T14:00", {
    client: { name: "Vera Gone", email: "vera@post.example", phone: "0871" },
    answers: { before: "Yes" },
  });
  const before = await taking();
  expect(await studio.as("designer", "desk.erase", { ...site, email: "vera@post.example" })).toEqual({
    signups: 0,
    mails: 2,
    forms: 0,
    conversations: 0,
    orders: 0,
    bookings: 1,
  });
  expect(await rowOf(idOf(booked))).toMatchObject({ name: "", email: "", phone: "", answers: {}, state: "confirmed" });
  expect(await taking()).toBe(before);
  const [all] = (await context.db.execute(
    sql`select count(*) as named from mails where text like '%vera@post%' or subject like '%Vera Gone%' or recipient like 'vera@%'`,
  )) as unknown as [{ named: number }[]];
  expect(Number(all[0]?.named)).toBe(0);
});

test("the days of all services in one question: as each tells them alone, by its tag, in its bounds", async () => {
  const asked = { from: "2026-03-09", to: "2026-03-22" };
  const all = await api.get("dates", asked);
  expect(all.status).toBe(200);
  expect(all.body.days).toHaveLength(14);
  const offered = (await api.get("services")).body.services.map(({ id }: { id: string }) => id) as string[];
  const left = new Map<string, number>();
  for (const service of offered)
    for (const { date, state, left: count } of (await api.get("days", { service, ...asked })).body.days)
      if (state === "free" || state === "few") left.set(date, (left.get(date) ?? 0) + count);
  for (const day of all.body.days) expect([day.date, day.left]).toEqual([day.date, left.get(day.date) ?? 0]);
  const etag = all.headers.get("etag") as string;
  expect((await api.get("dates", asked, { headers: { "if-none-match": etag } })).status).toBe(304);
  for (const [query, path] of [
    [{ from: "2026-03-22", to: "2026-03-09" }, "to"],
    [{ from: "2026-03-09", to: "2027-03-09" }, "to"],
    [{ from: "soon", to: "2026-03-09" }, "from"],
    [{ from: "2026-03-09" }, "to"],
  ] as const) {
    const refused = await api.get("dates", query as never);
    expect([refused.status, refused.body.fields[0].path]).toEqual([422, path]);
  }
});

test("far beyond what can be booked, the nearest times are the last ones", async () => {
  const why = await api.get("why", { service: "first-throw", resource: "tobi", start: "2028-01-01T10:00" });
  expect(why.body.nearest).toHaveLength(5);
  expect(why.body.nearest.at(-1).place.slice(0, 10)).toBe("2026-04-02");
});

test("a site with its booking goes out as a file and comes back as the same", async () => {
  const { exportSite, importSite } = await import("../site/file");
  const { findSite, removeSite } = await import("@/data/site/queries");
  const row = await findSite(context.db, "wrenfield");
  const bytes = await exportSite(context, row as NonNullable<typeof row>);
  const { site: copy } = await importSite(context, "other", bytes, { key: "copied" });
  const copied = await findSite(context.db, "copied");
  const again = await exportSite(context, copied as NonNullable<typeof copied>);
  expect(copy.booking?.services).toHaveLength(5);
  const { unzipSync, strFromU8 } = await import("fflate");
  const json = (zip: Uint8Array) => strFromU8(unzipSync(zip)["site.json"] as Uint8Array);
  expect(json(again).replace('"copied"', '"wrenfield"')).toBe(json(bytes));
  await removeSite(context.db, copied?.id ?? "");
});

test("a set-up that is wrong is refused with its path, and the one that was stays", async () => {
  const { setUp } = (await studio.as("designer", "booking.readSetUp", site)) as { setUp: { services: object[] } };
  const wrong = {
    ...setUp,
    services: setUp.services.map((one, nth) => (nth === 0 ? { ...one, place: "nowhere" } : one)),
  };
  await expect(studio.as("designer", "booking.replaceSetUp", { ...site, setUp: wrong })).rejects.toMatchObject({
    status: 422,
    fields: [
      { path: "services[0].place" },
      expect.anything(),
      expect.anything(),
      expect.anything(),
      expect.anything(),
      expect.anything(),
      expect.anything(),
      expect.anything(),
      expect.anything(),
      expect.anything(),
    ],
  });
  expect(await studio.as("designer", "booking.readSetUp", site)).toEqual({ setUp });
});
