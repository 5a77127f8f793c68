// When an order is fetched: a time of the calendar's, free and kept for it as any other booking is.
import { eq } from "drizzle-orm";
import type { BookingSetUp, Service } from "@/core/booking/booking";
import { isPlain } from "@/core/booking/rules/fetching";
import type { Method } from "@/core/shipping/shipping";
import type { CheckoutTyped } from "@/core/shop/cart";
import type { OrderDocument } from "@/core/shop/ordered";
import type { CartShown } from "@/core/storefront/view";
import { dayNumber, minutesOf } from "@/core/time/clock";
import { bookingVersions } from "@/data/booking/tables";
import type { Executor } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import { availabilityNow, clockFor } from "@/server/booking/ask";
import { end } from "@/server/booking/commands/change";
import { bookByHand } from "@/server/booking/commands/confirming";
import { bookingOf, lockSite, workLocked } from "@/server/booking/commands/lock";
import { queueReminder } from "@/server/booking/notify";
import { onlineWish } from "@/server/booking/refusal";
import { setUpAt } from "@/server/booking/set-up";
import type { Context } from "@/server/context";
import { queueOnly } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";

/** What of an order says when it is fetched. */
export type Fetched = NonNullable<OrderDocument["way"]["fetched"]>;

/** So many days of times are offered, and at most so many times. */
const offered = { days: 14, times: 120 } as const;

/** The service whose times a way offers; null where none is chosen, or where it can't be had any more. */
function serviceOf(setUp: BookingSetUp, method: Method | undefined): Service | null {
  const id = method?.kind === "pickup" ? method.service : null;
  const service = id ? setUp.services.find((one) => one.id === id) : undefined;
  return service && isPlain(service, setUp) ? service : null;
}

async function setUpOf(db: Executor, siteId: string): Promise<BookingSetUp | null> {
  const [row] = await db
    .select({ version: bookingVersions.setUp })
    .from(bookingVersions)
    .where(eq(bookingVersions.siteId, siteId));
  return row ? setUpAt(db, siteId, row.version) : null;
}

const wayOf = ({ ways, way }: Pick<CartShown, "ways" | "way">) => ways.find(({ method }) => method.id === way);

/** Free times of the way that a basket goes, from the day its goods are there; null where no time is chosen. */
export async function fetchTimes(
  context: Context,
  db: Executor,
  site: Pick<SiteRow, "id">,
  shown: Pick<CartShown, "ways" | "way">,
): Promise<readonly string[] | null> {
  const way = wayOf(shown);
  if (way?.method.kind !== "pickup" || !way.method.service) return null;
  const setUp = await setUpOf(db, site.id);
  const service = setUp && serviceOf(setUp, way.method);
  if (!service) return null;
  const clock = clockFor(setUp, service);
  const now = context.now();
  const from = Math.max(clock.dayOf(now.getTime()), way.ready ? dayNumber(way.ready) : 0);
  const to = from + offered.days - 1;
  const { availability } = await availabilityNow(db, {
    ...{ siteId: site.id, setUp, wish: onlineWish(service.id, null, 1), from, to, now },
  });
  const times: string[] = [];
  for (let day = from; day <= to && times.length < offered.times; day++)
    for (const { dates } of availability.timesOn(day)) if (dates[0]) times.push(clock.wallOf(dates[0].start));
  return times.slice(0, offered.times);
}

/**
 * Keeps the chosen time for a buyer, in the transaction that makes the order and before it takes anything else; null where no
 * time is chosen. Throws `Refused` where it is somebody else's by now.
 */
export async function keepFetchTime(
  context: Context,
  tx: Executor,
  site: SiteRow,
  shown: Pick<CartShown, "ways" | "way">,
  { email, phone, address, fetchAt }: CheckoutTyped,
): Promise<Fetched | null> {
  const way = wayOf(shown);
  if (way?.method.kind !== "pickup" || !way.method.service || !fetchAt) return null;
  const locked = await lockSite(context, tx, site);
  const service = serviceOf(locked.setUp, way.method);
  if (!service) return null;
  const clock = clockFor(locked.setUp, service);
  const start = clock.instantAt(dayNumber(fetchAt.slice(0, 10)), minutesOf(fetchAt.slice(11)));
  const client = {
    email,
    phone,
    name: address.name,
    textsTo: null,
    language: site.settings.language,
    zone: clock.zone,
  };
  const choice = { wish: onlineWish(service.id, null, 1, { client: email }), start };
  const booking = await bookByHand(locked, choice, "client", client, {}, true);
  await queueReminder(context, tx, locked.setUp, booking);
  return { at: clock.wallOf(start), booking: booking.id };
}

/** Has the time of an order that comes to nothing given back. */
export async function freeFetchTime(tx: Executor, siteId: string, document: OrderDocument): Promise<void> {
  const booking = document.way.fetched?.booking;
  if (booking) await queueOnly(tx, { kind: "fetchEnds", siteId, payload: { booking }, onlyOne: `fetch:${booking}` });
}

/** The job: a time that nobody comes at is anybody's again. What is past, or was changed on the Desk, stays as it is. */
export const fetchEndsJob = (context: Context, run: JobRun): Promise<void> =>
  workLocked(context, run, async (locked) => {
    const booking = await bookingOf(locked, String(run.job.payload.booking)).catch(() => null);
    if (booking?.state === "confirmed" && booking.startsAt > locked.now)
      await end(locked, booking, "shop", "cancelled", null);
  });
