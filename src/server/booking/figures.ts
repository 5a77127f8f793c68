// How bookings did: how full the weeks were, how early is booked, who did not come, what services brought by month.
import { and, desc, eq, gte, inArray, isNotNull, lt, ne, sql } from "drizzle-orm";
import { filledWeek } from "@/core/booking/diary/figures";
import { bookedStates } from "@/core/booking/rules/state";
import { dateOf, dayNumber, hourMs } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { loadSetUp } from "@/data/booking/set-up";
import { bookings } from "@/data/booking/tables";
import type { Executor } from "@/data/connection";
import type { Context } from "../context";
import { siteOperation } from "../operation";
import { diaryOf } from "./diary-operation";

/** So many weeks back tell how full it is, and so many months the rest. */
export const figureWeeks = 8;
const figureMonths = 12;

/** How long before its start a booking was made: the first hours of each group but the first. */
const leadHours = [24, 72, 168, 336, 672] as const;

/** So often somebody did not come before they are listed. */
const leastMissed = 2;
const mostListed = 100;

/** The first moments of the last months with this one, and the end of this one; "2026-03" for each month. */
function monthsUpTo(clock: ZoneClock, now: Date) {
  const today = dateOf(clock.dayOf(now.getTime()));
  const [year, month] = [Number(today.slice(0, 4)), Number(today.slice(5, 7)) - 1];
  const firsts = Array.from({ length: figureMonths + 1 }, (_, nth) =>
    new Date(Date.UTC(year, month - figureMonths + 1 + nth, 1)).toISOString().slice(0, 10),
  );
  return {
    names: firsts.slice(0, -1).map((first) => first.slice(0, 7)),
    bounds: firsts.map((first) => clock.startOfDay(dayNumber(first))),
  };
}

/** Sums by month and service of what took place, in the currency's smallest unit; of free services none. */
async function incomeOf(db: Executor, siteId: string, bounds: readonly number[]) {
  const month = monthOf(bounds);
  const currency = sql<string>`json_value(${bookings.bill}, '$.currency')`;
  const rows = await db
    .select({
      month,
      service: bookings.serviceId,
      name: sql<string>`max(${bookings.serviceName})`,
      currency,
      gross: sql<number>`sum(json_value(${bookings.bill}, '$.gross'))`,
    })
    .from(bookings)
    .where(and(within(siteId, bounds), eq(bookings.state, "confirmed"), isNotNull(bookings.bill)))
    .groupBy(month, bookings.serviceId, currency);
  return rows.map((row) => ({ ...row, month: Number(row.month), gross: Number(row.gross) }));
}

/** Which of the months a booking starts in, from 0. */
const monthOf = (bounds: readonly number[]) =>
  sql<number>`interval(${bookings.startsAt}, ${sql.join(
    bounds.slice(1, -1).map((bound) => sql`${bound}`),
    sql`, `,
  )})`.as("month");

const within = (siteId: string, bounds: readonly number[]) =>
  and(
    eq(bookings.siteId, siteId),
    gte(bookings.startsAt, new Date(bounds[0] ?? 0)),
    lt(bookings.startsAt, new Date(bounds.at(-1) ?? 0)),
  );

/** By month: how many came, and how many did not, of those it was noted of. */
async function attendanceOf(db: Executor, siteId: string, bounds: readonly number[]) {
  const month = monthOf(bounds);
  const rows = await db
    .select({
      month,
      came: sql<number>`sum(${bookings.attendance} = 'came')`,
      missed: sql<number>`sum(${bookings.attendance} = 'didNotCome')`,
    })
    .from(bookings)
    .where(and(within(siteId, bounds), isNotNull(bookings.attendance)))
    .groupBy(month);
  const found = new Map(rows.map((row) => [Number(row.month), row]));
  return bounds.slice(1).map((_, nth) => ({
    came: Number(found.get(nth)?.came ?? 0),
    missed: Number(found.get(nth)?.missed ?? 0),
  }));
}

/** How many bookings were made how long before their start, by `leadHours`. */
async function leadOf(db: Executor, siteId: string, bounds: readonly number[]) {
  const group = sql<number>`interval(${bookings.startsAt} - ${bookings.createdAt}, ${sql.join(
    leadHours.map((hours) => sql`${hours * hourMs}`),
    sql`, `,
  )})`.as("lead_group");
  const rows = await db
    .select({ group, all: sql<number>`count(*)` })
    .from(bookings)
    .where(and(within(siteId, bounds), inArray(bookings.state, [...bookedStates])))
    .groupBy(group);
  const found = new Map(rows.map((row) => [Number(row.group), Number(row.all)]));
  return [...leadHours, null].map((before, nth) => ({
    /** Booked less than so many hours ahead; null for all that were earlier. */
    before,
    bookings: found.get(nth) ?? 0,
  }));
}

/** Clients who did not come more than once in these months, the most often first. */
async function missingOf(db: Executor, siteId: string, bounds: readonly number[]) {
  const missed = sql<number>`sum(${bookings.attendance} = 'didNotCome')`.as("missed");
  const rows = await db
    .select({
      email: bookings.email,
      name: sql<string>`max(${bookings.name})`,
      missed,
      came: sql<number>`sum(${bookings.attendance} = 'came')`,
    })
    .from(bookings)
    .where(and(within(siteId, bounds), isNotNull(bookings.attendance), ne(bookings.email, "")))
    .groupBy(bookings.email)
    .having(sql`missed >= ${leastMissed}`)
    .orderBy(desc(missed), bookings.email)
    .limit(mostListed);
  return rows.map((row) => ({ ...row, missed: Number(row.missed), came: Number(row.came) }));
}

async function filledOf(context: Context, siteId: string) {
  const setUp = await loadSetUp(context.db, siteId);
  const zone = setUp?.places[0]?.zone;
  if (!setUp || !zone) return null;
  const today = ZoneClock.of(zone).dayOf(context.now().getTime());
  const [from, to] = [dateOf(today - 7 * figureWeeks), dateOf(today - 1)];
  const { entries } = await diaryOf(context, siteId, { from, to });
  return { from, to, week: filledWeek(setUp, entries, from, to) };
}

export const figureOperations = {
  /** What happened up to now; `filled` is null where nothing can be booked. */
  "booking.figures": siteOperation("visitors.read", {}, async ({ context, site }) => {
    const { db } = context;
    const setUp = await loadSetUp(db, site.id);
    const clock = ZoneClock.of(setUp?.places[0]?.zone ?? site.settings.zone);
    const { names, bounds } = monthsUpTo(clock, context.now());
    return {
      months: names,
      filled: await filledOf(context, site.id),
      income: await incomeOf(db, site.id, bounds),
      attendance: await attendanceOf(db, site.id, bounds),
      lead: await leadOf(db, site.id, bounds),
      missing: await missingOf(db, site.id, bounds),
    };
  }),
};
