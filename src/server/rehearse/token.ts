// Rehearsal tokens: a short-lived, signed permission to see one site's working state as one visitor.
import Joi from "joi";
import type { RehearsedCart } from "@/core/shop/cart";
import type { Visitor } from "@/core/visitor/visitor";
import type { SiteRow } from "@/data/site/queries";
import { type Context, hostOrigin, isSigned, sign } from "../context";
import { roleOn, siteOperation } from "../operation";

/** How long a token opens the rehearsal, in minutes. */
export const tokenMinutes = 30;

export interface RehearsalClaim {
  readonly siteId: string;
  /** The member who rehearses: it is over when they are none any more. Null for this installation itself. */
  readonly by: string | null;
  readonly visitor: Visitor;
  /** ms since the epoch, real time. */
  readonly expires: number;
  /** What the visitor has in the basket so far: a rehearsal stores nothing, so it goes along. */
  readonly basket?: RehearsedCart;
}

const visitorSchema: Joi.ObjectSchema<Visitor> = Joi.object<Visitor>({
  widthPx: Joi.number().integer().min(200).max(4000).required(),
  language: Joi.string().max(35).required(),
  country: Joi.string().length(2).allow(null).required(),
  now: Joi.number().required(),
  zone: Joi.string().max(60).required(),
  visit: Joi.number().integer().min(1).max(1000).required(),
  cameFrom: Joi.string().max(200).allow(null).required(),
  consent: Joi.string().valid("notAsked", "all", "none", "preferences", "statistics", "marketing").required(),
  part: Joi.string()
    .pattern(/^[A-Z]{2,3}$/)
    .allow(null),
  signal: Joi.boolean(),
  signedUpWith: Joi.array().items(Joi.string().max(40)).max(200).required(),
});

/** What a token permits; null when it is not ours, for another site, or has run out. */
export function readToken(context: Context, siteId: string, token: string): RehearsalClaim | null {
  const [payload = "", signature = ""] = token.split(".");
  if (!isSigned(context.settings, "rehearse", payload, signature)) return null;
  const claim = JSON.parse(Buffer.from(payload, "base64url").toString()) as RehearsalClaim;
  return claim.siteId === siteId && claim.expires > Date.now() ? claim : null;
}

/** The same, as long as whoever it was signed for is a member who works on the site. */
export async function claimOf(context: Context, site: SiteRow, token: string): Promise<RehearsalClaim | null> {
  const claim = readToken(context, site.id, token);
  if (!claim || claim.by === null) return claim;
  return (await roleOn(context, site, claim.by)) === null ? null : claim;
}

/** A token for this site and visitor. `now` is real time in ms. */
export function makeToken(context: Context, claim: RehearsalClaim): string {
  const payload = Buffer.from(JSON.stringify(claim)).toString("base64url");
  return `${payload}.${sign(context.settings, "rehearse", payload)}`;
}

export const rehearseOperations = {
  "rehearse.open": siteOperation(
    "site.rehearse",
    { visitor: visitorSchema.required() },
    async (call, input: { visitor: Visitor }) => {
      const { settings } = call.context;
      const expires = Date.now() + tokenMinutes * 60_000;
      const claim = { siteId: call.site.id, by: call.account.id, visitor: input.visitor, expires };
      const token = makeToken(call.context, claim);
      return { base: `${hostOrigin(settings, `rehearse.${call.site.key}.${settings.sitesHost}`)}/${token}`, expires };
    },
  ),
};
