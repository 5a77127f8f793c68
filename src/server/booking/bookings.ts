// Bookings: held, confirmed, approved, moved, cancelled. Every deed is one transaction under the site's lock, in which
// the rules are asked again; what it changes is written to the booking's history.
import { and, eq, inArray, isNull, lt, max } from "drizzle-orm";
import type { Answers } from "@/core/booking/answers";
import type { Assignment } from "@/core/booking/availability";
import type { BookingSetUp, Instant } from "@/core/booking/booking";
import type { Wish } from "@/core/booking/obstacles";
import { billOf } from "@/core/booking/price";
import { type BookingState, clientMayChangeUntil, holdMs, mayBecome, paymentMs, takesTime } from "@/core/booking/state";
import { endedByThemselves, lockDiary } from "@/data/booking/diary";
import { bookingHistory, bookingRequests, bookings } from "@/data/booking/tables";
import { type Executor, inTransaction } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import type { Context } from "../context";
import { type JobRun, queueJob, queueOnly, realTime } from "../job/queue";
import { conflict, notFound, Problem } from "../problem";
import { availabilityNow, clockFor, serviceIn } from "./ask";
import type { LetterKind } from "./letters";
import { Refused } from "./refusal";
import { setUpAt } from "./set-up";
import { freeTime, takeTime } from "./take";
import { type BookingRow, queueReminder, tell } from "./tell";
import { inTurn } from "./turn";

/** A site under its lock: what a deed may rely on until its transaction ends. */
export interface Locked {
  readonly context: Context;
  readonly tx: Executor;
  readonly site: SiteRow;
  readonly setUp: BookingSetUp;
  readonly now: Date;
}

/** Takes the site's lock, and clears away what has ended by itself: it must not stand in anybody's way. */
export async function lockSite(context: Context, tx: Executor, site: SiteRow): Promise<Locked> {
  const versions = await lockDiary(tx, site.id);
  if (!versions) throw notFound("Booking");
  const locked = { context, tx, site, setUp: await setUpAt(tx, site.id, versions.setUp), now: context.now() };
  for (const ended of await endedByThemselves(tx, locked.now, site.id)) await expire(locked, ended);
  return locked;
}

/** The booking of an id, locked. */
export async function bookingOf({ tx, site }: Pick<Locked, "tx" | "site">, id: string): Promise<BookingRow> {
  const [booking] = await tx
    .select()
    .from(bookings)
    .where(and(eq(bookings.siteId, site.id), eq(bookings.id, id)))
    .for("update");
  if (!booking) throw notFound("This booking", "booking");
  return booking;
}

type Change = Partial<
  Pick<
    BookingRow,
    | "state"
    | "attendance"
    | "endsByItselfAt"
    | "startsAt"
    | "endsAt"
    | "dates"
    | "resources"
    | "bill"
    | "sequence"
    | "refundDue"
  >
>;

/** Changes a booking, and writes down who changed what from what to what. */
async function change(
  { tx, site, now }: Locked,
  booking: BookingRow,
  by: string,
  what: string,
  changes: Change,
  remarks: Record<string, unknown> = {},
): Promise<BookingRow> {
  const changed = { ...booking, ...changes, changedAt: now };
  await tx
    .update(bookings)
    .set({ ...changes, changedAt: now })
    .where(and(eq(bookings.siteId, site.id), eq(bookings.id, booking.id)));
  const keys = Object.keys(changes).filter(
    (key) => JSON.stringify(booking[key as keyof BookingRow]) !== JSON.stringify(changed[key as keyof BookingRow]),
  );
  const pick = (row: BookingRow) => Object.fromEntries(keys.map((key) => [key, row[key as keyof BookingRow]]));
  await writeHistory(tx, site.id, booking.id, now, by, what, pick(booking), { ...pick(changed), ...remarks });
  return changed;
}

