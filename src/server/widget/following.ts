// What kinds of widgets do about releases besides being in them: what stops one, and what begins once one is live. A list of its
// own, since jobs that publish belong to kinds.
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import type { Executor } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import { chatFollowing } from "@/server/chat/following";
import type { Context } from "@/server/context";
import type { Following } from "@/server/widget/follows";

const following: { readonly [K in WidgetKindName]?: Following<K> } = { chat: chatFollowing };

/** Begins what follows from a release that is live now, in the transaction that makes it so. */
export async function beginLive(tx: Executor, siteId: string, widgets: readonly SiteWidget[]): Promise<void> {
  for (const kind of new Set(widgets.map((widget) => widget.kind))) await following[kind]?.live(tx, siteId);
}

/** What widgets find that stops a release of a site, each with the widget that found it. */
export async function stopsOfWidgets(
  context: Context,
  site: SiteRow,
  widgets: readonly SiteWidget[],
): Promise<readonly { readonly widget: string; readonly code: string }[]> {
  const found: { widget: string; code: string }[] = [];
  for (const { id, kind, settings } of widgets)
    for (const code of (await following[kind]?.stops(context, site, settings as never)) ?? [])
      found.push({ widget: id, code });
  return found;
}
