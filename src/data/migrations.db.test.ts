// A database of an earlier version comes to the newest with everything that was in it.
import { cpSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { createConnection } from "mysql2/promise";
import { nanoid } from "nanoid";
import type { BookingSetUp } from "@/core/booking/booking";
import { setUpFaults } from "@/core/booking/rules/references";
import { bookingSetUpSchema } from "@/core/booking/rules/schema";
import { connectorSettingsSchema } from "@/core/payment/schema";
import { loadSetUp } from "./booking/set-up";
import { connect, migrateTo } from "./connection";
import { paymentConnectors, payments } from "./payment/tables";
import { shopOrders, shopOrderTaxes } from "./shop/tables";

const folder = "src/data/migrations";

/** The migrations up to one, as a folder of their own. */
function migrationsUpTo(tag: string): string {
  const some = mkdtempSync(join(tmpdir(), "webitor-migrations-"));
  cpSync(folder, some, { recursive: true });
  const journal = join(some, "meta/_journal.json");
  const all = JSON.parse(readFileSync(journal, "utf8")) as { entries: { tag: string }[] };
  const last = all.entries.findIndex((entry) => entry.tag === tag);
  writeFileSync(journal, JSON.stringify({ ...all, entries: all.entries.slice(0, last + 1) }));
  return some;
}

/** A text as the database reads it in a statement. */
const literal = (value: string): string => `'${value.replaceAll("\\", "\\\\").replaceAll("'", "''")}'`;

const rows: readonly string[] = [
  "insert into booking_versions (site_id, set_up, diary) values ('s', 7, 12), ('bare', 1, 1)",
  `insert into booking_places (site_id, id, position, name, address, zone, notify, notice, allowed_sites) values
    ('s', 'shed', 0, 'The “shed”', 'Lower Quay', 'Europe/Dublin', 'x@y.example', '', '["https://fair.example"]')`,
  `insert into booking_closures (site_id, place_id, position, kind, starts, ends, words) values
    ('s', 'shed', 1, 'yearly', '12-24', '01-02', 'Winter'), ('s', 'shed', 0, 'date', '2026-03-17', '2026-03-17', 'Parade'),
    ('s', 'shed', 2, 'span', '2026-05-01T12:00', '2026-05-02T09:00', '')`,
  `insert into booking_services (site_id, id, position, place_id, name, words, category, duration_minutes, before_minutes,
      after_minutes, starts_every, starts_at, capacity, where_kind, where_words, online, sold_from, sold_to, per_day, confirm,
      leads, price, earlier_price, tax_rate, tax_included, terms, screening, reminder_hours) values
    ('s', 'course', 1, 'shed', 'Course', '', '', 120, 0, 15, null, '["18:30"]', 8, 'place', '', 0, '2026-01-01', null, null,
      'approval', '[]', null, null, null, 0, '', '[]', null),
    ('s', 'throw', 0, 'shed', 'First throw', 'Clay', 'Wheel', 90, 10, 20, 30, null, 1, 'place', '', 1, null, null, 4,
      'payment', '["never touched clay"]', 4800, 5200, 13500, 1, 'Be there',
      '[{"question":"hands","refuses":["Neither"],"words":"Ring us"}]', 24)`,
  `insert into booking_course_dates (site_id, service_id, run, position, at) values
    ('s', 'course', 1, 0, '2026-06-01T18:30'), ('s', 'course', 1, 1, '2026-06-08T18:30'), ('s', 'course', 0, 1, '2026-03-12T18:30'),
    ('s', 'course', 0, 0, '2026-03-05T18:30')`,
  `insert into booking_needs (site_id, service_id, set_position, name, position, resource_id) values
    ('s', 'throw', 1, 'Wheel', 0, 'wheel'), ('s', 'throw', 0, 'Tutor', 1, 'ines'), ('s', 'throw', 0, 'Tutor', 0, 'maren'),
    ('s', 'course', 0, 'Tutor', 0, 'maren')`,
  `insert into booking_questions (site_id, service_id, position, question_key, kind, label, required, limits) values
    ('s', 'throw', 1, 'age', 'number', 'Age', 0, '{"min":8,"max":null}'),
    ('s', 'throw', 0, 'hands', 'choice', 'Hands', 1, '{"options":["Left","Neither"]}')`,
  `insert into booking_resources (site_id, id, position, place_id, kind, name, always, days_ahead, notice_kind, notice_hours,
      shown_per_half_day, per_day, cancel_hours) values
    ('s', 'maren', 0, 'shed', 'person', 'Maren', 0, 90, 'hours', 4, 3, 5, 48),
    ('s', 'ines', 1, 'shed', 'person', 'Ines', 0, null, 'nextDay', null, null, null, 0),
    ('s', 'wheel', 2, 'shed', 'thing', 'Wheel', 1, null, 'none', null, null, null, 0)`,
  `insert into booking_hours (site_id, resource_id, kind, position, weekdays, starts, ends, valid_from, valid_to) values
    ('s', 'maren', 'open', 0, '[1,2]', '09:00', '17:00', null, '2026-12-31'),
    ('s', 'maren', 'keptBack', 0, '[1]', '09:00', '10:00', null, null)`,
  `insert into booking_exceptions (site_id, resource_id, position, date, spans) values
    ('s', 'maren', 0, '2026-04-06', '[]'), ('s', 'maren', 1, '2026-04-07', '[{"from":"10:00","to":"12:00"}]')`,
  `insert into booking_time_off (site_id, resource_id, position, starts, ends, words) values
    ('s', 'ines', 0, '2026-07-01T00:00', '2026-07-15T00:00', 'Away')`,
  `insert into booking_offers (site_id, resource_id, service_id, position, does, duration_minutes, before_minutes,
      after_minutes, price, earlier_price) values
    ('s', 'maren', 'throw', 0, 1, 75, 5, 5, 4400, null), ('s', 'ines', 'throw', 0, 0, null, null, null, null, null)`,
  `insert into booking_prices (site_id, id, position, priority, service_id, resource_id, weekdays, hours_from, hours_to,
      dates_from, dates_to, seats_from, seats_to, price, earlier_price) values
    ('s', 'evening', 0, 5, 'throw', null, '[5]', '17:00', '24:00', null, null, 2, 4, 5000, null)`,
];

const wanted: BookingSetUp = {
  places: [
    {
      id: "shed",
      name: "The “shed”",
      address: "Lower Quay",
      zone: "Europe/Dublin",
      notify: "x@y.example",
      closures: [
        { kind: "date", date: "2026-03-17", words: "Parade" },
        { kind: "yearly", from: "12-24", to: "01-02", words: "Winter" },
        { kind: "span", from: "2026-05-01T12:00", to: "2026-05-02T09:00", words: "" },
      ],
      notice: "",
      allowedSites: ["https://fair.example"],
    },
  ],
  services: [
    {
      id: "throw",
      place: "shed",
      name: "First throw",
      words: "Clay",
      category: "Wheel",
      durationMinutes: 90,
      tidyUp: { beforeMinutes: 10, afterMinutes: 20 },
      starts: { everyMinutes: 30 },
      capacity: 1,
      where: { kind: "place", words: "" },
      online: true,
      sold: { from: null, to: null },
      perDay: 4,
      confirm: "payment",
      course: null,
      leads: ["never touched clay"],
      needs: [
        { name: "Tutor", oneOf: ["maren", "ines"] },
        { name: "Wheel", oneOf: ["wheel"] },
      ],
      price: { amount: 4800, earlier: 5200 },
      tax: { percent: 13.5, included: true },
      questions: [
        { key: "hands", kind: "choice", label: "Hands", required: true, options: ["Left", "Neither"] },
        { key: "age", kind: "number", label: "Age", required: false, min: 8, max: null },
      ],
      terms: "Be there",
      screening: [{ question: "hands", refuses: ["Neither"], words: "Ring us" }],
      reminderHours: 24,
    },
    {
      id: "course",
      place: "shed",
      name: "Course",
      words: "",
      category: "",
      durationMinutes: 120,
      tidyUp: { beforeMinutes: 0, afterMinutes: 15 },
      starts: { at: ["18:30"] },
      capacity: 8,
      where: { kind: "place", words: "" },
      online: false,
      sold: { from: "2026-01-01", to: null },
      perDay: null,
      confirm: "approval",
      course: [
        ["2026-03-05T18:30", "2026-03-12T18:30"],
        ["2026-06-01T18:30", "2026-06-08T18:30"],
      ],
      leads: [],
      needs: [{ name: "Tutor", oneOf: ["maren"] }],
      price: null,
      tax: null,
      questions: [],
      terms: "",
      screening: [],
      reminderHours: null,
    },
  ],
  resources: [
    {
      id: "maren",
      place: "shed",
      kind: "person",
      name: "Maren",
      week: [{ weekdays: [1, 2], from: "09:00", to: "17:00", validFrom: null, validTo: "2026-12-31" }],
      exceptions: [
        { date: "2026-04-06", spans: [] },
        { date: "2026-04-07", spans: [{ from: "10:00", to: "12:00" }] },
      ],
      timeOff: [],
      keptBack: [{ weekdays: [1], from: "09:00", to: "10:00", validFrom: null, validTo: null }],
      daysAhead: 90,
      notice: { kind: "hours", hours: 4 },
      shownPerHalfDay: 3,
      perDay: 5,
      cancelHours: 48,
      offers: [
        {
          service: "throw",
          does: true,
          durationMinutes: 75,
          tidyUp: { beforeMinutes: 5, afterMinutes: 5 },
          price: { amount: 4400, earlier: null },
        },
      ],
    },
    {
      id: "ines",
      place: "shed",
      kind: "person",
      name: "Ines",
      week: [],
      exceptions: [],
      timeOff: [{ from: "2026-07-01T00:00", to: "2026-07-15T00:00", words: "Away" }],
      keptBack: [],
      daysAhead: null,
      notice: { kind: "nextDay" },
      shownPerHalfDay: null,
      perDay: null,
      cancelHours: 0,
      offers: [{ service: "throw", does: false, durationMinutes: null, tidyUp: null, price: null }],
    },
    {
      id: "wheel",
      place: "shed",
      kind: "thing",
      name: "Wheel",
      week: null,
      exceptions: [],
      timeOff: [],
      keptBack: [],
      daysAhead: null,
      notice: { kind: "none" },
      shownPerHalfDay: null,
      perDay: null,
      cancelHours: 0,
      offers: [],
    },
  ],
  prices: [
    {
      id: "evening",
      priority: 5,
      service: "throw",
      resource: null,
      weekdays: [5],
      hours: { from: "17:00", to: "24:00" },
      dates: null,
      seats: { from: 2, to: 4 },
      price: { amount: 5000, earlier: null },
    },
  ],
};

/** A database at an earlier migration with some rows, brought to the newest; `look` is what is there then. */
async function brought<T>(
  from: string,
  some: readonly string[],
  look: (reach: ReturnType<typeof connect>) => Promise<T>,
) {
  const owner = process.env.WEBITOR_TEST_DATABASE_OWNER ?? "";
  const name = `t_${nanoid(10).replace(/[^\w]/g, "").toLowerCase()}`;
  const admin = await createConnection({ uri: owner });
  await admin.query(`create database \`${name}\` character set utf8mb4 collate utf8mb4_bin`);
  const before = migrationsUpTo(from);
  const reach = connect(`${owner}/${name}`, 2);
  try {
    await migrateTo(`${owner}/${name}`, before);
    for (const row of some) await reach.pool.query(row);
    await migrateTo(`${owner}/${name}`, folder);
    return await look(reach);
  } finally {
    await reach.pool.end();
    await admin.query(`drop database \`${name}\``);
    await admin.end();
    rmSync(before, { recursive: true });
  }
}

test("what can be booked becomes a document with all that stood in rows, at the version that counts", () =>
  brought("0010_job_results", rows, async ({ db }) => {
    const setUp = await loadSetUp(db, "s");
    expect(setUp).toEqual(wanted);
    // It is what could be written today.
    expect(bookingSetUpSchema.validate(setUp).error).toBeUndefined();
    expect(setUpFaults(setUp as BookingSetUp)).toEqual([]);
    expect(await loadSetUp(db, "bare")).toBeUndefined();
  }));

const total = {
  ...{ net: 2927, tax: 673, gross: 3600 },
  taxes: [
    { rate: 23_000, owedTo: "IE", net: 2439, tax: 561 },
    { rate: 13_500, owedTo: "IE", net: 488, tax: 112 },
  ],
};
const shopOfBefore = {
  payments: [
    { by: "transfer", on: true, words: "Within “seven” days." },
    { by: "invoice", on: false, words: "" },
  ],
};
const ofBefore: readonly string[] = [
  `insert into widgets (site_id, id, kind, name, settings, position, revision, changed_at)
    values ('s', 'w', 'shop', 'Shop', ${literal(JSON.stringify(shopOfBefore))}, 0, 0, 0)`,
  `insert into shop_orders (site_id, id, number, once, state, email, name, language, currency, to_pay, paid, document, created_at, changed_at)
    values ('s', 'o', 'W-1', 'x', 'paid', '', '', 'en', 'EUR', 3600, 3600, ${literal(JSON.stringify({ total }))}, ${Date.parse("2026-03-05T12:00:00Z")}, 0)`,
  `insert into shop_charges (site_id, id, order_id, paid_by, state, amount, refunds, changed_at)
    values ('s', 'c', 'o', 'transfer', 'captured', 3600, '{"r1":500}', 7)`,
];

test("ways to pay become the site’s, money that came stays known with what went back, and books have their tax", () =>
  brought("0030_shop_imports", ofBefore, async ({ db }) => {
    const kept = await db.select().from(payments);
    expect(kept).toMatchObject([
      {
        ...{ id: "c", of: "order", target: "o", connector: "transfer", state: "captured", amount: 3600, asked: 3600 },
        ...{ currency: "EUR", refunds: { r1: 500 }, returned: ["r1"], open: null },
      },
    ]);
    const ways = await db.select().from(paymentConnectors).orderBy(paymentConnectors.kind);
    expect(ways.map(({ kind, on, settings }) => [kind, on, settings.words])).toEqual([
      ["transfer", true, "Within “seven” days."],
      ["invoice", false, ""],
    ]);
    // It is what could be written today.
    for (const { settings } of ways) expect(connectorSettingsSchema.validate(settings).error).toBeUndefined();
    const [order] = await db.select().from(shopOrders);
    expect(order).toMatchObject({ day: "2026-03-05", issuedAt: null, invoicedAt: null });
    const taxes = await db.select().from(shopOrderTaxes).orderBy(shopOrderTaxes.position);
    expect(taxes.map(({ rate, owedTo, net, tax }) => ({ rate, owedTo, net, tax }))).toEqual(total.taxes);
  }));
