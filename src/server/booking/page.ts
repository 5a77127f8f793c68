// The pages behind the link of a booking's letter, in the site's brand and the client's language, without scripts: what was
// booked, a button to cancel it, and the free times it could move to. Opening one changes nothing: programs that look
// through mail open every link.
import type { Service } from "@/core/booking/booking";
import { balanceOf, cancellingCosts } from "@/core/booking/money/deposit";
import { bookedStates, clientMayChangeUntil } from "@/core/booking/rules/state";
import { type Clocks, onBothClocks, timeOnBothClocks } from "@/core/booking/words/both-clocks";
import { moneyWords } from "@/core/money/money";
import { shopWords } from "@/core/storefront/words";
import { type DayNumber, dateOf, dayNumber } from "@/core/time/clock";
import { isDate } from "@/core/time/dates";
import type { ZoneClock } from "@/core/time/zone-clock";
import { findSite } from "@/data/site/queries";
import { type Context, sha256 } from "../context";
import { payPath } from "../payment/link";
import { Problem } from "../problem";
import { noticePage } from "../release/notice";
import { availabilityNow, clockOfBooking, ofBooking } from "./ask";
import type { BookingRow } from "./notify";
import { pageWords } from "./page-words";
import { ownBooking, postOwnBooking } from "./public/own";
import { onlineWish } from "./refusal";

interface Answered {
  readonly status: number;
  readonly html: string;
}

/** The days of one page of free times. */
const shownDays = 14;

const movable: readonly BookingRow["state"][] = ["confirmed", "waitingApproval"];

const mayChange = (context: Context, booking: BookingRow) =>
  context.now().getTime() <= clientMayChangeUntil(booking.startsAt.getTime(), booking.cancelHours);

/** What goes wrong as a page: a link that is none, or a command that is not possible any more. */
async function refused(context: Context, siteKey: string, language: string, error: unknown): Promise<Answered> {
  if (!(error instanceof Problem)) throw error;
  const words = pageWords(language);
  const none = error.status === 404;
  return {
    status: error.status,
    html: await noticePage(context, siteKey, {
      title: none ? words.noLink : words.notPossible,
      text: none ? words.noLinkText : error.message,
      then: { href: none ? "/" : "page", words: none ? words.toSite : words.back },
    }),
  };
}

const languageOf = async (context: Context, siteKey: string) =>
  (await findSite(context.db, siteKey))?.settings.language ?? "en";

/**
 * Status and HTML; with `perform`, after the button was pressed, with what the page said that it costs. With `asks` it asks
 * whether it is to be cancelled: that is done by a press of its own.
 */
export async function bookingPage(
  context: Context,
  siteKey: string,
  token: string,
  perform: { readonly fee: number; readonly take?: boolean } | null,
  address: string,
  asks = false,
): Promise<Answered> {
  let language = await languageOf(context, siteKey);
  try {
    // Pressing the button twice is one command.
    if (perform)
      await postOwnBooking(
        context,
        siteKey,
        token,
        perform.take ? { command: "take" } : { command: "cancel", ...(perform.fee ? { fee: perform.fee } : {}) },
        `page-${sha256(`${token} ${perform.fee} ${perform.take}`).slice(0, 40)}`,
        address,
        language,
      );
    const { setUp, booking } = await ownBooking(context, siteKey, token);
    language = booking.language;
    const found = { setUp, booking };
    return {
      status: 200,
      html: asks ? await surePage(context, siteKey, found) : await ownPage(context, siteKey, found),
    };
  } catch (error) {
    return refused(context, siteKey, language, error);
  }
}

type Own = Pick<Awaited<ReturnType<typeof ownBooking>>, "setUp" | "booking">;

/** The clocks of its place and of whoever booked it. */
const clocksOf = (context: Context, { setUp, booking }: Own): Clocks => ({
  ...{ place: clockOfBooking(setUp, booking).zone, client: booking.zone },
  ...{ language: booking.language, now: context.now().getTime() },
});

/** What was booked, when and where, in one line. */
function whatOf(context: Context, { setUp, booking }: Own): string {
  const place = setUp.places.find(({ id }) => id === booking.placeId);
  const when = onBothClocks(booking.startsAt.getTime(), clocksOf(context, { setUp, booking }));
  const where = [place?.name, place?.address].filter(Boolean).join(", ");
  return `${booking.serviceName}, ${when}. ${where}.`;
}

