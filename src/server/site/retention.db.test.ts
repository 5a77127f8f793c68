// How long what visitors sent is kept: the setting, who may change it, and the night that carries it out.
import { eq } from "drizzle-orm";
import { newConsent } from "@/core/consent/consent";
import { retentionBounds, usualRetention } from "@/core/site/retention";
import { securityEvents } from "@/data/account/tables";
import { bookingDates, bookingHistory, bookingOccupancies, bookingSessions, bookings } from "@/data/booking/tables";
import { consents, consentVersions } from "@/data/consent/tables";
import { jobs } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { signups } from "@/data/popup/tables";
import { findSite } from "@/data/site/queries";
import { publicApi, withClock } from "../booking/api.test-kit";
import type { Context } from "../context";
import type { Problem } from "../problem";
import { note } from "../security/events";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { beginSweeping, sweep } from "./retention";

let studio: TestStudio;
let siteId: string;
const now = new Date("2026-03-05T18:40:00Z");
const days = (count: number) => new Date(now.getTime() + count * 86_400_000);
let context: Context & { set(moment: string): void };
beforeAll(async () => {
  studio = await testStudio("released");
  context = withClock(studio.context, now.toISOString());
  siteId = (await findSite(context.db, "wrenfield"))?.id ?? "";
});
afterAll(() => studio.close());

const site = { site: "wrenfield" };

test("has defaults, bounds said at the field, and is an owner's to change", async () => {
  expect(await studio.as("designer", "retention.read", site)).toEqual(usualRetention);
  const change = (who: "owner" | "designer", more: object) =>
    studio.as(who, "retention.change", { ...site, retention: { ...usualRetention, ...more } });
  await expect(change("designer", {})).rejects.toMatchObject({ status: 403 });
  await expect(change("owner", { signups: 5 })).rejects.toMatchObject({
    fields: [{ path: "retention.signups", message: "Between 30 and 3650 days are possible." }],
  } satisfies Partial<Problem>);
  await change("owner", { letters: 30 });
  expect(await studio.as("designer", "retention.read", site)).toEqual({ ...usualRetention, letters: 30 });
  expect(retentionBounds.log.least).toBeGreaterThanOrEqual(90);
});

test("the night clears away what was kept long enough, and nothing else", async () => {
  const { db } = context;
  await db.delete(mails);
  const signup = (id: string, state: "waiting" | "confirmed" | "withdrawn", createdAt: Date) => ({
    id,
    siteId,
    widgetId: "letters",
    email: `${id}@post.example`,
    name: "Somebody",
    answers: { email: `${id}@post.example` },
    state,
    page: "/classes",
    language: "en",
    consent: "agreed",
    createdAt,
    withdrawnAt: state === "withdrawn" ? createdAt : null,
  });
  await db
    .insert(signups)
    .values([
      signup("new-waiting", "waiting", days(-29)),
      signup("old-waiting", "waiting", days(-31)),
      signup("new", "confirmed", days(-1090)),
      signup("old", "confirmed", days(-1100)),
      signup("gone", "withdrawn", days(-1100)),
      ...Array.from({ length: 1200 }, (_, nth) => signup(`many${nth}`, "confirmed", days(-2000))),
    ]);
  const letter = (id: string, createdAt: Date, of: string | null = siteId) => ({
    id,
    siteId: of,
    sender: "a@b.example",
    recipient: "c@d.example",
    subject: "x",
    text: "x",
    html: "x",
    withdrawUrl: "",
    state: "outbox" as const,
    createdAt,
  });
  await db.insert(mails).values([letter("l1", days(-29)), letter("l2", days(-31)), letter("l3", days(-31), null)]);
  for (const [at, kind] of [
    [days(-360), "signIn"],
    [days(-370), "signOutEverywhere"],
  ] as const)
    await note({ ...context, now: () => at }, { kind, siteId, studioId: studio.studioId, address: "192.0.2.1" });
  const choice = (id: string, version: string, at: Date) => ({
    siteId,
    id,
    widgetId: "w",
    at,
    region: "eu" as const,
    rule: "eu" as const,
    given: [],
    version,
    how: "refuse",
    language: "en",
  });
  await db.insert(consents).values([choice("c-new", "v2", days(-1090)), choice("c-old", "v1", days(-1100))]);
  await db
    .insert(consentVersions)
    .values(["v1", "v2", "v3"].map((version) => ({ siteId, version, settings: newConsent, at: days(-1200) })));
  await db.insert(consentVersions).values({ siteId, version: "v4", settings: newConsent, at: days(-1190) });
  const api = publicApi(context);
  const booked = await api.book("open-bench", "2026-03-10T10:00", { answers: { before: "Yes" } });
  expect(booked.status).toBe(201);
  const kept = async () => (await db.select().from(bookings).where(eq(bookings.siteId, siteId))).length;
  const one = await kept();

  await sweep(context);
  const left = await db.select().from(signups).where(eq(signups.siteId, siteId));
  expect(left.map(({ id }) => id).sort()).toEqual(["gone", "new", "new-waiting"]);
  // Who withdrew is remembered by the address alone, so that no form writes to it again.
  expect(left.find(({ id }) => id === "gone")).toMatchObject({
    email: "gone@post.example",
    name: "",
    answers: {},
    consent: "",
  });
  expect((await db.select().from(consents)).map(({ id }) => id)).toEqual(["c-new"]);
  // Texts that a choice names stay, and the newest, which the next choice will name.
  expect((await db.select().from(consentVersions)).map(({ version }) => version).sort()).toEqual(["v2", "v4"]);
  expect((await db.select().from(mails)).map(({ id }) => id).filter((id) => /^l\d$/.test(id))).toEqual(["l1"]);
  const events = await db.select().from(securityEvents).where(eq(securityEvents.siteId, siteId));
  expect(events.map(({ kind }) => kind)).not.toContain("signOutEverywhere");
  expect(events.map(({ kind }) => kind)).toContain("signIn");
  expect(await kept()).toBe(one);

  context.set(days(5 + 1096).toISOString());
  await sweep(context);
  expect(await kept()).toBe(0);
  for (const table of [bookingDates, bookingHistory, bookingSessions, bookingOccupancies])
    expect(await db.select().from(table).where(eq(table.siteId, siteId))).toEqual([]);
  context.set(now.toISOString());
});

test("the job queues itself for the next night, once however often it is begun", async () => {
  await context.db.delete(jobs);
  await Promise.all([beginSweeping(context), beginSweeping(context), beginSweeping(context)]);
  await studio.work();
  const rows = await context.db.select().from(jobs);
  expect(rows.map(({ state }) => state).sort()).toEqual(["done", "queued"]);
  const next = rows.find(({ state }) => state === "queued");
  expect((next?.availableAt.getTime() ?? 0) - performance.timeOrigin).toBeGreaterThan(23 * 3_600_000);
});
