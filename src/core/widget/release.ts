// From a site's widgets to what a page tells its scripts.
import { openingRule } from "@/core/opening/released";
import type { SiteFrame } from "@/core/site/site";
import type { Resolve } from "./kind";
import { kindOf, openingOf } from "./kinds";
import type { ReleasedWidget } from "./released";
import type { SiteWidget, WidgetKindName, WidgetParts } from "./settings";

/** What releasing needs of the site: its settings, and what kinds of widgets keep for all of theirs. */
type Releasing = Pick<SiteFrame, "settings"> & Partial<WidgetParts>;

/** Where things of a site are found; what the site says itself stands in its frame. */
export type Places = Omit<Resolve, "currency" | "zone">;

const partOf = (site: Releasing, kind: WidgetKindName) =>
  ((site as Readonly<Record<string, unknown>>)[kind] ?? null) as never;

/** The light form of a widget; null where its kind needs no script. */
export function releaseWidget(widget: SiteWidget, site: Releasing, places: Places): ReleasedWidget | null {
  const { zone, currency } = site.settings;
  const kind = kindOf(widget as { kind: WidgetKindName });
  const form = kind.released(widget.settings as never, { ...places, currency, zone }, partOf(site, widget.kind));
  if (form === null) return null;
  const opening = openingOf(widget);
  return {
    id: widget.id,
    kind: widget.kind,
    ...(kind.everywhere ? { begins: true } : {}),
    ...(opening ? { rule: openingRule(widget.id, opening, zone) } : {}),
    form,
  };
}

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
