// Operations: what the studio can ask the server for. Each says who may, what it takes, and does one thing.
import { and, eq, isNull } from "drizzle-orm";
import Joi from "joi";
import { changesFrame, mayAs, type Right, type Role, rights, tooSmall } from "@/core/account/rights";
import { formShape, type ShapeLimits, studioShape } from "@/core/input/shape";
import { memberSites, members } from "@/data/account/tables";
import { announce } from "@/data/event/outbox";
import { documents } from "@/data/page/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import type { sites } from "@/data/site/tables";
import { type Account, confirmedMinutes, type Session } from "./account/session";
import { backgroundVariable, inBackground } from "./background/background";
import type { Context } from "./context";
import { notFound, Problem, validated } from "./problem";
import { note } from "./security/events";

/** One call from outside, before anything about it is known. */
export interface Incoming {
  readonly context: Context;
  readonly account: Account | null;
  /** The caller's session, if any. */
  readonly session: Session | null;
  /** Network address of the caller, for rate limits. */
  readonly address: string;
  /** The User-Agent header, for the list of one's sessions. */
  readonly agent: string;
  /** The caller's tab, as it names itself; empty for none. */
  readonly tab: string;
  /** Sets or (with null) clears the session cookie of the answer. */
  setSession(token: string | null): void;
}

export interface UserCall extends Incoming {
  readonly account: Account;
}

export interface SiteCall extends UserCall {
  readonly site: SiteRow;
  readonly role: Role;
}

export interface Operation<I, O> {
  readonly scope: "public" | "user" | "site";
  /** What one has to be allowed, for operations on a site. */
  readonly right?: Right;
  /** What it takes, as a schema: tests make valid and hostile input of it. */
  readonly schema: Joi.ObjectSchema;
  perform(incoming: Incoming, input: unknown): Promise<O>;
  /** Only for types: what it takes. */
  readonly takes?: I;
}

type Fields<I> = { [K in keyof I]-?: Joi.Schema };

interface Options {
  /** The password has to have been shown a short while ago. */
  readonly sensitive?: boolean;
  /** Also for somebody who still has to set up the second factor. */
  readonly whileEnrolling?: boolean;
  /** How large its input may be. */
  readonly shape?: ShapeLimits;
  /** It reads whole states of a site: of a large one beside the process that answers visitors. Its name among the operations. */
  readonly whole?: string;
}

const schemaOf = <I>(fields: Fields<I>) => Joi.object<I>(fields as Joi.PartialSchemaMap<I>).required();

export function publicOperation<I, O>(
  fields: Fields<I>,
  run: (call: Incoming, input: I) => Promise<O>,
): Operation<I, O> {
  const schema = schemaOf(fields);
  return {
    scope: "public",
    schema,
    perform: async (incoming, input) => run(incoming, validated(schema, input, formShape)),
  };
}

export function signedIn(incoming: Incoming, { sensitive = false, whileEnrolling = false }: Options = {}): UserCall {
  if (!incoming.account) throw new Problem(401, "signedOut", "You are signed out. Please sign in again.");
  const call = { ...incoming, account: incoming.account };
  if (call.account.needsSecondFactor && !whileEnrolling)
    throw new Problem(403, "secondFactorNeeded", "Your studio wants a second factor. Please set one up first.");
  if (sensitive) wantsConfirmation(call);
  return call;
}

/** Refuses a sensitive command until the password has been shown again. */
function wantsConfirmation({ context, session }: UserCall): void {
  const shownMs = context.now().getTime() - (session?.confirmedAt.getTime() ?? 0);
  if (session && shownMs < confirmedMinutes * 60_000) return;
  const message = "Please show your password again for this.";
  throw new Problem(403, "confirmPassword", message, [{ path: "password", message }]);
}