async function writeHistory(
  tx: Executor,
  siteId: string,
  bookingId: string,
  at: Date,
  by: string,
  what: string,
  before: Record<string, unknown>,
  after: Record<string, unknown>,
) {
  const [last] = await tx
    .select({ position: max(bookingHistory.position) })
    .from(bookingHistory)
    .where(and(eq(bookingHistory.siteId, siteId), eq(bookingHistory.bookingId, bookingId)));
  await tx
    .insert(bookingHistory)
    .values({ siteId, bookingId, position: (last?.position ?? 0) + 1, at, by, what, before, after });
}

/** Tells client and business; that a letter was held back stands in the booking's history. */
async function tellOf(locked: Locked, booking: BookingRow, kind: LetterKind, by: string) {
  const { context, tx, site, setUp, now } = locked;
  if (await tell(context, tx, site, setUp, booking, kind, by)) return;
  await writeHistory(tx, site.id, booking.id, now, by, "letterHeldBack", {}, { letter: kind });
}

const wrongState = (booking: BookingRow, to: BookingState) =>
  conflict("wrongState", `This booking is ${stateWords[booking.state]}; it can't be ${stateWords[to]} any more.`);

const stateWords: Readonly<Record<BookingState, string>> = {
  held: "held",
  waitingApproval: "waiting for approval",
  waitingPayment: "waiting for payment",
  confirmed: "confirmed",
  declined: "declined",
  cancelled: "cancelled",
  expired: "over: the time it was kept for has passed",
};

/** Ends a booking: its time is free, client and business are told. */
async function end(locked: Locked, booking: BookingRow, by: string, to: BookingState, letter: LetterKind | null) {
  if (!mayBecome(booking.state, to)) throw wrongState(booking, to);
  const { tx, site } = locked;
  await freeTime(tx, site.id, booking.id, booking.seats);
  const ended = await change(locked, booking, by, to, {
    state: to,
    endsByItselfAt: null,
    sequence: booking.sequence + 1,
  });
  if (letter) await tellOf(locked, ended, letter, by);
  return ended;
}

const expire = (locked: Locked, booking: BookingRow) =>
  end(locked, booking, "time", "expired", booking.state === "waitingPayment" ? "cancelled" : null);

// Choosing a time -----------------------------------------------------------------------------------------------------

interface Choice {
  readonly wish: Wish;
  readonly start: Instant;
  readonly without?: string;
}

/** Who serves; throws Refused with every reason when nobody can. */
async function arrange(locked: Locked, { wish, start, without }: Choice): Promise<Assignment> {
  const { tx, site, setUp, now } = locked;
  const day = clockFor(setUp, serviceIn(setUp, wish.service)).dayOf(start);
  const asked = { siteId: site.id, setUp, wish, now, ...(without ? { without } : {}) };
  const { availability } = await availabilityNow(tx, { ...asked, from: day, to: day });
  const assignment = availability.assign(start);
  if (!assignment) throw new Refused(asked, start, availability.explain(start).reasons);
  return assignment;
}

function billFor({ setUp, site }: Locked, assignment: Assignment, serviceId: string, seats: number) {
  const service = serviceIn(setUp, serviceId);
  const leader = setUp.resources.find(({ id }) => id === assignment.resources[0]);
  const start = assignment.dates[0]?.start as Instant;
  return leader
    ? billOf({ service, leader, start, seats }, setUp.prices, clockFor(setUp, service), site.settings.currency)
    : null;
}

const cancelHoursOf = (setUp: BookingSetUp, resources: readonly string[]): number =>
  Math.max(0, ...resources.map((id) => setUp.resources.find((one) => one.id === id)?.cancelHours ?? 0));

export interface Client {
  readonly name: string;
  readonly email: string;
  readonly phone: string;
  readonly language: string;
  readonly zone: string;
}

const nobody = (locked: Locked, serviceId: string): Client => ({
  name: "",
  email: "",
  phone: "",
  language: locked.site.settings.language,
  zone: clockFor(locked.setUp, serviceIn(locked.setUp, serviceId)).zone,
});

