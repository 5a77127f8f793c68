// Widgets of every kind: new ones, saving settings, results, where they stand.
import { and, asc, eq, isNull, like, max } from "drizzle-orm";
import Joi from "joi";
import { idSchema, widgetNameSchema } from "@/core/site/schema";
import { schemaOfKind, widgetKindNames, widgetKinds } from "@/core/widget/kinds";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { type Executor, inTransaction } from "@/data/connection";
import { documents } from "@/data/page/tables";
import { escapeLike } from "@/data/text";
import { widgets } from "@/data/widget/tables";
import { dayIn } from "../day";
import { type SiteCall, siteOperation } from "../operation";
import { conflict, notFound, validated } from "../problem";
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

export const widgetOperations = {
  /** A new one of a kind, drawn from the site. */
  "widgets.add": siteOperation(
    "widgets.change",
    { kind, name },
    async (call, input: { kind: WidgetKindName; name: string }) => {
      const { context, site } = call;
      const id = context.newId();
      return inTransaction(context.db, async (tx) => {
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
          settings: widgetKinds[input.kind].fresh({ settings: site.settings, name: site.name, parts }),
          position: (last?.position ?? -1) + 1,
          changedAt: context.now(),
        });
        await refreshShown(tx, site.id);
        return { id };
      });
    },
  ),
  /** One widget as it is stored, for whoever has to choose between their settings and somebody else's. */
  "widgets.read": siteOperation("site.read", { widget }, async (call, input: { widget: string }) => {
    const { id, kind, name, settings, revision } = await widgetRow(call.context.db, call, input.widget);
    return { id, kind, name, settings, revision } as SiteWidget & { revision: number };
  }),
  "widgets.save": siteOperation(
    "widgets.change",
    {
      widget,
      name,
      settings: Joi.object().unknown().required(),
      revision: Joi.number().integer().min(0).required(),
    },
    async (call, input: { widget: string; name: string; settings: object; revision: number }) => {
      const { db } = call.context;
      const row = await widgetRow(db, call, input.widget);
      const { settings } = validated(Joi.object({ settings: schemaOfKind(row.kind).required() }), {
        settings: input.settings,
      });
      const stored = await inTransaction(db, async (tx) => {
        const [result] = await tx
          .update(widgets)
          .set({ name: input.name, settings, revision: input.revision + 1, changedAt: call.context.now() })
          .where(
            and(eq(widgets.siteId, call.site.id), eq(widgets.id, input.widget), eq(widgets.revision, input.revision)),
          );
        if (result.affectedRows === 1 && widgetKinds[row.kind].shown) await refreshShown(tx, call.site.id);
        return result.affectedRows === 1;
      });
      if (stored) return { revision: input.revision + 1 };
      throw conflict("widgetChanged", "Somebody changed this widget meanwhile. Choose whose settings hold.");
    },
  ),
  "widgets.remove": siteOperation("widgets.change", { widget }, async (call, input: { widget: string }) => {
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
