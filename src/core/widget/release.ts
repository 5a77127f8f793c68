// From a site's widgets to what a page tells its scripts.
import { openingRule } from "@/core/opening/released";
import type { SiteFrame } from "@/core/site/site";
import type { Resolve } from "./kind";
import { kindOf, openingOf } from "./kinds";
import type { ReleasedWidget } from "./released";
import type { SiteWidget, WidgetKindName } from "./settings";

/** The light form of a widget; null where its kind needs no script. */
export function releaseWidget(widget: SiteWidget, zone: string, resolve: Resolve): ReleasedWidget | null {
  const form = kindOf(widget as { kind: WidgetKindName }).released(widget.settings as never, resolve);
  if (form === null) return null;
  const opening = openingOf(widget);
  return {
    id: widget.id,
    kind: widget.kind,
    ...(opening ? { rule: openingRule(widget.id, opening, zone) } : {}),
    form,
  };
}

/** The light forms of the widgets with these ids. */
export const releasedWidgets = (
  frame: Pick<SiteFrame, "widgets" | "settings">,
  needs: readonly string[],
  resolve: Resolve,
): readonly ReleasedWidget[] =>
  frame.widgets
    .filter((widget) => needs.includes(widget.id))
    .flatMap((widget) => releaseWidget(widget, frame.settings.zone, resolve) ?? []);
