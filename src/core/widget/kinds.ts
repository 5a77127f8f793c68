// The list of what draws widgets: one line a kind.
import { booking } from "@/core/booking/widget";
import { chat } from "@/core/chat/widget";
import { clips } from "@/core/clips/widget";
import { consent } from "@/core/consent/widget";
import { form } from "@/core/form/widget";
import type { Ref } from "@/core/kind/holder";
import { popup } from "@/core/popup/widget";
import { shop } from "@/core/shop/widget";
import { wholepage } from "@/core/wholepage/widget";
import { widgetKindNames } from "./all-facts";
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

/** A widget's kind, to be asked about its own settings. */
export const kindOf = <K extends WidgetKindName>(widget: { readonly kind: K }): WidgetKind<K> =>
  widgetKinds[widget.kind] as WidgetKind<K>;

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
