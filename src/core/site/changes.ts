// What has changed between two states of a site, in the units a person knows: pages, header, brand, widgets. Each
// change can be left out of a release, or taken back in the working state.

import { type HeaderOrFooter, headerFooterKinds } from "@/core/page/header-footer/standing";
import { kinds } from "@/core/page/kinds";
import type { PageNode } from "@/core/page/node";
import type { SharedSection } from "@/core/page/shared/placement";
import { nodeWords, withLineIds } from "@/core/page/words/words";
import { type HeaderFooter, type KeptSite, moreOf, type SiteFile, type SitePage } from "@/core/site/site";
import { shownOf } from "@/core/widget/kinds";
import {
  type Change,
  type ChangeDetail,
  type ChangeName,
  type ChangeOf,
  mostDetails,
  same,
  valueDetails,
} from "./change";
import { writeSiteFile } from "./read";

const nameOf = (section: PageNode) => kinds[section.kind].title?.(section.content) ?? kinds[section.kind].label;

/** What is different in words between two states of a section: those that come, in short. */
function wordsChanged(before: PageNode, now: PageNode): { before: string; after: string } | null {
  const old = nodeWords(before).split("\n");
  const next = nodeWords(now).split("\n");
  const gone = old.find((line) => !next.includes(line));
  const come = next.find((line) => !old.includes(line));
  return gone === undefined && come === undefined ? null : { before: gone ?? "", after: come ?? "" };
}

function bodyDetails(before: PageNode, now: PageNode): readonly ChangeDetail[] {
  const old = new Map((before.children ?? []).map((section) => [section.id, section]));
  const next = now.children ?? [];
  const details: ChangeDetail[] = [];
  for (const section of next) {
    const earlier = old.get(section.id);
    if (!earlier) details.push({ code: "sectionNew", name: nameOf(section) });
    else if (!same(earlier, section)) {
      details.push({ code: "sectionChanged", name: nameOf(section) });
      const words = wordsChanged(earlier, section);
      if (words) details.push({ code: "words", ...words });
    }
  }
  const kept = new Set(next.map((section) => section.id));
  for (const section of old.values())
    if (!kept.has(section.id)) details.push({ code: "sectionGone", name: nameOf(section) });
  const order = (sections: Iterable<PageNode>) =>
    [...sections].map((section) => section.id).filter((id) => old.has(id) && kept.has(id));
  if (!same(order(old.values()), order(next))) details.push({ code: "sectionsMoved" });
  if (!same(before.content.standing, now.content.standing)) details.push({ code: "standing" });
  if (!same(before.content.top, now.content.top)) details.push({ code: "top" });
  return details;
}

/** What is different between two states of something that has a name and a body. */
const namedDetails = (
  old: { readonly name: string; readonly body: PageNode },
  one: { readonly name: string; readonly body: PageNode },
): readonly ChangeDetail[] => [
  ...(old.name === one.name ? [] : [{ code: "title" as const, before: old.name, after: one.name }]),
  ...bodyDetails(old.body, one.body),
];

function pageDetails(before: SitePage, now: SitePage): readonly ChangeDetail[] {
  const details: ChangeDetail[] = [...bodyDetails(before.body, now.body)];
  const field = (code: "title" | "slug" | "description", one: string, other: string) => {
    if (one !== other) details.unshift({ code, before: one, after: other });
  };
  field("description", before.description, now.description);
  field("slug", `/${before.slug}`, `/${now.slug}`);
  field("title", before.title, now.title);
  if (before.inNavigation !== now.inNavigation)
    details.push({ code: "navigation", after: now.inNavigation ? "shown" : "hidden" });
  if (!same(moreOf(before), moreOf(now))) details.push({ code: "more" });
  return details;
}

interface Listed {
  readonly id: string;
}

