// What pages show of the parts that kinds of widgets keep: its hash stands with each widget, so that a change of it counts
// as a change of the widget.
import { and, eq, ne } from "drizzle-orm";
import { ordered } from "@/core/input/ordered";
import { shownOf, widgetKinds } from "@/core/widget/kinds";
import type { Executor } from "@/data/connection";
import { widgetsOf } from "@/data/site/queries";
import { widgets } from "@/data/widget/tables";
import { sha256 } from "../context";
import { partsOf } from "../site/whole";

/** To be called in the transaction that changes widgets or a part. */
export async function refreshShown(tx: Executor, siteId: string): Promise<void> {
  // Most sites, and most saves, have nothing of the kind: then no part is read.
  const showing = (await widgetsOf(tx, siteId)).filter((widget) => widgetKinds[widget.kind].shown);
  if (!showing.length) return;
  const parts = await partsOf(tx, siteId);
  for (const widget of showing) {
    const found = shownOf(widget, parts);
    const shown = found === null ? "" : sha256(JSON.stringify(ordered(found)));
    await tx
      .update(widgets)
      .set({ shown })
      .where(and(eq(widgets.siteId, siteId), eq(widgets.id, widget.id), ne(widgets.shown, shown)));
  }
}
