// Telling client and business what became of a booking: letters with a calendar part, and the reminder.
import { and, asc, eq, inArray } from "drizzle-orm";
import type { BookingSetUp } from "@/core/booking/booking";
import { balanceOf } from "@/core/booking/money/deposit";
import { clientMayChangeUntil } from "@/core/booking/rules/state";
import { type LetterKind, textKinds } from "@/core/booking/words/letter-kinds";
import { bookingLetter, bookingText, type LetterFacts, type LetterMoney } from "@/core/booking/words/letters";
import { momentWords } from "@/core/booking/words/words";
import { eventOf } from "@/core/calendar/booking-events";
import { calendarText } from "@/core/calendar/write";
import { moneyWords } from "@/core/money/money";
import { senderOf } from "@/core/site/site";
import { hourMs } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { versionsOf } from "@/data/booking/diary";
import { bookingDates, bookingSessions, bookings } from "@/data/booking/tables";
import type { Executor } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { queueJob, realTime } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { type Context, calendarHost, sign, siteOrigin } from "../context";
import { countPoint } from "../limit";
import { writeMail, writeMessage } from "../mail/mail";
import { setUpAt } from "./set-up";

export type BookingRow = typeof bookings.$inferSelect;

export interface BookingDate {
  readonly start: number;
  readonly end: number;
}

/** The dates of bookings of one site, by id: those they take, or where one takes none any more those it had. */
export async function datesOfAll(
  db: Executor,
  list: readonly BookingRow[],
): Promise<(booking: BookingRow) => readonly BookingDate[]> {
  const dates = new Map<string, BookingDate[]>();
  for (let at = 0; at < list.length; at += 1000) {
    const some = list.slice(at, at + 1000);
    const rows = await db
      .select({ id: bookingDates.bookingId, start: bookingSessions.startsAt, end: bookingSessions.endsAt })
      .from(bookingDates)
      .innerJoin(bookingSessions, eq(bookingSessions.id, bookingDates.sessionId))
      .where(
        and(
          eq(bookingDates.siteId, some[0]?.siteId ?? ""),
          inArray(
            bookingDates.bookingId,
            some.map(({ id }) => id),
          ),
        ),
      )
      .orderBy(asc(bookingDates.position));
    for (const { id, start, end } of rows)
      dates.set(id, [...(dates.get(id) ?? []), { start: start.getTime(), end: end.getTime() }]);
  }
  return ({ id, dates: kept, startsAt, endsAt }) =>
    dates.get(id) ?? kept ?? [{ start: startsAt.getTime(), end: endsAt.getTime() }];
}

export const datesOf = async (db: Executor, booking: BookingRow): Promise<readonly BookingDate[]> =>
  (await datesOfAll(db, [booking]))(booking);

/** The client's own token for a booking: nothing is stored that could open it. */
export const bookingToken = (context: Context, bookingId: string): string =>
  `${bookingId}.${sign(context.settings, "booking", bookingId)}`;

export const manageUrl = (context: Context, site: SiteRow, booking: Pick<BookingRow, "id" | "widgetId">): string =>
  `${siteOrigin(context.settings, site.key)}/_w/v1/booking/${booking.widgetId ?? "desk"}/bookings/${bookingToken(context, booking.id)}/page`;

const summaryOf = (booking: BookingRow, site: SiteRow) => `${booking.serviceName}, ${site.name}`;

/** A booking as an iCalendar file; with a method it is a message that calendars follow. */
export function bookingCalendar(
  context: Context,
  site: SiteRow,
  setUp: BookingSetUp,
  booking: BookingRow,
  dates: readonly BookingDate[],
  method: "REQUEST" | "CANCEL" | null,
): string {
  const place = setUp.places.find(({ id }) => id === booking.placeId);
  return calendarText({
    name: summaryOf(booking, site),
    method,
    zone: place?.zone ?? site.settings.zone,
    at: context.now().getTime(),
    events: [
      eventOf(
        {
          id: booking.id,
          sequence: booking.sequence,
          state: method === "CANCEL" ? "cancelled" : booking.state,
          dates,
          summary: summaryOf(booking, site),
          description: manageUrl(context, site, booking),
          location: place ? [place.name, place.address].filter(Boolean).join(", ") : "",
          organizer: { name: site.name, email: site.settings.mailFrom },
          attendee: booking.email ? { name: booking.name, email: booking.email } : null,
        },
        calendarHost(context.settings, site.key),
        context.now().getTime(),
      ),
    ],
  });
}

