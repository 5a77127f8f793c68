// The pages behind the link of a booking's letter, in the site's brand and the client's language, without scripts: what was
// booked, a button to cancel it, and the free times it could move to. Opening one changes nothing: programs that look
// through mail open every link.
import type { Service } from "@/core/booking/booking";
import { balanceOf, cancellingCosts } from "@/core/booking/money/deposit";
import { bookedStates, clientMayChangeUntil } from "@/core/booking/rules/state";
import { momentWords, timeWords } from "@/core/booking/words/words";
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

/** Status and HTML; with `perform`, after the button was pressed, with what the page said that it costs. */
export async function bookingPage(
  context: Context,
  siteKey: string,
  token: string,
  perform: { readonly fee: number; readonly take?: boolean } | null,
  address: string,
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
    return { status: 200, html: await ownPage(context, siteKey, { setUp, booking }) };
  } catch (error) {
    return refused(context, siteKey, language, error);
  }
}

async function ownPage(
  context: Context,
  siteKey: string,
  { setUp, booking }: Pick<Awaited<ReturnType<typeof ownBooking>>, "setUp" | "booking">,
  title?: string,
): Promise<string> {
  const words = pageWords(booking.language);
  const clock = clockOfBooking(setUp, booking);
  const place = setUp.places.find(({ id }) => id === booking.placeId);
  const when = momentWords(
    { clock, setUp, language: booking.language, now: context.now().getTime() },
    booking.startsAt.getTime(),
  );
  const where = [place?.name, place?.address].filter(Boolean).join(", ");
  const what = `${booking.serviceName}, ${when}. ${where}.`;
  const money = (amount: number) => moneyWords({ amount, currency: booking.bill?.currency ?? "" }, booking.language);
  if (booking.state === "listed")
    return noticePage(context, siteKey, {
      title: words.titles.listed ?? "",
      text: `${what} ${words.listed}`,
      then: { command: words.leaveList, action: "page" },
    });
  if (booking.state === "offered")
    return noticePage(context, siteKey, {
      title: words.titles.offered ?? "",
      text: [
        what,
        words.offered(
          momentWords(
            { clock, setUp, language: booking.language, now: context.now().getTime() },
            booking.endsByItselfAt?.getTime() ?? 0,
          ),
        ),
        ...priced(booking, money),
      ].join(" "),
      then: { command: words.takeIt, action: "page?take" },
      or: { command: words.leaveIt, action: "page" },
    });
  if (booking.state === "waitingPayment")
    return noticePage(context, siteKey, {
      title: words.titles.waitingPayment ?? "",
      text: what,
      then: {
        href: payPath(context, "booking", booking.id),
        words: shopWords(booking.language).payNow(money(booking.payNow ?? 0)),
      },
      or: { command: words.cancel, action: "page" },
    });
  const open = bookedStates.includes(booking.state);
  const may = open && mayChange(context, booking);
  const cost = open
    ? cancellingCosts({ ...booking, startsAt: booking.startsAt.getTime() }, context.now().getTime())
    : null;
  return noticePage(context, siteKey, {
    title: title ?? words.titles[booking.state] ?? words.titles.confirmed,
    text: [what, ...said(booking, cost, money)].join(" "),
    then:
      cost === null
        ? { href: "/", words: words.toSite }
        : cost
          ? { command: words.cancelFor(money(cost)), action: `page?fee=${cost}` }
          : { command: words.cancel, action: "page" },
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

/** Free times that a booking could move to, from a date on; or, with a `start`, the command. */
export async function movePage(
  context: Context,
  siteKey: string,
  token: string,
  asked: { readonly from: string; readonly start: string | null },
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
    return { status: 200, html: await freePage(context, siteKey, found, service, asked.from) };
  } catch (error) {
    return refused(context, siteKey, language, error);
  }
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
  const wording = { clock, setUp, language: booking.language, now: context.now().getTime() };
  const choices = Array.from({ length: shownDays }, (_, nth) => first + nth).flatMap((day) => {
    const options = availability.timesOn(day).flatMap(({ dates }) => {
      const start = dates[0]?.start;
      if (start === undefined || start === booking.startsAt.getTime()) return [];
      return [{ value: `${new Date(start).toISOString()} ${booking.sequence}`, words: timeWords(wording, start) }];
    });
    return options.length ? [{ title: dayTitle(clock, booking.language, day), options }] : [];
  });
  const now = `${booking.serviceName}, ${momentWords(wording, booking.startsAt.getTime())}`;
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