export function userOperation<I, O>(
  fields: Fields<I>,
  run: (call: UserCall, input: I) => Promise<O>,
  options: Options = {},
): Operation<I, O> {
  const schema = schemaOf(fields);
  return {
    scope: "user",
    schema,
    perform: async (incoming, input) => {
      const call = signedIn(incoming, options);
      return run(call, validated(schema, input, options.shape ?? studioShape));
    },
  };
}

/** That a site is among those chosen for a member. */
export const chosenFor = (site: string | typeof sites.id) =>
  and(eq(memberSites.studioId, members.studioId), eq(memberSites.userId, members.userId), eq(memberSites.siteId, site));

/** What somebody is on a site: a member of its studio with all sites, or with this one among the chosen; null for nobody. */
export async function roleOn(context: Context, site: SiteRow, userId: string): Promise<Role | null> {
  const [row] = await context.db
    .select({ role: members.role, sites: members.sites, chosen: memberSites.siteId })
    .from(members)
    .leftJoin(memberSites, chosenFor(site.id))
    .where(and(eq(members.studioId, site.studioId), eq(members.userId, userId)));
  if (!row) return null;
  return row.role === "owner" || row.sites === "all" || row.chosen !== null ? row.role : null;
}

/** The call with its site and role; the same 404 for a site that is not there and one that is not theirs to see. */
export async function onSite(incoming: Incoming, key: string, right: Right, what = "a file"): Promise<SiteCall> {
  const call = signedIn(incoming);
  const { context, account, address } = call;
  const site = await findSite(context.db, key);
  const role = site ? await roleOn(context, site, account.id) : null;
  if (!site || !role) throw notFound("This site", "site");
  if (!mayAs(role, rights[right])) {
    await note(context, {
      kind: "refused",
      studioId: site.studioId,
      siteId: site.id,
      userId: account.id,
      details: { operation: what },
      address,
    });
    throw new Problem(403, "forbidden", tooSmall(role, right), [{ path: "role", message: tooSmall(role, right) }]);
  }
  return { ...call, site, role };
}

/** From this many pages on what reads all of them is done beside, so that visitors do not wait for it. */
export const manyPages = 40;

async function isLarge({ context, site }: SiteCall): Promise<boolean> {
  if (process.env[backgroundVariable]) return false;
  const rows = await context.db
    .select({ id: documents.id })
    .from(documents)
    .where(and(eq(documents.siteId, site.id), isNull(documents.removedAt)))
    .limit(manyPages);
  return rows.length === manyPages;
}

async function performInBackground(call: SiteCall, name: string, input: unknown): Promise<unknown> {
  const { context, account, session, address, agent, tab } = call;
  const done = await inBackground(context, "operation", { name, input, account, session, address, agent, tab });
  context.jobQueued();
  return done;
}

/** Tells the site's other open tabs that what every screen knows of it has changed. */
export const frameChanged = ({ context, site, tab }: SiteCall): Promise<void> =>
  announce(context.db, site.id, "changed", { tab });

export function siteOperation<I, O>(
  right: Right,
  fields: Fields<I>,
  run: (call: SiteCall, input: I) => Promise<O>,
  options: Options = {},
): Operation<I & { site: string }, O> {
  const schema = Joi.object({ site: Joi.string().max(60).required(), ...(fields as object) }).required();
  return {
    scope: "site",
    right,
    schema,
    perform: async (incoming, input) => {
      signedIn(incoming);
      const key = (input as { site?: unknown } | null)?.site;
      // Who may comes before what is wrong, so that a stranger learns nothing from the answer.
      const call = await onSite(incoming, typeof key === "string" ? key.slice(0, 60) : "", right, right);
      const { site: _site, ...values } = validated<I & { site: string }>(schema, input, options.shape ?? studioShape);
      if (options.sensitive) wantsConfirmation(call);
      if (options.whole && (await isLarge(call))) return performInBackground(call, options.whole, input) as Promise<O>;
      const done = await run(call, values as unknown as I);
      if (changesFrame.has(right)) await frameChanged(call);
      return done;
    },
  };
}