const plainDates = ({ dates }: Assignment) => dates.map(({ start, end }) => ({ start, end }));

/** A new booking with its time taken. */
async function begin(
  locked: Locked,
  choice: Choice,
  widgetId: string | null,
  by: string,
  as: Pick<BookingRow, "state" | "endsByItselfAt"> & { client?: Client; answers?: Answers; heldBy?: string },
): Promise<BookingRow> {
  const { context, tx, site, setUp, now } = locked;
  const { wish } = choice;
  const assignment = await arrange(locked, choice);
  const service = serviceIn(setUp, wish.service);
  const [first] = assignment.dates;
  const booking: BookingRow = {
    id: context.newId(),
    siteId: site.id,
    widgetId,
    placeId: service.place,
    serviceId: service.id,
    serviceName: service.name,
    state: as.state,
    attendance: null,
    endsByItselfAt: as.endsByItselfAt,
    startsAt: new Date(first?.start as Instant),
    endsAt: new Date(first?.end as Instant),
    dates: plainDates(assignment),
    heldBy: as.heldBy ?? null,
    resources: assignment.resources,
    seats: wish.seats,
    ...(as.client ?? nobody(locked, wish.service)),
    answers: as.answers ?? {},
    terms: "",
    bill: billFor(locked, assignment, service.id, wish.seats),
    cancelHours: cancelHoursOf(setUp, assignment.resources),
    sequence: 0,
    paymentReference: null,
    refundDue: false,
    createdAt: now,
    changedAt: now,
  };
  await tx.insert(bookings).values(booking);
  await takeTime(
    context,
    tx,
    { siteId: site.id, bookingId: booking.id, service: service.id, capacity: service.capacity, seats: wish.seats },
    assignment,
  );
  await writeHistory(
    tx,
    site.id,
    booking.id,
    now,
    by,
    booking.state,
    {},
    {
      state: booking.state,
      startsAt: booking.startsAt,
      resources: booking.resources,
      seats: booking.seats,
      ...(wish.waived?.length ? { waived: wish.waived } : {}),
    },
  );
  return booking;
}

// Deeds ---------------------------------------------------------------------------------------------------------------

/** The most times that one network address may keep at once. */
export const mostHeld = 5;

/** Refuses another hold of an address that keeps as many as it may; under the lock, so that no two slip through. */
async function mayHold({ tx, site, now }: Locked, heldBy: string) {
  const held = await tx
    .select({ endsByItselfAt: bookings.endsByItselfAt })
    .from(bookings)
    .where(and(eq(bookings.siteId, site.id), eq(bookings.heldBy, heldBy), eq(bookings.state, "held")))
    .orderBy(bookings.endsByItselfAt)
    .limit(mostHeld);
  if (held.length < mostHeld) return;
  const waitMs = (held[0]?.endsByItselfAt?.getTime() ?? now.getTime()) - now.getTime();
  const message = `${mostHeld} times are kept for you already. Book or leave one of them, or wait ${Math.max(1, Math.ceil(waitMs / 60_000))} min.`;
  throw new Problem(429, "tooManyHeld", message, [{ path: "start", message }], {
    "retry-after": String(Math.max(1, Math.ceil(waitMs / 1000))),
  });
}

/** Keeps a time for ten minutes; `heldBy` is the keyed hash of the caller's address. */
export async function hold(locked: Locked, widgetId: string, heldBy: string, choice: Choice): Promise<BookingRow> {
  await mayHold(locked, heldBy);
  const endsAt = new Date(locked.now.getTime() + holdMs);
  const booking = await begin(locked, choice, widgetId, "client", { state: "held", endsByItselfAt: endsAt, heldBy });
  await queueEnding(locked, endsAt);
  return booking;
}

/** Lets a job look after what ends by itself; one for a site is enough. */
async function queueEnding({ context, tx, site }: Locked, endsAt: Date) {
  await queueOnly(tx, {
    kind: "ending",
    siteId: site.id,
    payload: {},
    onlyOne: `ending:${site.id}`,
    availableAt: realTime(context, new Date(endsAt.getTime() + 1000)),
  });
}