/** Letters before anything is paid. */
const unpaid: readonly LetterKind[] = ["waitingPayment", "offered"];

/** What a letter says of a booking's money, as its client writes amounts. */
function moneyOf(booking: BookingRow, kind: LetterKind): LetterMoney {
  const { bill, payNow, lateFee, paid, fee } = booking;
  if (!bill) return {};
  const said = (amount: number | null) =>
    amount ? moneyWords({ amount, currency: bill.currency }, booking.language) : undefined;
  const { back, owed } = balanceOf(booking);
  const all = cancels.includes(kind)
    ? { fee: said(fee), back: said(back), owed: said(owed) }
    : {
        // Of what is paid whole there is nothing more to say.
        payNow: unpaid.includes(kind) && payNow !== bill.gross ? said(payNow) : undefined,
        paid: paid < bill.gross ? said(paid) : undefined,
        toPay: payNow === null ? undefined : said(bill.gross - payNow),
        lateFee: said(lateFee),
      };
  return Object.fromEntries(Object.entries(all).filter(([, amount]) => amount !== undefined));
}

/** Whether two language tags are of one language ("en-IE" and "en"). */
const isOneLanguage = (one: string, other: string): boolean =>
  one.split("-", 1)[0]?.toLowerCase() === other.split("-", 1)[0]?.toLowerCase();

/** Letters about what is no booking: calendars have nothing to follow. */
const unsettled: readonly LetterKind[] = ["listed", "offered", "offerOver", "unlisted"];

/** What the business does not read by mail: it happens by itself. */
const byItself: readonly LetterKind[] = ["reminder", "runs", "offered", "offerOver"];

const cancels: readonly LetterKind[] = ["cancelled", "calledOff", "declined"];

/** Who causes letters without being a member: what strangers can set off is limited. */
const publicCauses = ["client", "payment", "time"];

/**
 * Writes the letters about what happened, in the transaction in which it happens; false where the client's was held
 * back because public forms have written to them often enough today.
 */
