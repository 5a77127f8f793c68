// Our calendars out: a secret address for each resource or place, which can be taken back.
import { randomBytes } from "node:crypto";
import { and, asc, eq, gte, inArray, isNull, lte } from "drizzle-orm";
import Joi from "joi";
import { bookingId } from "@/core/booking/rules/schema";
import { bookedStates } from "@/core/booking/rules/state";
import { eventOf } from "@/core/calendar/booking-events";
import { calendarText } from "@/core/calendar/write";
import { versionsOf } from "@/data/booking/diary";
import { bookings } from "@/data/booking/tables";
import { calendarAddresses } from "@/data/calendar/tables";
import { inTransaction } from "@/data/connection";
import { findSite } from "@/data/site/queries";
import { datesOfAll } from "../booking/notify";
import { setUpAt } from "../booking/set-up";
import { type Context, calendarHost, sha256, siteOrigin } from "../context";
import { siteOperation } from "../operation";
import { fieldProblem, notFound } from "../problem";
import { noteOn } from "../security/events";

const dayMs = 86_400_000;
/** How far back and ahead a calendar reaches. */
const reach = { back: 60 * dayMs, ahead: 402 * dayMs };

export interface CalendarAnswer {
  readonly text: string;
  readonly etag: string;
}

/** The calendar at a secret address of a site; 404 for one that never was, was taken back, or is another site's. */
export async function calendarAt(context: Context, siteKey: string, secret: string): Promise<CalendarAnswer> {
  const site = await findSite(context.db, siteKey);
  const [address] = site
    ? await context.db
        .select()
        .from(calendarAddresses)
        .where(
          and(
            eq(calendarAddresses.siteId, site.id),
            eq(calendarAddresses.secretHash, sha256(secret)),
            isNull(calendarAddresses.revokedAt),
          ),
        )
    : [];
  if (!site || !address) throw notFound("This calendar");
  const versions = await versionsOf(context.db, site.id);
  const setUp = await setUpAt(context.db, site.id, versions?.setUp ?? 0);
  const resource = address.kind === "resource" ? setUp.resources.find(({ id }) => id === address.of) : undefined;
  const place = setUp.places.find(({ id }) => id === (resource?.place ?? address.of));
  if (!place) throw notFound("This calendar");
  const now = context.now();
  const rows = await context.db
    .select()
    .from(bookings)
    .where(
      and(
        eq(bookings.siteId, site.id),
        eq(bookings.placeId, place.id),
        inArray(bookings.state, [...bookedStates]),
        gte(bookings.startsAt, new Date(now.getTime() - reach.back)),
        lte(bookings.startsAt, new Date(now.getTime() + reach.ahead)),
      ),
    )
    .orderBy(asc(bookings.startsAt), asc(bookings.id));
  const host = calendarHost(context.settings, site.key);
  const dates = await datesOfAll(context.db, rows);
  const events = [];
  for (const booking of rows) {
    if (resource && !booking.resources.includes(resource.id)) continue;
    const names = booking.resources.map((id) => setUp.resources.find((one) => one.id === id)?.name ?? id);
    events.push(
      eventOf(
        {
          id: booking.id,
          sequence: booking.sequence,
          state: booking.state,
          dates: dates(booking),
          summary: [booking.serviceName, booking.name, booking.seats > 1 ? `${booking.seats} seats` : ""]
            .filter(Boolean)
            .join(" · "),
          description: [names.join(", "), booking.email, booking.phone].filter(Boolean).join("\n"),
          location: [place.name, place.address].filter(Boolean).join(", "),
          organizer: null,
          attendee: null,
        },
        host,
        // Of the last change, so that an unchanged calendar is the same text.
        booking.changedAt.getTime(),
      ),
    );
  }
  const text = calendarText({
    name: resource?.name ?? place.name,
    method: null,
    zone: place.zone,
    at: now.getTime(),
    events,
  });
  return { text, etag: `"${sha256(text).slice(0, 32)}"` };
}

export const calendarOperations = {
  "calendars.list": siteOperation("keys.read", {}, async (call) =>
    (
      await call.context.db
        .select()
        .from(calendarAddresses)
        .where(and(eq(calendarAddresses.siteId, call.site.id), isNull(calendarAddresses.revokedAt)))
        .orderBy(asc(calendarAddresses.createdAt))
    ).map(({ id, kind, of, createdAt }) => ({ id, kind, of, createdAt: createdAt.toISOString() })),
  ),
  /** A new secret address. It is told once: only its hash is kept. */
  "calendars.create": siteOperation(
    "keys.change",
    { kind: Joi.string().valid("resource", "place").required(), of: bookingId.required() },
    async (call, input: { kind: "resource" | "place"; of: string }) => {
      const { context, site } = call;
      const versions = await versionsOf(context.db, site.id);
      const setUp = await setUpAt(context.db, site.id, versions?.setUp ?? 0);
      const known = input.kind === "resource" ? setUp.resources : setUp.places;
      if (!known.some(({ id }) => id === input.of)) throw fieldProblem("of", `There is no ${input.kind} with this id.`);
      const secret = randomBytes(32).toString("base64url");
      const id = context.newId();
      await inTransaction(context.db, async (tx) => {
        await tx
          .insert(calendarAddresses)
          .values({ siteId: site.id, id, ...input, secretHash: sha256(secret), createdAt: context.now() });
        await noteOn(call, "keyMade", tx);
      });
      return { id, address: `${siteOrigin(context.settings, site.key)}/_w/v1/calendars/${secret}.ics` };
    },
    { sensitive: true },
  ),
  "calendars.revoke": siteOperation(
    "keys.change",
    { id: Joi.string().max(24).required() },
    async (call, input: { id: string }) => {
      const [result] = await call.context.db
        .update(calendarAddresses)
        .set({ revokedAt: call.context.now() })
        .where(
          and(
            eq(calendarAddresses.siteId, call.site.id),
            eq(calendarAddresses.id, input.id),
            isNull(calendarAddresses.revokedAt),
          ),
        );
      if (result.affectedRows === 0) throw notFound("This calendar");
      await noteOn(call, "keyRevoked");
      return { revoked: input.id };
    },
    { sensitive: true },
  ),
};
