// The list of widget kinds. Adding a kind adds one folder and one line here, besides the line of its settings' type.
import { booking } from "@/core/booking/widget";
import { chat } from "@/core/chat/widget";
import { clips } from "@/core/clips/widget";
import { consent } from "@/core/consent/widget";
import { form } from "@/core/form/widget";
import type { Ref } from "@/core/kind/holder";
import { type Floating, type Opening, openingIn, type PagesShown } from "@/core/opening/opening";
import { popup } from "@/core/popup/widget";
import { shop } from "@/core/shop/widget";
import { wholepage } from "@/core/wholepage/widget";
import type { PartKind, WidgetKind } from "./kind";
import type { SiteWidget, WidgetKindName, WidgetParts } from "./settings";

export const widgetKinds: { readonly [K in WidgetKindName]: WidgetKind<K> } = {
  popup,
  booking,
  form,
  clips,
  consent,
  wholepage,
  shop,
  chat,
};

export const widgetKindNames = Object.keys(widgetKinds) as readonly WidgetKindName[];

/** A widget's kind, to be asked about its own settings. */
export const kindOf = <K extends WidgetKindName>(widget: { readonly kind: K }): WidgetKind<K> =>
  widgetKinds[widget.kind] as WidgetKind<K>;

/** When and for whom a widget opens over the page by itself; null for one that never does. */
export const openingOf = (widget: SiteWidget): Opening | null =>
  kindOf(widget as { kind: WidgetKindName }).opensByItself ? openingIn(widget.settings as never) : null;

/** How a widget's button floats over pages; null where none does. */
export const floatingOf = (widget: SiteWidget): Floating | null =>
  kindOf(widget as { kind: WidgetKindName }).floats
    ? ((widget.settings as { readonly floating?: Floating | null }).floating ?? null)
    : null;

/** Whether a widget stands on every page while it is switched on. */
export const isEverywhere = (widget: SiteWidget): boolean =>
  widget.settings.enabled && kindOf(widget as { kind: WidgetKindName }).everywhere !== undefined;

/** A widget's settings with every list of pages of theirs changed: those it opens on, and those it floats over. */
export function withPages(widget: SiteWidget, change: <P extends PagesShown>(pages: P) => P): SiteWidget["settings"] {
  const [opening, floating] = [openingOf(widget), floatingOf(widget)];
  return {
    ...widget.settings,
    ...(opening ? { conditions: change(opening.conditions) } : {}),
    ...(floating ? { floating: change(floating) } : {}),
  };
}

/** Everything that a widget's settings point at. */
export const refsOf = (widget: SiteWidget): Iterable<Ref> =>
  kindOf(widget as { kind: WidgetKindName }).refs?.(widget.settings as never) ?? [];

/** What pages show of the site's parts because of this widget; null for nothing. */
export const shownOf = (widget: SiteWidget, parts: Partial<WidgetParts>): unknown =>
  kindOf(widget as { kind: WidgetKindName }).shown?.(widget.settings as never, parts) ?? null;

/** Kinds that keep a part of the site file, with that part. */
export const partKinds = widgetKindNames.flatMap((name) => {
  const { part } = widgetKinds[name];
  return part ? [{ name: name as keyof WidgetParts, part: part as unknown as PartKind<keyof WidgetParts> }] : [];
});
