// Signing in and out: passwords by argon2id, sessions in the database by the hash of their token.
import { hash, verify } from "@node-rs/argon2";
import { and, eq, gt, lt, ne } from "drizzle-orm";
import { nanoid } from "nanoid";
import { members, type Role, sessions, users } from "@/data/account/tables";
import { inTransaction } from "@/data/connection";
import { type Context, sha256 } from "../context";
import { givePointsBack, takePoint } from "../limit";
import { fieldProblem, Problem } from "../problem";

export interface Account {
  readonly id: string;
  readonly name: string;
  readonly email: string;
}

/** How long a session lives, in days. */
export const sessionDays = 14;
export const sessionCookie = "webitor_session";

/** argon2id with OWASP's parameters (19 MiB, two passes, one lane). */
const passwordOptions = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };
export const hashPassword = (password: string): Promise<string> => hash(password, passwordOptions);

// Compared when an address is unknown, so that the time taken does not tell.
let decoy: Promise<string> | undefined;

/** The token of a new session. Throws 401 for a wrong address or password (the same), 429 after too many tries. */
export async function signIn(context: Context, email: string, password: string, address: string): Promise<string> {
  await takePoint(context, "signInAddress", address);
  await takePoint(context, "signInAccount", sha256(email.toLowerCase()));
  const [user] = await context.db.select().from(users).where(eq(users.email, email.toLowerCase()));
  decoy ??= hashPassword(nanoid());
  const fits = await verify(user?.passwordHash ?? (await decoy), password);
  if (!user || !fits)
    throw new Problem(401, "wrongPassword", "Address and password do not belong together.", [
      { path: "password", message: "Address and password do not belong together." },
    ]);
  await givePointsBack(context, "signInAccount", sha256(email.toLowerCase()));
  const token = nanoid(40);
  const now = context.now();
  await context.db.delete(sessions).where(lt(sessions.expiresAt, now));
  await context.db.insert(sessions).values({
    tokenHash: sha256(token),
    userId: user.id,
    createdAt: now,
    expiresAt: new Date(now.getTime() + sessionDays * 86_400_000),
  });
  return token;
}

/**
 * A new password for the caller; every other session of theirs ends. Throws 422 at `current` when it is not theirs, 429
 * after too many tries.
 */
export async function changePassword(
  { context, account, sessionToken }: { context: Context; account: Account; sessionToken: string | null },
  { current, password }: { current: string; password: string },
): Promise<void> {
  await takePoint(context, "signInAccount", sha256(account.email));
  const [user] = await context.db.select().from(users).where(eq(users.id, account.id));
  if (!user || !(await verify(user.passwordHash, current)))
    throw fieldProblem("current", "This is not your present password.");
  const passwordHash = await hashPassword(password);
  await inTransaction(context.db, async (tx) => {
    await tx.update(users).set({ passwordHash }).where(eq(users.id, account.id));
    await tx
      .delete(sessions)
      .where(and(eq(sessions.userId, account.id), ne(sessions.tokenHash, sha256(sessionToken ?? ""))));
  });
}

export async function signOut(context: Context, token: string): Promise<void> {
  await context.db.delete(sessions).where(eq(sessions.tokenHash, sha256(token)));
}

/** Who a session's token belongs to; null for none, an unknown or an expired one. */
export async function accountOf(context: Context, token: string | null | undefined): Promise<Account | null> {
  if (!token) return null;
  const [row] = await context.db
    .select({ id: users.id, name: users.name, email: users.email })
    .from(sessions)
    .innerJoin(users, eq(users.id, sessions.userId))
    .where(and(eq(sessions.tokenHash, sha256(token)), gt(sessions.expiresAt, context.now())));
  return row ?? null;
}

/** The role of a person in a studio, or null. */
export async function roleIn(context: Context, studioId: string, userId: string): Promise<Role | null> {
  const [row] = await context.db
    .select({ role: members.role })
    .from(members)
    .where(and(eq(members.studioId, studioId), eq(members.userId, userId)));
  return row?.role ?? null;
}
