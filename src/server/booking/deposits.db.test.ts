// Deposits and late fees, from the hold to what is given back: over the API, the page behind the letter, and the Desk.
import { and, asc, eq } from "drizzle-orm";
import type { Portion } from "@/core/booking/booking";
import { bookings } from "@/data/booking/tables";
import { mails } from "@/data/mail/tables";
import { paymentConnectors } from "@/data/payment/tables";
import { payFor } from "../testing/pay.test-kit";
import { work } from "../testing/studio.test-kit";
import { type Answer, type BookingStudio, bookingStudio, type PublicApi } from "./api.test-kit";
import { bookingPage } from "./page";

const thursday = "2026-03-05T18:40:00Z";
const site = { site: "wrenfield" };
let studio: BookingStudio["studio"];
let context: BookingStudio["context"];
let api: PublicApi;
let operate: BookingStudio["operate"];
let changeSetUp: BookingStudio["changeSetUp"];

/** Glaze nights at 24.00 a seat, free to cancel until a day before. */
const glazeNights = (confirm: "atOnce" | "payment", deposit?: Portion, lateFee?: Portion) =>
  changeSetUp((setUp) => ({
    ...setUp,
    services: setUp.services.map((one) => {
      if (one.id !== "glaze-night") return one;
      const { deposit: _deposit, lateFee: _lateFee, ...others } = one;
      return {
        ...others,
        ...{ confirm, questions: [], price: { amount: 2400, earlier: null } },
        ...(deposit ? { deposit } : {}),
        ...(lateFee ? { lateFee } : {}),
      };
    }),
    resources: setUp.resources.map((one) => ({ ...one, cancelHours: 24 })),
    prices: [],
  }));

beforeAll(async () => {
  ({ studio, context, api, operate, changeSetUp } = await bookingStudio(thursday));
});
afterAll(() => studio.close());
beforeEach(() => context.set(thursday));

const idOf = (booked: Answer) => String(booked.body.token).split(".")[0] as string;
const rowOf = async (booked: Answer) =>
  (
    await context.db
      .select()
      .from(bookings)
      .where(eq(bookings.id, idOf(booked)))
  )[0] as typeof bookings.$inferSelect;
const book = (name: string, start: string, seats = 2) =>
  api.book("glaze-night", start, { client: { name, email: `${name.toLowerCase()}@post.example` } }, { seats });
const own = (booked: Answer, body: object) =>
  api.call("POST", "/booking/{widget}/bookings/{token}", { params: { token: booked.body.token }, body });
const lettersTo = async (name: string) =>
  (
    await context.db
      .select()
      .from(mails)
      .where(eq(mails.recipient, `${name.toLowerCase()}@post.example`))
      .orderBy(asc(mails.createdAt))
  ).map(({ text }) => text);

/** Its client pays what is asked for now. */
async function pays(booked: Answer) {
  await payFor(context, "wrenfield", "booking", idOf(booked), "pays");
  await work(context);
}

test("of two seats at 24.00 a quarter is asked for: 12.00 confirms it", async () => {
  await glazeNights("payment", { kind: "share", percent: 25 }, { kind: "amount", amount: 1000 });
  const booked = await book("Ann", "2026-03-13T18:30");
  expect(booked.body).toMatchObject({
    state: "waitingPayment",
    price: { gross: 4800 },
    ...{ payNow: 1200, lateFee: 2000, paid: 0, fee: 0 },
  });
  await pays(booked);
  expect(await rowOf(booked)).toMatchObject({ state: "confirmed", paid: 1200 });
  const letters = await lettersTo("Ann");
  const [asked, confirmed] = ["now: €12.00", "Paid: €12.00"].map((said) => letters.find((text) => text.includes(said)));
  expect(asked).toContain("To be paid now: €12.00");
  expect(asked).toContain("To be paid at the place: €36.00");
  expect(confirmed).toContain("Paid: €12.00");
  expect(confirmed).toContain("Cancelling it later costs €20.00.");
});

test("in time it is cancelled for nothing, and what was paid is given back, once", async () => {
  await glazeNights("payment", { kind: "amount", amount: 500 }, { kind: "share", percent: 100 });
  const booked = await book("Bob", "2026-03-14T18:30");
  await pays(booked);
  expect((await own(booked, { command: "cancel" })).body).toMatchObject({ state: "cancelled", paid: 1000, fee: 0 });
  expect((await rowOf(booked)).refundDue).toBe(true);
  expect((await lettersTo("Bob")).join()).toContain("You get back: €10.00");
  const give = (key: string) =>
    operate("designer", "booking.settle", { ...site, booking: idOf(booked), key }) as Promise<object>;
  const [first, again] = await Promise.all([give("back-one-1"), give("back-one-1")]);
  expect(again).toEqual(first);
  await expect(give("back-two-2")).rejects.toMatchObject({ code: "nothingDue" });
  expect(await rowOf(booked)).toMatchObject({ refundDue: false, givenBack: 1000 });
});

test("late it costs what was agreed: not unasked, not another amount, and not once it has begun", async () => {
  await glazeNights("payment", { kind: "share", percent: 50 }, { kind: "amount", amount: 900 });
  const booked = await book("Cat", "2026-03-20T18:30");
  await pays(booked);
  // What is changed now does not change what was agreed.
  await glazeNights("payment", undefined, { kind: "share", percent: 100 });
  context.set("2026-03-19T18:30:01Z");
  const unasked = await own(booked, { command: "cancel" });
  expect([unasked.status, unasked.body.fields]).toEqual([
    409,
    [{ path: "fee", message: "Cancelling costs €18.00 now. Agree to that to go on." }],
  ]);
  expect((await own(booked, { command: "cancel", fee: 4800 })).status).toBe(409);
  expect((await own(booked, { command: "move", start: "2026-03-21T18:30" })).body.code).toBe("tooLate");
  context.set("2026-03-20T18:30:00Z");
  expect((await own(booked, { command: "cancel", fee: 1800 })).body.code).toBe("tooLate");
  context.set("2026-03-20T18:29:59Z");
  expect((await own(booked, { command: "cancel", fee: 1800 })).body).toMatchObject({ state: "cancelled", fee: 1800 });
  expect(await rowOf(booked)).toMatchObject({ paid: 2400, fee: 1800, refundDue: true });
  const letter = (await lettersTo("Cat")).find((text) => text.includes("Cancelled late"));
  expect(letter).toContain("Cancelled late: €18.00");
  expect(letter).toContain("You get back: €6.00");
});

