// What would be broken on the live site: found without layout, each with its place.
import type { Problem, RefOf, Surroundings } from "@/core/kind/holder";
import { kinds } from "@/core/page/kinds";
import { everyNode, type PageNode } from "@/core/page/node";
import { type Definitions, definitionsOf } from "@/core/page/shared/placement";
import { placesShown, resolved } from "@/core/page/shared/sections";
import { readLink } from "@/core/page/words/link";
import { placesOn } from "@/core/page/words/places";
import { samplesIn } from "@/core/page/words/sample";
import { nameOf } from "@/core/page/words/words";
import { referencesIn } from "@/core/site/references";
import type { KeptSite, SiteFile, SitePage } from "@/core/site/site";
import { searchTitleOf } from "@/core/site/titles";
import type { Reason } from "@/core/visitor/decision";
import type { WidgetJudge } from "@/core/widget/judge";
import { widgetJudges } from "@/core/widget/judges";
import { refsOf } from "@/core/widget/kinds";
import type { WidgetKindName } from "@/core/widget/settings";

export interface Finding {
  readonly weight: Problem["weight"];
  /** Id of a page, shared section, header or footer, or null for a widget. */
  readonly document: string | null;
  readonly node: string | null;
  readonly widget: string | null;
  /** What the section is called in which its block stands. */
  readonly section?: string;
  readonly reason: Reason;
}

/** What a reference to something that is gone is called, and what is told of it. */
const gone: Readonly<Record<RefOf, { readonly code: string; told: (id: string) => Readonly<Record<string, string>> }>> =
  {
    page: { code: "check.pageGone", told: (page) => ({ page }) },
    media: { code: "check.pictureGone", told: () => ({}) },
    widget: { code: "check.widgetGone", told: () => ({}) },
    service: { code: "check.serviceGone", told: () => ({}) },
    shared: { code: "check.sharedGone", told: () => ({}) },
  };

/** Every finding, or only those that stop a release, which are found sooner. */
export type Asked = "all" | "stops";

const thatAre = (asked: Asked, findings: readonly Finding[]) =>
  asked === "all" ? findings : findings.filter(({ weight }) => weight === "stops");

/** Every node of a document with the name of the section it stands in; the root stands in none. */
function* nodesBySection(root: PageNode): Generator<readonly [PageNode, string]> {
  yield [root, ""];
  for (const section of root.children ?? [])
    for (const node of everyNode(section)) yield [node, String(section.content.name ?? "")];
}

/** What is wrong in one document: the id of a page or shared section, "header" or "footer", and its tree. */
export function documentProblems(
  document: string,
  root: PageNode,
  around: Surroundings,
  asked: Asked = "all",
): readonly Finding[] {
  const findings: Finding[] = [];
  for (const [node, section] of nodesBySection(root)) {
    const kind = kinds[node.kind];
    const found = (weight: Finding["weight"], code: string, values: Readonly<Record<string, string>> = {}) =>
      findings.push({
        ...{ weight, document, node: node.id, widget: null },
        ...(section ? { section } : {}),
        reason: { code, ...values },
      });
    if (asked === "all" || around.samplesStop) {
      const [sample] = samplesIn(node);
      if (sample !== undefined) found(around.samplesStop ? "stops" : "look", "check.sample", { words: sample });
    }
    if (asked === "all") {
      for (const code of kind.nodeProblems?.(node, nameOf) ?? []) found("look", code);
    }
    for (const ref of kind.refs?.(node.content) ?? [])
      if (!around.has(ref.of, ref.id)) found("stops", gone[ref.of].code, gone[ref.of].told(ref.id));
    for (const { weight, code, values } of kind.problems?.(node.content, around) ?? []) found(weight, code, values);
  }
  return thatAre(asked, findings);
}

/** How pages are headed and described: worth a look. */
function* pageProblems(page: SitePage, settings: SiteFile["settings"], shared: Definitions): Generator<Finding> {
  const onPage = (code: string): Finding => ({
    weight: "look",
    document: page.id,
    node: null,
    widget: null,
    reason: { code },
  });
  const titles = [...everyNode(resolved(page.body, shared))].filter(
    (node) => kinds[node.kind].headingLevel?.(node.content) === 1,
  );
  if (titles.length === 0) yield onPage("check.noPageTitle");
  if (titles.length > 1) yield onPage("check.twoPageTitles");
  // What search engines are asked to leave out needs no words for their results.
  if (!page.unlisted && !page.description && !settings.description) yield onPage("check.noPageDescription");
}

