// The queue: long work as rows, each taken by one process at a time.
import { and, eq, gt, inArray, isNull, lt, lte, notInArray, or } from "drizzle-orm";
import Joi from "joi";
import { nanoid } from "nanoid";
import type { Executor } from "@/data/connection";
import { inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { jobs } from "@/data/job/tables";
import type { Context } from "@/server/context";
import { type JobKind, type JobKinds, type Lane, lanes } from "@/server/job/kind";
import type { Job, JobRun } from "@/server/job/run";

/** A process gives a sign of life this often; a job without one for `leaseMs` is taken by another. */
export const heartbeatMs = 3_000;

const leaseMs = 12_000;

const mostAttempts = 6;

/** Queues a job in the caller's transaction. Times here are real ones: the set clock must not hold work back. */
export async function queueJob(
  tx: Executor,
  job: {
    kind: Job["kind"];
    siteId: string | null;
    payload: Record<string, string>;
    onlyOne?: string;
    total?: number;
    /** Not before this moment. */
    availableAt?: Date;
  },
): Promise<string> {
  const id = nanoid(16);
  const now = new Date();
  await tx.insert(jobs).values({ id, state: "queued", availableAt: now, createdAt: now, ...job });
  return id;
}

/** Queues a job unless one of its key is queued or running already. */
export async function queueOnly(
  tx: Executor,
  job: Parameters<typeof queueJob>[1] & { onlyOne: string },
): Promise<void> {
  const now = new Date();
  await tx
    .insert(jobs)
    .ignore()
    .values({ id: nanoid(16), state: "queued", availableAt: now, createdAt: now, ...job });
}

/** Queues a job, or has the one of its key that waits run earlier where that is sooner. */
export async function queueSooner(
  tx: Executor,
  job: Parameters<typeof queueJob>[1] & { onlyOne: string; availableAt: Date },
): Promise<void> {
  await queueOnly(tx, job);
  await tx
    .update(jobs)
    .set({ availableAt: job.availableAt })
    .where(and(eq(jobs.onlyOne, job.onlyOne), eq(jobs.state, "queued"), gt(jobs.availableAt, job.availableAt)));
}

/** The real moment at which the server's clock, which may be a set one, will show `at`. */
export const realTime = (context: Context, at: Date): Date =>
  new Date(Date.now() + at.getTime() - context.now().getTime());

/** Jobs that are looked at when one is to be taken: as many as may be taken by others meanwhile. */
const candidates = 8;

/**
 * Takes the next job that is due, or one whose process has died; null when there is none. Rows are locked one by one, by
 * their keys: a search that locks what it passes hides jobs from the searches of other lanes.
 */
async function takeJob(
  context: Context,
  worker: string,
  kinds: readonly string[],
  sites: SitesAtHand,
): Promise<Job | null> {
  const now = new Date();
  const without = sites.full();
  const due = and(
    inArray(jobs.kind, [...kinds]),
    without.length ? or(isNull(jobs.siteId), notInArray(jobs.siteId, without)) : undefined,
    or(
      and(eq(jobs.state, "queued"), lte(jobs.availableAt, now)),
      and(eq(jobs.state, "running"), lt(jobs.heartbeatAt, new Date(now.getTime() - leaseMs))),
    ),
  );
  const found = await context.db
    .select({ id: jobs.id, siteId: jobs.siteId })
    .from(jobs)
    .where(due)
    .orderBy(jobs.availableAt)
    .limit(candidates);
  for (const { id, siteId } of found) {
    if (!sites.enter(siteId)) continue;
    const job = await inTransaction(context.db, async (tx) => {
      const [job] = await tx
        .select()
        .from(jobs)
        .where(and(eq(jobs.id, id), due))
        .for("update", { skipLocked: true });
      if (!job) return null;
      const taken = { state: "running" as const, worker, heartbeatAt: now, attempts: job.attempts + 1 };
      await tx.update(jobs).set(taken).where(eq(jobs.id, id));
      return { ...job, ...taken };
    }).catch((error: unknown) => {
      sites.leave(siteId);
      throw error;
    });
    if (job) return job;
    sites.leave(siteId);
  }
  return null;
}

/** Another process has taken the job: whoever had it does nothing more of it. */
export class JobLost extends Error {}

/** Tells open studios how a job stands that a screen waits for. */
async function tellProgress(db: Executor, { shown }: JobKind, job: Job): Promise<void> {
  const { id, kind, state, done, total, error } = job;
  if (shown && job.siteId) await announce(db, job.siteId, "job", { id, kind, state, done, total, error });
}

function runOf(context: Context, kind: JobKind, job: Job, worker: string): JobRun {
  const mine = and(eq(jobs.id, job.id), eq(jobs.worker, worker), eq(jobs.state, "running"));
  let now = job;
  const touch = async (db: Executor, values: Partial<Job>) => {
    const [result] = await db.update(jobs).set(values).where(mine);
    if (result.affectedRows === 0) throw new JobLost("Another process has taken this job");
    now = { ...now, ...values };
    await tellProgress(db, kind, now);
  };
  return {
    job,
    progress: (done, total) => touch(context.db, { done, total, heartbeatAt: new Date() }),
    forget: async (tx) => {
      const [result] = await tx.delete(jobs).where(mine);
      if (result.affectedRows === 0) throw new JobLost("Another process has taken this job");
    },
    finish: (tx, result) => touch(tx, { state: "done", onlyOne: null, error: null, ...(result ? { result } : {}) }),
  };
}

async function fail(context: Context, kind: JobKind | undefined, job: Job, worker: string, error: unknown) {
  const last = job.attempts >= mostAttempts;
  context.log.error({ err: error, job: job.id, kind: job.kind, attempt: job.attempts }, "job failed");
  const after = {
    state: last ? ("failed" as const) : ("queued" as const),
    error: String((error as Error).message).slice(0, 1000),
    availableAt: new Date(Date.now() + 500 * 2 ** job.attempts),
    ...(last ? { onlyOne: null } : {}),
  };
  await context.db
    .update(jobs)
    .set(after)
    .where(and(eq(jobs.id, job.id), eq(jobs.worker, worker)));
  if (kind) await tellProgress(context.db, kind, { ...job, ...after });
}

/** Runs jobs in this process until stopped, so many of each lane at once; `stop` waits for those at hand. */
export function startRunner(context: Context, kinds: JobKinds, pollMs = 1000): { stop(): Promise<void> } {
  const runners = (Object.keys(lanes) as Lane[]).map((lane) => {
    const mine = Object.keys(kinds).filter((kind) => kinds[kind]?.lane === lane);
    return startLane(context, kinds, mine, lanes[lane], pollMs);
  });
  return {
    stop: async () => {
      await Promise.all(runners.map((runner) => runner.stop()));
    },
  };
}

/** Whose jobs of a lane run in this process. */
class SitesAtHand {
  readonly #running = new Map<string, number>();
  constructor(private readonly most: number) {}

  /** Sites of which no more may run. */
  full(): string[] {
    return [...this.#running].flatMap(([site, count]) => (count >= this.most ? [site] : []));
  }

  /** Whether one more may run; it counts from now on. */
  enter(site: string | null): boolean {
    if (site === null) return true;
    const running = this.#running.get(site) ?? 0;
    if (running >= this.most) return false;
    this.#running.set(site, running + 1);
    return true;
  }

  leave(site: string | null): void {
    if (site === null) return;
    const left = (this.#running.get(site) ?? 1) - 1;
    if (left) this.#running.set(site, left);
    else this.#running.delete(site);
  }
}

function startLane(
  context: Context,
  kinds: JobKinds,
  mine: readonly string[],
  { atOnce, aSite }: (typeof lanes)[Lane],
  pollMs: number,
): { stop(): Promise<void> } {
  const sites = new SitesAtHand(aSite);
  const worker = nanoid(12);
  let stopping = false;
  let wake: (() => void) | null = null;
  let woken = false;
  const poke = () => {
    woken = true;
    wake?.();
  };
  context.listeners.jobs.add(poke);

  const rest = () =>
    new Promise<void>((resolve) => {
      const timer = setTimeout(resolve, pollMs);
      wake = () => {
        clearTimeout(timer);
        resolve();
      };
      if (woken || stopping) wake();
    });

  const runOne = async (job: Job) => {
    const heartbeat = setInterval(() => {
      context.db
        .update(jobs)
        .set({ heartbeatAt: new Date() })
        .where(and(eq(jobs.id, job.id), eq(jobs.worker, worker)))
        .catch((error: unknown) => context.log.warn({ err: error }, "heartbeat failed"));
    }, heartbeatMs);
    const kind = kinds[job.kind];
    try {
      if (!kind) throw new Error(`No process knows jobs of the kind ${job.kind}`);
      Joi.assert(job.payload, kind.payload);
      await kind.run(context, runOf(context, kind, job, worker));
    } catch (error) {
      if (!(error instanceof JobLost)) await fail(context, kind, job, worker, error);
    } finally {
      clearInterval(heartbeat);
    }
  };

  const atHand = new Set<Promise<void>>();
  const begin = (job: Job) => {
    const done = runOne(job).finally(() => {
      atHand.delete(done);
      sites.leave(job.siteId);
      poke();
    });
    atHand.add(done);
  };

  const loop = async () => {
    while (!stopping) {
      try {
        woken = false;
        const job = await takeJob(context, worker, mine, sites);
        if (job) begin(job);
        else await rest();
        if (atHand.size >= atOnce) await Promise.race(atHand);
      } catch (error) {
        context.log.error({ err: error }, "job runner");
        woken = false;
        await rest();
      }
    }
  };
  const running = loop();
  return {
    stop: async () => {
      stopping = true;
      context.listeners.jobs.delete(poke);
      wake?.();
      await running;
      await Promise.all(atHand);
    },
  };
}
