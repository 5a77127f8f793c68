// The list of widget kinds as types: what each keeps, and the part of the site file that some have besides.
import type { BookingSetUp, BookingWidgetSettings } from "@/core/booking/booking";
import type { Chat } from "@/core/chat/chat";
import type { ClipFeed } from "@/core/clips/clips";
import type { Consent } from "@/core/consent/consent";
import type { Form } from "@/core/form/form";
import type { Popup } from "@/core/popup/popup";
import type { Shop } from "@/core/shop/shop";
import type { WholePage } from "@/core/wholepage/wholepage";

/** Settings by kind. Adding a kind adds one line here; the compiler then names every half that is missing. */
export interface WidgetSettings {
  readonly popup: Popup;
  readonly booking: BookingWidgetSettings;
  readonly form: Form;
  readonly clips: ClipFeed;
  readonly consent: Consent;
  readonly wholepage: WholePage;
  readonly shop: Shop;
  readonly chat: Chat;
}

/** What a kind keeps for the whole site, under its own name in the site file. */
export interface WidgetParts {
  readonly booking: BookingSetUp;
}

export type WidgetKindName = keyof WidgetSettings;

/** What a kind keeps besides its settings; null for kinds that keep nothing. */
export type PartOf<K extends WidgetKindName> = K extends keyof WidgetParts ? WidgetParts[K] : null;

/** A widget of a site: a configured working part. */
export type WidgetOf<K extends WidgetKindName> = {
  readonly [Name in K]: {
    readonly id: string;
    readonly kind: Name;
    readonly name: string;
    readonly settings: WidgetSettings[Name];
  };
}[K];

export type SiteWidget = WidgetOf<WidgetKindName>;

/** The widgets of one kind. */
export const widgetsOfKind = <K extends WidgetKindName, T extends SiteWidget>(
  widgets: readonly T[],
  kind: K,
): readonly (T & WidgetOf<K>)[] => widgets.filter((widget): widget is T & WidgetOf<K> => widget.kind === kind);
