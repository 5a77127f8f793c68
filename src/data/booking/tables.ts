// What can be booked, as rows; and bookings with the time they take. That a resource serves nobody twice is a rule of
// the database itself (see the migration: a period WITHOUT OVERLAPS, and a check on seats), not only of the code.

import { sql } from "drizzle-orm";
import {
  boolean,
  check,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  text,
  unique,
  varchar,
} from "drizzle-orm/mysql-core";
import type { Answers } from "@/core/booking/answers";
import type { Closure, DaySpan, Notice, PriceRule, Question, Screening, Service } from "@/core/booking/booking";
import type { Bill } from "@/core/booking/price";
import { bookingStates } from "@/core/booking/state";
import { instant, json, utcTime } from "../columns";

const siteId = () => varchar("site_id", { length: 24 }).notNull();
const id = (name = "id") => varchar(name, { length: 40 }).notNull();
const position = () => int("position").notNull();
const date = (name: string) => varchar(name, { length: 10 });
const wall = (name: string) => varchar(name, { length: 16 });
const time = (name: string) => varchar(name, { length: 5 });

/** One row a site: raised by every change, so that what was worked out from it can be told from what is true now. */
export const bookingVersions = mysqlTable("booking_versions", {
  siteId: varchar("site_id", { length: 24 }).primaryKey(),
  /** Of the set-up. Bookings hold it while they are made: hours can't be taken away under them. */
  setUp: int("set_up").notNull().default(0),
  /** Of everything that availability depends on: set-up, bookings, busy time from outside. */
  diary: int("diary").notNull().default(0),
});

export const bookingPlaces = mysqlTable(
  "booking_places",
  {
    siteId: siteId(),
    id: id(),
    position: position(),
    name: varchar("name", { length: 120 }).notNull(),
    address: varchar("address", { length: 300 }).notNull(),
    zone: varchar("zone", { length: 60 }).notNull(),
    notify: varchar("notify", { length: 200 }).notNull(),
    notice: varchar("notice", { length: 500 }).notNull(),
    allowedSites: json<readonly string[]>("allowed_sites").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.id] })],
);

export const bookingClosures = mysqlTable(
  "booking_closures",
  {
    siteId: siteId(),
    placeId: id("place_id"),
    position: position(),
    kind: mysqlEnum("kind", ["date", "span", "yearly"]).$type<Closure["kind"]>().notNull(),
    /** A date, a wall time or month and day, as the kind says; for a date both are it. */
    from: wall("starts").notNull(),
    to: wall("ends").notNull(),
    words: varchar("words", { length: 200 }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.placeId, table.position] })],
);

export const bookingServices = mysqlTable(
  "booking_services",
  {
    siteId: siteId(),
    id: id(),
    position: position(),
    placeId: id("place_id"),
    name: varchar("name", { length: 120 }).notNull(),
    words: varchar("words", { length: 1000 }).notNull(),
    category: varchar("category", { length: 80 }).notNull(),
    durationMinutes: int("duration_minutes").notNull(),
    beforeMinutes: int("before_minutes").notNull(),
    afterMinutes: int("after_minutes").notNull(),
    /** Minutes between starts, or null where `startsAt` lists them. */
    startsEvery: int("starts_every"),
    startsAt: json<readonly string[]>("starts_at"),
    capacity: int("capacity").notNull(),
    whereKind: mysqlEnum("where_kind", ["place", "online", "client"]).$type<Service["where"]["kind"]>().notNull(),
    whereWords: varchar("where_words", { length: 300 }).notNull(),
    online: boolean("online").notNull(),
    soldFrom: date("sold_from"),
    soldTo: date("sold_to"),
    perDay: int("per_day"),
    confirm: mysqlEnum("confirm", ["atOnce", "approval", "payment"]).$type<Service["confirm"]>().notNull(),
    leads: json<readonly string[]>("leads").notNull(),
    price: int("price"),
    earlierPrice: int("earlier_price"),
    /** Thousandths of a per cent; null is no tax. */
    taxRate: int("tax_rate"),
    taxIncluded: boolean("tax_included").notNull(),
    terms: text("terms").notNull(),
    screening: json<readonly Screening[]>("screening").notNull(),
    reminderHours: int("reminder_hours"),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.id] })],
);

/** The dates of courses: one row a date of a run. */
export const bookingCourseDates = mysqlTable(
  "booking_course_dates",
  {
    siteId: siteId(),
    serviceId: id("service_id"),
    run: int("run").notNull(),
    position: position(),
    at: wall("at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.serviceId, table.run, table.position] })],
);

/** Which resources can fill each set of a service. */
export const bookingNeeds = mysqlTable(
  "booking_needs",
  {
    siteId: siteId(),
    serviceId: id("service_id"),
    set: int("set_position").notNull(),
    name: varchar("name", { length: 80 }).notNull(),
    position: position(),
    resourceId: id("resource_id"),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.serviceId, table.set, table.position] })],
);

