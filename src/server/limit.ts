// Rate limits, counted in the database so that all web processes count together.
import { eq, sql } from "drizzle-orm";
import { rateLimits } from "@/data/job/tables";
import type { Context } from "./context";
import { Problem } from "./problem";

export interface Limit {
  readonly points: number;
  readonly seconds: number;
}

/** The table of limits. */
export const limits = {
  signInAddress: { points: 30, seconds: 900 },
  signInAccount: { points: 10, seconds: 900 },
  signupAddress: { points: 60, seconds: 600 },
  countAddress: { points: 600, seconds: 600 },
  bookingAddress: { points: 120, seconds: 600 },
} as const satisfies Record<string, Limit>;

/** The standard fields of a limit and what is left of it (draft-ietf-httpapi-ratelimit-headers). */
export const limitFields = (name: string, { points, seconds }: Limit, left: number, resetSeconds: number) => ({
  "ratelimit-policy": `"${name}";q=${points};w=${seconds}`,
  ratelimit: `"${name}";r=${Math.max(0, left)};t=${resetSeconds}`,
});

/**
 * Takes one point of `limit` for `who`; throws a 429 Problem with Retry-After when none is left. A fixed window:
 * one upsert, atomic in MariaDB, whatever the number of processes.
 */
export async function takePoint(context: Context, limit: keyof typeof limits, who: string): Promise<void> {
  const { points, seconds } = limits[limit];
  // Real time, not the set clock: a limit guards the machine.
  const nowMs = Date.now();
  const key = `${limit}:${who}`.slice(0, 255);
  const expires = nowMs + seconds * 1000;
  // One statement counts and answers: read apart, simultaneous callers would each see the sum of all.
  const [rows] = (await context.db.execute(sql`
    insert into ${rateLimits} (${sql.identifier("key")}, points, expire) values (${key}, 1, ${expires})
    on duplicate key update points = if(expire <= ${nowMs}, 1, points + 1), expire = if(expire <= ${nowMs}, ${expires}, expire)
    returning points, expire`)) as unknown as [{ points: number; expire: number }[]];
  const row = rows[0];
  if (!row || row.points <= points) return;
  const wait = Math.max(1, Math.ceil((Number(row.expire) - nowMs) / 1000));
  throw new Problem(429, "tooMany", `Too many tries. Please wait ${Math.ceil(wait / 60)} min and try again.`, [], {
    "retry-after": String(wait),
    ...limitFields(limit, { points, seconds }, 0, wait),
  });
}

/** Forgets what was counted: who has shown the right password is not guessing. */
export async function givePointsBack(context: Context, limit: keyof typeof limits, who: string): Promise<void> {
  await context.db.delete(rateLimits).where(eq(rateLimits.key, `${limit}:${who}`.slice(0, 255)));
}
