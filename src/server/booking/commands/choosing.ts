import type { BookingSetUp, Instant } from "@/core/booking/booking";
import { lateFeeOf, payNowOf } from "@/core/booking/money/deposit";
import { billOf, servingOf } from "@/core/booking/money/price";
import type { Assignment } from "@/core/booking/rules/availability";
import type { Wish } from "@/core/booking/rules/obstacles";
import type { Answers } from "@/core/booking/words/answers";
import { bookings } from "@/data/booking/tables";
import type { Locked } from "@/server/booking/commands/locked";
import { availabilityNow, clockFor, serviceIn } from "../ask";
import { queueDecision } from "../decisions";
import type { BookingRow } from "../notify";
import { Refused } from "../refusal";
import { takeTime } from "../take";
import { writeHistory } from "./change";

export interface Choice {
  readonly wish: Wish;
  readonly start: Instant;
  readonly without?: string;
}

/** Who serves; throws Refused with every reason when nobody can. */
export async function arrange(locked: Locked, { wish, start, without }: Choice): Promise<Assignment> {
  const { tx, site, setUp, now } = locked;
  const day = clockFor(setUp, serviceIn(setUp, wish.service)).dayOf(start);
  const asked = { siteId: site.id, setUp, wish, now, ...(without ? { without } : {}) };
  const { availability } = await availabilityNow(tx, { ...asked, from: day, to: day });
  const assignment = availability.assign(start);
  if (!assignment) throw new Refused(asked, start, availability.explain(start).reasons);
  return assignment;
}

export function billFor(
  { setUp, site }: Locked,
  assignment: Assignment,
  { service: id, seats, minutes = null, part = null }: Wish,
) {
  const service = serviceIn(setUp, id);
  const serving = servingOf(setUp, assignment.resources);
  const start = assignment.dates[0]?.start as Instant;
  return serving.length
    ? billOf(
        { service, serving, start, seats, minutes, part },
        setUp.prices,
        clockFor(setUp, service),
        site.settings.currency,
      )
    : null;
}

export const cancelHoursOf = (setUp: BookingSetUp, resources: readonly string[]): number =>
  Math.max(0, ...resources.map((id) => setUp.resources.find((one) => one.id === id)?.cancelHours ?? 0));

export interface Client {
  readonly name: string;
  readonly email: string;
  readonly phone: string;
  /** Where text messages go, in E.164; null for none. */
  readonly textsTo: string | null;
  readonly language: string;
  readonly zone: string;
}

const nobody = (locked: Locked, serviceId: string): Client => ({
  name: "",
  email: "",
  phone: "",
  textsTo: null,
  language: locked.site.settings.language,
  zone: clockFor(locked.setUp, serviceIn(locked.setUp, serviceId)).zone,
});

export const plainDates = ({ dates }: Assignment) => dates.map(({ start, end }) => ({ start, end }));

/** The row of a new booking of what was arranged: nothing is asked for or paid yet but what `as` says. */
export function newBooking(
  { context, site, setUp, now }: Locked,
  { wish }: Choice,
  assignment: Assignment,
  as: Client & Pick<BookingRow, "widgetId" | "state" | "endsByItselfAt"> & Partial<BookingRow>,
): BookingRow {
  const service = serviceIn(setUp, wish.service);
  const [first] = assignment.dates;
  return {
    id: context.newId(),
    siteId: site.id,
    placeId: service.place,
    serviceId: service.id,
    serviceName: service.name,
    attendance: null,
    startsAt: new Date(first?.start as Instant),
    endsAt: new Date(first?.end as Instant),
    dates: plainDates(assignment),
    heldBy: null,
    resources: assignment.resources,
    seats: wish.seats,
    answers: {},
    terms: "",
    bill: null,
    payNow: null,
    lateFee: null,
    paid: 0,
    fee: 0,
    givenBack: 0,
    cancelHours: cancelHoursOf(setUp, assignment.resources),
    sequence: 0,
    paymentReference: null,
    refundDue: false,
    createdAt: now,
    changedAt: now,
    ...as,
  };
}

/** A new booking with its time taken. */
export async function begin(
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
  const bill = billFor(locked, assignment, wish);
  const { client = nobody(locked, wish.service), ...more } = as;
  const booking = newBooking(locked, choice, assignment, {
    ...{ ...client, ...more, widgetId, bill },
    // By hand nothing is asked for before it holds.
    payNow: widgetId === null ? null : payNowOf(service, bill),
    lateFee: lateFeeOf(service, bill),
  });
  await tx.insert(bookings).values(booking);
  await takeTime(
    context,
    tx,
    { siteId: site.id, bookingId: booking.id, service: service.id, capacity: service.capacity, seats: wish.seats },
    assignment,
  );
  await queueDecision(context, tx, site.id, service, booking.startsAt);
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
