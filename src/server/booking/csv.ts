// Bookings of a stretch of days as CSV (RFC 4180), a line each, in the order of their starts.
import { and, asc, eq, gt, gte, lt, ne, or } from "drizzle-orm";
import Joi from "joi";
import { decimalsOf } from "@/core/money/money";
import { dateSchema } from "@/core/time/schema";
import { versionsOf } from "@/data/booking/diary";
import { everBooked } from "@/data/booking/never-booked";
import { bookings } from "@/data/booking/tables";
import { csvLine } from "../csv";
import type { SiteCall } from "../operation";
import { clockOfBooking } from "./ask";
import type { BookingRow } from "./notify";
import { setUpAt } from "./set-up";

export interface BookingsAsked {
  /** Dates of starts, both included. */
  readonly from: string;
  readonly to: string;
}

export const bookingsAsked: Joi.ObjectSchema<BookingsAsked> = Joi.object<BookingsAsked>({
  from: dateSchema.required(),
  to: dateSchema.required(),
});

const heads = [
  "number",
  "state",
  "came",
  "service",
  "start",
  "end",
  "zone",
  "with",
  "seats",
  "name",
  "mail",
  "phone",
  "price",
  "tax",
  "currency",
  "paid",
  "late fee",
  "given back",
  "booked",
  "answers",
] as const;

const size = 2000;
const dayMs = 86_400_000;

/** The lines of the file. Held times are nobody's booking yet. */
export async function* bookingsCsv({ context, site }: SiteCall, asked: BookingsAsked): AsyncGenerator<string> {
  // A leading sign would make a formula of what a visitor wrote.
  yield csvLine(heads);
  const { db } = context;
  const versions = await versionsOf(db, site.id);
  if (!versions) return;
  const setUp = await setUpAt(db, site.id, versions.setUp);
  const money = (amount: number, currency: string) =>
    (amount / 10 ** decimalsOf(currency)).toFixed(decimalsOf(currency));
  // A day more on either side; what does not start on the dates of its own place is left out below.
  const [from, to] = [new Date(Date.parse(asked.from) - dayMs), new Date(Date.parse(asked.to) + 2 * dayMs)];
  for (let after: BookingRow | null = null; ; ) {
    const rows: BookingRow[] = await db
      .select()
      .from(bookings)
      .where(
        and(
          eq(bookings.siteId, site.id),
          ne(bookings.state, "held"),
          everBooked,
          gte(bookings.startsAt, from),
          lt(bookings.startsAt, to),
          after
            ? or(
                gt(bookings.startsAt, after.startsAt),
                and(eq(bookings.startsAt, after.startsAt), gt(bookings.id, after.id)),
              )
            : undefined,
        ),
      )
      .orderBy(asc(bookings.startsAt), asc(bookings.id))
      .limit(size);
    for (const row of rows) {
      const clock = clockOfBooking(setUp, row);
      const start = clock.wallOf(row.startsAt.getTime());
      if (start.slice(0, 10) < asked.from || start.slice(0, 10) > asked.to) continue;
      yield csvLine([
        row.id,
        row.state,
        row.attendance ?? "",
        row.serviceName,
        start.replace("T", " "),
        clock.wallOf(row.endsAt.getTime()).replace("T", " "),
        clock.zone,
        row.resources.map((id) => setUp.resources.find((one) => one.id === id)?.name ?? id).join(", "),
        String(row.seats),
        row.name,
        row.email,
        row.phone,
        row.bill ? money(row.bill.gross, row.bill.currency) : "",
        row.bill ? money(row.bill.tax, row.bill.currency) : "",
        row.bill?.currency ?? "",
        ...[row.paid, row.fee, row.givenBack].map((amount) => (row.bill ? money(amount, row.bill.currency) : "")),
        row.createdAt.toISOString(),
        Object.entries(row.answers)
          .map(([key, answer]) => `${key}: ${Array.isArray(answer) ? answer.join(", ") : String(answer)}`)
          .join("; "),
      ]);
    }
    if (rows.length < size) return;
    after = rows.at(-1) ?? null;
  }
}
