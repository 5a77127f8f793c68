// What a new site starts from: one of two starters, or empty.
import { benchBrand, clayBrand, plainBrand } from "@/core/brand/presets";
import { builder } from "@/core/page/build";
import type { HeaderOrFooter } from "@/core/page/header-footer/standing";
import { kinds } from "@/core/page/kinds";
import { everyNode, type PageNode } from "@/core/page/node";
import { shelf } from "@/core/page/shelf";
import type { SiteFile, SitePage } from "@/core/site/site";
import { factsOf } from "./facts";

export type StarterKey = "workshop" | "counter" | "empty";

interface Starter {
  readonly name: string;
  readonly note: string;
  readonly brand: SiteFile["brand"];
  /** Shelf keys per page; the first page is the home page. */
  readonly pages: readonly { readonly title: string; readonly slug: string; readonly sections: readonly string[] }[];
}

export const starters: Readonly<Record<StarterKey, Starter>> = {
  workshop: {
    name: "Workshop",
    note: "Home, Offer and Visit for a place that teaches or makes: warm paper, serif headings.",
    brand: clayBrand,
    pages: [
      { title: "Home", slug: "", sections: ["opening", "cards", "quote", "call"] },
      { title: "Offer", slug: "offer", sections: ["words", "steps", "prices"] },
      { title: "Visit", slug: "visit", sections: ["beside", "hours"] },
    ],
  },
  counter: {
    name: "Counter",
    note: "Home, Prices and Contact for a shop or repair counter: green, round, direct.",
    brand: benchBrand,
    pages: [
      { title: "Home", slug: "", sections: ["opening", "steps", "hours"] },
      { title: "Prices", slug: "prices", sections: ["prices", "call"] },
      { title: "Contact", slug: "contact", sections: ["hours", "beside"] },
    ],
  },
  empty: {
    name: "Empty",
    note: "One page without sections, and a plain brand.",
    brand: plainBrand,
    pages: [{ title: "Home", slug: "", sections: [] }],
  },
};

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

const levelOf = (node: PageNode) => kinds[node.kind].headingLevel?.(node.content);

/** A page whose first heading is its title, where none is. */
function titled(page: PageNode): PageNode {
  const nodes = [...everyNode(page)];
  const first = nodes.some((node) => levelOf(node) === 1) ? undefined : nodes.find((node) => node.kind === "heading");
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
