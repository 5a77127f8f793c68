// Which header and footer of a site a page stands between.

import {
  type Choice,
  choiceFor,
  type HeaderOrFooter,
  type Standee,
  type StandingPage,
  standingOf,
} from "@/core/page/header-footer/standing";
import type { PageNode } from "@/core/page/node";
import { type HeaderFooter, type PageMeta, pagePath, type SiteFrame } from "@/core/site/site";

type WithHeaderFooter = Pick<SiteFrame, "header" | "footer" | "headersFooters">;

const firstNames: Readonly<Record<HeaderOrFooter, string>> = { header: "Header", footer: "Footer" };

/** All headers, or all footers, of a site: the first, whose id is its kind's name, and then the others. */
export const headersFootersOf = (site: WithHeaderFooter, of: HeaderOrFooter): readonly HeaderFooter[] => [
  { id: of, of, name: firstNames[of], body: site[of] },
  ...(site.headersFooters ?? []).filter((one) => one.of === of),
];

/** A page as rules see it, in the language it is rendered in. */
export const standingPage = (page: Pick<PageMeta, "id" | "slug" | "groups">, language: string): StandingPage => ({
  id: page.id,
  path: pagePath(page),
  groups: page.groups ?? [],
  language,
});

const standees = (all: readonly HeaderFooter[]): readonly Standee[] =>
  all.map(({ id, body }) => ({ id, standing: standingOf(body) }));

/** Which header, or footer, stands at a page, and why. */
export const headerFooterChoice = (site: WithHeaderFooter, of: HeaderOrFooter, page: StandingPage): Choice =>
  choiceFor(standees(headersFootersOf(site, of)), page);

/** The header, or footer, of a page; null where none stands there. */
export function headerFooterAt(site: WithHeaderFooter, of: HeaderOrFooter, page: StandingPage): PageNode | null {
  // The most frequent case by far: there is one, and it stands everywhere.
  if (!site.headersFooters?.length && !site[of].content.standing) return site[of];
  const { chosen } = headerFooterChoice(site, of, page);
  return headersFootersOf(site, of).find(({ id }) => id === chosen)?.body ?? null;
}
