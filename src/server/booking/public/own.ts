// A client's own booking: seeing, moving and cancelling it.
import { and, eq } from "drizzle-orm";
import Joi from "joi";
import { momentOf, publicBill } from "@/core/booking/public";
import { clientMayChangeUntil, waitingListStates } from "@/core/booking/rules/state";
import { crowdWords } from "@/core/booking/words/words";
import { bookings } from "@/data/booking/tables";
import { bookingOf, lockSite } from "@/server/booking/commands/lock";
import type { Locked } from "@/server/booking/commands/locked";
import { type Context, isSigned, sign } from "../../context";
import { takeNetworkPoint } from "../../limit";
import { payPath } from "../../payment/link";
import { notFound, Problem, validated } from "../../problem";
import { clockFor, clockOfBooking, ofBooking, serviceIn } from "../ask";
import { cancel, clientCancelsFor, clientMayChange, move } from "../commands/moving";
import { leaveList, takeOffer } from "../commands/waiting";
import { type BookingRow, bookingCalendar, datesOf } from "../notify";
import { type Audience, onlineWish, refusing } from "../refusal";
import { type Answered, once } from "../requests";
import { setUpAt } from "../set-up";
import { type PublicCall, publicSite } from "./call";
import { checkedResource, readStart, resourceField } from "./input";

/** One row of what a client may see of a booking. */
export async function bookingView(locked: Pick<Locked, "context" | "tx" | "setUp">, booking: BookingRow) {
  const clock = clockOfBooking(locked.setUp, booking);
  return {
    state: booking.state,
    service: booking.serviceId,
    serviceName: booking.serviceName,
    zone: clock.zone,
    dates: (await datesOf(locked.tx, booking)).map(({ start, end }) => ({
      start: momentOf(clock, start, booking.zone),
      end: momentOf(clock, end, booking.zone),
    })),
    seats: booking.seats,
    price: publicBill(booking.bill),
    endsByItself: booking.endsByItselfAt?.toISOString() ?? null,
    changeUntil: new Date(clientMayChangeUntil(booking.startsAt.getTime(), booking.cancelHours)).toISOString(),
    payNow: booking.payNow,
    pay: booking.state === "waitingPayment" ? payPath(locked.context, "booking", booking.id) : null,
    lateFee: booking.lateFee,
    paid: booking.paid,
    fee: booking.fee,
  };
}

export const holdToken = (context: Context, id: string) => `${id}.${sign(context.settings, "hold", id)}`;

/** The id in a signed token; the same sentence for one that never was and one with a letter changed. */
export function idIn(context: Context, purpose: "hold" | "booking", token: string, path: string): string {
  const dot = token.lastIndexOf(".");
  const id = token.slice(0, dot);
  if (dot < 1 || !isSigned(context.settings, purpose, id, token.slice(dot + 1)))
    throw new Problem(404, "token", "This link or token does not work. Copy the whole of it from the letter.", [
      { path, message: "This is not a token of ours, or a part of it is missing." },
    ]);
  return id;
}

export const visitorOf = (call: Pick<PublicCall, "language">): Audience => ({
  kind: "visitor",
  language: call.language,
});

/** A client's own booking by its token, with the site's set-up; 404 for a token that is not ours. */
export async function ownBooking(context: Context, siteKey: string, token: string) {
  const { site, versions } = await publicSite(context, siteKey);
  const id = idIn(context, "booking", token, "token");
  const [booking] = await context.db
    .select()
    .from(bookings)
    .where(and(eq(bookings.siteId, site.id), eq(bookings.id, id)));
  if (!booking) throw notFound("This booking", "token");
  const setUp = await setUpAt(context.db, site.id, versions.setUp);
  return { site, setUp, booking };
}

/** GET bookings/{token}. */
export async function getBooking(context: Context, siteKey: string, token: string) {
  const { setUp, booking } = await ownBooking(context, siteKey, token);
  return bookingView({ context, tx: context.db, setUp }, booking);
}

