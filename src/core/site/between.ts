// Which header and footer of a site a page stands between.
import type { PageNode } from "@/core/page/node";
import {
  type Choice,
  choiceFor,
  type Standee,
  type StandingPage,
  type SurroundOf,
  standingOf,
} from "@/core/page/surround/standing";
import { type PageMeta, pagePath, type SiteFrame, type Surround } from "@/core/site/site";

type Surrounded = Pick<SiteFrame, "header" | "footer" | "surrounds">;

const firstNames: Readonly<Record<SurroundOf, string>> = { header: "Header", footer: "Footer" };

/** All headers, or all footers, of a site: the first, whose id is its kind's name, and then the others. */
export const surroundsOf = (site: Surrounded, of: SurroundOf): readonly Surround[] => [
  { id: of, of, name: firstNames[of], body: site[of] },
  ...(site.surrounds ?? []).filter((one) => one.of === of),
];

/** A page as rules see it, in the language it is rendered in. */
export const standingPage = (page: Pick<PageMeta, "id" | "slug" | "groups">, language: string): StandingPage => ({
  id: page.id,
  path: pagePath(page),
  groups: page.groups ?? [],
  language,
});

const standees = (all: readonly Surround[]): readonly Standee[] =>
  all.map(({ id, body }) => ({ id, standing: standingOf(body) }));

/** Which header, or footer, stands at a page, and why. */
export const surroundChoice = (site: Surrounded, of: SurroundOf, page: StandingPage): Choice =>
  choiceFor(standees(surroundsOf(site, of)), page);

/** The header, or footer, of a page; null where none stands there. */
export function surroundAt(site: Surrounded, of: SurroundOf, page: StandingPage): PageNode | null {
  // The most frequent case by far: there is one, and it stands everywhere.
  if (!site.surrounds?.length && !site[of].content.standing) return site[of];
  const { chosen } = surroundChoice(site, of, page);
  return surroundsOf(site, of).find(({ id }) => id === chosen)?.body ?? null;
}
