// What has changed between two states of a site, in the units a person knows: pages, header, brand, widgets.
import type { PageNode } from "@/core/page/node";
import { writeSiteFile } from "./read";
import type { SiteFile, SitePage } from "./site";

export interface Change {
  readonly of: "page" | "header" | "footer" | "brand" | "settings" | "widget";
  readonly id: string;
  readonly name: string;
  readonly what: "new" | "changed" | "removed";
  /** Sections that are new, changed or gone; 0 where only title, slug or the like changed. */
  readonly sections: number;
}

const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

/** Sections of `now` that are not the same as in `before`, and those that are gone. */
function changedSections(before: PageNode, now: PageNode): number {
  const old = new Map((before.children ?? []).map((section) => [section.id, JSON.stringify(section)]));
  const kept = new Set((now.children ?? []).map((section) => section.id));
  const touched = (now.children ?? []).filter((section) => old.get(section.id) !== JSON.stringify(section)).length;
  return touched + [...old.keys()].filter((id) => !kept.has(id)).length;
}

function byId<T extends { readonly id: string }>(
  of: Change["of"],
  before: readonly T[],
  now: readonly T[],
  name: (item: T) => string,
  sections: (old: T, item: T) => number,
): Change[] {
  const old = new Map(before.map((item) => [item.id, item]));
  const changes: Change[] = now.flatMap((item) => {
    const earlier = old.get(item.id);
    if (earlier && same(earlier, item)) return [];
    return [
      {
        of,
        id: item.id,
        name: name(item),
        what: earlier ? "changed" : "new",
        sections: earlier ? sections(earlier, item) : 0,
      },
    ];
  });
  const kept = new Set(now.map((item) => item.id));
  return changes.concat(
    before
      .filter((item) => !kept.has(item.id))
      .map((item) => ({ of, id: item.id, name: name(item), what: "removed" as const, sections: 0 })),
  );
}

/** Every change from `before` to `now`; with no `before`, everything is new. */
export function siteChanges(beforeGiven: SiteFile | null, nowGiven: SiteFile): readonly Change[] {
  // Through the site file's text, so that the order of keys in the database makes no change.
  const now = JSON.parse(writeSiteFile(nowGiven)) as SiteFile;
  if (!beforeGiven)
    return now.pages.map((page) => ({ of: "page", id: page.id, name: page.title, what: "new", sections: 0 }));
  const before = JSON.parse(writeSiteFile(beforeGiven)) as SiteFile;
  const changes = byId<SitePage>(
    "page",
    before.pages,
    now.pages,
    (page) => page.title,
    (old, page) => changedSections(old.body, page.body),
  );
  const order = (site: SiteFile) =>
    site.pages
      .map((page) => page.id)
      .filter((id) => before.pages.some((page) => page.id === id) && now.pages.some((page) => page.id === id));
  const frame = (of: "header" | "footer", name: string): Change[] =>
    same(before[of], now[of])
      ? []
      : [{ of, id: of, name, what: "changed", sections: changedSections(before[of], now[of]) }];
  const whole = (of: "brand" | "settings", name: string, equal: boolean): Change[] =>
    equal ? [] : [{ of, id: of, name, what: "changed", sections: 0 }];
  return [
    ...changes,
    ...frame("header", "Header"),
    ...frame("footer", "Footer"),
    ...whole("brand", "Brand", same(before.brand, now.brand)),
    ...whole(
      "settings",
      "Name, settings and order of pages",
      same([before.name, before.settings, order(before)], [now.name, now.settings, order(now)]),
    ),
    ...byId(
      "widget",
      before.widgets,
      now.widgets,
      (widget) => widget.name,
      () => 0,
    ),
  ];
}
