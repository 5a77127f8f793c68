// What pages show of the parts that kinds of widgets keep: its hash stands with each widget, so that a change of it counts
// as a change of the widget.
import { and, eq, ne } from "drizzle-orm";
import { ordered } from "@/core/input/ordered";
import { shownOf } from "@/core/widget/kinds";
import type { Executor } from "@/data/connection";
import { widgetsOf } from "@/data/site/queries";
import { widgets } from "@/data/widget/tables";
import { sha256 } from "../context";
import { partsOf } from "../site/whole";

/** To be called in the transaction that changes widgets or a part. */
export async function refreshShown(tx: Executor, siteId: string): Promise<void> {
  const parts = await partsOf(tx, siteId);
  for (const widget of await widgetsOf(tx, siteId)) {
    const found = shownOf(widget, parts);
    const shown = found === null ? "" : sha256(JSON.stringify(ordered(found)));
    await tx
      .update(widgets)
      .set({ shown })
      .where(and(eq(widgets.siteId, siteId), eq(widgets.id, widget.id), ne(widgets.shown, shown)));
  }
}
