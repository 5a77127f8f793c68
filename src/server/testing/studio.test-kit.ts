// A real database for integration tests, in a state that they begin from: with two studios, their people, and a site.
import { join } from "node:path";
import type { Role } from "@/core/account/rights";
import { members, studios, users } from "@/data/account/tables";
import { inTransaction } from "@/data/connection";
import { findSite } from "@/data/site/queries";
import type { Account } from "@/server/account/session";
import { type Context, createContext } from "@/server/context";
import { jobKinds } from "@/server/job/kinds";
import { startRunner } from "@/server/job/queue";
import type { Incoming } from "@/server/operation";
import { type OperationName, operations, type Takes } from "@/server/operations";
import { installWays, paymentsInside } from "@/server/payment/inside";
import { readSettings } from "@/server/settings";
import { makeProduct } from "@/server/shop/catalog/products";
import { importSite } from "@/server/site/file";
import { bringPictures, keepPictures } from "../../../scripts/lib/kept-pictures";
import { publishNow, readSiteFiles } from "../../../scripts/lib/studio";
import { forgetKept } from "../kept";
import { databaseIn, type State } from "./database.test-kit";
import { aMug, orderFor } from "./order.test-kit";

export type Person = Role | "stranger" | "nobody";

export interface TestStudio {
  readonly context: Context;
  /** Performs an operation as one of the people. */
  as<N extends OperationName>(person: Person, name: N, input: Takes<N>): Promise<unknown>;
  incoming(person: Person): Incoming;
  studioId: string;
  /** Runs queued jobs until none is left. */
  work(): Promise<void>;
  close(): Promise<void>;
}

/** Of no consequence, but the same in every database of a run: sessions and tokens are signed by it. */
const contextAt = (url: string): Context => {
  const context = createContext(
    readSettings({
      WEBITOR_DATABASE_URL: url,
      WEBITOR_LOG_LEVEL: "silent",
      WEBITOR_PORT: "4499",
      WEBITOR_SECRET: "a-secret-for-integration-tests",
      WEBITOR_STANDINS: "1",
      // However busy the machine is.
      WEBITOR_BACKGROUND_SHARE: "equal",
    }),
  );
  return Object.assign(context, { payments: paymentsInside() });
};

const studioId = "marrowfield";

const account = (id: string, name: string, email: string): Account => ({ id, name, email, needsSecondFactor: false });
const people: Readonly<Record<Exclude<Person, "nobody">, Account>> = {
  owner: account("owner", "Rowan", "rowan@m.example"),
  designer: account("designer", "Ines", "ines@m.example"),
  editor: account("editor", "Maren", "maren@m.example"),
  stranger: account("stranger", "Stranger", "stranger@o.example"),
};

/** A call of one of the people. */
const incomingOf = (context: Context, person: Person): Incoming => ({
  context,
  account: person === "nobody" ? null : people[person],
  session: person === "nobody" ? null : { tokenHash: "-", publicId: "-", confirmedAt: context.now() },
  address: "127.0.0.1",
  agent: "A test",
  tab: "",
  setSession: () => {},
});

/** Two studios and their people. */
async function makeStudios({ db, now }: Context): Promise<void> {
  const createdAt = now();
  await db.insert(studios).values([
    { id: studioId, name: "Marrowfield", createdAt },
    { id: "other", name: "Other", createdAt },
  ]);
  for (const [role, { needsSecondFactor: _, ...person }] of Object.entries(people)) {
    await db.insert(users).values({ ...person, passwordHash: "-", createdAt });
    const stranger = role === "stranger";
    await db.insert(members).values({
      studioId: stranger ? "other" : studioId,
      userId: person.id,
      role: stranger ? "owner" : (role as Role),
    });
  }
}

/** The demo site "wrenfield", with what is made of its pictures, paid for by card. */
async function makeWorkshop(context: Context): Promise<void> {
  await bringPictures(context);
  await importSite(context, studioId, readSiteFiles(join("demo", "wrenfield")));
  const site = await findSite(context.db, "wrenfield");
  if (site) await installWays(context, site, { card: {} });
  await work(context);
  await keepPictures(context);
}

