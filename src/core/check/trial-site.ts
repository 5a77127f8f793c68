// The copy of a site that repairs are tried on: its documents with what was changed in them, and which header each page has.
import { applyEdits } from "@/core/page/editing/edit";
import { mostRules } from "@/core/page/header-footer/standing";
import { type Top, topOf } from "@/core/page/header-footer/top";
import { findNode, type PageNode } from "@/core/page/node";
import { findingKey, type LayoutFinding, type LayoutRepair, type Region, repairEdits } from "./layout";
import type { Found, PageFinding, Trials } from "./trial";

/** A header of their own for pages on which no state of the shared one can be read, by a rule for each of them. */
export interface OwnHeader {
  readonly set: "ownHeader";
  /** The header it is like. */
  readonly like: string;
  readonly top: Top;
  readonly pages: readonly string[];
}

export type SiteRepair = LayoutRepair | OwnHeader;

/** Documents of each region of a page; null where there is none. */
export type Documents = Readonly<Record<Region, string | null>>;

export interface TrialSite {
  readonly pages: ReadonlyMap<string, Documents>;
  /** Roots that were changed, by document. */
  readonly changed: ReadonlyMap<string, PageNode>;
}

/** The root of a document as it stands outside of the trial. */
export type RootOf = (page: string, region: Region) => Promise<PageNode | null> | PageNode | null;

/** Headers that only the trial knows. */
const ownPrefix = "own:";

const regions: readonly Region[] = ["header", "main", "footer"];

/** The root of a page's region in the trial. */
export async function rootIn(site: TrialSite, rootOf: RootOf, page: string, region: Region): Promise<PageNode | null> {
  const document = site.pages.get(page)?.[region];
  return (document ? site.changed.get(document) : undefined) ?? (await rootOf(page, region));
}

const pagesWith = (site: TrialSite, document: string) =>
  [...site.pages].flatMap(([page, documents]) => (Object.values(documents).includes(document) ? [page] : []));

/** A header's states at the top of the page, of those that its repairs name: the words of a surface, or its own ground. */
const topsIn = (finding: LayoutFinding): readonly Top[] =>
  allRepairs(finding).flatMap((repair) =>
    repair.set === "content" && repair.field === "top" ? [repair.value as Top] : [],
  );

const allRepairs = ({ repair, otherwise = [] }: LayoutFinding) => (repair ? [repair, ...otherwise] : otherwise);

/**
 * What may cure a finding: what measuring named. Where its header stands on other pages, too, and none of its states can be read on
 * all of them, the pages with this finding get one of their own.
 */
async function candidatesOf(site: TrialSite, rootOf: RootOf, { page, finding }: PageFinding, found: Found) {
  const measured = allRepairs(finding);
  const header = site.pages.get(page)?.header;
  // A header that was added in the same step is there to be repaired in the next one.
  if (header?.startsWith(ownPrefix) && finding.region === "header") return [];
  if (!header || finding.region !== "header" || finding.values.state !== "top") return measured;
  const pages = pagesWith(site, header);
  const key = findingKey(finding);
  const alike = pages.filter((one) => found.get(one)?.some((other) => findingKey(other) === key));
  if (alike.length >= pages.length || alike.length > mostRules) return measured;
  const root = await rootIn(site, rootOf, page, "header");
  const top = root && topOf(root);
  if (!top) return measured;
  const { through: _through, ...solid } = top;
  // Its own ground for all is a change of every page: rather a header for these.
  const ofAll = measured.filter((one) => one.set !== "content" || one.field !== "top" || (one.value as Top).through);
  const tops = [...topsIn(finding).filter(({ through }) => through), solid];
  return [...ofAll, ...tops.map((state): OwnHeader => ({ set: "ownHeader", like: header, top: state, pages: alike }))];
}

async function applied(site: TrialSite, rootOf: RootOf, { page, finding }: PageFinding, repair: SiteRepair) {
  if (repair.set === "ownHeader") {
    const like = await rootIn(site, rootOf, page, "header");
    if (!like) return null;
    const id = `${ownPrefix}${repair.like} ${JSON.stringify(repair.top)}`;
    const pages = new Map(site.pages);
    for (const one of repair.pages) pages.set(one, { ...(site.pages.get(one) as Documents), header: id });
    const root = { ...like, content: { ...like.content, top: repair.top } };
    return { state: { pages, changed: new Map([...site.changed, [id, root]]) }, pages: repair.pages };
  }
  for (const region of regions) {
    const document = site.pages.get(page)?.[region];
    const root = document && (await rootIn(site, rootOf, page, region));
    if (!root || !findNode(root, repair.node)) continue;
    const edits = repairEdits({ ...finding, repair }, root);
    const { page: next, applied: done, refusals } = applyEdits(root, edits);
    if (!done.length || refusals.length) return null;
    return {
      state: { ...site, changed: new Map([...site.changed, [document, next]]) },
      pages: pagesWith(site, document),
    };
  }
  return null;
}

/** Trials on a site whose documents `rootOf` opens, measured by `measure`. */
export const siteTrials = (
  rootOf: RootOf,
  measure: Trials<TrialSite, SiteRepair>["measure"],
): Trials<TrialSite, SiteRepair> => ({
  candidates: (site, at, found) => candidatesOf(site, rootOf, at, found),
  apply: (site, at, repair) => applied(site, rootOf, at, repair),
  measure,
});
