// Account and people: signing in and out, securing one's account, who belongs to the studio and what they may.
import { and, count, desc, eq, gt, inArray, isNull } from "drizzle-orm";
import Joi from "joi";
import { type Role, roles } from "@/core/account/rights";
import { lineSchema, mailSchema } from "@/core/input/text";
import { siteKeySchema } from "@/core/site/schema";
import { recoveryCodes, securityEvents, sessions, studios, users } from "@/data/account/tables";
import { inTransaction } from "@/data/connection";
import { mails } from "@/data/mail/tables";
import { pageOf } from "@/data/paging";
import { publicOperation, type UserCall, userOperation } from "../operation";
import { fieldProblem, notFound } from "../problem";
import { eventWords, note, type SecurityEvent } from "../security/events";
import { type AccountChange, accountChanged } from "./letters";
import { askRecovery, followLink, lookAtLink, type Purpose } from "./links";
import {
  changeMember,
  type Invitation,
  inviteAgain,
  inviteMember,
  listMembers,
  type MemberSites,
  ownStudio,
  removeMember,
} from "./members";
import { newPasswordSchema, shownPasswordSchema } from "./password";
import { newKey, renewRecoveryCodes, sealKey, stepOf, unsealKey } from "./second-factor";
import {
  changePassword,
  confirmSession,
  idleMinutes,
  type SigningIn,
  signIn,
  signOut,
  signOutEverywhere,
} from "./session";

const email = mailSchema.required().messages({ "string.empty": "Please write an e-mail address." });
const role = Joi.string()
  .valid(...roles)
  .required();
const id = Joi.string().max(24).required();
const token = Joi.string().max(100).required();
const purpose = Joi.string().valid("invitation", "recovery").required();
const memberSites = Joi.alternatives()
  .try(Joi.string().valid("all"), Joi.array().items(siteKeySchema).max(200).unique())
  .required()
  .messages({
    "alternatives.match": "These are all sites, or a list of their keys.",
    "alternatives.types": "These are all sites, or a list of their keys.",
  });

/** Does something to the caller's own account, notes it, and tells them by letter. */
async function changeOwn<T>(
  call: UserCall,
  kind: SecurityEvent & AccountChange,
  work: (tx: Parameters<Parameters<typeof inTransaction>[1]>[0]) => Promise<T>,
): Promise<T> {
  const { context, account, address } = call;
  const { studioId } = await ownStudio(call, "editor");
  const done = await inTransaction(context.db, async (tx) => {
    const result = await work(tx);
    await note(context, { kind, studioId, userId: account.id, address }, tx);
    await accountChanged(context, tx, account, kind);
    return result;
  });
  context.jobQueued();
  return done;
}

const enrolling = { whileEnrolling: true };

/** Events on one page of the list. */
const eventsAtOnce = 100;

