// What would be broken on the live site: found without layout, each with its place.
import { readLink } from "@/core/page/link";
import { everyNode, type PageNode } from "@/core/page/node";
import type { RichDoc } from "@/core/page/richtext";
import { samplesIn } from "@/core/page/sample";
import { popupsOf, type SiteFile } from "@/core/site/site";
import type { Reason } from "@/core/visitor/decision";

export interface Finding {
  /** Stops a release, or is only worth a look. */
  readonly weight: "stops" | "look";
  /** Page id, "header", "footer", or null for a widget. */
  readonly document: string | null;
  readonly node: string | null;
  readonly widget: string | null;
  readonly reason: Reason;
}

function* linksIn(node: PageNode): Generator<string> {
  if (typeof node.content.link === "string") yield node.content.link;
  if (node.kind !== "richText") return;
  const walk = function* (part: unknown): Generator<string> {
    const { marks, content } = part as { marks?: { attrs?: { href?: string } }[]; content?: unknown[] };
    for (const mark of marks ?? []) if (mark.attrs?.href) yield mark.attrs.href;
    for (const child of content ?? []) yield* walk(child);
  };
  yield* walk(node.content.doc as RichDoc);
}

/** Every finding of a site, in the order of its documents. */
export function siteProblems(site: SiteFile): readonly Finding[] {
  const findings: Finding[] = [];
  const pages = new Set(site.pages.map((page) => page.id));
  const widgets = new Map(popupsOf(site.widgets).map((widget) => [widget.id, widget]));
  const media = new Set(site.media.map((entry) => entry.hash));
  const documents = [
    ["header", site.header],
    ...site.pages.map((page) => [page.id, page.body]),
    ["footer", site.footer],
  ] as [string, PageNode][];
  for (const [document, root] of documents)
    for (const node of everyNode(root)) {
      const samples = samplesIn(node);
      const found = (weight: Finding["weight"], code: string, values: Record<string, string> = {}) =>
        findings.push({ weight, document, node: node.id, widget: null, reason: { code, ...values } });
      if (samples[0] !== undefined) found("look", "check.sample", { words: samples[0] });
      if (node.kind === "columns" && node.children?.some((column) => !column.children?.length))
        found("look", "check.emptyColumn");
      for (const link of linksIn(node)) {
        const read = readLink(link);
        if ("page" in read && !pages.has(read.page)) found("stops", "check.pageGone", { page: read.page });
      }
      if (node.kind === "widget") {
        const id = node.content.widget as string | null;
        if (id === null) found("stops", "check.noWidget");
        else if (!widgets.has(id)) found("stops", "check.widgetGone");
        else if (!widgets.get(id)?.settings.enabled)
          found("stops", "check.widgetOff", { name: widgets.get(id)?.name ?? "" });
      }
      if (node.kind === "button" && !node.content.link)
        found("look", "check.buttonWithoutLink", { text: String(node.content.text) });
      if (node.kind === "picture") {
        const hash = node.content.media as string | null;
        if (hash === null) found("look", "check.noPicture");
        else if (!media.has(hash)) found("stops", "check.pictureGone");
        else if (!node.content.alt && !node.content.decorative) found("look", "check.noDescription");
      }
    }
  for (const page of site.pages) {
    const onPage = (code: string) =>
      findings.push({ weight: "look", document: page.id, node: null, widget: null, reason: { code } });
    const titles = [...everyNode(page.body)].filter((node) => node.kind === "heading" && node.content.level === 1);
    if (titles.length === 0) onPage("check.noPageTitle");
    if (titles.length > 1) onPage("check.twoPageTitles");
    if (!page.description && !site.settings.description) onPage("check.noPageDescription");
  }
  if (!site.pages.some((page) => page.slug === ""))
    findings.push({ weight: "stops", document: null, node: null, widget: null, reason: { code: "check.noHome" } });
  for (const { id, settings } of popupsOf(site.widgets))
    if (settings.enabled && settings.thanks.kind === "page" && !pages.has(settings.thanks.page))
      findings.push({ weight: "stops", document: null, node: null, widget: id, reason: { code: "check.thanksGone" } });
  return findings;
}