export interface Confirmation {
  readonly client: Client;
  readonly answers: Answers;
  /** From the payer, where a payment is needed. */
  readonly payment: string | null;
}

const holdOver = () =>
  new Problem(410, "holdEnded", "The ten minutes for which this time was kept are over. Choose a time again.", [
    { path: "hold", message: "This hold has ended." },
  ]);

/** A hold that still lasts; 410 for one that has ended, 409 for one that is a booking already. */
export async function heldOf(locked: Locked, bookingId: string): Promise<BookingRow> {
  const held = await bookingOf(locked, bookingId);
  const lasts = takesTime(held.state, held.endsByItselfAt?.getTime() ?? null, locked.now.getTime());
  if (held.state === "expired" || (held.state === "held" && !lasts)) throw holdOver();
  if (held.state !== "held") throw conflict("confirmed", "This hold was confirmed already.");
  return held;
}

/**
 * Makes a held time a booking. The rules are asked again with everything as it stands, but as of the moment of the
 * hold: notice that ran out while the form was filled in is not held against anyone.
 */
export async function confirm(locked: Locked, bookingId: string, given: Confirmation): Promise<BookingRow> {
  const { context, tx, site, setUp, now } = locked;
  const held = await heldOf(locked, bookingId);
  const service = serviceIn(setUp, held.serviceId);
  const day = clockFor(setUp, service).dayOf(held.startsAt.getTime());
  const asked = {
    siteId: site.id,
    setUp,
    wish: { service: service.id, resource: null, seats: held.seats, online: true },
    now,
    judgedAt: held.createdAt,
    without: held.id,
  };
  const { availability } = await availabilityNow(tx, { ...asked, from: day, to: day });
  const known = held.resources.every((id) => setUp.resources.some((resource) => resource.id === id));
  const against = known
    ? availability.against(held.startsAt.getTime(), held.resources)
    : [{ code: "booking.nobodyServes", service: service.id, resource: held.resources[0] ?? null }];
  if (against.length) throw new Refused(asked, held.startsAt.getTime(), against);

  const payment = service.confirm === "payment" && (held.bill?.gross ?? 0) > 0;
  const state = payment ? "waitingPayment" : service.confirm === "approval" ? "waitingApproval" : "confirmed";
  const endsByItselfAt = payment ? new Date(now.getTime() + paymentMs) : null;
  const details = {
    ...given.client,
    answers: given.answers,
    terms: service.terms,
    paymentReference: payment ? `pay-${held.id}` : null,
  };
  await tx
    .update(bookings)
    .set(details)
    .where(and(eq(bookings.siteId, site.id), eq(bookings.id, held.id)));
  const booking = await change(locked, { ...held, ...details }, "client", state, { state, endsByItselfAt });
  if (payment) {
    await queueEnding(locked, endsByItselfAt as Date);
    await queueJob(tx, {
      kind: "payment",
      siteId: site.id,
      payload: { booking: booking.id, token: given.payment ?? "" },
    });
  }
  const letter = payment ? "waitingPayment" : state === "waitingApproval" ? "waiting" : "booked";
  await tellOf(locked, booking, letter, "client");
  if (state === "confirmed") await queueReminder(context, tx, setUp, booking);
  return booking;
}

/** A booking by hand on behalf of a client; `waived` names the rules set aside. */
export async function bookByHand(
  locked: Locked,
  choice: Choice,
  by: string,
  client: Client,
  answers: Answers,
  quiet = false,
): Promise<BookingRow> {
  const { context, tx, setUp } = locked;
  const booking = await begin(locked, choice, null, by, {
    state: "confirmed",
    endsByItselfAt: null,
    client,
    answers,
  });
  if (quiet) return booking;
  await tellOf(locked, booking, "booked", by);
  await queueReminder(context, tx, setUp, booking);
  return booking;
}

