// Signing in and out. Sessions lie in the database by the hash of their token; they end by themselves after a while
// without a command, and after half a day in any case (OWASP ASVS 4.0.3, 3.3.2).
import { and, desc, eq, gt, lt, ne } from "drizzle-orm";
import { nanoid } from "nanoid";
import { members, securityEvents, sessions, studios, users } from "@/data/account/tables";
import { inTransaction } from "@/data/connection";
import { type Context, sha256 } from "../context";
import { countPoint, givePointsBack, refuseBeyond, takePoint } from "../limit";
import { fieldProblem, Problem } from "../problem";
import { note } from "../security/events";
import type { Settings } from "../settings";
import { accountChanged } from "./letters";
import { networkOf } from "./network";
import { fitsPassword, hashPassword } from "./password";
import { takeCode } from "./second-factor";

export interface Account {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  /** Their studio wants a second factor, and they have none yet: until then they can set one up, and nothing else. */
  readonly needsSecondFactor: boolean;
}

/** The session of a call. */
export interface Session {
  readonly tokenHash: string;
  readonly publicId: string;
  /** When the password was last shown. */
  readonly confirmedAt: Date;
}

const minuteMs = 60_000;
/** How long a session lives whatever is done with it, and how long without anything being done. */
export const sessionHours = 12;
export const idleMinutes = 30;
/** How long a shown password counts for sensitive commands. */
export const confirmedMinutes = 10;

/** With HTTPS the cookie is bound to its host and path by its name (RFC 6265bis, section 4.1.3.2). */
export const sessionCookie = (settings: Pick<Settings, "https">): string =>
  settings.https ? "__Host-webitor_session" : "webitor_session";

/** The Set-Cookie header of a session's token, or (with null) of none. */
export const cookieHeader = (settings: Pick<Settings, "https">, token: string | null): string =>
  `${sessionCookie(settings)}=${token ?? ""}; Path=/; HttpOnly; SameSite=Lax${settings.https ? "; Secure" : ""}; Max-Age=${token ? sessionHours * 3600 : 0}`;

/** The session token in a Cookie header. */
export function tokenIn(settings: Pick<Settings, "https">, cookies: string | null): string | null {
  const name = `${sessionCookie(settings)}=`;
  for (const part of (cookies ?? "").slice(0, 4096).split(";")) {
    const pair = part.trim();
    if (pair.startsWith(name)) return /^[\w-]{1,100}$/.test(pair.slice(name.length)) ? pair.slice(name.length) : null;
  }
  return null;
}

export interface SigningIn {
  readonly email: string;
  readonly password: string;
  /** Of the authenticator, or a recovery code; empty at the first step. */
  readonly code: string;
}

export interface Caller {
  readonly address: string;
  /** The User-Agent header. */
  readonly agent: string;
}

const wrongPassword = () =>
  new Problem(401, "wrongPassword", "E-mail and password do not match.", [
    { path: "password", message: "E-mail and password do not match." },
  ]);

/** Whether somebody has signed in to an account from a network before. */
async function isKnownNetwork(context: Context, userId: string, network: string): Promise<boolean> {
  const [row] = await context.db
    .select({ id: securityEvents.id })
    .from(securityEvents)
    .where(
      and(eq(securityEvents.userId, userId), eq(securityEvents.kind, "signIn"), eq(securityEvents.network, network)),
    )
    .orderBy(desc(securityEvents.at))
    .limit(1);
  return row !== undefined;
}

/** The studio of a person, for notes about them. */
export async function studioOf(context: Context, userId: string): Promise<string | null> {
  const [row] = await context.db
    .select({ studioId: members.studioId })
    .from(members)
    .where(eq(members.userId, userId))
    .limit(1);
  return row?.studioId ?? null;
}

/**
 * The token of a new session, or that a code of the second factor is needed besides. Throws 401 for a wrong address,
 * password or code, 429 after too many tries: of this network, of this account from this network, and of this account
 * from networks its owner has never signed in from.
 */
export async function signIn(
  context: Context,
  { email, password, code }: SigningIn,
  caller: Caller,
): Promise<{ token: string } | { needs: "code" }> {
  const network = networkOf(caller.address);
  const address = email.toLowerCase();
  const here = `${address} ${network}`;
  const [user] = await context.db.select().from(users).where(eq(users.email, address));
  const studioId = user ? await studioOf(context, user.id) : null;
  const about = { studioId, userId: user?.id ?? null, address: caller.address };
  try {
    await takePoint(context, "signInNetwork", network);
    await takePoint(context, "signInAccount", here);
    if (!user || !(await isKnownNetwork(context, user.id, network)))
      await refuseBeyond(context, "signInEverywhere", address);
  } catch (error) {
    if ((await countPoint(context, context.db, "slowedNote", here)).left >= 0)
      await note(context, { ...about, kind: "signInSlowed" });
    throw error;
  }
  const wrong = async (problem: Problem) => {
    await takePoint(context, "signInEverywhere", address).catch(() => {});
    await note(context, { ...about, kind: "signInRefused" });
    return problem;
  };
  if (!(await fitsPassword(user?.passwordHash, password)) || !user) throw await wrong(wrongPassword());
  if (user.totpSince) {
    if (!code) {
      await givePointsBack(context, "signInAccount", here);
      return { needs: "code" };
    }
    // Counted before it is compared; a right password alone gives none of these back.
    await takePoint(context, "secondFactor", user.id);
    const used = await takeCode(context, user, code);
    if (!used) {
      const message = "This code is not right, or was used already. Wait for the next one.";
      throw await wrong(new Problem(401, "wrongCode", message, [{ path: "code", message }]));
    }
    await givePointsBack(context, "secondFactor", user.id);
    if (used === "recoveryCode") await note(context, { ...about, kind: "recoveryCodeUsed" });
  }
  await givePointsBack(context, "signInAccount", here);
  return { token: await beginSession(context, user.id, caller) };
}