export const bookingQuestions = mysqlTable(
  "booking_questions",
  {
    siteId: siteId(),
    serviceId: id("service_id"),
    position: position(),
    key: varchar("question_key", { length: 31 }).notNull(),
    kind: mysqlEnum("kind", ["words", "number", "choice", "several", "tick", "date"])
      .$type<Question["kind"]>()
      .notNull(),
    label: varchar("label", { length: 200 }).notNull(),
    required: boolean("required").notNull(),
    /** What the kind has besides: options, or the least and most of a number. */
    limits: json<Partial<Question>>("limits").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.serviceId, table.position] })],
);

export const bookingResources = mysqlTable(
  "booking_resources",
  {
    siteId: siteId(),
    id: id(),
    position: position(),
    placeId: id("place_id"),
    kind: mysqlEnum("kind", ["person", "room", "thing"]).$type<"person" | "room" | "thing">().notNull(),
    name: varchar("name", { length: 120 }).notNull(),
    /** Open around the clock: no weekly spans. */
    always: boolean("always").notNull(),
    daysAhead: int("days_ahead"),
    noticeKind: mysqlEnum("notice_kind", ["none", "hours", "nextDay"]).$type<Notice["kind"]>().notNull(),
    noticeHours: int("notice_hours"),
    shownPerHalfDay: int("shown_per_half_day"),
    perDay: int("per_day"),
    cancelHours: int("cancel_hours").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.id] })],
);

/** Weekly spans, open or kept back. */
export const bookingHours = mysqlTable(
  "booking_hours",
  {
    siteId: siteId(),
    resourceId: id("resource_id"),
    kind: mysqlEnum("kind", ["open", "keptBack"]).$type<"open" | "keptBack">().notNull(),
    position: position(),
    weekdays: json<readonly number[]>("weekdays").notNull(),
    from: time("starts").notNull(),
    to: time("ends").notNull(),
    validFrom: date("valid_from"),
    validTo: date("valid_to"),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.resourceId, table.kind, table.position] })],
);

export const bookingExceptions = mysqlTable(
  "booking_exceptions",
  {
    siteId: siteId(),
    resourceId: id("resource_id"),
    position: position(),
    date: date("date").notNull(),
    spans: json<readonly DaySpan[]>("spans").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.resourceId, table.position] })],
);

export const bookingTimeOff = mysqlTable(
  "booking_time_off",
  {
    siteId: siteId(),
    resourceId: id("resource_id"),
    position: position(),
    from: wall("starts").notNull(),
    to: wall("ends").notNull(),
    words: varchar("words", { length: 200 }).notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.resourceId, table.position] })],
);

/** How a resource serves a service where it differs. */
export const bookingOffers = mysqlTable(
  "booking_offers",
  {
    siteId: siteId(),
    resourceId: id("resource_id"),
    serviceId: id("service_id"),
    position: position(),
    does: boolean("does").notNull(),
    durationMinutes: int("duration_minutes"),
    beforeMinutes: int("before_minutes"),
    afterMinutes: int("after_minutes"),
    price: int("price"),
    earlierPrice: int("earlier_price"),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.resourceId, table.serviceId] })],
);

export const bookingPrices = mysqlTable(
  "booking_prices",
  {
    siteId: siteId(),
    id: id(),
    position: position(),
    priority: int("priority").notNull(),
    serviceId: varchar("service_id", { length: 40 }),
    resourceId: varchar("resource_id", { length: 40 }),
    weekdays: json<NonNullable<PriceRule["weekdays"]>>("weekdays"),
    hoursFrom: time("hours_from"),
    hoursTo: time("hours_to"),
    datesFrom: date("dates_from"),
    datesTo: date("dates_to"),
    seatsFrom: int("seats_from"),
    seatsTo: int("seats_to"),
    price: int("price").notNull(),
    earlierPrice: int("earlier_price"),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.id] })],
);

/** Bookings of the same service, start and resources share a session and its seats. */
export const bookingSessions = mysqlTable(
  "booking_sessions",
  {
    id: varchar("id", { length: 24 }).primaryKey(),
    siteId: siteId(),
    serviceId: id("service_id"),
    startsAt: instant("starts_at").notNull(),
    endsAt: instant("ends_at").notNull(),
    /** Ids of the resources in order, joined: equal for those that can share. */
    resources: varchar("resources", { length: 180 }).notNull(),
    capacity: int("capacity").notNull(),
    seatsTaken: int("seats_taken").notNull(),
  },
  (table) => [
    unique("booking_sessions_once").on(table.siteId, table.serviceId, table.startsAt, table.resources),
    index("booking_sessions_time").on(table.siteId, table.startsAt),
    check("booking_seats", sql`seats_taken between 1 and capacity`),
  ],
);

