// Widgets of every kind: new ones, saving settings, results, where they stand.
import { and, asc, eq, isNull, like, max } from "drizzle-orm";
import Joi from "joi";
import { mayAs, rights, tooSmall } from "@/core/account/rights";
import { studioShape } from "@/core/input/shape";
import { idSchema } from "@/core/input/text";
import { askedFor, mayHave } from "@/core/site/allowed";
import { widgetNameSchema } from "@/core/site/schema";
import { widgetFacts, widgetKindNames } from "@/core/widget/all-facts";
import { schemaOfKind, widgetJudges } from "@/core/widget/judges";
import { widgetKinds } from "@/core/widget/kinds";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { type Executor, inTransaction } from "@/data/connection";
import { documents } from "@/data/page/tables";
import { sites } from "@/data/site/tables";
import { escapeLike } from "@/data/text";
import { widgets } from "@/data/widget/tables";
import { partOf } from "@/server/widget/parts";
import { dayIn } from "../day";
import { type SiteCall, siteOperation } from "../operation";
import { conflict, fieldProblem, forbidden, notFound, validated } from "../problem";
import { partsOf } from "../site/whole";
import { serverOf } from "./kinds";
import { refreshShown } from "./shown";

const widget = idSchema.required();
const kind = Joi.string()
  .valid(...widgetKindNames)
  .required();
const name = widgetNameSchema.required();

async function widgetRow(db: Executor, call: SiteCall, id: string): Promise<typeof widgets.$inferSelect> {
  const [row] = await db
    .select()
    .from(widgets)
    .where(and(eq(widgets.siteId, call.site.id), eq(widgets.id, id)));
  if (!row) throw notFound("This widget", "widget");
  return row;
}

interface ToSave {
  readonly widget: string;
  readonly name: string;
  readonly settings: object;
  readonly revision: number;
  /** What the kind keeps besides, made from its version; absent where it has not changed. */
  readonly part?: { readonly value: object; readonly version: number };
  /** What it would do was told, and is wanted. */
  readonly agreed?: boolean;
}

/** Some kinds may do whatever a page may: those ask for more than widgets do. */
function allowedKind({ role }: SiteCall, kind: WidgetKindName) {
  const right = askedFor(kind);
  if (right && !mayHave(role, kind)) throw forbidden(tooSmall(role, right));
}

/** Refuses a second one of a kind that a site has once. The site's row is locked, so that two at once are one. */
async function onlyOne(tx: Executor, siteId: string, kind: WidgetKindName) {
  if (!widgetFacts[kind].single) return;
  await tx.select({ id: sites.id }).from(sites).where(eq(sites.id, siteId)).for("update");
  const [there] = await tx
    .select({ name: widgets.name })
    .from(widgets)
    .where(and(eq(widgets.siteId, siteId), eq(widgets.kind, kind)));
  if (there) throw fieldProblem("kind", `This site has one already, “${there.name}”, and needs no second.`);
}

