// A site as the core knows it: what a site file holds, and what rendering needs.
import type { Brand } from "@/core/brand/brand";
import type { ShopGoods } from "@/core/catalog/goods";
import type { SiteLocale } from "@/core/locale/site-locale";
import type { MediaEntry } from "@/core/media/entry";
import type { HeaderOrFooter } from "@/core/page/header-footer/standing";
import type { PageNode } from "@/core/page/node";
import type { SharedSection } from "@/core/page/shared/placement";
import type { HoursException, WeekHours } from "@/core/site/open-hours";
import type { SiteWidget, WidgetParts } from "@/core/widget/settings";

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
  /** Addresses of pages follow the tree of pages, unless they stay as they are. */
  readonly addresses?: "follow" | "stay";
  /** Sample words that are left stop a release. */
  readonly samplesStop?: boolean;
}

/** An address that leads on: to where a page is now, or to a path or an address elsewhere. */
export interface Redirect {
  /** Path, "/kiln-hire". */
  readonly from: string;
  /** Id of the page. */
  readonly page?: string;
  /** Where it leads besides: "/offers", "https://…". */
  readonly to?: string;
}

/** What only some pages say of themselves. */
export interface PageMore {
  /** The page it stands below in the tree of pages. */
  readonly parent?: string;
  /** Names of the groups it belongs to. */
  readonly groups?: readonly string[];
  /** Title for search engines, instead of its own with the site's name. */
  readonly searchTitle?: string;
  /** Not to be shown by search engines. */
  readonly unlisted?: boolean;
  /** Media shown where the page is shared. */
  readonly sharing?: string;
}

export interface PageMeta extends PageMore {
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

/** A header or footer besides the first; where it stands says its root (core/page/header-footer). */
export interface HeaderFooter {
  readonly id: string;
  readonly of: HeaderOrFooter;
  readonly name: string;
  readonly body: PageNode;
}

/**
 * Everything rendering needs except the pages' bodies. What kinds of widgets keep for the whole site (what can be booked)
 * counts as soon as it is saved; what pages show of it goes live with a release.
 */
export interface SiteFrame extends Partial<WidgetParts> {
  readonly key: string;
  readonly name: string;
  readonly settings: SiteSettings;
  readonly brand: Brand;
  /** The first of the headers, and of the footers. */
  readonly header: PageNode;
  readonly footer: PageNode;
  /** The others, each kind in the order in which equally specific rules are judged. */
  readonly headersFooters?: readonly HeaderFooter[];
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
  /** Pages kept as the pattern for new ones; visitors never see them. */
  readonly patterns?: readonly PagePattern[];
  /** What its shop sells: only in a site file, never in what a page or a release is made from. */
  readonly shop?: ShopGoods;
}

export interface PagePattern {
  readonly id: string;
  readonly name: string;
  readonly body: PageNode;
}

/** What only some pages say, without what this one does not. */
export const moreOf = ({ parent, groups, searchTitle, unlisted, sharing }: PageMore): PageMore => ({
  ...(parent ? { parent } : {}),
  ...(groups?.length ? { groups } : {}),
  ...(searchTitle ? { searchTitle } : {}),
  ...(unlisted ? { unlisted } : {}),
  ...(sharing ? { sharing } : {}),
});

/** What is said of a page, without its body or where that is. */
export const metaOf = (page: PageMeta): PageMeta => ({
  id: page.id,
  title: page.title,
  slug: page.slug,
  description: page.description,
  inNavigation: page.inNavigation,
  ...moreOf(page),
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
