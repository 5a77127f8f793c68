import { eq } from "drizzle-orm";
import Joi from "joi";
import { jobs } from "@/data/job/tables";
import { queueJob, queueOnly, realTime, startRunner } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import type { Context } from "../context";
import { testContext } from "../testing/studio.test-kit";
import type { JobKinds } from "./kind";

let context: Context;
let drop: () => Promise<void>;
beforeAll(async () => {
  ({ context, drop } = await testContext());
});
afterAll(() => drop());
beforeEach(() => context.db.delete(jobs));

const all = () => context.db.select().from(jobs);
const until = async (test: () => Promise<boolean>) => {
  // Wait: for what a runner does by itself.
  while (!(await test())) await new Promise((resolve) => setTimeout(resolve, 15));
};
const everyKind = (work: (run: JobRun) => Promise<void>): JobKinds => {
  const run = (_context: Context, one: JobRun) => work(one);
  const payload = Joi.object().unknown();
  return { mail: { lane: "quick", payload, run }, publish: { lane: "slow", payload, run } };
};
const job = { kind: "mail" as const, siteId: "site", payload: {} };

test("of several runners each job is done by one", async () => {
  for (let nth = 0; nth < 40; nth++) await queueJob(context.db, { ...job, payload: { nth: String(nth) } });
  const done: string[] = [];
  const runners = Array.from({ length: 4 }, () =>
    startRunner(
      context,
      everyKind(async (run) => {
        done.push(run.job.payload.nth as string);
        await run.finish(context.db);
      }),
      20,
    ),
  );
  await until(async () => (await all()).every(({ state }) => state === "done"));
  await Promise.all(runners.map((runner) => runner.stop()));
  expect(done.sort((one, other) => Number(one) - Number(other))).toEqual(
    Array.from({ length: 40 }, (_, nth) => String(nth)),
  );
});

test("what waits for hosts outside keeps no letter waiting; of one site only one such job runs at a time", async () => {
  const outside = (siteId: string, nth: number) =>
    queueJob(context.db, { kind: "feed", siteId, payload: { nth: `${siteId}-${nth}` } });
  for (let nth = 0; nth < 15; nth++) await outside("greedy", nth);
  await outside("modest", 0);
  await queueJob(context.db, job);
  const begun: string[] = [];
  let answer = () => {};
  const silence = new Promise<void>((resolve) => {
    answer = resolve;
  });
  const payload = Joi.object().unknown();
  const runner = startRunner(
    context,
    {
      mail: { lane: "quick", payload, run: async (_context, run) => run.finish(context.db) },
      feed: {
        lane: "outside",
        payload,
        run: async (_context, run) => {
          begun.push(run.job.payload.nth as string);
          await silence;
          await run.finish(context.db);
        },
      },
    },
    20,
  );
  const done = async (kind: string) => (await all()).filter((one) => one.kind === kind && one.state === "done").length;
  await until(async () => (await done("mail")) === 1 && begun.length >= 2);
  // Jobs of one moment have no order among themselves: one of each site runs.
  expect(begun.map((one) => one.split("-")[0]).sort()).toEqual(["greedy", "modest"]);
  answer();
  await until(async () => (await done("feed")) === 16);
  await runner.stop();
  expect(new Set(begun).size).toBe(16);
});

test("what fails is tried again later, with the reason kept", async () => {
  await queueJob(context.db, job);
  let tries = 0;
  const runner = startRunner(
    context,
    everyKind(async (run) => {
      tries += 1;
      if (tries === 1) throw new Error("the mail server is asleep");
      await run.finish(context.db);
    }),
    20,
  );
  await until(async () => (await all())[0]?.error === "the mail server is asleep");
  expect((await all())[0]?.state).toBe("queued");
  await until(async () => (await all())[0]?.state === "done");
  await runner.stop();
  expect([tries, (await all())[0]?.error]).toEqual([2, null]);
});

test("a job whose process gives no sign of life is taken by another, and the first can't finish it any more", async () => {
  const id = await queueJob(context.db, job);
  let release = () => {};
  const stuck = new Promise<void>((resolve) => {
    release = resolve;
  });
  let lost: unknown = null;
  const first = startRunner(
    context,
    everyKind(async (run) => {
      await stuck;
      await run.finish(context.db).catch((error: unknown) => {
        lost = error;
      });
    }),
    20,
  );
  await until(async () => (await all())[0]?.state === "running");
  // As if it had been silent for a minute; the second takes it before the next heartbeat.
  await context.db
    .update(jobs)
    .set({ heartbeatAt: new Date(0) })
    .where(eq(jobs.id, id));
  const second = startRunner(
    context,
    everyKind((run) => run.finish(context.db)),
    20,
  );
  await until(async () => (await all())[0]?.state === "done");
  release();
  await Promise.all([first.stop(), second.stop()]);
  expect(String(lost)).toContain("Another process has taken this job");
  expect((await all())[0]?.attempts).toBe(2);
});

test("a job for later waits, and of a key there is one at a time", async () => {
  const far = new Date("2100-01-01T00:00:00Z");
  await Promise.all(
    Array.from({ length: 5 }, () => queueOnly(context.db, { ...job, onlyOne: "the one", availableAt: far })),
  );
  expect(await all()).toHaveLength(1);
  let ran = 0;
  const runner = startRunner(
    context,
    everyKind(async (run) => {
      ran += 1;
      await run.finish(context.db);
    }),
    20,
  );
  await queueJob(context.db, job);
  await until(async () => (await all()).some(({ state }) => state === "done"));
  await runner.stop();
  expect(ran).toBe(1);
  await context.db.update(jobs).set({ state: "done", onlyOne: null });
  await queueOnly(context.db, { ...job, onlyOne: "the one" });
  expect((await all()).filter(({ state }) => state === "queued")).toHaveLength(1);
});

test("moments of the set clock become real ones", () => {
  const set = { ...context, now: () => new Date("2026-03-05T18:40:00Z") };
  // Clock: what is asked is real time; it lies between before and after.
  const before = Date.now();
  const now = realTime(set, new Date("2026-03-05T19:40:00Z")).getTime() - 3_600_000;
  expect(now).toBeGreaterThanOrEqual(before);
  // Clock: what is asked is real time.
  expect(now).toBeLessThanOrEqual(Date.now());
});

test("a letter does not wait behind a publish that takes long, in the same process", async () => {
  let published: () => void = () => {};
  const publishing = new Promise<void>((resolve) => {
    published = resolve;
  });
  await queueJob(context.db, { ...job, kind: "publish" });
  const runner = startRunner(
    context,
    everyKind(async (run) => {
      if (run.job.kind === "publish") await publishing;
      await run.finish(context.db);
    }),
    20,
  );
  await until(async () => (await all()).some(({ state }) => state === "running"));
  await queueJob(context.db, job);
  await until(async () => (await all()).some(({ kind, state }) => kind === "mail" && state === "done"));
  expect((await all()).find(({ kind }) => kind === "publish")?.state).toBe("running");
  published();
  await until(async () => (await all()).every(({ state }) => state === "done"));
  await runner.stop();
});

test("a job whose row carries what its kind does not take fails, and says so", async () => {
  await queueJob(context.db, { ...job, payload: { surprise: "x" } });
  const strict: JobKinds = {
    mail: { lane: "quick", payload: Joi.object({}), run: (_context, run) => run.finish(context.db) },
  };
  const runner = startRunner(context, strict, 20);
  await until(async () => (await all()).some(({ attempts, error }) => attempts > 0 && error !== null));
  await runner.stop();
  expect((await all())[0]?.error).toContain("surprise");
});
