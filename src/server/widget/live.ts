// A widget as it stands in the live release: what the visitor really saw.
import { and, eq } from "drizzle-orm";
import { type WidgetKindName, type WidgetOf, widgetsOfKind } from "@/core/widget/settings";
import { releases } from "@/data/release/tables";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "../context";
import { notFound } from "../problem";

/** The widget of a kind that visitors have; 404, naming `what` is not there, where it is none of theirs, or switched off. */
export async function liveWidget<K extends WidgetKindName>(
  context: Context,
  site: SiteRow,
  kind: K,
  id: string,
  what = "This form",
): Promise<WidgetOf<K>> {
  const [row] = site.liveReleaseId
    ? await context.db
        .select({ widgets: releases.widgets })
        .from(releases)
        .where(and(eq(releases.siteId, site.id), eq(releases.id, site.liveReleaseId)))
    : [];
  const widget = widgetsOfKind(row?.widgets ?? [], kind).find((one) => one.id === id && one.settings.enabled);
  if (!widget) throw notFound(what, "widget");
  return widget;
}