/** The time a session takes of each of its resources, tidy-up included. No two of a resource overlap: see the migration. */
export const bookingOccupancies = mysqlTable(
  "booking_occupancies",
  {
    siteId: siteId(),
    sessionId: varchar("session_id", { length: 24 }).notNull(),
    resourceId: id("resource_id"),
    from: utcTime("occupied_from").notNull(),
    to: utcTime("occupied_to").notNull(),
  },
  (table) => [primaryKey({ columns: [table.sessionId, table.resourceId] })],
);

export const bookings = mysqlTable(
  "bookings",
  {
    id: varchar("id", { length: 24 }).primaryKey(),
    siteId: siteId(),
    /** The calendar it came through; null is by hand. */
    widgetId: varchar("widget_id", { length: 40 }),
    placeId: id("place_id"),
    serviceId: id("service_id"),
    /** As the service was called when it was booked. */
    serviceName: varchar("service_name", { length: 120 }).notNull(),
    state: mysqlEnum("state", bookingStates).notNull(),
    attendance: mysqlEnum("attendance", ["came", "didNotCome"]),
    /** While held or waiting for payment: when it ends by itself. */
    endsByItselfAt: instant("ends_by_itself_at"),
    /** The first date's start. */
    startsAt: instant("starts_at").notNull(),
    endsAt: instant("ends_at").notNull(),
    /** Every date with its end, in ms: what a cancelled course still has to list. */
    dates: json<readonly { readonly start: number; readonly end: number }[] | null>("dates"),
    /** Whose hold it is: a keyed hash of the network address, so that nobody keeps a whole week. */
    heldBy: varchar("held_by", { length: 32 }),
    /** In the order of the service's sets; the first leads. */
    resources: json<readonly string[]>("resources").notNull(),
    seats: int("seats").notNull(),
    name: varchar("name", { length: 120 }).notNull(),
    email: varchar("email", { length: 254 }).notNull(),
    phone: varchar("phone", { length: 40 }).notNull(),
    language: varchar("language", { length: 35 }).notNull(),
    /** The client's own zone, for their letters. */
    zone: varchar("zone", { length: 60 }).notNull(),
    answers: json<Answers>("answers").notNull(),
    /** The terms agreed to, as they stood that day. */
    terms: text("terms").notNull(),
    bill: json<Bill>("bill"),
    /** The hours before the start until which the client may move or cancel, as it was agreed. */
    cancelHours: int("cancel_hours").notNull(),
    /** Rises with every change that a calendar has to follow. */
    sequence: int("sequence").notNull().default(0),
    paymentReference: varchar("payment_reference", { length: 60 }).unique(),
    /** Money that came for a booking that could no longer be kept. */
    refundDue: boolean("refund_due").notNull().default(false),
    createdAt: instant("created_at").notNull(),
    changedAt: instant("changed_at").notNull(),
  },
  (table) => [
    index("bookings_time").on(table.siteId, table.startsAt),
    index("bookings_ending").on(table.state, table.endsByItselfAt),
    index("bookings_email").on(table.siteId, table.email),
    index("bookings_held").on(table.siteId, table.heldBy),
  ],
);

/** The dates of a booking while it takes time; a course has several. */
export const bookingDates = mysqlTable(
  "booking_dates",
  {
    siteId: siteId(),
    bookingId: varchar("booking_id", { length: 24 }).notNull(),
    position: position(),
    sessionId: varchar("session_id", { length: 24 }).notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.bookingId, table.position] }),
    index("booking_dates_session").on(table.sessionId),
  ],
);

/** Who changed what, when, from what to what. */
export const bookingHistory = mysqlTable(
  "booking_history",
  {
    siteId: siteId(),
    bookingId: varchar("booking_id", { length: 24 }).notNull(),
    position: position(),
    at: instant("at").notNull(),
    /** A member's id, "client", "payment" or "time". */
    by: varchar("changed_by", { length: 24 }).notNull(),
    what: varchar("what", { length: 40 }).notNull(),
    before: json<Record<string, unknown>>("was").notNull(),
    after: json<Record<string, unknown>>("became").notNull(),
  },
  (table) => [primaryKey({ columns: [table.bookingId, table.position] })],
);

/** Answers already given, by the caller's Idempotency-Key. */
export const bookingRequests = mysqlTable(
  "booking_requests",
  {
    siteId: siteId(),
    key: varchar("request_key", { length: 80 }).notNull(),
    /** Hash of what was asked: the same key for something else is a mistake. */
    asked: varchar("asked", { length: 64 }).notNull(),
    status: int("status").notNull(),
    answer: json<unknown>("answer"),
    createdAt: instant("created_at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.key] }), index("booking_requests_age").on(table.createdAt)],
);

/** Events of the payment service that were taken in: each counts once. */
export const paymentEvents = mysqlTable(
  "payment_events",
  {
    siteId: siteId(),
    eventId: varchar("event_id", { length: 60 }).notNull(),
    bookingId: varchar("booking_id", { length: 24 }).notNull(),
    outcome: varchar("outcome", { length: 40 }).notNull(),
    at: instant("at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.eventId] })],
);