/** The .ics of a client's booking. */
export async function getBookingCalendar(context: Context, siteKey: string, token: string): Promise<string> {
  const { site, setUp, booking } = await ownBooking(context, siteKey, token);
  if (waitingListStates.includes(booking.state)) throw notFound("This booking", "token");
  return bookingCalendar(context, site, setUp, booking, await datesOf(context.db, booking), null);
}

type Command =
  | { command: "cancel"; fee?: number }
  | { command: "take" }
  | { command: "move"; start: string; resource?: string };

const commandFields = {
  cancel: {
    fee: Joi.number().integer().min(0).max(100_000_000_000).description("What cancelling late costs, as agreed to"),
  },
  move: { start: Joi.string().max(40).required(), resource: resourceField },
  take: {},
} as const;

/** What a client does to their own booking, one schema for each command. */
export const ownCommands = (Object.keys(commandFields) as (keyof typeof commandFields)[]).map((command) =>
  Joi.object({ command: Joi.string().valid(command).required(), ...commandFields[command] }),
);

const commandSchema = Joi.object<Command>({
  command: Joi.string()
    .valid(...Object.keys(commandFields))
    .required(),
})
  .when(Joi.object({ command: "move" }).unknown(), { then: Joi.object(commandFields.move) })
  .when(Joi.object({ command: "cancel" }).unknown(), { then: Joi.object(commandFields.cancel) });

/** A body as it is sent now: pages published before commands had this name say "deed". */
function named(body: unknown): unknown {
  if (typeof body !== "object" || body === null || !("deed" in body)) return body;
  const { deed, ...rest } = body;
  return { command: deed, ...rest };
}

/** POST bookings/{token}: the client moves or cancels, within the cancellation period, or cancels later for a fee. */
export async function postOwnBooking(
  context: Context,
  siteKey: string,
  token: string,
  body: unknown,
  key: string,
  address: string,
  language: string,
): Promise<Answered> {
  const { site } = await publicSite(context, siteKey);
  await takeNetworkPoint(context, "bookingAddress", site.id, address);
  const id = idIn(context, "booking", token, "token");
  const asked = validated(commandSchema, named(body));
  const answered = await refusing(context, site, { kind: "visitor", language }, () =>
    once(
      context,
      site.id,
      key,
      ["own", id, asked],
      async (tx) => {
        const locked = await lockSite(context, tx, site);
        const booking = await bookingOf(locked, id);
        return { status: 200, answer: await bookingView(locked, await performed(locked, booking, asked)) };
      },
      crowdWords(language),
    ),
  );
  context.jobQueued();
  return answered;
}

async function performed(locked: Locked, booking: BookingRow, asked: Command): Promise<BookingRow> {
  if (asked.command === "take") return takeOffer(locked, booking.id);
  return asked.command === "cancel" ? cancelled(locked, booking, asked.fee ?? 0) : moved(locked, booking, asked);
}

async function cancelled(locked: Locked, booking: BookingRow, agreed: number) {
  if (booking.state === "cancelled") return booking;
  // Leaving a list costs nothing, at any time.
  if (waitingListStates.includes(booking.state)) return leaveList(locked, booking.id);
  return cancel(locked, booking.id, "client", "", clientCancelsFor(locked, booking, agreed));
}

function moved(locked: Locked, booking: BookingRow, asked: { start: string; resource?: string }) {
  if (booking.state !== "cancelled") clientMayChange(locked, booking);
  const service = serviceIn(locked.setUp, booking.serviceId);
  return move(locked, booking.id, "client", {
    wish: onlineWish(
      service.id,
      checkedResource(service, asked.resource),
      booking.seats,
      ofBooking(locked.setUp, service, booking),
    ),
    start: readStart(clockFor(locked.setUp, service), asked.start),
  });
}