/** A mug on sale, paid by transfer, of which Nuala Byrne has ordered two on the first of March 2026. */
async function makeOrders(context: Context): Promise<void> {
  const site = await findSite(context.db, "wrenfield");
  if (!site) throw new Error("There is no workshop.");
  await installWays(context, site, { transfer: { words: "Within seven days." } });
  const now = new Date("2026-03-01T08:00:00Z");
  await inTransaction(context.db, (tx) => makeProduct(tx, { siteId: site.id, by: "test", now }, aMug));
  await orderFor(context, site, "Nuala Byrne", { at: "2026-03-01T10:00:00Z", quantity: 2 });
}

/** A new chat called "Ask", published: it has read the site. */
async function makeChat(context: Context): Promise<void> {
  const input = { site: "wrenfield", kind: "chat" as const, name: "Ask" };
  await operations["widgets.add"].perform(incomingOf(context, "designer"), input);
  await publishNow(context, people.owner, "wrenfield", () => {});
}

type StateName = "migrated" | "studios" | "workshop" | "released" | "ordered" | "asked";

const made = (from: StateName, make: (context: Context) => Promise<unknown>): State<StateName> => ({
  from,
  make: async (url) => {
    const context = contextAt(url);
    await make(context);
    await context.close();
  },
});

/** What tests begin from. */
const states: Readonly<Record<StateName, State<StateName>>> = {
  migrated: { from: null, make: async () => {} },
  studios: made("migrated", makeStudios),
  workshop: made("studios", makeWorkshop),
  released: made("workshop", (context) => publishNow(context, people.owner, "wrenfield", () => {})),
  ordered: made("workshop", makeOrders),
  asked: made("ordered", makeChat),
};

async function contextIn(state: StateName): Promise<{ context: Context; drop(): Promise<void> }> {
  const { url } = await databaseIn(states, state);
  forgetKept();
  const context = contextAt(url);
  return { context, drop: () => context.close() };
}

/** A context on an empty database. */
export const testContext = () => contextIn("migrated");

/**
 * A studio with an owner, a designer and an editor, the demo site "wrenfield", and a stranger of another studio. The site is as it
 * was brought in ("workshop"), has its first release ("released"), an order ("ordered"), or a chat besides that has read it ("asked").
 */
export async function testStudio(state: Exclude<StateName, "migrated" | "studios"> = "workshop"): Promise<TestStudio> {
  const { context, drop } = await contextIn(state);
  const incoming = (person: Person) => incomingOf(context, person);
  return {
    context,
    studioId,
    incoming,
    as: async (person, name, input) => operations[name].perform(incoming(person), input),
    work: () => work(context),
    close: drop,
  };
}

/** Whether a moment of real time, by which jobs wait, lies in this run: since its process began, and not in time to come. */
export const isOfThisRun = (atMs: number): boolean =>
  // Clock: jobs wait by real time; how long a test takes makes no difference.
  atMs >= performance.timeOrigin && atMs <= Date.now();

/** Runs jobs until none is due; what is queued for later stays. */
export async function work(context: Context): Promise<void> {
  const runner = startRunner(context, jobKinds, 20);
  const { sql } = await import("drizzle-orm");
  for (;;) {
    // Clock: jobs are due by real time, whatever a test has made of `Date.now`.
    const due = Math.ceil(performance.timeOrigin + performance.now());
    const [rows] = (await context.db.execute(
      sql`select count(*) as open from jobs where state = 'running' or (state = 'queued' and available_at <= ${due})`,
    )) as unknown as [{ open: number }[]];
    if (Number(rows[0]?.open) === 0) break;
    // Wait: what jobs do is looked at again and again until none is left.
    await new Promise((resolve) => setTimeout(resolve, 20));
  }
  await runner.stop();
}
