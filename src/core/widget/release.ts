// From a site's widgets to what a page tells its scripts.
import type { SiteFrame } from "@/core/site/site";
import { kindOf } from "./kinds";
import { type Places, partOf, type Releasing, releaseAs } from "./release-as";
import type { ReleasedWidget } from "./released";
import type { SiteWidget, WidgetKindName } from "./settings";

/** The light form of a widget; null where its kind needs no script. */
export const releaseWidget = (widget: SiteWidget, site: Releasing, places: Places): ReleasedWidget | null =>
  releaseAs(kindOf(widget as { kind: WidgetKindName }), widget, site, places);

/** Media that the released form of a widget shows, by their hashes. */
export function picturesOfWidget(widget: SiteWidget, site: Releasing): readonly string[] {
  const kind = kindOf(widget as { kind: WidgetKindName });
  const named = [...(kind.refs?.(widget.settings as never) ?? [])].flatMap((ref) =>
    ref.of === "media" ? [ref.id] : [],
  );
  return [...named, ...(kind.pictures?.(widget.settings as never, partOf(site, widget.kind)) ?? [])];
}

/** The light forms of the widgets with these ids. */
export const releasedWidgets = (
  frame: Releasing & Pick<SiteFrame, "widgets">,
  needs: readonly string[],
  places: Places,
): readonly ReleasedWidget[] =>
  frame.widgets
    .filter((widget) => needs.includes(widget.id))
    .flatMap((widget) => releaseWidget(widget, frame, places) ?? []);
