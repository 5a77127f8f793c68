// A site as the core knows it: what a site file holds, and what rendering needs.
import type { BookingSetUp, BookingWidgetSettings } from "@/core/booking/booking";
import type { Brand } from "@/core/brand/brand";
import type { PageNode } from "@/core/page/node";
import type { Popup } from "@/core/popup/popup";

export interface SiteSettings {
  /** BCP 47 tag of the source language. */
  readonly language: string;
  /** IANA zone. */
  readonly zone: string;
  /** ISO 4217. */
  readonly currency: string;
  /** One sentence about the site, for search and sharing where a page has none. */
  readonly description: string;
  /** Who the mails to visitors come from. */
  readonly mailFrom: string;
  /** Name beside that address; the site's own name where there is none. */
  readonly senderName?: string;
  /** Where the business is, in lines. */
  readonly address?: string;
  readonly phone?: string;
  /** When it is open, Monday first: seven lists of spans, empty on closed days. */
  readonly hours?: WeekHours;
  /** Media shown as the tab's icon; the site's initial where there is none. */
  readonly favicon?: string;
  /** Media shown where a page is shared that has no picture of its own. */
  readonly sharing?: string;
}

/** Local times, "09:00"; `to` is later than `from`. */
export interface OpenSpan {
  readonly from: string;
  readonly to: string;
}

export type WeekHours = readonly (readonly OpenSpan[])[];

/** An old address of a page: who asks for it is led to where the page is now. */
export interface Redirect {
  /** Path, "/kiln-hire". */
  readonly from: string;
  /** Id of the page. */
  readonly page: string;
}

export interface PageMeta {
  readonly id: string;
  readonly title: string;
  /** Path without slashes at its ends; "" is the home page. */
  readonly slug: string;
  readonly description: string;
  readonly inNavigation: boolean;
}

export interface SitePage extends PageMeta {
  readonly body: PageNode;
}

export interface PopupWidget {
  readonly id: string;
  readonly kind: "popup";
  readonly name: string;
  readonly settings: Popup;
}

export interface BookingWidget {
  readonly id: string;
  readonly kind: "booking";
  readonly name: string;
  readonly settings: BookingWidgetSettings;
}

export type SiteWidget = PopupWidget | BookingWidget;

export const popupsOf = <T extends SiteWidget>(widgets: readonly T[]) =>
  widgets.filter((widget): widget is T & PopupWidget => widget.kind === "popup");

export const calendarsOf = <T extends SiteWidget>(widgets: readonly T[]) =>
  widgets.filter((widget): widget is T & BookingWidget => widget.kind === "booking");

export interface MediaEntry {
  /** SHA-256 of the bytes, in hex. */
  readonly hash: string;
  readonly name: string;
  readonly type: "image/jpeg" | "image/png" | "image/webp" | "image/avif";
  readonly widthPx: number;
  readonly heightPx: number;
}

/** Everything rendering needs except the pages' bodies. */
export interface SiteFrame {
  readonly key: string;
  readonly name: string;
  readonly settings: SiteSettings;
  readonly brand: Brand;
  readonly header: PageNode;
  readonly footer: PageNode;
  readonly pages: readonly PageMeta[];
  readonly widgets: readonly SiteWidget[];
  readonly media: readonly MediaEntry[];
}

export interface SiteFile extends Omit<SiteFrame, "pages"> {
  readonly format: 1;
  readonly pages: readonly SitePage[];
  /** What can be booked. It counts as soon as it is saved: hours are not a matter of releases. */
  readonly booking?: BookingSetUp;
  readonly redirects?: readonly Redirect[];
}

/** Path of a page on its site: "/" or "/slug". */
export const pagePath = (page: Pick<PageMeta, "slug">): string => `/${page.slug}`;

/** From whom letters to a site's visitors come, as an RFC 5322 mailbox. */
export const senderOf = (site: Pick<SiteFrame, "name" | "settings">): string =>
  `${(site.settings.senderName || site.name).replace(/[^\p{L}\p{N} .-]/gu, "")} <${site.settings.mailFrom}>`;
