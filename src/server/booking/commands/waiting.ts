// Waiting for a start that is full: being put on its list, being offered what becomes free in the order in which one came,
// and taking it while it is kept.
import { and, asc, count, eq, gt, inArray } from "drizzle-orm";
import { lateFeeOf, payNowOf } from "@/core/booking/money/deposit";
import type { Wish } from "@/core/booking/rules/obstacles";
import { bookedStates, waitingListStates } from "@/core/booking/rules/state";
import { mostWaiting, offeredUntil } from "@/core/booking/rules/waiting";
import type { Answers } from "@/core/booking/words/answers";
import { lockDiary } from "@/data/booking/diary";
import { bookings } from "@/data/booking/tables";
import type { Executor } from "@/data/connection";
import { bookingOf, workLocked } from "@/server/booking/commands/lock";
import type { Locked } from "@/server/booking/commands/locked";
import type { JobRun } from "@/server/job/run";
import type { Context } from "../../context";
import { conflict, fieldProblem, Problem } from "../../problem";
import { availabilityNow, clockFor, ofBooking, serviceIn } from "../ask";
import { queueDecision } from "../decisions";
import type { BookingRow } from "../notify";
import { onlineWish } from "../refusal";
import { freeTime, takeTime } from "../take";
import { change, end, noticeOf, stateWords, writeHistory } from "./change";
import { billFor, type Choice, type Client, cancelHoursOf, newBooking, plainDates } from "./choosing";
import { settleConfirmed } from "./confirming";
import { queueEnding } from "./holding";

export interface Waiting {
  readonly client: Client;
  readonly answers: Answers;
}

/** Refuses who waits for this start already, and lists that are long enough. */
async function mayWait({ tx, site }: Locked, serviceId: string, startsAt: Date, email: string) {
  const here = and(eq(bookings.siteId, site.id), inArray(bookings.state, [...waitingListStates]));
  const start = and(here, eq(bookings.serviceId, serviceId), eq(bookings.startsAt, startsAt));
  const [all] = await tx.select({ count: count() }).from(bookings).where(here);
  const waiting = await tx.select({ email: bookings.email }).from(bookings).where(start);
  if (waiting.some((one) => one.email.toLowerCase() === email.toLowerCase()))
    throw conflict("listed", "You are on the list for this time already.");
  if (waiting.length >= mostWaiting.start || (all?.count ?? 0) >= mostWaiting.site)
    throw conflict("listFull", "So many wait for this time already that there is no more room on the list.");
}

/** Puts a client on the list of a start that is full. */
export async function waitFor(
  locked: Locked,
  widgetId: string,
  choice: Choice,
  { client, answers }: Waiting,
): Promise<BookingRow> {
  const { wish, start } = choice;
  const { tx, site, setUp, now } = locked;
  const service = serviceIn(setUp, wish.service);
  const day = clockFor(setUp, service).dayOf(start);
  const { availability, emptied } = await availabilityNow(tx, {
    ...{ siteId: site.id, setUp, now, from: day, to: day },
    wish: { ...wish, client: client.email },
  });
  if (availability.assign(start))
    throw new Problem(409, "free", "This time is free: it can be booked now.", [
      { path: "start", message: "This time is free." },
    ]);
  const would = emptied().assign(start);
  if (!would) throw fieldProblem("start", "This time can't be booked, so it can't be waited for.");
  const startsAt = new Date(start);
  await mayWait(locked, service.id, startsAt, client.email);
  const booking = newBooking(locked, choice, would, {
    ...{ ...client, widgetId, state: "listed", endsByItselfAt: startsAt, answers, terms: service.terms },
    // Until there is a place, whoever was wished for; nobody for anybody.
    resources: wish.resource === null ? [] : [wish.resource],
  });
  await tx.insert(bookings).values(booking);
  await writeHistory(tx, site.id, booking.id, now, "client", "listed", {}, { startsAt, seats: wish.seats });
  await queueEnding(locked, startsAt);
  await noticeOf(locked, booking, "listed", "client");
  return booking;
}