/** Another start (or resource) for a booking: the old time is free and the new one taken, or neither. */
export async function move(locked: Locked, bookingId: string, by: string, choice: Choice): Promise<BookingRow> {
  const { context, tx, site, setUp } = locked;
  const booking = await bookingOf(locked, bookingId);
  if (booking.state !== "confirmed" && booking.state !== "waitingApproval")
    throw conflict("wrongState", `This booking is ${stateWords[booking.state]}; it can't be moved.`);
  const assignment = await arrange(locked, { ...choice, without: booking.id });
  await freeTime(tx, site.id, booking.id, booking.seats);
  const service = serviceIn(setUp, booking.serviceId);
  await takeTime(
    context,
    tx,
    { siteId: site.id, bookingId, service: service.id, capacity: service.capacity, seats: booking.seats },
    assignment,
  );
  const [first] = assignment.dates;
  const moved = await change(
    locked,
    booking,
    by,
    "moved",
    {
      startsAt: new Date(first?.start as Instant),
      endsAt: new Date(first?.end as Instant),
      dates: plainDates(assignment),
      resources: assignment.resources,
      // What was agreed to be paid holds.
      sequence: booking.sequence + 1,
    },
    choice.wish.waived?.length ? { waived: choice.wish.waived } : {},
  );
  await tellOf(locked, moved, "moved", by);
  if (moved.state === "confirmed") await queueReminder(context, tx, setUp, moved);
  return moved;
}

export async function cancel(locked: Locked, bookingId: string, by: string): Promise<BookingRow> {
  const booking = await bookingOf(locked, bookingId);
  if (booking.state === "cancelled") return booking;
  return end(locked, booking, by, "cancelled", booking.state === "held" ? null : "cancelled");
}

export async function approve(locked: Locked, bookingId: string, by: string): Promise<BookingRow> {
  const { context, tx, setUp } = locked;
  const booking = await bookingOf(locked, bookingId);
  if (booking.state !== "waitingApproval") throw wrongState(booking, "confirmed");
  const approved = await change(locked, booking, by, "approved", {
    state: "confirmed",
    sequence: booking.sequence + 1,
  });
  await tellOf(locked, approved, "approved", by);
  await queueReminder(context, tx, setUp, approved);
  return approved;
}

export async function decline(locked: Locked, bookingId: string, by: string): Promise<BookingRow> {
  return end(locked, await bookingOf(locked, bookingId), by, "declined", "declined");
}

/** Whether the client came, once the start has passed; it can be set right later. */
export async function noteAttendance(
  locked: Locked,
  bookingId: string,
  by: string,
  attendance: "came" | "didNotCome" | null,
): Promise<BookingRow> {
  const booking = await bookingOf(locked, bookingId);
  if (booking.state !== "confirmed") throw conflict("wrongState", `This booking is ${stateWords[booking.state]}.`);
  if (locked.now < booking.startsAt) throw conflict("notYet", "This booking has not begun yet.");
  return change(locked, booking, by, "attendance", { attendance });
}

/** Refuses a client's change after the cancellation period. */
export function clientMayChange({ now }: Locked, booking: BookingRow): void {
  const until = clientMayChangeUntil(booking.startsAt.getTime(), booking.cancelHours);
  if (now.getTime() > until)
    throw conflict(
      "tooLate",
      `This could be moved or cancelled until ${booking.cancelHours} hours before. Please write or ring.`,
    );
}

export interface PaymentTaken {
  readonly approved: boolean;
  readonly reference: string;
}