/** Begins a session; ended ones are cleared away. */
export async function beginSession(context: Context, userId: string, caller: Caller): Promise<string> {
  const token = nanoid(40);
  const now = context.now();
  await context.db.delete(sessions).where(lt(sessions.expiresAt, now));
  await context.db.insert(sessions).values({
    tokenHash: sha256(token),
    userId,
    publicId: context.newId(),
    device: deviceOf(caller.agent),
    network: networkOf(caller.address),
    createdAt: now,
    seenAt: now,
    confirmedAt: now,
    expiresAt: new Date(now.getTime() + sessionHours * 60 * minuteMs),
  });
  await note(context, { kind: "signIn", userId, studioId: await studioOf(context, userId), address: caller.address });
  return token;
}

/** What stands in a User-Agent between its brackets: the system, without products and versions. */
function deviceOf(agent: string): string {
  const system = agent.slice(0, 400).split("(", 2)[1]?.split(")", 1)[0] ?? "";
  return system.replace(/[^\w .;:/-]/g, "").slice(0, 120) || "A browser";
}

/** The person and session a token belongs to; null for none, an unknown, an idle or an expired one. */
export async function accountOf(
  context: Context,
  token: string | null | undefined,
  /** A question the studio asks by itself keeps no session alive. */
  background = false,
): Promise<{ account: Account; session: Session } | null> {
  if (!token) return null;
  const now = context.now();
  const tokenHash = sha256(token);
  const [row] = await context.db
    .select({
      id: users.id,
      name: users.name,
      email: users.email,
      totpSince: users.totpSince,
      wanted: studios.secondFactor,
      publicId: sessions.publicId,
      confirmedAt: sessions.confirmedAt,
      seenAt: sessions.seenAt,
    })
    .from(sessions)
    .innerJoin(users, eq(users.id, sessions.userId))
    .leftJoin(members, eq(members.userId, users.id))
    .leftJoin(studios, eq(studios.id, members.studioId))
    .where(
      and(
        eq(sessions.tokenHash, tokenHash),
        gt(sessions.expiresAt, now),
        gt(sessions.seenAt, new Date(now.getTime() - idleMinutes * minuteMs)),
      ),
    )
    .limit(1);
  if (!row) return null;
  if (!background && now.getTime() - row.seenAt.getTime() > minuteMs)
    await context.db.update(sessions).set({ seenAt: now }).where(eq(sessions.tokenHash, tokenHash));
  const { id, name, email, publicId, confirmedAt } = row;
  return {
    account: { id, name, email, needsSecondFactor: row.wanted === true && row.totpSince === null },
    session: { tokenHash, publicId, confirmedAt },
  };
}

export async function signOut(context: Context, tokenHash: string): Promise<void> {
  await context.db.delete(sessions).where(eq(sessions.tokenHash, tokenHash));
}

interface Own {
  readonly context: Context;
  readonly account: Account;
  readonly session: Session | null;
  readonly address: string;
}

const othersOf = ({ account, session }: Own) =>
  and(eq(sessions.userId, account.id), ne(sessions.tokenHash, session?.tokenHash ?? ""));

/** Ends every other session of the caller. */
export async function signOutEverywhere(call: Own): Promise<number> {
  const [ended] = await call.context.db.delete(sessions).where(othersOf(call));
  const { context, account, address } = call;
  await note(context, {
    kind: "signOutEverywhere",
    userId: account.id,
    studioId: await studioOf(context, account.id),
    address,
  });
  return ended.affectedRows;
}

/** Checks the caller's own password; throws 422 at `path` when it is not theirs, 429 after too many tries. */
export async function checkOwnPassword(call: Own, password: string, path: string): Promise<void> {
  const { context, account, address } = call;
  const here = `${account.email} ${networkOf(address)}`;
  await takePoint(context, "signInAccount", here);
  const [user] = await context.db.select().from(users).where(eq(users.id, account.id));
  if (!(await fitsPassword(user?.passwordHash, password))) {
    await note(context, {
      kind: "signInRefused",
      userId: account.id,
      studioId: await studioOf(context, account.id),
      address,
    });
    throw fieldProblem(path, "This is not your current password.");
  }
  await givePointsBack(context, "signInAccount", here);
}

/** Notes that the password was shown just now: for a while sensitive commands may be done. */
export async function confirmSession(call: Own, password: string): Promise<void> {
  await checkOwnPassword(call, password, "password");
  await call.context.db
    .update(sessions)
    .set({ confirmedAt: call.context.now() })
    .where(eq(sessions.tokenHash, call.session?.tokenHash ?? ""));
}

/** A new password for the caller; every other session of theirs ends, and a letter says so. */
export async function changePassword(
  call: Own,
  { current, password }: { current: string; password: string },
): Promise<void> {
  const { context, account, address } = call;
  await checkOwnPassword(call, current, "current");
  const passwordHash = await hashPassword(password);
  const studioId = await studioOf(context, account.id);
  await inTransaction(context.db, async (tx) => {
    await tx.update(users).set({ passwordHash }).where(eq(users.id, account.id));
    await tx.delete(sessions).where(othersOf(call));
    await accountChanged(context, tx, account, "passwordChanged");
    await note(context, { kind: "passwordChanged", userId: account.id, studioId, address }, tx);
  });
}
