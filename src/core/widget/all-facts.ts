// The list of widget kinds. Adding a kind adds one folder and one line here, besides the line of its settings' type.
import { bookingFacts } from "@/core/booking/facts";
import { chatFacts } from "@/core/chat/facts";
import { clipsFacts } from "@/core/clips/facts";
import { consentFacts } from "@/core/consent/facts";
import { formFacts } from "@/core/form/facts";
import { type Floating, type Opening, openingIn, type PagesShown } from "@/core/opening/opening";
import { popupFacts } from "@/core/popup/facts";
import { shopFacts } from "@/core/shop/facts";
import { wholepageFacts } from "@/core/wholepage/facts";
import type { WidgetFacts } from "./facts";
import type { SiteWidget, WidgetKindName } from "./settings";

export const widgetFacts: { readonly [K in WidgetKindName]: WidgetFacts<K> } = {
  popup: popupFacts,
  booking: bookingFacts,
  form: formFacts,
  clips: clipsFacts,
  consent: consentFacts,
  wholepage: wholepageFacts,
  shop: shopFacts,
  chat: chatFacts,
};

export const widgetKindNames = Object.keys(widgetFacts) as readonly WidgetKindName[];

/** What lists say of a widget's kind, to be asked about its own settings. */
export const factsOf = <K extends WidgetKindName>(widget: { readonly kind: K }): WidgetFacts<K> =>
  widgetFacts[widget.kind] as unknown as WidgetFacts<K>;

/** When and for whom a widget opens over the page by itself; null for one that never does. */
export const openingOf = (widget: SiteWidget): Opening | null =>
  widgetFacts[widget.kind].opensByItself ? openingIn(widget.settings as never) : null;

/** How a widget's button floats over pages; null where none does. */
export const floatingOf = (widget: SiteWidget): Floating | null =>
  widgetFacts[widget.kind].floats
    ? ((widget.settings as { readonly floating?: Floating | null }).floating ?? null)
    : null;

/** A widget's settings with every list of pages of theirs changed: those it opens on, and those it floats over. */
export function withPages(widget: SiteWidget, change: <P extends PagesShown>(pages: P) => P): SiteWidget["settings"] {
  const [opening, floating] = [openingOf(widget), floatingOf(widget)];
  return {
    ...widget.settings,
    ...(opening ? { conditions: change(opening.conditions) } : {}),
    ...(floating ? { floating: change(floating) } : {}),
  };
}

/** Whether a widget stands on every page while it is switched on. */
export const isEverywhere = (widget: SiteWidget): boolean =>
  widget.settings.enabled && widgetFacts[widget.kind].onEveryPage === true;