/** What a payment's answer makes of its booking. An answer that comes twice, or for a booking that is over, harms nothing. */
export async function takePayment(locked: Locked, { approved, reference }: PaymentTaken): Promise<string> {
  const { context, tx, site, setUp } = locked;
  const [found] = await tx
    .select({ id: bookings.id })
    .from(bookings)
    .where(and(eq(bookings.siteId, site.id), eq(bookings.paymentReference, reference)));
  if (!found) throw notFound("This payment's booking");
  const booking = await bookingOf(locked, found.id);
  if (booking.state === "waitingPayment") {
    if (!approved) {
      await end(locked, booking, "payment", "declined", "declined");
      return "declined";
    }
    await paid(locked, booking);
    return "confirmed";
  }
  if (!approved || booking.state === "confirmed") return "nothing to do";
  if (booking.state !== "expired") return refund(locked, booking);
  // Late: the time was given back. It is taken again if nobody has it by now.
  const day = clockFor(setUp, serviceIn(setUp, booking.serviceId)).dayOf(booking.startsAt.getTime());
  const wish = { service: booking.serviceId, resource: null, seats: booking.seats, online: true };
  const { availability } = await availabilityNow(tx, {
    siteId: site.id,
    setUp,
    wish,
    now: locked.now,
    judgedAt: booking.createdAt,
    from: day,
    to: day,
  });
  const assignment = availability.assign(booking.startsAt.getTime());
  if (!assignment) return refund(locked, booking);
  const { capacity } = serviceIn(setUp, booking.serviceId);
  await takeTime(
    context,
    tx,
    { siteId: site.id, bookingId: booking.id, service: booking.serviceId, capacity, seats: booking.seats },
    assignment,
  );
  await paid(locked, { ...booking, resources: assignment.resources });
  return "confirmed late";
}

async function paid(locked: Locked, booking: BookingRow) {
  const { context, tx, setUp } = locked;
  const confirmed = await change(locked, booking, "payment", "confirmed", {
    state: "confirmed",
    endsByItselfAt: null,
    resources: booking.resources,
    sequence: booking.sequence + 1,
  });
  await tellOf(locked, confirmed, "booked", "payment");
  await queueReminder(context, tx, setUp, confirmed);
}

async function refund(locked: Locked, booking: BookingRow): Promise<string> {
  await change(locked, booking, "payment", "refundDue", { refundDue: true });
  return "refund due";
}

const dayMs = 86_400_000;

/** Forgets what nobody can come back to: answers kept for repeated requests, and holds that came to nothing. */
async function sweep({ tx, site, now }: Locked) {
  const old = new Date(now.getTime() - dayMs);
  await tx.delete(bookingRequests).where(and(eq(bookingRequests.siteId, site.id), lt(bookingRequests.createdAt, old)));
  const gone = await tx
    .select({ id: bookings.id })
    .from(bookings)
    .where(
      and(
        eq(bookings.siteId, site.id),
        eq(bookings.state, "expired"),
        eq(bookings.email, ""),
        isNull(bookings.paymentReference),
        lt(bookings.changedAt, old),
      ),
    )
    .limit(1000);
  if (!gone.length) return;
  const ids = gone.map(({ id }) => id);
  await tx
    .delete(bookingHistory)
    .where(and(eq(bookingHistory.siteId, site.id), inArray(bookingHistory.bookingId, ids)));
  await tx.delete(bookings).where(and(eq(bookings.siteId, site.id), inArray(bookings.id, ids)));
}

/** The job: clears away what has ended by itself, and looks again when the next one will. */
export async function endingJob(context: Context, run: JobRun): Promise<void> {
  const siteId = run.job.siteId ?? "";
  // Read before the transaction: a plain read in it would fix what it sees to before the lock.
  const [site] = await context.db.select().from(sites).where(eq(sites.id, siteId));
  await inTurn(siteId, () =>
    inTransaction(context.db, async (tx) => {
      const locked = site && (await lockSite(context, tx, site));
      await run.finish(tx);
      if (!locked) return;
      await sweep(locked);
      const [next] = await tx
        .select({ endsByItselfAt: bookings.endsByItselfAt })
        .from(bookings)
        .where(and(eq(bookings.siteId, siteId), inArray(bookings.state, ["held", "waitingPayment"])))
        .orderBy(bookings.endsByItselfAt)
        .limit(1);
      if (next?.endsByItselfAt) await queueEnding(locked, next.endsByItselfAt);
    }),
  );
}