const costOf = (context: Context, booking: BookingRow): number | null =>
  cancellingCosts({ ...booking, startsAt: booking.startsAt.getTime() }, context.now().getTime());

/** Asks whether it is to be cancelled, with what that costs; where it can't be any more, the booking as it stands. */
async function surePage(context: Context, siteKey: string, own: Own): Promise<string> {
  const { booking } = own;
  const words = pageWords(booking.language);
  const waits = booking.state === "listed" || booking.state === "offered" || booking.state === "waitingPayment";
  const cost = waits ? 0 : bookedStates.includes(booking.state) ? costOf(context, booking) : null;
  if (cost === null) return ownPage(context, siteKey, own);
  const money = (amount: number) => moneyWords({ amount, currency: booking.bill?.currency ?? "" }, booking.language);
  const leaves = booking.state === "listed" || booking.state === "offered";
  const command = leaves ? words.leaveList : cost ? words.cancelFor(money(cost)) : words.cancel;
  return noticePage(context, siteKey, {
    title: leaves ? words.leaveSure : words.cancelSure,
    text: [whatOf(context, own), ...(cost ? [words.late(money(cost))] : [])].join(" "),
    then: { command, action: cost ? `page?fee=${cost}` : "page" },
    or: { href: "page", words: words.back },
  });
}

async function ownPage(context: Context, siteKey: string, own: Own, title?: string): Promise<string> {
  const { booking } = own;
  const words = pageWords(booking.language);
  const what = whatOf(context, own);
  const money = (amount: number) => moneyWords({ amount, currency: booking.bill?.currency ?? "" }, booking.language);
  if (booking.state === "listed")
    return noticePage(context, siteKey, {
      title: words.titles.listed ?? "",
      text: `${what} ${words.listed}`,
      then: { href: "page?cancel", words: words.leaveList },
    });
  if (booking.state === "offered")
    return noticePage(context, siteKey, {
      title: words.titles.offered ?? "",
      text: [
        what,
        words.offered(onBothClocks(booking.endsByItselfAt?.getTime() ?? 0, clocksOf(context, own))),
        ...priced(booking, money),
      ].join(" "),
      then: { command: words.takeIt, action: "page?take" },
      or: { href: "page?cancel", words: words.leaveIt },
    });
  if (booking.state === "waitingPayment")
    return noticePage(context, siteKey, {
      title: words.titles.waitingPayment ?? "",
      text: what,
      then: {
        href: payPath(context, "booking", booking.id),
        words: shopWords(booking.language).payNow(money(booking.payNow ?? 0)),
      },
      or: { href: "page?cancel", words: words.cancel },
    });
  const open = bookedStates.includes(booking.state);
  const may = open && mayChange(context, booking);
  const cost = open ? costOf(context, booking) : null;
  return noticePage(context, siteKey, {
    title: title ?? words.titles[booking.state] ?? words.titles.confirmed,
    text: [what, ...said(booking, cost, money)].join(" "),
    then:
      cost === null
        ? { href: "/", words: words.toSite }
        : { href: "page?cancel", words: cost ? words.cancelFor(money(cost)) : words.cancel },
    ...(may && movable.includes(booking.state) ? { links: [{ href: "move", words: words.move }] } : {}),
  });
}

/** What taking an offer costs, and what of it is paid at once. */
function priced({ bill, payNow, language }: BookingRow, money: (amount: number) => string): readonly string[] {
  const words = pageWords(language);
  return [...(bill ? [words.price(money(bill.gross))] : []), ...(payNow ? [words.payNow(money(payNow))] : [])];
}

/** What a client reads of the hours in which it costs nothing, and of their money. */
function said(booking: BookingRow, cost: number | null, money: (amount: number) => string): readonly string[] {
  const words = pageWords(booking.language);
  const { back, owed } = balanceOf(booking);
  if (bookedStates.includes(booking.state))
    return cost === null ? [words.tooLate] : cost ? [words.late(money(cost))] : [];
  return [
    ...(booking.fee ? [words.fee(money(booking.fee))] : []),
    ...(back ? [words.toComeBack(money(back))] : []),
    ...(owed ? [words.owed(money(owed))] : []),
  ];
}

