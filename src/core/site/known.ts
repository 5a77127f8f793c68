// What a site holds that its blocks and widgets can point at.
import type { RefOf, Surroundings } from "@/core/kind/holder";
import type { PageNode } from "@/core/page/node";
import { partKinds, widgetKinds } from "@/core/widget/kinds";
import type { SiteFile } from "./site";

/** Every tree of a site with its path in the site file. */
export const documentsOf = (site: SiteFile): readonly (readonly [path: string, root: PageNode])[] => [
  ["header", site.header],
  ["footer", site.footer],
  ...site.pages.map((page, index) => [`pages[${index}].body`, page.body] as const),
];

/** The site as its blocks and widgets are judged in it. */
export function knownIn(
  site: Omit<SiteFile, "format" | "header" | "footer" | "pages"> & {
    readonly pages: readonly { readonly id: string }[];
  },
): Surroundings {
  const ids: Record<RefOf, Set<string>> = {
    page: new Set(site.pages.map((page) => page.id)),
    media: new Set(site.media.map((entry) => entry.hash)),
    widget: new Set(site.widgets.map((widget) => widget.id)),
    service: new Set(),
  };
  for (const { name, part } of partKinds) {
    const own = site[name];
    if (own) for (const { of, id } of part.ids(own)) ids[of].add(id);
  }
  const widgets = new Map(site.widgets.map((widget) => [widget.id, widget]));
  return {
    has: (of, id) => ids[of].has(id),
    widget: (id) => {
      const found = widgets.get(id);
      return found
        ? { name: found.name, enabled: found.settings.enabled, placements: widgetKinds[found.kind].placements }
        : null;
    },
  };
}