function byId<T extends Listed>(
  of: ChangeOf,
  before: readonly T[],
  now: readonly T[],
  name: (item: T) => string,
  details: (old: T, item: T) => readonly ChangeDetail[],
): Change[] {
  const old = new Map(before.map((item) => [item.id, item]));
  const kept = new Set(now.map((item) => item.id));
  return [
    ...now.flatMap((item): Change[] => {
      const earlier = old.get(item.id);
      if (!earlier) return [{ of, id: item.id, name: name(item), what: "new", details: [] }];
      if (same(earlier, item)) return [];
      return [{ of, id: item.id, name: name(item), what: "changed", details: details(earlier, item) }];
    }),
    ...before
      .filter((item) => !kept.has(item.id))
      .map((item): Change => ({ of, id: item.id, name: name(item), what: "removed", details: [] })),
  ];
}

/** Through the site file's text, so that neither the order of keys nor the age of a list makes a change. */
function readable(site: SiteFile): SiteFile {
  const named = {
    ...site,
    header: withLineIds(site.header),
    footer: withLineIds(site.footer),
    ...(site.shared ? { shared: site.shared.map((one) => ({ ...one, body: withLineIds(one.body) })) } : {}),
    ...(site.headersFooters
      ? { headersFooters: site.headersFooters.map((one) => ({ ...one, body: withLineIds(one.body) })) }
      : {}),
    pages: site.pages.map((page) => ({ ...page, body: withLineIds(page.body) })),
  };
  return JSON.parse(writeSiteFile(named)) as SiteFile;
}

/** Widgets with what pages show of their kind's part of the site: it goes live with a release, as settings do. */
const shownWidgets = (site: SiteFile) =>
  site.widgets.map((widget) => ({ ...widget, shown: shownOf(widget, site) as object | null }));

const headersFootersIn = (site: Pick<SiteFile, "headersFooters">, of: HeaderOrFooter) =>
  (site.headersFooters ?? []).filter((one) => one.of === of);

/** Ids of those that both states have, in the order of one of them. */
const orderAmong = (list: readonly Listed[], both: (id: string) => boolean) =>
  list.map(({ id }) => id).filter((id) => both(id));

const redirectsOf = (site: Pick<SiteFile, "redirects">) =>
  (site.redirects ?? []).map((redirect) => ({ ...redirect, id: redirect.from }));

/** Every change from `before` to `now`; with no `before`, everything that goes live is new. */
export function siteChanges(beforeGiven: SiteFile | null, nowGiven: SiteFile): readonly Change[] {
  const now = readable(nowGiven);
  const fresh = (of: ChangeOf, id: string, name: string): Change => ({ of, id, name, what: "new", details: [] });
  if (!beforeGiven)
    return [
      ...now.pages.map((page) => fresh("page", page.id, page.title)),
      ...now.widgets.map((widget) => fresh("widget", widget.id, widget.name)),
    ];
  const before = readable(beforeGiven);
  const order = (site: SiteFile) =>
    orderAmong(
      site.pages,
      (id) => before.pages.some((page) => page.id === id) && now.pages.some((page) => page.id === id),
    );
  const headerFooterOrder = (site: SiteFile) =>
    headerFooterKinds.map((of) =>
      orderAmong(headersFootersIn(site, of), (id) =>
        [before, now].every((state) => headersFootersIn(state, of).some((one) => one.id === id)),
      ),
    );
  const frame = (of: HeaderOrFooter, name: string): Change[] => [
    ...(same(before[of], now[of])
      ? []
      : [{ of, id: of, name, what: "changed", details: bodyDetails(before[of], now[of]) } as const]),
    ...byId<HeaderFooter>(of, headersFootersIn(before, of), headersFootersIn(now, of), (one) => one.name, namedDetails),
  ];
  const whole = (of: "brand" | "settings", name: string, one: unknown, other: unknown): Change[] =>
    same(one, other) ? [] : [{ of, id: of, name, what: "changed", details: valueDetails(one, other) }];
  const settings = (site: SiteFile) => ({
    name: site.name,
    ...site.settings,
    pages: order(site),
    headersFooters: headerFooterOrder(site),
  });
  const changes = [
    ...byId<SitePage>("page", before.pages, now.pages, (page) => page.title, pageDetails),
    ...frame("header", "Header"),
    ...frame("footer", "Footer"),
    ...byId<SharedSection>("shared", before.shared ?? [], now.shared ?? [], ({ name }) => name, namedDetails),
    ...whole("brand", "Brand", before.brand, now.brand),
    ...whole("settings", "Site settings and order of pages", settings(before), settings(now)),
    ...byId(
      "widget",
      shownWidgets(before),
      shownWidgets(now),
      (widget) => widget.name,
      (old, widget) => valueDetails({ ...old.settings, shown: old.shown }, { ...widget.settings, shown: widget.shown }),
    ),
    ...byId(
      "redirect",
      redirectsOf(before),
      redirectsOf(now),
      (redirect) => redirect.from,
      () => [],
    ),
  ];
  return changes.map((change) => ({ ...change, details: change.details.slice(0, mostDetails) }));
}

