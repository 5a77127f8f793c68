// What of a site's content asks for more than changing the site does: told in one place, whichever way the content comes in.
import { mayAs, type Right, type Role, rights } from "@/core/account/rights";
import type { SiteFile } from "@/core/site/site";
import { factsOf, widgetFacts } from "@/core/widget/all-facts";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";

/** What a widget of a kind asks of whoever makes, changes or removes it, beside what every widget asks; null for nothing more. */
export const askedFor = (kind: WidgetKindName): Right | null => widgetFacts[kind].asks?.right ?? null;

/** Whether somebody may make, change or remove a widget of a kind, who may do so with widgets at all. */
export function mayHave(role: Role, kind: WidgetKindName): boolean {
  const right = askedFor(kind);
  return right === null || mayAs(role, rights[right]);
}

/** A widget that came with more than its bringer may. */
function asleep(widget: SiteWidget): SiteWidget {
  const { asks } = factsOf(widget as { kind: WidgetKindName });
  return { ...widget, settings: asks?.asleep(widget.settings as never) ?? widget.settings } as SiteWidget;
}

/** A site as somebody may bring it: what they may not comes switched off, and is told by its name. */
export function allowedOf(site: SiteFile, role: Role): { readonly site: SiteFile; readonly held: readonly string[] } {
  const held = site.widgets.filter(({ kind }) => !mayHave(role, kind));
  if (!held.length) return { site, held: [] };
  const widgets = site.widgets.map((widget) => (held.includes(widget) ? asleep(widget) : widget));
  return { site: { ...site, widgets }, held: held.map(({ name }) => name) };
}

type Widgets = SiteFile["widgets"];

/** What of `there` is not in `before` as it is, and `role` may not bring: names of widgets. */
export function beyondRole(role: Role, there: Widgets, before: Widgets): readonly string[] {
  const known = new Set(before.map((widget) => JSON.stringify(widget)));
  return there.filter((one) => !mayHave(role, one.kind) && !known.has(JSON.stringify(one))).map(({ name }) => name);
}