/** What whoever waits wants: as they asked for it. */
const wishOf = ({ setUp }: Locked, booking: BookingRow): Wish => {
  const service = serviceIn(setUp, booking.serviceId);
  return onlineWish(service.id, booking.resources[0] ?? null, booking.seats, ofBooking(setUp, service, booking));
};

/** Offers what is free to those who wait for it, in the order in which they came; whom it does not suit is passed over. */
export async function offerFree(locked: Locked): Promise<void> {
  const { context, tx, site, setUp, now } = locked;
  // What one did not get, nobody else gets who wants the same: nothing becomes free on the way.
  const taken = new Set<string>();
  const waiting = await tx
    .select()
    .from(bookings)
    .where(and(eq(bookings.siteId, site.id), eq(bookings.state, "listed"), gt(bookings.startsAt, now)))
    .orderBy(asc(bookings.createdAt), asc(bookings.id))
    .limit(mostWaiting.site);
  for (const booking of waiting) {
    const service = setUp.services.find(({ id }) => id === booking.serviceId);
    const start = booking.startsAt.getTime();
    const until = service && offeredUntil(service, start, now.getTime());
    if (!service || until === null || until === undefined) continue;
    const day = clockFor(setUp, service).dayOf(start);
    const wish = wishOf(locked, booking);
    const same = JSON.stringify([start, { ...wish, client: service.perClientWeek ? wish.client : null }]);
    if (taken.has(same)) continue;
    const { availability } = await availabilityNow(tx, { siteId: site.id, setUp, wish, now, from: day, to: day });
    const assignment = availability.assign(start);
    if (!assignment) {
      taken.add(same);
      continue;
    }
    const { capacity } = service;
    await takeTime(
      context,
      tx,
      { siteId: site.id, bookingId: booking.id, service: service.id, capacity, seats: booking.seats },
      assignment,
    );
    // It may be the first of its group: what was full before was another start.
    await queueDecision(context, tx, site.id, service, booking.startsAt);
    const bill = billFor(locked, assignment, wish);
    const offered = await change(locked, booking, "time", "offered", {
      state: "offered",
      endsByItselfAt: new Date(until),
      resources: assignment.resources,
      dates: plainDates(assignment),
      endsAt: new Date(assignment.dates[0]?.end ?? start),
      bill,
      payNow: payNowOf(service, bill),
      lateFee: lateFeeOf(service, bill),
      cancelHours: cancelHoursOf(setUp, assignment.resources),
    });
    await queueEnding(locked, new Date(until));
    await noticeOf(locked, offered, "offered", "time");
  }
}

/** Takes what is offered: from then on it is a booking like any other. */
export async function takeOffer(locked: Locked, bookingId: string): Promise<BookingRow> {
  const booking = await bookingOf(locked, bookingId);
  if (bookedStates.includes(booking.state)) return booking;
  if (booking.state !== "offered")
    throw conflict("wrongState", `This place is ${stateWords[booking.state]}; it can't be taken.`);
  return settleConfirmed(locked, booking, serviceIn(locked.setUp, booking.serviceId));
}

/** Off the list again, or leaving an offer to the next; whoever does it need not be told. */
export const leaveList = async (locked: Locked, bookingId: string): Promise<BookingRow> =>
  end(locked, await bookingOf(locked, bookingId), "client", "cancelled", null);

/** Whoever is forgotten waits for nothing any more; what is offered to them goes to the next. */
export async function waitNoMore(tx: Executor, siteId: string, email: string): Promise<readonly string[]> {
  const theirs = and(
    eq(bookings.siteId, siteId),
    eq(bookings.email, email),
    inArray(bookings.state, [...waitingListStates]),
  );
  const [one] = await tx.select({ id: bookings.id }).from(bookings).where(theirs).limit(1);
  if (!one) return [];
  await lockDiary(tx, siteId);
  const waiting = await tx.select().from(bookings).where(theirs).for("update");
  for (const { id, seats } of waiting) await freeTime(tx, siteId, id, seats);
  await tx.update(bookings).set({ state: "cancelled", endsByItselfAt: null }).where(theirs);
  return [];
}

/** The job: offers what has become free. */
export async function offerJob(context: Context, run: JobRun): Promise<void> {
  await workLocked(context, run, offerFree);
  context.jobQueued();
}
