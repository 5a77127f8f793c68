// The outbox as several processes read it: what is committed late, what never is, and what is none of one's business.
import { sql } from "drizzle-orm";
import type { StudioEvent } from "@/core/event/event";
import { inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { events } from "@/data/event/tables";
import type { Context } from "../context";
import { testContext } from "../testing/studio.test-kit";
import { EventHub } from "./hub";

let context: Context;
let drop: () => Promise<void>;
let hubs: EventHub[] = [];
beforeAll(async () => {
  ({ context, drop } = await testContext());
});
afterEach(async () => {
  for (const hub of hubs) await hub.close();
  hubs = [];
});
afterAll(() => drop());

/** A process that listens to these sites: what it has heard, and how often it was told that it missed something. */
async function process(sites: readonly string[] | null) {
  const hub = new EventHub(context.db, context.log);
  hubs.push(hub);
  const heard: StudioEvent[] = [];
  const told = { missed: 0 };
  const quiet = hub.listen(sites && new Set(sites), {
    heard: (event) => heard.push(event),
    missed: () => {
      told.missed += 1;
    },
  });
  await hub.begun;
  return {
    hub,
    heard,
    told,
    quiet,
    revisions: () => heard.map(({ payload }) => (payload as { revision: number }).revision),
  };
}

async function until(holds: () => boolean) {
  // Wait: for what another process is to tell.
  while (!holds()) await new Promise((resolve) => setTimeout(resolve, 20));
}

const edit = (revision: number, site = "one", db: Parameters<typeof announce>[0] = context.db) =>
  announce(db, site, "edits", { document: "home", revision });

test("every process hears once of what is done in any, and only of the sites it asked for", async () => {
  await edit(1);
  const [all, one, other] = [await process(null), await process(["one"]), await process(["two"])];
  await edit(2);
  await edit(3, "two");
  await edit(4);
  await until(() => all.heard.length === 3 && one.heard.length === 2 && other.heard.length === 1);
  expect([all.revisions(), one.revisions(), other.revisions()]).toEqual([[2, 3, 4], [2, 4], [3]]);
  one.quiet();
  await edit(5);
  await until(() => all.heard.length === 4);
  expect(one.heard).toHaveLength(2);
});

test("what was written first and committed last is heard; what was rolled back is not", async () => {
  const { heard, revisions } = await process(null);
  let end = () => {};
  const ended = new Promise<void>((resolve) => {
    end = resolve;
  });
  let written = () => {};
  const begun = new Promise<void>((resolve) => {
    written = resolve;
  });
  const late = inTransaction(context.db, async (tx) => {
    await edit(1, "one", tx);
    written();
    await ended;
  });
  await begun;
  await inTransaction(context.db, async (tx) => {
    await edit(2, "one", tx);
    throw new Error("rolled back");
  }).catch(() => null);
  await edit(3);
  await until(() => heard.length === 1);
  // Somebody who begins to listen meanwhile hears of the late one too.
  const second = await process(null);
  end();
  await late;
  await edit(4);
  await until(() => heard.length === 3 && second.heard.length === 2);
  expect([...revisions()].sort()).toEqual([1, 3, 4]);
  expect([...second.revisions()].sort()).toEqual([1, 4]);
});

test("a hundred transactions at once, each heard exactly once by two processes", async () => {
  const [one, other] = [await process(null), await process(["one"])];
  await Promise.all(
    Array.from({ length: 100 }, (_, nth) =>
      inTransaction(context.db, async (tx) => {
        await edit(nth, "one", tx);
        await tx.execute(sql`select sleep(${(nth % 7) / 100})`);
      }),
    ),
  );
  await until(() => one.heard.length >= 100 && other.heard.length >= 100);
  const sorted = (revisions: readonly number[]) => [...revisions].sort((a, b) => a - b);
  const all = Array.from({ length: 100 }, (_, nth) => nth);
  expect([sorted(one.revisions()), sorted(other.revisions())]).toEqual([all, all]);
});

test("who listens is told when the process ends, and old events are swept by whoever reads", async () => {
  await context.db.insert(events).values({
    siteId: "one",
    kind: "desk",
    payload: { of: "popup", arrival: true },
    at: new Date(0),
  });
  const { hub, told, heard } = await process(null);
  await edit(9);
  await until(() => heard.length === 1);
  const rows = await context.db.select({ at: events.at }).from(events);
  expect(rows.map(({ at }) => at.getTime())).not.toContain(0);
  await hub.close();
  expect(told.missed).toBe(1);
});
