// From a widget to what a page tells its script, by the kind that draws it.
import { openingRule } from "@/core/opening/released";
import type { SiteFrame } from "@/core/site/site";
import { openingOf, widgetFacts } from "./all-facts";
import type { Resolve, WidgetKind } from "./kind";
import type { ReleasedWidget } from "./released";
import type { SiteWidget, WidgetKindName, WidgetOf, WidgetParts } from "./settings";

/** What releasing needs of the site: its settings, and what kinds of widgets keep for all of theirs. */
export type Releasing = Pick<SiteFrame, "settings"> & Partial<WidgetParts>;

/** Where things of a site are found; what the site says itself stands in its frame. */
export type Places = Omit<Resolve, "currency" | "zone">;

export const partOf = (site: Releasing, kind: WidgetKindName) =>
  ((site as Readonly<Record<string, unknown>>)[kind] ?? null) as never;

/** The light form of a widget of this kind; null where it needs no script. */
export function releaseAs<K extends WidgetKindName>(
  kind: Pick<WidgetKind<K>, "released">,
  widget: WidgetOf<K>,
  site: Releasing,
  places: Places,
): ReleasedWidget | null {
  const { zone, currency } = site.settings;
  const form = kind.released(widget.settings as never, { ...places, currency, zone }, partOf(site, widget.kind));
  if (form === null) return null;
  const opening = openingOf(widget as SiteWidget);
  return {
    id: widget.id,
    kind: widget.kind,
    ...(widgetFacts[widget.kind].asksFirst ? { asksFirst: true } : {}),
    ...(widgetFacts[widget.kind].onEveryPage ? { begins: true } : {}),
    ...(opening ? { rule: openingRule(widget.id, opening, zone) } : {}),
    form,
  };
}