/** Free times that a booking could move to, from a date on; with `asks` the question whether to that one; with a `start`, the command. */
export async function movePage(
  context: Context,
  siteKey: string,
  token: string,
  asked: { readonly from: string; readonly start: string | null; readonly asks?: string },
  address: string,
): Promise<Answered> {
  let language = await languageOf(context, siteKey);
  try {
    if (asked.start !== null) {
      // The same press twice is one command: what is sent names the booking's state that the page was made for.
      const key = `move-${sha256(`${token} ${asked.start}`).slice(0, 40)}`;
      const [start = ""] = asked.start.split(" ", 1);
      await postOwnBooking(context, siteKey, token, { command: "move", start }, key, address, language);
    }
    const found = await ownBooking(context, siteKey, token);
    const { setUp, booking } = found;
    language = booking.language;
    const words = pageWords(language);
    if (asked.start !== null) return { status: 200, html: await ownPage(context, siteKey, found, words.moved) };
    const service = setUp.services.find(({ id }) => id === booking.serviceId);
    if (!service || !movable.includes(booking.state) || !mayChange(context, booking))
      return { status: 200, html: await ownPage(context, siteKey, found) };
    const to = asked.asks ? Date.parse(asked.asks.split(" ", 1)[0] ?? "") : Number.NaN;
    if (Number.isFinite(to))
      return { status: 200, html: await sureToMovePage(context, siteKey, found, asked.asks ?? "", to) };
    return { status: 200, html: await freePage(context, siteKey, found, service, asked.from) };
  } catch (error) {
    return refused(context, siteKey, language, error);
  }
}

/** Asks whether it is to move from when it is to the time that was pressed. */
async function sureToMovePage(context: Context, siteKey: string, own: Own, value: string, to: number): Promise<string> {
  const { booking } = own;
  const words = pageWords(booking.language);
  const [before, after] = [booking.startsAt.getTime(), to].map((instant) =>
    onBothClocks(instant, clocksOf(context, own)),
  );
  return noticePage(context, siteKey, {
    title: words.moveSure,
    text: words.moveFromTo(booking.serviceName, before ?? "", after ?? ""),
    then: { command: words.moveIt, action: "move", fields: [["start", value]] },
    or: { href: "move", words: words.back },
  });
}

async function freePage(
  context: Context,
  siteKey: string,
  { site, setUp, booking }: Awaited<ReturnType<typeof ownBooking>>,
  service: Service,
  from: string,
): Promise<string> {
  const words = pageWords(booking.language);
  const clock = clockOfBooking(setUp, booking);
  const today = clock.dayOf(context.now().getTime());
  const first = Math.max(today, isDate(from) ? dayNumber(from) : clock.dayOf(booking.startsAt.getTime()));
  const { availability } = await availabilityNow(context.db, {
    siteId: site.id,
    setUp,
    wish: onlineWish(service.id, null, booking.seats, ofBooking(setUp, service, booking)),
    from: first,
    to: first + shownDays - 1,
    now: context.now(),
    without: booking.id,
  });
  const clocks = clocksOf(context, { setUp, booking });
  const timeSaid = (start: number) => {
    const { time, beside } = timeOnBothClocks(start, clocks);
    return beside ? `${time} (${beside})` : time;
  };
  const choices = Array.from({ length: shownDays }, (_, nth) => first + nth).flatMap((day) => {
    const options = availability.timesOn(day).flatMap(({ dates }) => {
      const start = dates[0]?.start;
      if (start === undefined || start === booking.startsAt.getTime()) return [];
      return [{ value: `${new Date(start).toISOString()} ${booking.sequence}`, words: timeSaid(start) }];
    });
    return options.length ? [{ title: dayTitle(clock, booking.language, day), options }] : [];
  });
  const now = `${booking.serviceName}, ${onBothClocks(booking.startsAt.getTime(), clocks)}`;
  const turn = (day: DayNumber, said: string) => ({ href: `move?from=${dateOf(day)}`, words: said });
  return noticePage(context, siteKey, {
    title: words.moveTitle,
    text: choices.length ? words.moveText(now) : words.none,
    then: { href: "page", words: words.back },
    choices: { name: "start", groups: choices },
    links: [
      ...(first > today ? [turn(Math.max(today, first - shownDays), words.earlier)] : []),
      turn(first + shownDays, words.later),
    ],
  });
}

const dayTitle = (clock: ZoneClock, language: string, day: DayNumber) =>
  new Intl.DateTimeFormat(language, { weekday: "long", day: "numeric", month: "long", timeZone: clock.zone }).format(
    clock.startOfDay(day) + 12 * 3_600_000,
  );
