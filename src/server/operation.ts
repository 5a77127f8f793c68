// Operations: what the studio can ask the server for. Each says who may, what it takes, and does one thing.
import Joi from "joi";
import type { Role } from "@/data/account/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { type Account, roleIn } from "./account/session";
import type { Context } from "./context";
import { forbidden, notFound, Problem, validated } from "./problem";

/** One call from outside, before anything about it is known. */
export interface Incoming {
  readonly context: Context;
  readonly account: Account | null;
  /** Network address of the caller, for rate limits. */
  readonly address: string;
  /** Token of the caller's session, if any. */
  readonly sessionToken: string | null;
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
  /** The least role that may, for operations on a site. */
  readonly role?: Role;
  perform(incoming: Incoming, input: unknown): Promise<O>;
  /** Only for types: what it takes. */
  readonly takes?: I;
}

type Fields<I> = { [K in keyof I]-?: Joi.Schema };

const rank: Readonly<Record<Role, number>> = { editor: 1, designer: 2, owner: 3 };

/** Whether `role` includes what `wanted` may. */
export const mayAs = (role: Role, wanted: Role): boolean => rank[role] >= rank[wanted];

export function publicOperation<I, O>(
  fields: Fields<I>,
  run: (call: Incoming, input: I) => Promise<O>,
): Operation<I, O> {
  const schema = Joi.object<I>(fields as Joi.PartialSchemaMap<I>);
  return { scope: "public", perform: async (incoming, input) => run(incoming, validated(schema, input)) };
}

export function signedIn(incoming: Incoming): UserCall {
  if (!incoming.account) throw new Problem(401, "signedOut", "You are signed out. Please sign in again.");
  return { ...incoming, account: incoming.account };
}

export function userOperation<I, O>(fields: Fields<I>, run: (call: UserCall, input: I) => Promise<O>): Operation<I, O> {
  const schema = Joi.object<I>(fields as Joi.PartialSchemaMap<I>);
  return { scope: "user", perform: async (incoming, input) => run(signedIn(incoming), validated(schema, input)) };
}

/** The call with its site and role; the same 404 for a site that is not there and one of another studio. */
export async function onSite(incoming: Incoming, key: string, role: Role): Promise<SiteCall> {
  const call = signedIn(incoming);
  const site = await findSite(call.context.db, key);
  const own = site && (await roleIn(call.context, site.studioId, call.account.id));
  if (!site || !own) throw notFound("This site");
  if (!mayAs(own, role))
    throw forbidden(`You are ${own} here; this needs ${role === "owner" ? "an owner" : "a designer"}.`);
  return { ...call, site, role: own };
}

export function siteOperation<I, O>(
  role: Role,
  fields: Fields<I>,
  run: (call: SiteCall, input: I) => Promise<O>,
): Operation<I & { site: string }, O> {
  const schema = Joi.object({ site: Joi.string().max(60).required(), ...(fields as object) });
  return {
    scope: "site",
    role,
    perform: async (incoming, input) => {
      signedIn(incoming);
      const key = (input as { site?: unknown } | null)?.site;
      // Who may comes before what is wrong, so that a stranger learns nothing from the answer.
      const call = await onSite(incoming, typeof key === "string" ? key : "", role);
      const { site: _site, ...values } = validated<I & { site: string }>(schema, input);
      return run(call, values as unknown as I);
    },
  };
}
