// Rate limits, counted in the database so that all web processes count together.
import { eq, sql } from "drizzle-orm";
import type { Executor } from "@/data/connection";
import { rateLimits } from "@/data/job/tables";
import { networksOf } from "./account/network";
import { type Context, sign } from "./context";
import { Problem } from "./problem";

export interface Limit {
  readonly points: number;
  readonly seconds: number;
}

/** The table of limits. */
export const limits = {
  /** Tries to sign in, from one network. */
  signInNetwork: { points: 30, seconds: 900 },
  /** Wrong passwords of one account from one network: it slows that network down, never the account's owner elsewhere. */
  signInAccount: { points: 10, seconds: 900 },
  /** Wrong passwords of one account from everywhere (ASVS 4.0.3, 2.2.1: at most 100 an hour). */
  signInEverywhere: { points: 100, seconds: 3600 },
  /** Codes of one account's second factor, right ones given back: whoever knows its password tries no more, wherever they are. */
  secondFactor: { points: 10, seconds: 900 },
  /** Notes that somebody was slowed down: one tells it, and strangers must not write a row with every try. */
  slowedNote: { points: 1, seconds: 900 },
  /** Letters about one account's lost password. */
  recovery: { points: 5, seconds: 3600 },
  /** The same, asked from one network whatever the account. */
  recoveryNetwork: { points: 30, seconds: 3600 },
  signupAddress: { points: 60, seconds: 600 },
  /** Forms sent from one address: each may write two letters and bring a file. */
  formAddress: { points: 20, seconds: 600 },
  /** Questions to chats from one network. */
  chatAddress: { points: 120, seconds: 600 },
  /** Messages left in chats from one network: each writes letters. */
  chatLeave: { points: 10, seconds: 3600 },
  /** Codes that are asked for and tried in conversations, from one network. */
  chatCode: { points: 30, seconds: 3600 },
  /** Letters with a link that are asked for, and links that are used, from one network. */
  accountAddress: { points: 60, seconds: 600 },
  /** Links to one person’s own page. */
  accountPerson: { points: 5, seconds: 3600 },
  /** Files that buyers send, from one network. */
  buyerFileAddress: { points: 20, seconds: 600 },
  cartAddress: { points: 300, seconds: 600 },
  /** Codes of vouchers that are tried, from one network: there are 2^60 of them. */
  voucherAddress: { points: 30, seconds: 600 },
  /** Files that were bought, fetched from one network. */
  downloadAddress: { points: 60, seconds: 600 },
  /** Checkouts from one network: each may make an order and write two letters. */
  checkoutAddress: { points: 60, seconds: 600 },
  /** Accounts at the payment stand-in, for one site. */
  standInAccount: { points: 60, seconds: 3600 },
  /** Looks at a page on which something is paid: each may ask a payment service. */
  payAddress: { points: 200, seconds: 600 },
  countAddress: { points: 600, seconds: 600 },
  bookingAddress: { points: 120, seconds: 600 },
  /** Letters that public forms write to one person, whatever the form. */
  letterPerson: { points: 5, seconds: 86_400 },
  /** Files of a member that are decoded or read whole. */
  heavyMember: { points: 600, seconds: 3600 },
} as const satisfies Record<string, Limit>;

export type LimitName = keyof typeof limits;

/** The standard fields of a limit and what is left of it (draft-ietf-httpapi-ratelimit-headers). */
export const limitFields = (name: string, { points, seconds }: Limit, left: number, resetSeconds: number) => ({
  "ratelimit-policy": `"${name}";q=${points};w=${seconds}`,
  ratelimit: `"${name}";r=${Math.max(0, left)};t=${resetSeconds}`,
});

/** Rows are kept by a keyed hash: the table tells nobody's address. */
const keyOf = (context: Context, limit: LimitName, who: string) =>
  `${limit}:${sign(context.settings, "limit", who).slice(0, 32)}`;

/**
 * Counts one of `limit` for `who`; answers how many are left (below nothing: too many) and for how long, in seconds. A
 * fixed window: one upsert, atomic in MariaDB, whatever the number of processes.
 */
export async function countPoint(
  context: Context,
  db: Executor,
  limit: LimitName,
  who: string,
  /** As many times the points: for a network that many share. */
  times = 1,
): Promise<{ left: number; waitSeconds: number }> {
  const { seconds } = limits[limit];
  const points = limits[limit].points * times;
  // Real time, not the set clock: a limit guards the machine.
  const nowMs = Date.now();
  const key = keyOf(context, limit, who);
  const expires = nowMs + seconds * 1000;
  // One statement counts and answers: read apart, simultaneous callers would each see the sum of all.
  const [rows] = (await db.execute(sql`
    insert into ${rateLimits} (${sql.identifier("key")}, points, expire) values (${key}, 1, ${expires})
    on duplicate key update points = if(expire <= ${nowMs}, 1, points + 1), expire = if(expire <= ${nowMs}, ${expires}, expire)
    returning points, expire`)) as unknown as [{ points: number; expire: number }[]];
  const [row] = rows;
  if (!row) return { left: points - 1, waitSeconds: seconds };
  return { left: points - row.points, waitSeconds: Math.max(1, Math.ceil((Number(row.expire) - nowMs) / 1000)) };
}

const tooMany = (limit: LimitName, waitSeconds: number) =>
  new Problem(429, "tooMany", `Too many tries. Please wait ${Math.ceil(waitSeconds / 60)} min and try again.`, [], {
    "retry-after": String(waitSeconds),
    ...limitFields(limit, limits[limit], 0, waitSeconds),
  });

/** Takes one point of `limit` for `who`; throws a 429 Problem with Retry-After when none is left. */
export async function takePoint(context: Context, limit: LimitName, who: string): Promise<void> {
  const { left, waitSeconds } = await countPoint(context, context.db, limit, who);
  if (left < 0) throw tooMany(limit, waitSeconds);
}

/**
 * Takes one point of `limit` for whoever calls a site from an address; throws as `takePoint` does. Of IPv6 a household has a network of
 * addresses, not one (RFC 6177): it counts as a whole, and those around it together have four times as much.
 */
export async function takeNetworkPoint(
  context: Context,
  limit: LimitName,
  site: string,
  address: string,
): Promise<void> {
  for (const { network, times } of networksOf(address)) {
    const { left, waitSeconds } = await countPoint(context, context.db, limit, `${site}:${network}`, times);
    if (left < 0) throw tooMany(limit, waitSeconds);
  }
}

/** Refuses with 429 when no point of `limit` is left for `who`, without taking one. */
export async function refuseBeyond(context: Context, limit: LimitName, who: string): Promise<void> {
  const [row] = await context.db
    .select()
    .from(rateLimits)
    .where(eq(rateLimits.key, keyOf(context, limit, who)));
  const waitMs = Number(row?.expire ?? 0) - Date.now();
  if (row && waitMs > 0 && row.points >= limits[limit].points) throw tooMany(limit, Math.ceil(waitMs / 1000));
}

/** Forgets what was counted: who has shown the right password is not guessing. */
export async function givePointsBack(context: Context, limit: LimitName, who: string): Promise<void> {
  await context.db.delete(rateLimits).where(eq(rateLimits.key, keyOf(context, limit, who)));
}
