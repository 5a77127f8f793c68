// What happens to accounts, members, keys and data: a structured line in the log, and a row for the owners' list.
import { securityEvents } from "@/data/account/tables";
import type { Executor } from "@/data/connection";
import { networkOf } from "../account/network";
import type { Context } from "../context";

/** Every kind with its sentence for owners; {name} is one of the event's details. */
export const eventWords = {
  signIn: "signed in",
  signInRefused: "tried to sign in with a wrong password or code",
  signInSlowed: "was slowed down after too many wrong tries",
  signOutEverywhere: "signed out everywhere",
  sessionEnded: "ended a session of their own",
  refused: "asked for something that is not theirs: {operation}",
  passwordChanged: "changed the password",
  recoveryAsked: "asked for a letter to set a new password",
  passwordRecovered: "set a new password by letter",
  secondFactorOn: "turned the second factor on",
  secondFactorOff: "turned the second factor off",
  recoveryCodeUsed: "signed in with a recovery code",
  recoveryCodesRenewed: "made new recovery codes",
  secondFactorWanted: "made the second factor a duty for everyone",
  secondFactorOptional: "made the second factor a choice",
  memberInvited: "invited {who} as {role}",
  memberJoined: "accepted the invitation",
  memberChanged: "made {who} {role}",
  memberSites: "chose the sites of {who}: {sites}",
  memberRemoved: "removed {who}",
  siteRemoved: "removed the site {site}",
  siteExported: "downloaded the site file of {site}",
  signupsExported: "downloaded the signups of {site}",
  bookingsExported: "downloaded bookings of {site}",
  personErased: "erased a person on {site}",
  keyMade: "made a secret calendar address on {site}",
  keyRevoked: "took back a secret calendar address on {site}",
  retentionChanged: "changed how long {site} keeps what visitors sent",
} as const;

export type SecurityEvent = keyof typeof eventWords;

export interface Happening {
  readonly kind: SecurityEvent;
  readonly studioId?: string | null;
  readonly siteId?: string | null;
  readonly userId?: string | null;
  readonly details?: Readonly<Record<string, string>>;
  /** Network address of the caller. */
  readonly address: string;
}

/** Notes what happened, in the caller's transaction where there is one. Answers the reference that stands in the log. */
export async function note(context: Context, happening: Happening, db: Executor = context.db): Promise<string> {
  const id = context.newId();
  const network = networkOf(happening.address);
  const { kind, studioId = null, siteId = null, userId = null, details = {} } = happening;
  context.log.info({ security: kind, reference: id, studioId, siteId, userId, network }, "security");
  await db.insert(securityEvents).values({ id, kind, studioId, siteId, userId, details, network, at: context.now() });
  return id;
}

/** A command of somebody on a site. */
interface Doing {
  readonly context: Context;
  readonly site: { readonly id: string; readonly studioId: string; readonly name: string };
  readonly account: { readonly id: string };
  readonly address: string;
}

/** Notes what the caller did on a site, in the transaction in which it is done. */
export const noteOn = (call: Doing, kind: SecurityEvent, db: Executor = call.context.db): Promise<string> => {
  const { context, site, account, address } = call;
  const about = { studioId: site.studioId, siteId: site.id, userId: account.id };
  return note(context, { kind, ...about, details: { site: site.name }, address }, db);
};
