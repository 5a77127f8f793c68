// A new site, made from a starter.
import { builder } from "@/core/page/build";
import type { HeaderOrFooter } from "@/core/page/header-footer/standing";
import { everyNode, type PageNode } from "@/core/page/node";
import { shelf } from "@/core/page/shelf";
import type { SiteFile, SitePage } from "@/core/site/site";
import { factsOf } from "./facts";
import { type StarterKey, starters } from "./starters";

/** A first header and footer: the name and navigation above, the name and pages below. */
export function firstHeadersFooters(newId: () => string): Readonly<Record<HeaderOrFooter, PageNode>> {
  const b = builder(newId);
  return {
    header: b.page(
      b.section("Header", { above: 16, below: 16 }, b.bar({}, [b.logo()], [], [b.navigation("bar", "Main", false)])),
    ),
    footer: b.page(
      b.section("Footer", { surface: "ink", above: 40, below: 40 }, b.navigation("column", "Footer", true)),
    ),
  };
}

/** A page whose first heading is its title, where none is. */
function titled(page: PageNode): PageNode {
  // Sections of the shelf have their headings from this kind alone.
  const headings = [...everyNode(page)].filter(({ kind }) => kind === "heading");
  const first = headings.some(({ content }) => content.level === 1) ? undefined : headings[0];
  const raised = (node: PageNode): PageNode =>
    node === first
      ? { ...node, content: { ...node.content, level: 1 } }
      : node.children
        ? { ...node, children: node.children.map(raised) }
        : node;
  return first ? raised(page) : page;
}

/** A new site from a starter, as a site file. */
export function siteFromStarter(
  starter: StarterKey,
  given: Pick<SiteFile, "key" | "name" | "settings">,
  newId: () => string,
): SiteFile {
  const { brand, pages } = starters[starter];
  const b = builder(newId);
  return {
    format: 1,
    key: given.key,
    name: given.name,
    settings: given.settings,
    brand,
    ...firstHeadersFooters(newId),
    pages: pages.map(
      (page): SitePage => ({
        id: newId(),
        title: page.title,
        slug: page.slug,
        description: "",
        inNavigation: true,
        body: titled(
          b.page(
            ...page.sections.flatMap((key) =>
              shelf.filter((entry) => entry.key === key).map((entry) => entry.make(newId, factsOf(given.settings))),
            ),
          ),
        ),
      }),
    ),
    widgets: [],
    media: [],
  };
}