export const accountOperations = {
  /** With a second factor the first call answers that a code is needed; the second brings it. */
  "account.signIn": publicOperation(
    { email, password: shownPasswordSchema, code: Joi.string().trim().allow("").max(20).default("") },
    async (call, input: SigningIn) => {
      const found = await signIn(call.context, input, call);
      if ("needs" in found) return { signedIn: false, needs: found.needs };
      call.setSession(found.token);
      return { signedIn: true, needs: null };
    },
  ),
  "account.askRecovery": publicOperation({ email }, async (call, input: { email: string }) => {
    await askRecovery(call.context, input.email, call.address);
    return { asked: true };
  }),
  "account.lookAtLink": publicOperation(
    { token, purpose },
    async (call, input: { token: string; purpose: Purpose }) => {
      const { name, email: address } = await lookAtLink(call.context, input.token, input.purpose);
      return { name, email: address };
    },
  ),
  "account.followLink": publicOperation(
    { token, purpose, password: newPasswordSchema },
    async (call, input: { token: string; purpose: Purpose; password: string }) => {
      const session = await followLink(call.context, input, call);
      if (session) call.setSession(session);
      return { signedIn: session !== "" };
    },
  ),
  "account.signOut": userOperation(
    {},
    async (call) => {
      if (call.session) await signOut(call.context, call.session.tokenHash);
      call.setSession(null);
      return { signedIn: false };
    },
    enrolling,
  ),
  "account.me": userOperation(
    {},
    async (call) => {
      const studio = await ownStudio(call, "editor");
      const [user] = await call.context.db
        .select({ since: users.totpSince })
        .from(users)
        .where(eq(users.id, call.account.id));
      const [codes] = await call.context.db
        .select({ left: count() })
        .from(recoveryCodes)
        .where(and(eq(recoveryCodes.userId, call.account.id), isNull(recoveryCodes.usedAt)));
      return {
        account: { id: call.account.id, name: call.account.name, email: call.account.email },
        studio: studio.name,
        role: studio.role,
        secondFactor: { on: Boolean(user?.since), duty: studio.secondFactor, recoveryCodes: codes?.left ?? 0 },
      };
    },
    enrolling,
  ),
  "account.changePassword": userOperation(
    { current: shownPasswordSchema, password: newPasswordSchema },
    async (call, input: { current: string; password: string }) => {
      await changePassword(call, input);
      call.context.jobQueued();
      return { changed: true };
    },
    enrolling,
  ),
  /** Shows the password again: for a while sensitive commands may be done. */
  "account.confirm": userOperation(
    { password: shownPasswordSchema },
    async (call, input: { password: string }) => {
      await confirmSession(call, input.password);
      return { confirmed: true };
    },
    enrolling,
  ),
  "account.sessions": userOperation({}, async (call) => {
    const { context, account, session } = call;
    const now = context.now();
    const rows = await context.db
      .select()
      .from(sessions)
      .where(
        and(
          eq(sessions.userId, account.id),
          gt(sessions.expiresAt, now),
          gt(sessions.seenAt, new Date(now.getTime() - idleMinutes * 60_000)),
        ),
      )
      .orderBy(desc(sessions.seenAt));
    return rows.map((row) => ({
      id: row.publicId,
      device: row.device,
      network: row.network,
      began: row.createdAt.toISOString(),
      seen: row.seenAt.toISOString(),
      own: row.publicId === session?.publicId,
    }));
  }),
  "account.endSession": userOperation({ id }, async (call, input: { id: string }) => {
    const { context, account, address } = call;
    const [ended] = await context.db
      .delete(sessions)
      .where(and(eq(sessions.userId, account.id), eq(sessions.publicId, input.id)));
    if (ended.affectedRows === 0) throw notFound("This session", "id");
    const { studioId } = await ownStudio(call, "editor");
    await note(context, { kind: "sessionEnded", studioId, userId: account.id, address });
    return { ended: input.id };
  }),
  "account.signOutEverywhere": userOperation({}, async (call) => ({ ended: await signOutEverywhere(call) })),
  /** A key to put into an authenticator; it counts once a code of it was shown. */
  "account.newSecondFactor": userOperation(
    {},
    async (call) => {
      const { context, account } = call;
      const [user] = await context.db.select().from(users).where(eq(users.id, account.id));
      if (user?.totpSince) throw fieldProblem("code", "The second factor is on already. Turn it off to begin anew.");
      const { key, address } = newKey(account.email);
      await context.db
        .update(users)
        .set({ totpKey: sealKey(context.settings, key) })
        .where(and(eq(users.id, account.id), isNull(users.totpSince)));
      return { key, address };
    },
    { whileEnrolling: true, sensitive: true },
  ),
  /** Turns it on; answers the recovery codes, which are told once. */
  "account.turnOnSecondFactor": userOperation(
    { key: Joi.string().max(64).required(), code: Joi.string().trim().max(20).required() },
    async (call, input: { key: string; code: string }) => {
      const { context, account } = call;
      const [user] = await context.db.select().from(users).where(eq(users.id, account.id));
      if (user?.totpSince) throw fieldProblem("code", "The second factor is on already.");
      const key = user?.totpKey ? unsealKey(context.settings, user.totpKey) : null;
      if (key === null || key !== input.key)
        throw fieldProblem("key", "This key is not the newest one. Begin anew with a new picture.");
      const step = stepOf(key, input.code.replace(/\s/g, ""));
      if (step === null)
        throw fieldProblem("code", "This code is not right. Take the one that the authenticator shows now.");
      return changeOwn(call, "secondFactorOn", async (tx) => {
        await tx.update(users).set({ totpSince: context.now(), totpStep: step }).where(eq(users.id, account.id));
        return { recoveryCodes: await renewRecoveryCodes(tx, account.id) };
      });
    },
    { whileEnrolling: true, sensitive: true },
  ),
  "account.turnOffSecondFactor": userOperation(
    {},
    async (call) => {
      const { secondFactor } = await ownStudio(call, "editor");
      if (secondFactor) throw fieldProblem("code", "Your studio wants a second factor of everyone.");
      return changeOwn(call, "secondFactorOff", async (tx) => {
        await tx
          .update(users)
          .set({ totpKey: null, totpSince: null, totpStep: null })
          .where(eq(users.id, call.account.id));
        await tx.delete(recoveryCodes).where(eq(recoveryCodes.userId, call.account.id));
        return { on: false };
      });
    },
    { sensitive: true },
  ),
  "account.renewRecoveryCodes": userOperation(
    {},
    async (call) => {
      const [user] = await call.context.db.select().from(users).where(eq(users.id, call.account.id));
      if (!user?.totpSince) throw fieldProblem("code", "The second factor is off; there is nothing to recover.");
      return changeOwn(call, "recoveryCodesRenewed", async (tx) => ({
        recoveryCodes: await renewRecoveryCodes(tx, call.account.id),
      }));
    },
    { sensitive: true },
  ),
  "people.list": userOperation({}, listMembers),
  "people.invite": userOperation(
    {
      name: lineSchema(120).min(1).required().messages({ "string.empty": "Please write a name." }),
      email,
      role,
      sites: memberSites,
    },
    (call, input: Invitation) => inviteMember(call, input),
    { sensitive: true },
  ),
  "people.inviteAgain": userOperation({ id }, (call, input: { id: string }) => inviteAgain(call, input.id), {
    sensitive: true,
  }),
  "people.change": userOperation(
    { id, role, sites: memberSites },
    (call, input: { id: string; role: Role; sites: MemberSites }) => changeMember(call, input),
    { sensitive: true },
  ),
  "people.remove": userOperation({ id }, (call, input: { id: string }) => removeMember(call, input.id), {
    sensitive: true,
  }),
  /** Makes the second factor a duty for everyone of the studio, or a choice again. */
  "people.secondFactor": userOperation(
    { duty: Joi.boolean().required() },
    async (call, input: { duty: boolean }) => {
      const { context, account, address } = call;
      const { studioId } = await ownStudio(call, "owner");
      const [own] = await context.db.select({ since: users.totpSince }).from(users).where(eq(users.id, account.id));
      if (input.duty && !own?.since) throw fieldProblem("duty", "Set up your own second factor first.");
      await inTransaction(context.db, async (tx) => {
        await tx.update(studios).set({ secondFactor: input.duty }).where(eq(studios.id, studioId));
        const kind = input.duty ? "secondFactorWanted" : "secondFactorOptional";
        await note(context, { kind, studioId, userId: account.id, address }, tx);
      });
      return { duty: input.duty };
    },
    { sensitive: true },
  ),
  /** What happened lately that concerns safety, the newest first. */
  "people.events": userOperation(
    { before: Joi.string().max(24).allow(null).default(null) },
    async (call, { before }: { before: string | null }) => {
      const { studioId } = await ownStudio(call, "owner");
      const { db } = call.context;
      const { id, at, kind, details, network } = securityEvents;
      const list = { table: securityEvents, at, id, mine: eq(securityEvents.studioId, studioId) };
      const { rows, more } = await pageOf(db, list, before, eventsAtOnce, (where, order) =>
        db
          .select({ id, at, kind, details, network, name: users.name })
          .from(securityEvents)
          .leftJoin(users, eq(users.id, securityEvents.userId))
          .where(where)
          .orderBy(...order)
          .limit(eventsAtOnce),
      );
      return {
        rows: rows.map((row) => ({
          reference: row.id,
          at: row.at.toISOString(),
          who: row.name ?? "Somebody",
          what: sentence(row.kind, row.details),
          network: row.network,
        })),
        more,
      };
    },
  ),
  /** Letters about accounts that no mail server has taken: without one, owners hand invitations over themselves. */
  "people.letters": userOperation({}, async (call) => {
    const { context } = call;
    await ownStudio(call, "owner");
    if (context.settings.smtpUrl) return [];
    const people = await listMembers(call);
    const rows = await context.db
      .select()
      .from(mails)
      .where(and(isNull(mails.siteId), inArray(mails.state, ["waiting", "outbox"])))
      .orderBy(desc(mails.createdAt))
      .limit(200);
    return rows
      .filter((row) => row.subject.includes(" invites you to ") && people.some((one) => one.email === row.recipient))
      .map(({ id: mail, recipient, subject, text, createdAt }) => ({
        id: mail,
        recipient,
        subject,
        text,
        at: createdAt.toISOString(),
      }));
  }),
};

function sentence(kind: string, details: Readonly<Record<string, string>>): string {
  const words: string | undefined = Object.hasOwn(eventWords, kind) ? eventWords[kind as SecurityEvent] : undefined;
  return (words ?? kind).replace(/\{(\w{1,20})\}/g, (_, name: string) => details[name] ?? "");
}
