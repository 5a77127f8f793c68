// Ways to be paid that a site has set up, every payment with what happened to it, and what the payment stand-in keeps for itself.

import { bigint, boolean, index, mysqlEnum, mysqlTable, primaryKey, unique, varchar } from "drizzle-orm/mysql-core";
import { chargeStates } from "@/core/payment/charge";
import { type ConnectorSettings, connectorKinds, paidThings, paymentModes } from "@/core/payment/connectors";
import { changedAt, createdAt, currency, idOf, instant, json, minor, ownId, revision, rowId, siteId } from "../columns";

/** One way to be paid of a site. */
export const paymentConnectors = mysqlTable(
  "payment_connectors",
  {
    siteId: siteId(),
    kind: mysqlEnum("kind", connectorKinds).notNull(),
    on: boolean("is_on").notNull().default(false),
    mode: mysqlEnum("mode", paymentModes).notNull().default("test"),
    settings: json<ConnectorSettings>("settings").notNull(),
    /** Keys of each mode, sealed with the installation's secret; null for none. */
    testKeys: varchar("test_keys", { length: 800 }),
    liveKeys: varchar("live_keys", { length: 800 }),
    /** Of what it was set up with when a try went through: without that it can't be switched on. */
    tried: varchar("tried", { length: 64 }).notNull().default(""),
    triedAt: instant("tried_at"),
    revision: revision(),
    changedAt: changedAt(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.kind] })],
);

/** What payments are for; "trial" is for nothing but trying. */
export const paymentTargets = [...paidThings, "trial"] as const;

/** Money that was asked for, that came, and what of it went back. */
export const payments = mysqlTable(
  "payments",
  {
    siteId: siteId(),
    /** What a payment service is told as ours, and what makes it one payment however often it is opened. */
    id: rowId(),
    of: mysqlEnum("payment_of", paymentTargets).notNull(),
    target: varchar("target", { length: 24 }).notNull(),
    connector: mysqlEnum("connector", connectorKinds).notNull(),
    mode: mysqlEnum("mode", paymentModes).notNull(),
    state: mysqlEnum("state", chargeStates).notNull(),
    /** Minor units that were asked for. */
    asked: minor("asked"),
    /** Minor units that were taken. */
    amount: bigint("amount", { mode: "number" }).notNull().default(0),
    currency: currency(),
    why: varchar("why", { length: 60 }).notNull().default(""),
    /** What is given back, by the id of the refund; `returned` are those that a service has confirmed. */
    refunds: json<Readonly<Record<string, number>>>("refunds").notNull(),
    returned: json<readonly string[]>("returned").notNull(),
    /** As the payment service calls it, and where its payer pays; "" until it is known there. */
    known: varchar("known_as", { length: 60 }).notNull().default(""),
    /** True while it may still be paid, null afterwards: of one thing only one payment is open at a time. */
    open: boolean("is_open"),
    createdAt: createdAt(),
    changedAt: changedAt(),
  },
  (table) => [
    unique("payments_open").on(table.siteId, table.of, table.target, table.open),
    index("payments_target").on(table.siteId, table.of, table.target, table.createdAt),
    index("payments_time").on(table.siteId, table.createdAt),
  ],
);

/** Everything that happened to a payment, in real time. */
export const paymentSteps = mysqlTable(
  "payment_steps",
  {
    siteId: siteId(),
    id: bigint("id", { mode: "number" }).autoincrement().primaryKey(),
    paymentId: idOf("payment_id"),
    at: instant("at").notNull(),
    what: varchar("what", { length: 24 }).notNull(),
    details: json<Readonly<Record<string, string | number>>>("details").notNull(),
  },
  (table) => [index("payment_steps_payment").on(table.siteId, table.paymentId, table.id)],
);

/** What the payment stand-in keeps: nobody but it reads this. */
export const standInRecords = mysqlTable(
  "stand_in_records",
  {
    of: varchar("record_of", { length: 12 }).notNull(),
    id: ownId(),
    document: json<unknown>("document").notNull(),
  },
  (table) => [primaryKey({ columns: [table.of, table.id] })],
);