export const widgetOperations = {
  /** What new ones of these kinds would begin as, to be looked at: nothing is stored. */
  "widgets.fresh": siteOperation(
    "site.read",
    { kinds: Joi.array().items(kind).min(1).max(widgetKindNames.length).unique().required() },
    async ({ context, site }, input: { kinds: WidgetKindName[] }) => {
      const parts = await partsOf(context.db, site.id);
      const from = { settings: site.settings, name: site.name, parts };
      return { widgets: input.kinds.map((one) => ({ kind: one, settings: widgetJudges[one].fresh(from) })) };
    },
  ),
  /** A new one of a kind, drawn from the site. */
  "widgets.add": siteOperation(
    "widgets.change",
    { kind, name },
    async (call, input: { kind: WidgetKindName; name: string }) => {
      allowedKind(call, input.kind);
      const { context, site } = call;
      const id = context.newId();
      const added = await inTransaction(context.db, async (tx) => {
        await onlyOne(tx, site.id, input.kind);
        const parts = await partsOf(tx, site.id);
        const [last] = await tx
          .select({ position: max(widgets.position) })
          .from(widgets)
          .where(eq(widgets.siteId, site.id));
        await tx.insert(widgets).values({
          siteId: site.id,
          id,
          kind: input.kind,
          name: input.name,
          settings: widgetJudges[input.kind].fresh({ settings: site.settings, name: site.name, parts }),
          position: (last?.position ?? -1) + 1,
          changedAt: context.now(),
        });
        await refreshShown(tx, site.id);
        await serverOf(input.kind).saved?.(tx, site.id, id);
        return { id };
      });
      context.jobQueued();
      return added;
    },
  ),
  /** One widget as it is stored, for whoever has to choose between their settings and somebody else's. */
  "widgets.read": siteOperation("site.read", { widget }, async (call, input: { widget: string }) => {
    const { db } = call.context;
    return db.transaction(async (tx) => {
      const { id, kind, name, settings, revision } = await widgetRow(tx, call, input.widget);
      const widget = { id, kind, name, settings, revision } as SiteWidget & { revision: number };
      const part = mayAs(call.role, rights["setUp.read"]) ? partOf(kind) : undefined;
      if (!part) return { ...widget, part: null };
      const version = await part.version(tx, call.site.id);
      return { ...widget, part: { value: (await part.load(tx, call.site.id)) as object | null, version } };
    });
  }),
  "widgets.save": siteOperation(
    "widgets.change",
    {
      widget,
      name,
      settings: Joi.object().unknown().required(),
      revision: Joi.number().integer().min(0).required(),
      part: Joi.object({
        value: Joi.object().unknown().required(),
        version: Joi.number().integer().min(0).required(),
      }),
      agreed: Joi.boolean().default(false),
    },
    async (call, input: ToSave) => {
      const { db } = call.context;
      const row = await widgetRow(db, call, input.widget);
      allowedKind(call, row.kind);
      const { settings } = validated(
        Joi.object({ settings: schemaOfKind(row.kind).required() }),
        { settings: input.settings },
        studioShape,
      );
      const saved = await inTransaction(db, async (tx) => {
        const own = input.part && partOf(row.kind);
        const partVersion =
          own && input.part ? await own.change(tx, call, { ...input.part, agreed: input.agreed ?? false }) : null;
        const [result] = await tx
          .update(widgets)
          .set({ name: input.name, settings, revision: input.revision + 1, changedAt: call.context.now() })
          .where(
            and(eq(widgets.siteId, call.site.id), eq(widgets.id, input.widget), eq(widgets.revision, input.revision)),
          );
        if (result.affectedRows !== 1)
          throw conflict("widgetChanged", "Somebody changed this widget meanwhile. Choose whose settings hold.");
        if (widgetKinds[row.kind].shown) await refreshShown(tx, call.site.id);
        await serverOf(row.kind).saved?.(tx, call.site.id, input.widget);
        return { revision: input.revision + 1, ...(partVersion === null ? {} : { partVersion }) };
      });
      call.context.jobQueued();
      return saved;
    },
  ),
  "widgets.remove": siteOperation("widgets.change", { widget }, async (call, input: { widget: string }) => {
    const [row] = await call.context.db
      .select({ kind: widgets.kind })
      .from(widgets)
      .where(and(eq(widgets.siteId, call.site.id), eq(widgets.id, input.widget)));
    if (row) allowedKind(call, row.kind);
    await call.context.db.delete(widgets).where(and(eq(widgets.siteId, call.site.id), eq(widgets.id, input.widget)));
    return { removed: input.widget };
  }),
  /** How it did in the last `days` days of the site's zone. */
  "widgets.results": siteOperation(
    "results.read",
    { widget, days: Joi.number().integer().min(1).max(365).required() },
    async (call, input: { widget: string; days: number }) => {
      const row = await widgetRow(call.context.db, call, input.widget);
      const nowMs = call.context.now().getTime();
      const { zone } = call.site.settings;
      const days = Array.from({ length: input.days }, (_, back) =>
        dayIn(zone, new Date(nowMs - (input.days - 1 - back) * 86_400_000)),
      );
      return { days, ...(await serverOf(row.kind).results(call, row as never, days)) };
    },
  ),
  /** Documents that it is placed on, by their titles. */
  "widgets.placedOn": siteOperation("site.read", { widget }, async (call, input: { widget: string }) => ({
    documents: await call.context.db
      .select({ id: documents.id, kind: documents.kind, title: documents.title })
      .from(documents)
      .where(
        and(
          eq(documents.siteId, call.site.id),
          isNull(documents.removedAt),
          like(documents.body, `%"widget":"${escapeLike(input.widget)}"%`),
        ),
      )
      .orderBy(asc(documents.position), asc(documents.id))
      .limit(200),
  })),
};