test("the page behind the letter says what it costs before it is pressed; pressed as it was an hour ago, it asks again", async () => {
  await glazeNights("atOnce", undefined, { kind: "share", percent: 50 });
  const booked = await book("Dan", "2026-03-27T18:30", 1);
  const page = (perform: { fee: number } | null) =>
    bookingPage(context, "wrenfield", booked.body.token, perform, "192.0.2.7");
  context.set("2026-03-26T18:30:00Z");
  expect((await page(null)).html).toContain("Cancel this booking");
  context.set("2026-03-26T19:30:00Z");
  // The button that was drawn when it still cost nothing.
  const refused = await page({ fee: 0 });
  expect([refused.status, refused.html.includes("Cancelling costs €12.00 now.")]).toEqual([409, true]);
  const late = (await bookingPage(context, "wrenfield", booked.body.token, null, "192.0.2.7", true)).html;
  expect(late).toContain("Cancel it for €12.00");
  expect(late).toContain('action="page?fee=1200"');
  const done = (await page({ fee: 1200 })).html;
  expect(done).toContain("This booking is cancelled");
  expect(done).toContain("€12.00 of that is still to be paid.");
  expect((await page({ fee: 1200 })).status).toBe(200);
  expect(await rowOf(booked)).toMatchObject({ fee: 1200, paid: 0, refundDue: false });
});

test("without a price there is no fee to agree to; by hand nothing is asked for before it holds", async () => {
  await glazeNights("payment", { kind: "share", percent: 50 });
  const booked = await book("Hal", "2026-04-17T18:30");
  await context.db
    .update(bookings)
    .set({ bill: null, payNow: null, lateFee: null })
    .where(eq(bookings.id, idOf(booked)));
  const refused = await own(booked, { command: "cancel", fee: 5 });
  expect([refused.status, refused.body.title]).toEqual([409, "Cancelling costs nothing now."]);
  const byHand = (await operate("designer", "booking.byHand", {
    ...{ ...site, service: "glaze-night", resource: null, start: "2026-04-24T17:30:00Z", seats: 2 },
    waived: ["booking.tooFar"],
    client: { name: "Ira", email: "ira@post.example", phone: "", textMessages: false, language: "en" },
    ...{ answers: {}, key: "ira-by-hand" },
  })) as object;
  expect(byHand).toMatchObject({ state: "confirmed", payNow: null, bill: { gross: 4800 } });
  expect((await lettersTo("Ira")).join()).not.toContain("To be paid");
});

test("on the Desk a fee is charged only where it is ticked, and where it is late", async () => {
  await glazeNights("atOnce", undefined, { kind: "amount", amount: 700 });
  const [eve, fay, gus] = [
    await book("Eve", "2026-04-03T18:30", 1),
    await book("Fay", "2026-04-03T18:30", 1),
    await book("Gus", "2026-04-10T18:30", 1),
  ];
  context.set("2026-04-03T10:00:00Z");
  const cancel = (booked: Answer, fee: boolean) =>
    operate("designer", "booking.cancel", { ...site, booking: idOf(booked), fee, key: `late-${idOf(booked)}` });
  await cancel(eve, true);
  await cancel(fay, false);
  await cancel(gus, true);
  expect([(await rowOf(eve)).fee, (await rowOf(fay)).fee, (await rowOf(gus)).fee]).toEqual([700, 0, 0]);

  // What is owed stands in a list of its own until it is noted as paid.
  const toSettle = async () =>
    (
      (await operate("designer", "booking.list", {
        ...{ ...site, from: "2026-04-01T00:00:00Z", to: "2026-04-30T00:00:00Z" },
        ...{ states: ["cancelled"], toSettle: true },
      })) as { rows: { name: string }[] }
    ).rows.map(({ name }) => name);
  expect(await toSettle()).toEqual(["Eve"]);
  await operate("designer", "booking.settle", { ...site, booking: idOf(eve), key: "eve-has-paid" });
  expect(await toSettle()).toEqual([]);
  expect((await rowOf(eve)).paid).toBe(700);
});

test("paid beforehand, with no way to pay switched on: the calendar can't go live, and says which service it is", async () => {
  await glazeNights("payment");
  const told = async () =>
    (
      (await operate("designer", "checks.content", site)) as { findings: readonly { reason: { code: string } }[] }
    ).findings
      .map(({ reason }) => reason)
      .filter(({ code }) => code === "check.bookingPayments");
  expect(await told()).toEqual([]);
  const on = await context.db.select().from(paymentConnectors);
  await context.db.update(paymentConnectors).set({ on: false });
  expect(await told()).toMatchObject([{ service: "Glaze night", step: "services" }]);
  await glazeNights("atOnce");
  expect(await told()).toEqual([]);
  for (const { siteId, kind, on: was } of on)
    await context.db
      .update(paymentConnectors)
      .set({ on: was })
      .where(and(eq(paymentConnectors.siteId, siteId), eq(paymentConnectors.kind, kind)));
});
