// A site as the core knows it: what a site file holds, and what rendering needs.
import type { Brand } from "@/core/brand/brand";
import type { SiteLocale } from "@/core/locale/site-locale";
import { type DocumentType, documentKindOf } from "@/core/media/documents";
import type { PageNode } from "@/core/page/node";
import type { SharedSection } from "@/core/page/shared";
import type { SiteWidget, WidgetParts } from "@/core/widget/settings";
import type { HoursException, WeekHours } from "./open-hours";

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
  /** Days that depart from the week, and closures; the dates are both included. */
  readonly exceptions?: readonly HoursException[];
  /** Where on Earth it is, in degrees (WGS 84). */
  readonly place?: { readonly latitude: number; readonly longitude: number };
  /** Media shown as the tab's icon; the site's initial where there is none. */
  readonly favicon?: string;
  /** Media shown where a page is shared that has no picture of its own. */
  readonly sharing?: string;
}

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

export type PictureType = "image/jpeg" | "image/png" | "image/webp" | "image/avif";

export interface MediaEntry {
  /** SHA-256 of the bytes, in hex. */
  readonly hash: string;
  readonly name: string;
  readonly type: PictureType | DocumentType;
  /** Of a picture; 0 of a document. */
  readonly widthPx: number;
  readonly heightPx: number;
  /** Size of a document: pages tell it. */
  readonly bytes?: number;
}

/** Whether a medium is a picture, and so can be shown. */
export const isPicture = (entry: Pick<MediaEntry, "type">): boolean => documentKindOf(entry.type) === null;

/**
 * Everything rendering needs except the pages' bodies. What kinds of widgets keep for the whole site (what can be booked)
 * counts as soon as it is saved; what pages show of it goes live with a release.
 */
export interface SiteFrame extends Partial<WidgetParts> {
  readonly key: string;
  readonly name: string;
  readonly settings: SiteSettings;
  readonly brand: Brand;
  readonly header: PageNode;
  readonly footer: PageNode;
  readonly pages: readonly PageMeta[];
  readonly widgets: readonly SiteWidget[];
  readonly media: readonly MediaEntry[];
  /** Sections that stand on several pages; a file may leave them out while there are none. */
  readonly shared?: readonly SharedSection[];
}

export interface SiteFile extends Omit<SiteFrame, "pages"> {
  readonly format: 1;
  readonly pages: readonly SitePage[];
  /** Languages of the site, the source first; a file may leave them out while there is one. */
  readonly locales?: readonly string[];
  readonly redirects?: readonly Redirect[];
}

/** What is said of a page, without its body or where that is. */
export const metaOf = ({ id, title, slug, description, inNavigation }: PageMeta): PageMeta => ({
  id,
  title,
  slug,
  description,
  inNavigation,
});

/**
 * A page of a release: what is said of it, and the key of its body, which is kept once for all releases that have it.
 * Releases from before bodies were kept apart hold them themselves.
 */
export type KeptPage = PageMeta & ({ readonly state: string } | { readonly body: PageNode });

/** A site whose pages' bodies are kept apart: what a release is put together from. */
export interface KeptSite extends Omit<SiteFile, "pages"> {
  readonly pages: readonly KeptPage[];
}

/** Path of a page on its site: "/" or "/slug", below the part that its language has in addresses. */
export const pagePath = (page: Pick<PageMeta, "slug">, locale?: SiteLocale): string =>
  `${locale?.prefix ?? ""}/${page.slug}`;

/** From whom letters to a site's visitors come, as an RFC 5322 mailbox. */
export const senderOf = (site: Pick<SiteFrame, "name" | "settings">): string =>
  `${(site.settings.senderName || site.name).replace(/[^\p{L}\p{N} .-]/gu, "")} <${site.settings.mailFrom}>`;