function listWithout<T extends Listed>(before: readonly T[], now: readonly T[], left: ReadonlySet<string>): T[] {
  const old = new Map(before.map((item) => [item.id, item]));
  const kept = now.flatMap((item) => (left.has(item.id) ? (old.get(item.id) ?? []) : item));
  const here = new Set(now.map((item) => item.id));
  // What was removed and is left out stays, at its old place among the others or behind them.
  before.forEach((item, index) => {
    if (left.has(item.id) && !here.has(item.id)) kept.splice(Math.min(index, kept.length), 0, item);
  });
  return kept;
}

/** `now` with some changes left as they were in `before`. */
export function withoutChanges<Site extends KeptSite>(before: Site, now: Site, left: readonly ChangeName[]): Site {
  const ids = (of: ChangeOf) => new Set(left.filter((change) => change.of === of).map((change) => change.id));
  const isLeft = (of: ChangeOf) => ids(of).size > 0;
  const redirects = listWithout(redirectsOf(before), redirectsOf(now), ids("redirect")).map(
    ({ id: _id, ...redirect }) => redirect,
  );
  const pages = listWithout(before.pages, now.pages, ids("page"));
  const orderedPages = isLeft("settings") ? orderedAs(pages, before.pages) : pages;
  return {
    ...now,
    ...(isLeft("settings") ? { name: before.name, settings: before.settings } : {}),
    brand: isLeft("brand") ? before.brand : now.brand,
    header: ids("header").has("header") ? before.header : now.header,
    footer: ids("footer").has("footer") ? before.footer : now.footer,
    ...(before.headersFooters || now.headersFooters
      ? {
          headersFooters: headerFooterKinds.flatMap((of) => {
            const list = listWithout(headersFootersIn(before, of), headersFootersIn(now, of), ids(of));
            return isLeft("settings") ? orderedAs(list, headersFootersIn(before, of)) : list;
          }),
        }
      : {}),
    pages: orderedPages,
    ...(before.shared || now.shared
      ? { shared: listWithout(before.shared ?? [], now.shared ?? [], ids("shared")) }
      : {}),
    widgets: listWithout(before.widgets, now.widgets, ids("widget")),
    // Pictures that only the old state shows are still among the media, or would be found missing.
    media: [...now.media, ...before.media.filter((entry) => !now.media.some((one) => one.hash === entry.hash))],
    redirects,
  };
}

/** The items in the order of `model`; those it does not know stand behind. */
function orderedAs<T extends Listed>(items: readonly T[], model: readonly Listed[]): readonly T[] {
  const place = new Map(model.map((item, index) => [item.id, index]));
  return [...items].sort((one, other) => (place.get(one.id) ?? 1e9) - (place.get(other.id) ?? 1e9));
}
