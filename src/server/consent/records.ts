// Choices as they come from visitors' pages: kept once each, with the texts they were made by, and counted by day.
import { and, eq, sql } from "drizzle-orm";
import Joi from "joi";
import { type Optional, optional } from "@/core/consent/category";
import { proofFault, type WayToChoose, waysToChoose } from "@/core/consent/proof";
import { type RegionKey, regionKeys } from "@/core/consent/rules";
import { type Executor, inTransaction } from "@/data/connection";
import { consentCounts, consents, consentVersions } from "@/data/consent/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import type { Context } from "../context";
import { dayIn } from "../day";
import { takeNetworkPoint } from "../limit";
import { conflict, fieldProblem, notFound, validated } from "../problem";
import { liveWidget } from "../widget/live";

interface ChoiceCall {
  readonly widget: string;
  readonly id: string;
  readonly region: RegionKey;
  readonly rule: Exclude<RegionKey, "elsewhere">;
  readonly given: readonly Optional[];
  readonly version: string;
  readonly how: WayToChoose;
  readonly thing?: string;
  readonly language: string;
}

const widget = Joi.string().max(40).required();
const region = Joi.string()
  .valid(...regionKeys)
  .required();

export const choiceSchema: Joi.ObjectSchema<ChoiceCall> = Joi.object<ChoiceCall>({
  widget,
  id: Joi.string()
    .pattern(/^[a-z0-9]{16,24}$/)
    .required()
    .messages({ "string.pattern.base": "A choice is named by 16 to 24 small letters and digits." }),
  region,
  rule: Joi.string()
    .valid(...regionKeys.filter((key) => key !== "elsewhere"))
    .required(),
  given: Joi.array()
    .items(Joi.string().valid(...optional))
    .unique()
    .max(optional.length)
    .required(),
  version: Joi.string()
    .pattern(/^[a-z0-9]{1,12}$/)
    .required()
    .messages({ "string.pattern.base": "Texts are named by small letters and digits." }),
  how: Joi.string()
    .valid(...waysToChoose)
    .required(),
  thing: Joi.string()
    .max(255)
    .pattern(/^[a-z0-9.:, -]+$/)
    .messages({ "string.pattern.base": "What was pressed is named by its hosts." }),
  language: Joi.string().max(35).required(),
});

type Counted = "shown" | "accepted" | "refused" | "some";

async function count(context: Context, db: Executor, site: SiteRow, widgetId: string, of: string, what: Counted) {
  await db
    .insert(consentCounts)
    .values({ siteId: site.id, widgetId, day: dayIn(site.settings.zone, context.now()), region: of, [what]: 1 })
    .onDuplicateKeyUpdate({ set: { [what]: sql`${consentCounts[what]} + 1` } });
}

const cameTo = (given: readonly Optional[]): Counted =>
  given.length === 0 ? "refused" : given.length === optional.length ? "accepted" : "some";

/**
 * Keeps a choice. Sent again it changes nothing; another choice by its id is refused, since a proof can't be written over.
 * Nothing of who sent it is kept.
 */
export async function keepChoice(context: Context, siteKey: string, body: unknown, address: string): Promise<void> {
  const call = validated(choiceSchema, body);
  const site = await findSite(context.db, siteKey);
  if (!site) throw notFound("This site");
  await takeNetworkPoint(context, "countAddress", site.id, address);
  const { id: widgetId } = await liveWidget(context, site, "consent", call.widget);
  const [asked] = await context.db
    .select({ settings: consentVersions.settings })
    .from(consentVersions)
    .where(and(eq(consentVersions.siteId, site.id), eq(consentVersions.version, call.version)));
  if (!asked) throw fieldProblem("version", "Nobody was ever asked in these words here.");
  const fault = proofFault(call, asked.settings);
  if (fault) throw fieldProblem(fault, "A choice made so can’t have come to this.");
  const { widget: _widget, ...choice } = call;
  const given = optional.filter((category) => choice.given.includes(category));
  await inTransaction(context.db, async (tx) => {
    const [added] = await tx
      .insert(consents)
      .ignore()
      .values({ ...choice, given, siteId: site.id, widgetId, at: context.now() });
    if (added.affectedRows === 0) {
      const [kept] = await tx
        .select()
        .from(consents)
        .where(and(eq(consents.siteId, site.id), eq(consents.id, call.id)));
      const same = [kept?.given, kept?.version, kept?.thing ?? undefined];
      if (JSON.stringify(same) === JSON.stringify([given, call.version, call.thing])) return;
      throw conflict("choiceKept", "A choice with this id is kept already.");
    }
    // One thing pressed is no answer to the question, which waits on.
    if (!call.thing) await count(context, tx, site, widgetId, call.region, cameTo(given));
  });
}

export const shownSchema = Joi.object<{ widget: string; region: RegionKey; what: "shown" }>({
  widget,
  region,
  what: Joi.string().valid("shown").required(),
});

/** Counts that the question was shown. */
export async function countShown(context: Context, siteKey: string, body: unknown, address: string): Promise<void> {
  const input = validated(shownSchema, body);
  const site = await findSite(context.db, siteKey);
  if (!site) throw notFound("This site");
  await takeNetworkPoint(context, "countAddress", site.id, address);
  await liveWidget(context, site, "consent", input.widget);
  await count(context, context.db, site, input.widget, input.region, input.what);
}
