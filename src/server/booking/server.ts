// The server's half of the booking calendar.
import { and, count, desc, eq, gte, inArray, ne, sql } from "drizzle-orm";
import Joi from "joi";
import { paidFirst } from "@/core/booking/money/deposit";
import { bookedStates } from "@/core/booking/rules/state";
import { feedWarnings } from "@/core/booking/rules/warnings";
import { zonedWords } from "@/core/booking/words/words";
import { nobodyPaysFor } from "@/core/payment/problems";
import { versionsOf } from "@/data/booking/diary";
import { bookings } from "@/data/booking/tables";
import { calendarOperations } from "../calendar/addresses";
import { brokenFeeds, feedJob, feedOperations } from "../calendar/feeds";
import { dayIn } from "../day";
import { offeredPayments } from "../payment/set-up";
import { defineWidgetServer, mostDone } from "../widget/half";
import { blockingOperations } from "./blocking";
import { endingJob } from "./commands/ending";
import { groupJob } from "./commands/grouping";
import { offerJob, waitNoMore } from "./commands/waiting";
import { diaryOperations } from "./diary-operation";
import { bookingEndpoints, bookingSchemas } from "./endpoints";
import { figureOperations } from "./figures";
import { holidayOperations } from "./holidays";
import { noteOperations } from "./notes";
import { manageUrl, reminderJob } from "./notify";
import { bookingOperations } from "./operations";
import { pageWords } from "./page-words";
import { setUpAt, setUpOperations } from "./set-up";
import { otherSiteOperations } from "./try-other-site";

const id = Joi.string().max(24).required();

export const bookingServer = defineWidgetServer<"booking">()({
  waiting: (db, siteIds) =>
    db
      .select({ siteId: bookings.siteId, all: count() })
      .from(bookings)
      .where(and(inArray(bookings.siteId, [...siteIds]), eq(bookings.state, "waitingApproval")))
      .groupBy(bookings.siteId),
  operations: {
    ...setUpOperations,
    ...diaryOperations,
    ...holidayOperations,
    ...bookingOperations,
    ...blockingOperations,
    ...figureOperations,
    ...noteOperations,
    ...otherSiteOperations,
    ...calendarOperations,
    ...feedOperations,
  },
  endpoints: bookingEndpoints,
  schemas: bookingSchemas,
  jobs: {
    reminder: { lane: "quick", payload: Joi.object({ booking: id, start: Joi.string().required() }), run: reminderJob },
    group: {
      lane: "quick",
      payload: Joi.object({ service: Joi.string().max(40).required(), start: Joi.string().required() }),
      run: groupJob,
    },
    offer: { lane: "quick", payload: Joi.object({}), run: offerJob },
    ending: { lane: "quick", payload: Joi.object({}), run: endingJob },
    feed: { lane: "outside", payload: Joi.object({ feed: id }), run: feedJob },
  },
  beforeForgotten: waitNoMore,
  knows: async ({ context, site, email, language }) => {
    const rows = await context.db
      .select()
      .from(bookings)
      .where(and(eq(bookings.siteId, site.id), eq(bookings.email, email), ne(bookings.state, "held")))
      .orderBy(desc(bookings.createdAt))
      .limit(mostDone);
    const { titles } = pageWords(language);
    return rows.map((row) => ({
      id: row.id,
      at: row.createdAt,
      title: row.serviceName,
      words: [
        zonedWords(row.zone, language, row.startsAt.getTime(), context.now().getTime()),
        row.state === "confirmed" ? "" : (titles[row.state] ?? ""),
      ]
        .filter(Boolean)
        .join(" · "),
      path: new URL(manageUrl(context, site, row)).pathname,
    }));
  },
  results: async ({ context: { db }, site }, widget, days) => {
    const { zone } = site.settings;
    if (!widget.settings.services.length) return { series: { booked: days.map(() => 0) }, states: {} };
    const mine = and(eq(bookings.siteId, site.id), inArray(bookings.serviceId, [...widget.settings.services]));
    // A day more than is asked: whatever the zone, the first day is whole.
    const since = new Date(Date.parse(`${days[0]}T00:00Z`) - 86_400_000);
    const made = await db
      .select({ at: bookings.createdAt })
      .from(bookings)
      .where(and(mine, gte(bookings.createdAt, since), inArray(bookings.state, [...bookedStates])))
      .limit(50_000);
    const counted = new Map<string, number>();
    for (const { at } of made) {
      const day = dayIn(zone, at);
      counted.set(day, (counted.get(day) ?? 0) + 1);
    }
    const states = await db
      .select({ state: bookings.state, all: sql<number>`count(*)` })
      .from(bookings)
      .where(mine)
      .groupBy(bookings.state);
    return {
      series: { booked: days.map((day) => counted.get(day) ?? 0) },
      states: Object.fromEntries(states.map((row) => [row.state, Number(row.all)])),
    };
  },
  outside: async ({ context: { db }, site }, { settings }) => {
    if (!settings.enabled) return [];
    const feeds = await brokenFeeds(db, site.id);
    const versions = await versionsOf(db, site.id);
    const setUp = await setUpAt(db, site.id, versions?.setUp ?? 0);
    const paid = paidFirst(setUp.services, settings.services);
    return [
      ...(paid.length && !(await offeredPayments(db, site.id)).length ? [nobodyPaysFor(paid)] : []),
      ...[...feedWarnings(setUp, settings.services, feeds)].map(({ code, step, values }) => ({
        weight: "look" as const,
        code,
        values: { ...values, step },
      })),
    ];
  },
});
