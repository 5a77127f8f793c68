// What can be booked, as rows; and bookings with the time they take. That a resource serves nobody twice is a rule of
// the database itself (see the migration: a period WITHOUT OVERLAPS, and a check on seats), not only of the code.

import { sql } from "drizzle-orm";
import {
  bigint,
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
import type { BookingSetUp } from "@/core/booking/booking";
import type { Bill } from "@/core/booking/money/price";
import { bookingStates } from "@/core/booking/rules/state";
import type { Answers } from "@/core/booking/words/answers";
import {
  changedAt,
  createdAt,
  email,
  ownId as id,
  idOf,
  instant,
  json,
  language,
  rowId,
  siteId,
  utcTime,
} from "../columns";
import { personal } from "../personal";

const position = () => int("position").notNull();
const _date = (name: string) => varchar(name, { length: 10 });
const _wall = (name: string) => varchar(name, { length: 16 });
const _time = (name: string) => varchar(name, { length: 5 });

/** One row a site: raised by every change, so that what was worked out from it can be told from what is true now. */
export const bookingVersions = mysqlTable("booking_versions", {
  siteId: varchar("site_id", { length: 24 }).primaryKey(),
  /** Of the set-up. Bookings hold it while they are made: hours can't be taken away under them. */
  setUp: int("set_up").notNull().default(0),
  /** Of everything that availability depends on: set-up, bookings, busy time from outside. */
  diary: int("diary").notNull().default(0),
});

/**
 * The set-up of a site, a document a version: it is read whole and replaced whole, and no query asks for a part of it. The
 * one that counts is that of `bookingVersions`; the ones before it are kept for a while.
 */
export const bookingSetUps = mysqlTable(
  "booking_set_ups",
  {
    siteId: siteId(),
    version: int("version").notNull(),
    document: json<BookingSetUp>("document").notNull(),
    createdAt: createdAt(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.version] })],
);

/** Bookings of the same service, start and resources share a session and its seats. */
export const bookingSessions = mysqlTable(
  "booking_sessions",
  {
    id: rowId(),
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
    sessionId: idOf("session_id"),
    resourceId: id("resource_id"),
    from: utcTime("occupied_from").notNull(),
    to: utcTime("occupied_to").notNull(),
  },
  (table) => [primaryKey({ columns: [table.sessionId, table.resourceId] })],
);

export const bookings = mysqlTable(
  "bookings",
  {
    id: rowId(),
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
    email: email(),
    phone: varchar("phone", { length: 40 }).notNull(),
    /** Where text messages go, in E.164; null for none. */
    textsTo: varchar("texts_to", { length: 16 }),
    language: language(),
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
    /** Minor units that are paid before it holds, and what cancelling it late costs, as they were agreed; null for none. */
    payNow: bigint("pay_now", { mode: "number" }),
    lateFee: bigint("late_fee", { mode: "number" }),
    /** What was paid, what cancelling it late cost, and what was given back. */
    paid: bigint("paid", { mode: "number" }).notNull().default(0),
    fee: bigint("fee", { mode: "number" }).notNull().default(0),
    givenBack: bigint("given_back", { mode: "number" }).notNull().default(0),
    paymentReference: varchar("payment_reference", { length: 60 }).unique(),
    /** Whether something of what was paid is still to be given back. */
    refundDue: boolean("refund_due").notNull().default(false),
    createdAt: createdAt(),
    changedAt: changedAt(),
  },
  (table) => [
    index("bookings_time").on(table.siteId, table.startsAt),
    index("bookings_ending").on(table.state, table.endsByItselfAt),
    index("bookings_email").on(table.siteId, table.email),
    index("bookings_held").on(table.siteId, table.heldBy),
  ],
);
// The time of a booking stays taken; whose it was is forgotten.
personal(bookings, {
  counted: "bookings",
  by: ["email"],
  forgets: { name: "", email: "", phone: "", textsTo: null, heldBy: null, answers: {} },
});

/** The dates of a booking while it takes time; a course has several. */
export const bookingDates = mysqlTable(
  "booking_dates",
  {
    siteId: siteId(),
    bookingId: idOf("booking_id"),
    position: position(),
    sessionId: idOf("session_id"),
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
    bookingId: idOf("booking_id"),
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
/** What in a booking's history is somebody's: their details, and words that were written about it. */
const ofAPerson = new Set(["name", "email", "phone", "textsTo", "answers", "words"]);
const withoutPerson = (then: Record<string, unknown>) =>
  Object.fromEntries(Object.entries(then).filter(([key]) => !ofAPerson.has(key)));
personal(bookingHistory, {
  of: { table: bookings, here: "bookingId", there: "id" },
  forgets: { before: withoutPerson, after: withoutPerson },
});

/** What a business notes of a client, found by their mail address. */
export const clientNotes = mysqlTable(
  "client_notes",
  {
    siteId: siteId(),
    id: varchar("id", { length: 24 }).notNull(),
    email: email(),
    words: varchar("words", { length: 1000 }).notNull(),
    /** Name of the member who wrote it, as it was. */
    author: varchar("author", { length: 120 }).notNull(),
    createdAt: createdAt(),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.id] }),
    index("client_notes_email").on(table.siteId, table.email, table.createdAt),
  ],
);
personal(clientNotes, { counted: "bookings", by: ["email"], forgets: "row" });

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
    createdAt: createdAt(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.key] }), index("booking_requests_age").on(table.createdAt)],
);
personal(bookingRequests, { named: ["answer"], forgets: "row" });