/** What is wrong with a site besides its documents: no home page, and its widgets. */
export function frameProblems(
  site: Pick<KeptSite, "pages" | "widgets">,
  around: Surroundings,
  asked: Asked = "all",
): readonly Finding[] {
  const findings: Finding[] = [];
  if (!site.pages.some((page) => page.slug === ""))
    findings.push({ weight: "stops", document: null, node: null, widget: null, reason: { code: "check.noHome" } });
  for (const widget of site.widgets) {
    const found = (weight: Finding["weight"], code: string, values: Readonly<Record<string, string>> = {}) =>
      findings.push({ weight, document: null, node: null, widget: widget.id, reason: { code, ...values } });
    // A page that is gone is told by the kind, with what it was there for.
    for (const ref of refsOf(widget))
      if (ref.of !== "page" && !around.has(ref.of, ref.id)) found("look", gone[ref.of].code, gone[ref.of].told(ref.id));
    const judge = widgetJudges[widget.kind] as WidgetJudge<WidgetKindName>;
    for (const { weight, code, values } of judge.problems?.(widget.settings as never, around) ?? [])
      found(weight, code, values);
  }
  return thatAre(asked, findings);
}

/** What is wrong in the definitions of shared sections. */
export const sharedProblems = (
  site: Pick<KeptSite, "shared">,
  around: Surroundings,
  asked: Asked = "all",
): readonly Finding[] => (site.shared ?? []).flatMap(({ id, body }) => documentProblems(id, body, around, asked));

/** The same, each told at the first page that shows it; what stands nowhere troubles nobody. */
function shownProblems(site: SiteFile, around: Surroundings, shared: Definitions): readonly Finding[] {
  const first = new Map<string, { page: string; prefix: string }>();
  const documents = [
    ...site.pages.map(({ id, body }) => [id, body] as const),
    ["header", site.header] as const,
    ["footer", site.footer] as const,
    ...(site.headersFooters ?? []).map(({ id, body }) => [id, body] as const),
  ];
  for (const [page, body] of documents)
    for (const { id, prefix } of placesShown(body, shared)) if (!first.has(id)) first.set(id, { page, prefix });
  return sharedProblems(site, around).flatMap((finding) => {
    const at = first.get(finding.document ?? "");
    return at ? [{ ...finding, document: at.page, node: finding.node && at.prefix + finding.node }] : [];
  });
}

/** Pages that results of search engines could not tell apart: told at each but the first. */
function* equalTitles(site: Pick<SiteFile, "name" | "pages">): Generator<Finding> {
  const first = new Map<string, SitePage>();
  for (const page of site.pages) {
    if (page.unlisted) continue;
    const title = searchTitleOf(site.name, page).trim().toLowerCase();
    const other = first.get(title);
    if (other)
      yield {
        weight: "look",
        document: page.id,
        node: null,
        widget: null,
        reason: { code: "check.equalTitles", title: searchTitleOf(site.name, page), page: other.title },
      };
    else first.set(title, page);
  }
}

/** Links to a place on another page that has no such place. */
function* placesGone(site: SiteFile, shared: Definitions): Generator<Finding> {
  const places = new Map<string, ReadonlySet<string>>();
  const placesOf = (id: string): ReadonlySet<string> | null => {
    const page = site.pages.find((one) => one.id === id);
    if (!page) return null;
    const known = places.get(id) ?? new Set(placesOn(page.body, shared).flatMap(({ anchor }) => anchor ?? []));
    places.set(id, known);
    return known;
  };
  const documents = [
    ["header", site.header] as const,
    ...site.pages.map(({ id, body }) => [id, body] as const),
    ["footer", site.footer] as const,
    ...(site.headersFooters ?? []).map(({ id, body }) => [id, body] as const),
  ];
  for (const [document, root] of documents)
    for (const node of everyNode(root))
      for (const link of linksIn(node)) {
        const read = readLink(link);
        if (read.to !== "page" || !read.anchor || placesOf(read.page)?.has(read.anchor) !== false) continue;
        const page = site.pages.find((one) => one.id === read.page)?.title ?? "";
        const reason = { code: "check.placeGone", anchor: read.anchor, page };
        yield { weight: "look", document, node: node.id, widget: null, reason };
      }
}

/** Every link that a block holds, wherever in its content. */
function* linksIn(node: PageNode): Generator<string> {
  const values: unknown[] = Object.values(node.content);
  while (values.length) {
    const value = values.pop();
    if (typeof value === "string") {
      if (value.startsWith("page:")) yield value;
    } else if (typeof value === "object" && value !== null) values.push(...Object.values(value));
  }
}

/** Every finding of a site on a date of its zone ("2026-11-26"), in the order of its documents. */
export function siteProblems(site: SiteFile, today: string | null): readonly Finding[] {
  const around = referencesIn(site, today);
  const shared = definitionsOf(site);
  return [
    ...documentProblems("header", site.header, around),
    ...site.pages.flatMap((page) => documentProblems(page.id, page.body, around)),
    ...documentProblems("footer", site.footer, around),
    ...(site.headersFooters ?? []).flatMap(({ id, body }) => documentProblems(id, body, around)),
    ...shownProblems(site, around, shared),
    ...site.pages.flatMap((page) => [...pageProblems(page, site.settings, shared)]),
    ...equalTitles(site),
    ...placesGone(site, shared),
    ...frameProblems(site, around),
  ];
}
