// The diary as rows: what takes time in a stretch of it, and the versions that tell when it has changed.
import { and, eq, gt, gte, inArray, isNotNull, lt, lte, or, sql } from "drizzle-orm";
import type { DiaryEntry, OutsideBusy } from "@/core/booking/diary/diary";
import { endingStates, keptStates, takingStates } from "@/core/booking/rules/state";
import { busyFeeds, busySpans } from "../calendar/tables";
import type { Executor } from "../connection";
import { bookingDates, bookingOccupancies, bookingSessions, bookings, bookingVersions } from "./tables";

export interface Versions {
  readonly setUp: number;
  readonly diary: number;
}

/** The versions of a site's booking, without taking its lock; null where nothing was ever set up. */
export async function versionsOf(db: Executor, siteId: string): Promise<Versions | null> {
  const [row] = await db
    .select({ setUp: bookingVersions.setUp, diary: bookingVersions.diary })
    .from(bookingVersions)
    .where(eq(bookingVersions.siteId, siteId));
  return row ?? null;
}

/**
 * Takes the site's one lock of booking until the transaction ends: neither the set-up nor the diary changes under it.
 * To be the first statement that reads, so that everything read after it is what the last holder left.
 */
export async function lockDiary(tx: Executor, siteId: string): Promise<Versions | null> {
  const [row] = await tx
    .select({ setUp: bookingVersions.setUp, diary: bookingVersions.diary })
    .from(bookingVersions)
    .where(eq(bookingVersions.siteId, siteId))
    .for("update");
  return row ?? null;
}

/** Says that the diary has changed. */
export async function raiseDiary(tx: Executor, siteId: string): Promise<void> {
  await tx
    .insert(bookingVersions)
    .values({ siteId, setUp: 0, diary: 1 })
    .onDuplicateKeyUpdate({ set: { diary: sql`diary + 1` } });
}

/** A hold or a wait for payment that has ended counts no more, whether or not it was cleared away. */
const counts = (now: Date) =>
  and(
    inArray(bookings.state, [...takingStates]),
    or(sql`${bookings.endsByItselfAt} is null`, gt(bookings.endsByItselfAt, now)),
  );

export interface LoadedDiary {
  readonly entries: readonly DiaryEntry[];
  readonly outside: readonly OutsideBusy[];
  /** The first moment after `now` at which an entry ends by itself, or null. */
  readonly nextEnd: Date | null;
}

/** The longest a booking takes, in ms: a week and a day of tidy-up on either side. */
const longest = 9 * 86_400_000;

/**
 * Everything that takes time in [from, to); `without` leaves one booking out, for moving it. Whose it is stands there only
 * where it is asked for: nobody else's page needs to know.
 */
export async function loadDiary(
  db: Executor,
  siteId: string,
  from: Date,
  to: Date,
  now: Date,
  without?: string,
  withClients = false,
): Promise<LoadedDiary> {
  const rows = await db
    .select({
      booking: bookings.id,
      service: bookingSessions.serviceId,
      session: bookingSessions.id,
      start: bookingSessions.startsAt,
      end: bookingSessions.endsAt,
      seats: bookings.seats,
      client: bookings.email,
      state: bookings.state,
      endsByItselfAt: bookings.endsByItselfAt,
    })
    .from(bookingSessions)
    .innerJoin(bookingDates, eq(bookingDates.sessionId, bookingSessions.id))
    .innerJoin(bookings, eq(bookings.id, bookingDates.bookingId))
    .where(
      and(
        eq(bookingSessions.siteId, siteId),
        eq(bookings.siteId, siteId),
        gte(bookingSessions.startsAt, new Date(from.getTime() - longest)),
        lt(bookingSessions.startsAt, new Date(to.getTime() + longest)),
        counts(now),
        without ? sql`${bookings.id} <> ${without}` : undefined,
      ),
    );
  const sessions = [...new Set(rows.map((row) => row.session))];
  const occupied = new Map<string, { resource: string; from: number; to: number }[]>();
  for (let at = 0; at < sessions.length; at += 1000)
    for (const row of await db
      .select()
      .from(bookingOccupancies)
      .where(
        and(
          eq(bookingOccupancies.siteId, siteId),
          inArray(bookingOccupancies.sessionId, sessions.slice(at, at + 1000)),
        ),
      )) {
      const taken = { resource: row.resourceId, from: row.from.getTime(), to: row.to.getTime() };
      const known = occupied.get(row.sessionId);
      if (known) known.push(taken);
      else occupied.set(row.sessionId, [taken]);
    }
  const outside = await db
    .select({ resource: busySpans.resourceId, from: busySpans.from, to: busySpans.to, calendar: busyFeeds.name })
    .from(busySpans)
    .innerJoin(busyFeeds, and(eq(busyFeeds.siteId, busySpans.siteId), eq(busyFeeds.id, busySpans.feedId)))
    .where(
      and(
        eq(busySpans.siteId, siteId),
        gt(busySpans.to, new Date(from.getTime() - longest)),
        lt(busySpans.from, new Date(to.getTime() + longest)),
      ),
    );
  const ends = rows.flatMap((row) => (row.endsByItselfAt ? [row.endsByItselfAt.getTime()] : []));
  return {
    entries: rows.map((row) => ({
      booking: row.booking,
      service: row.service,
      start: row.start.getTime(),
      end: row.end.getTime(),
      seats: row.seats,
      ...(keptStates.includes(row.state) ? { held: true } : {}),
      ...(withClients ? { client: row.client } : {}),
      occupied: occupied.get(row.session) ?? [],
    })),
    outside: outside.map((busy) => ({ ...busy, from: busy.from.getTime(), to: busy.to.getTime() })),
    nextEnd: ends.length ? new Date(Math.min(...ends)) : null,
  };
}

/** Bookings that have ended by themselves and still stand in the way: all of a site's, or of every site. */
export async function endedByThemselves(db: Executor, now: Date, siteId?: string, limit = 500) {
  return db
    .select()
    .from(bookings)
    .where(
      and(
        siteId ? eq(bookings.siteId, siteId) : undefined,
        inArray(bookings.state, [...endingStates]),
        isNotNull(bookings.endsByItselfAt),
        lte(bookings.endsByItselfAt, now),
      ),
    )
    .limit(limit);
}
