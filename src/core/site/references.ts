// What a site holds that its blocks and widgets can point at.

import type { RefOf, Surroundings } from "@/core/kind/holder";
import { type Services, serviceIn } from "@/core/kind/service";
import { isPicture } from "@/core/media/entry";
import type { PageNode } from "@/core/page/node";
import type { KeptSite, SiteFile } from "@/core/site/site";
import { widgetFacts } from "@/core/widget/all-facts";
import { partKinds } from "@/core/widget/kinds";

/** Every tree of a site with its path in the site file. */
export const documentsOf = (site: SiteFile): readonly (readonly [path: string, root: PageNode])[] => [
  ["header", site.header],
  ["footer", site.footer],
  ...(site.headersFooters ?? []).map((one, index) => [`headersFooters[${index}].body`, one.body] as const),
  ...(site.patterns ?? []).map((one, index) => [`patterns[${index}].body`, one.body] as const),
  ...(site.shared ?? []).map((one, index) => [`shared[${index}].body`, one.body] as const),
  ...site.pages.map((page, index) => [`pages[${index}].body`, page.body] as const),
];

/** What of a site can be pointed at. */
type Around = Omit<SiteFile, "format" | "header" | "footer" | "pages"> & {
  readonly pages: readonly { readonly id: string }[];
};

function idsIn(site: Around): Readonly<Record<RefOf, ReadonlySet<string>>> {
  const ids: Record<RefOf, Set<string>> = {
    page: new Set(site.pages.map((page) => page.id)),
    media: new Set(site.media.map((entry) => entry.hash)),
    widget: new Set(site.widgets.map((widget) => widget.id)),
    service: new Set(),
    shared: new Set((site.shared ?? []).map((one) => one.id)),
  };
  for (const { name, part } of partKinds) {
    const own = site[name];
    if (own) for (const { of, id } of part.ids?.(own) ?? []) ids[of].add(id);
  }
  return ids;
}

/**
 * Whether what could be pointed at in one state of a site is there in another, and its widgets are as they were: a page
 * that was sound in the one and has not changed is sound in the other.
 */
export function keepsAll(before: KeptSite, now: KeptSite): boolean {
  const then = idsIn(before);
  const ids = idsIn(now);
  for (const of of Object.keys(then) as RefOf[]) for (const id of then[of]) if (!ids[of].has(id)) return false;
  const [wasAround, isAround] = [referencesIn(before), referencesIn(now)];
  if (isAround.samplesStop && !wasAround.samplesStop) return false;
  return before.widgets.every(({ id }) => JSON.stringify(wasAround.widget(id)) === JSON.stringify(isAround.widget(id)));
}

/** The site as its blocks and widgets are judged in it. */
export function referencesIn(site: Around, today: string | null = null): Surroundings {
  const ids = idsIn(site);
  const widgets = new Map(site.widgets.map((widget) => [widget.id, widget]));
  return {
    part: (of) => serviceIn(site as unknown as Services, of),
    today,
    language: site.settings.language,
    hours: site.settings.hours ?? null,
    samplesStop: site.settings.samplesStop ?? false,
    has: (of, id) => ids[of].has(id),
    isDocument: (hash) => site.media.some((entry) => entry.hash === hash && !isPicture(entry)),
    called: (hash) => site.media.find((entry) => entry.hash === hash)?.name ?? "",
    describes: (hash) => site.media.some((entry) => entry.hash === hash && Boolean(entry.alt || entry.decorative)),
    tells: (what) => Boolean(site.settings[what]),
    widget: (id) => {
      const found = widgets.get(id);
      return found
        ? { name: found.name, enabled: found.settings.enabled, placements: widgetFacts[found.kind].placements }
        : null;
    },
  };
}
