// Widgets: the list, new ones, saving settings, results.
import { and, asc, count, eq, gte, max } from "drizzle-orm";
import Joi from "joi";
import { newPopup, type Popup } from "@/core/popup/popup";
import { popupSchema } from "@/core/popup/schema";
import { idSchema } from "@/core/site/schema";
import { popupCounts, signups, widgets } from "@/data/popup/tables";
import { siteOperation } from "../operation";
import { conflict, notFound } from "../problem";
import { dayIn } from "./signups";

const widget = idSchema.required();
const name = Joi.string().trim().min(1).max(80).required().messages({ "string.empty": "A widget needs a name." });

export const widgetOperations = {
  "widgets.add": siteOperation("widgets.change", { name }, async (call, input: { name: string }) => {
    const { context, site } = call;
    const id = context.newId();
    const [last] = await context.db
      .select({ position: max(widgets.position) })
      .from(widgets)
      .where(eq(widgets.siteId, site.id));
    await context.db.insert(widgets).values({
      siteId: site.id,
      id,
      kind: "popup",
      name: input.name,
      settings: newPopup,
      position: (last?.position ?? -1) + 1,
      changedAt: context.now(),
    });
    return { id };
  }),
  "widgets.save": siteOperation(
    "widgets.change",
    { widget, name, settings: popupSchema.required(), revision: Joi.number().integer().min(0).required() },
    async (call, input: { widget: string; name: string; settings: Popup; revision: number }) => {
      const here = and(eq(widgets.siteId, call.site.id), eq(widgets.id, input.widget));
      const [result] = await call.context.db
        .update(widgets)
        .set({
          name: input.name,
          settings: input.settings,
          revision: input.revision + 1,
          changedAt: call.context.now(),
        })
        .where(and(here, eq(widgets.kind, "popup"), eq(widgets.revision, input.revision)));
      if (result.affectedRows === 1) return { revision: input.revision + 1 };
      const [row] = await call.context.db.select({ revision: widgets.revision }).from(widgets).where(here);
      if (!row) throw notFound("This widget");
      throw conflict("widgetChanged", "This popup was changed in another window. Load it again to go on from there.");
    },
  ),
  "widgets.remove": siteOperation("widgets.change", { widget }, async (call, input: { widget: string }) => {
    await call.context.db.delete(widgets).where(and(eq(widgets.siteId, call.site.id), eq(widgets.id, input.widget)));
    return { removed: input.widget };
  }),
  /** Counts of the last `days` days in the site's zone, and signups by state. */
  "widgets.results": siteOperation(
    "results.read",
    { widget, days: Joi.number().integer().min(1).max(365).required() },
    async (call, input: { widget: string; days: number }) => {
      const { db } = call.context;
      const nowMs = call.context.now().getTime();
      const { zone } = call.site.settings;
      const dayList = Array.from({ length: input.days }, (_, back) =>
        dayIn(zone, new Date(nowMs - (input.days - 1 - back) * 86_400_000)),
      );
      const rows = await db
        .select()
        .from(popupCounts)
        .where(
          and(
            eq(popupCounts.siteId, call.site.id),
            eq(popupCounts.widgetId, input.widget),
            gte(popupCounts.day, dayList[0] as string),
          ),
        )
        .orderBy(asc(popupCounts.day));
      const states = await db
        .select({ state: signups.state, all: count() })
        .from(signups)
        .where(and(eq(signups.siteId, call.site.id), eq(signups.widgetId, input.widget)))
        .groupBy(signups.state);
      const byDay = new Map(rows.map((row) => [row.day, row]));
      return {
        days: dayList.map((day) => {
          const row = byDay.get(day);
          return { day, shown: row?.shown ?? 0, closed: row?.closed ?? 0, signedUp: row?.signedUp ?? 0 };
        }),
        states: Object.fromEntries(states.map((row) => [row.state, row.all])),
      };
    },
  ),
};