export async function notify(
  context: Context,
  tx: Executor,
  site: SiteRow,
  setUp: BookingSetUp,
  booking: BookingRow,
  kind: LetterKind,
  by: string,
  words = "",
): Promise<boolean> {
  const dates = await datesOf(tx, booking);
  const place = setUp.places.find(({ id }) => id === booking.placeId);
  const zone = place?.zone ?? site.settings.zone;
  const sender = senderOf(site);
  const names = booking.resources.map((id) => setUp.resources.find((one) => one.id === id)?.name ?? id).join(", ");
  const url = manageUrl(context, site, booking);
  const method = cancels.includes(kind) ? ("CANCEL" as const) : ("REQUEST" as const);
  const limited = booking.email !== "" && booking.widgetId !== null && publicCauses.includes(by);
  const written = !limited || (await countPoint(context, tx, "letterPerson", booking.email)).left >= 0;
  const facts: LetterFacts = {
    language: booking.language,
    name: booking.name,
    service: booking.serviceName,
    serves: names,
    placeName: place?.name ?? site.name,
    address: place?.address ?? "",
    starts: dates.map(({ start }) => start),
    placeZone: zone,
    clientZone: booking.zone,
    seats: booking.seats,
    total: booking.bill
      ? moneyWords({ amount: booking.bill.gross, currency: booking.bill.currency }, booking.language)
      : null,
    money: moneyOf(booking, kind),
    manageUrl: url,
    changeUntil:
      kind === "offered" && booking.endsByItselfAt
        ? booking.endsByItselfAt.getTime()
        : clientMayChangeUntil(booking.startsAt.getTime(), booking.cancelHours),
    now: context.now().getTime(),
    words,
    // Own words are of the site's language; who writes another gets ours in theirs.
    own: isOneLanguage(booking.language, site.settings.language) ? (place?.letters?.[kind] ?? null) : null,
  };
  if (booking.email && written)
    await writeMail(context, tx, {
      siteId: site.id,
      sender,
      recipient: booking.email,
      withdrawUrl: url,
      calendar: unsettled.includes(kind)
        ? null
        : { method, text: bookingCalendar(context, site, setUp, booking, dates, method) },
      ...bookingLetter(kind, facts),
    });
  if (booking.textsTo && textKinds.includes(kind)) {
    const strangers = booking.widgetId !== null && publicCauses.includes(by);
    if (!strangers || (await countPoint(context, tx, "letterPerson", booking.textsTo)).left >= 0)
      await writeMessage(context, tx, {
        siteId: site.id,
        sender: place?.name ?? site.name,
        recipient: booking.textsTo,
        person: booking.email,
        text: bookingText(kind, facts),
      });
  }
  if (!place?.notify || byItself.includes(kind)) return written;
  const when = momentWords(
    { clock: ZoneClock.of(zone), setUp, language: site.settings.language, now: context.now().getTime() },
    booking.startsAt.getTime(),
  );
  const lines = [
    `${booking.serviceName}, ${when}`,
    `${booking.name} <${booking.email}> ${booking.phone}`.trim(),
    names,
  ];
  await writeMail(context, tx, {
    siteId: site.id,
    sender,
    recipient: place.notify,
    withdrawUrl: siteOrigin(context.settings, site.key),
    calendar: null,
    subject: `${placeSubjects[kind]}: ${booking.serviceName}, ${when}, ${booking.name}`,
    text: `${lines.join("\n")}\n`,
    html: `<pre>${lines.map((line) => line.replace(/[&<>]/g, (sign) => `&#${sign.charCodeAt(0)};`)).join("\n")}</pre>`,
  });
  return written;
}

/** What the business reads, in the studio's language. */
const placeSubjects: Readonly<Record<LetterKind, string>> = {
  booked: "New booking",
  waiting: "To approve",
  waitingPayment: "Waiting for payment",
  approved: "Approved",
  declined: "Declined",
  moved: "Moved",
  reminder: "Reminder",
  runs: "Takes place",
  calledOff: "Called off, too few",
  listed: "On the waiting list",
  offered: "Offered",
  offerOver: "Offer not taken",
  unlisted: "Off the waiting list",
  cancelled: "Cancelled",
};

/** Queues the reminder of a confirmed booking, at the service's own lead. */
export async function queueReminder(
  context: Context,
  tx: Executor,
  setUp: BookingSetUp,
  booking: BookingRow,
): Promise<void> {
  const hours = setUp.services.find(({ id }) => id === booking.serviceId)?.reminderHours ?? null;
  if (hours === null || !booking.email) return;
  const at = new Date(booking.startsAt.getTime() - hours * hourMs);
  if (at <= context.now()) return;
  await queueJob(tx, {
    kind: "reminder",
    siteId: booking.siteId,
    payload: { booking: booking.id, start: String(booking.startsAt.getTime()) },
    availableAt: realTime(context, at),
  });
}

/** The job: reminds, unless the booking was moved or ended meanwhile. */
export async function reminderJob(context: Context, run: JobRun): Promise<void> {
  const { booking: id = "", start = "" } = run.job.payload;
  const siteId = run.job.siteId ?? "";
  await context.db.transaction(async (tx) => {
    await run.finish(tx);
    const [booking] = await tx
      .select()
      .from(bookings)
      .where(and(eq(bookings.siteId, siteId), eq(bookings.id, id)));
    const [site] = await tx.select().from(sites).where(eq(sites.id, siteId));
    if (!site || booking?.state !== "confirmed" || booking.startsAt.getTime() !== Number(start)) return;
    const versions = await versionsOf(tx, siteId);
    const setUp = await setUpAt(tx, siteId, versions?.setUp ?? 0);
    await notify(context, tx, site, setUp, booking, "reminder", "time");
  });
}
