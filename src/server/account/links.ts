// Links in letters about accounts: an invitation, or a way back after a lost password. Each works once and ends by itself.
import { and, eq, gt, isNull } from "drizzle-orm";
import { nanoid } from "nanoid";
import { accountLinks, sessions, users } from "@/data/account/tables";
import { type Executor, inTransaction } from "@/data/connection";
import { queueJob } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { type Context, sha256 } from "../context";
import { countPoint, takePoint } from "../limit";
import { Problem } from "../problem";
import { note } from "../security/events";
import { accountChanged, recover } from "./letters";
import { networkOf } from "./network";
import { hashPassword } from "./password";
import { beginSession, type Caller, studioOf } from "./session";

export type Purpose = "invitation" | "recovery";

const validHours: Readonly<Record<Purpose, number>> = { invitation: 7 * 24, recovery: 1 };

/** A new link for a person; earlier ones of the same purpose end. Answers its token, which is not kept. */
export async function newLink(context: Context, tx: Executor, userId: string, purpose: Purpose): Promise<string> {
  const token = nanoid(40);
  const now = context.now();
  await tx.delete(accountLinks).where(and(eq(accountLinks.userId, userId), eq(accountLinks.purpose, purpose)));
  await tx.insert(accountLinks).values({
    tokenHash: sha256(token),
    userId,
    purpose,
    createdAt: now,
    expiresAt: new Date(now.getTime() + validHours[purpose] * 3_600_000),
  });
  return token;
}

const openLink = (context: Context, token: string, purpose: Purpose) =>
  and(
    eq(accountLinks.tokenHash, sha256(token)),
    eq(accountLinks.purpose, purpose),
    isNull(accountLinks.usedAt),
    gt(accountLinks.expiresAt, context.now()),
  );

const notAnyMore = () => {
  const message = "This link does not work, or not any more. Ask for a new letter.";
  return new Problem(404, "link", message, [{ path: "token", message }]);
};

/** Whose link it is, without using it; 404 for one that does not work. */
export async function lookAtLink(context: Context, token: string, purpose: Purpose) {
  const [row] = await context.db
    .select({ id: users.id, name: users.name, email: users.email })
    .from(accountLinks)
    .innerJoin(users, eq(users.id, accountLinks.userId))
    .where(openLink(context, token, purpose));
  if (!row) throw notAnyMore();
  return row;
}

/** Uses a link: the person's password is the given one, every session of theirs ends and a new one begins. */
export async function followLink(
  context: Context,
  { token, purpose, password }: { token: string; purpose: Purpose; password: string },
  caller: Caller,
): Promise<string> {
  const user = await lookAtLink(context, token, purpose);
  const passwordHash = await hashPassword(password);
  const studioId = await studioOf(context, user.id);
  await inTransaction(context.db, async (tx) => {
    const [used] = await tx
      .update(accountLinks)
      .set({ usedAt: context.now() })
      .where(openLink(context, token, purpose));
    // Used by another at the same moment.
    if (used.affectedRows === 0) throw notAnyMore();
    await tx.update(users).set({ passwordHash }).where(eq(users.id, user.id));
    await tx.delete(sessions).where(eq(sessions.userId, user.id));
    if (purpose === "recovery") await accountChanged(context, tx, user, "passwordRecovered");
    const kind = purpose === "recovery" ? "passwordRecovered" : "memberJoined";
    await note(context, { kind, userId: user.id, studioId, address: caller.address }, tx);
  });
  const [{ totpSince } = { totpSince: null }] = await context.db
    .select({ totpSince: users.totpSince })
    .from(users)
    .where(eq(users.id, user.id));
  context.jobQueued();
  // A letter is one factor: whoever has a second one shows it at the sign-in form.
  return totpSince ? "" : beginSession(context, user.id, caller);
}

/** Has a letter with a way back written, if the address is somebody's: found out behind the answer, which is the same if it is not. */
export async function askRecovery(context: Context, email: string, address: string): Promise<void> {
  await takePoint(context, "recoveryNetwork", networkOf(address));
  await queueJob(context.db, { kind: "recovery", siteId: null, payload: { email, address } });
  context.jobQueued();
}

/** The job: whose address it is gets the letter; of any other nothing is kept. */
export async function recoveryJob(context: Context, run: JobRun): Promise<void> {
  const { email = "", address = "" } = run.job.payload;
  const [user] = await context.db.select().from(users).where(eq(users.email, email));
  const studioId = user ? await studioOf(context, user.id) : null;
  await inTransaction(context.db, async (tx) => {
    await run.forget(tx);
    if (!user || (await countPoint(context, tx, "recovery", email)).left < 0) return;
    const token = await newLink(context, tx, user.id, "recovery");
    await recover(context, tx, user, token);
    await note(context, { kind: "recoveryAsked", userId: user.id, studioId, address }, tx);
  });
  context.jobQueued();
}
