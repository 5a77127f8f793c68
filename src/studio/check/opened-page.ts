// A page with all that stands on it, as it is rendered to be measured or shown.
import type { LayoutFinding, Region } from "@/core/check/layout";
import { findNode, noHeaderFooter, type PageNode } from "@/core/page/node";
import { type Definitions, within } from "@/core/page/shared/placement";
import type { RenderedPage, Renderer } from "@/core/render/render";
import type { PageMeta } from "@/core/site/site";
import type { Gives } from "@/server/operations";
import type { OpenSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { blockTitle } from "@/studio/stage/names";
import { stageRenderer } from "@/studio/stage/renderer";
import { loadShopSample } from "@/studio/stage/shop-sample";

type Opened = Gives<"pages.open">["documents"][number];

export interface OpenedPage {
  readonly documents: Readonly<Record<Region, Opened | undefined>>;
  readonly shared: Definitions;
  readonly sample: Awaited<ReturnType<typeof loadShopSample>>;
  readonly renderer: Renderer;
  readonly rendered: RenderedPage;
}

/** Opens a page; null where it is gone. */
export async function openForCheck(site: OpenSite, page: string): Promise<OpenedPage | null> {
  const meta = site.pages.find(({ id }) => id === page);
  if (!meta) return null;
  const { documents } = await ask("pages.open", { site: site.key, page });
  const byKind = (kind: string) => documents.find((one) => one.kind === kind);
  const main = byKind("page");
  if (!main) return null;
  const [header, footer] = [byKind("header"), byKind("footer")];
  const shared = new Map(documents.flatMap(({ id, kind, body }) => (kind === "shared" ? [[id, body] as const] : [])));
  const sample = await loadShopSample(site.shop);
  const opened = { documents: { header, main, footer }, shared, sample };
  return { ...opened, ...drawn(site, meta, opened, rootsOf(opened)) };
}

type Roots = Readonly<Partial<Record<Region, PageNode>>>;

/** Draws a page with these roots in its regions. */
function drawn(
  site: OpenSite,
  meta: PageMeta,
  { shared, sample }: Pick<OpenedPage, "shared" | "sample">,
  { header, main, footer }: Roots,
): Pick<OpenedPage, "renderer" | "rendered"> {
  const { key, name, settings, brand, pages, widgets, media, parts, found, shop } = site;
  const around = { header: header ?? noHeaderFooter, footer: footer ?? noHeaderFooter };
  const renderer = stageRenderer(
    { ...parts, key, name, settings, brand, pages, widgets, media, ...around },
    { chosen: true, asVisitors: true, found, shop, sample },
  );
  return { renderer, rendered: renderer.render(meta, main ?? noHeaderFooter, { shared }) };
}

/** An opened page drawn with other roots, as a repair would leave them. */
export const renderedWith = (site: OpenSite, opened: OpenedPage, page: string, roots: Roots) =>
  drawn(site, site.pages.find(({ id }) => id === page) as PageMeta, opened, roots);

export const rootsOf = ({ documents }: Pick<OpenedPage, "documents">): Roots => ({
  ...(documents.header ? { header: documents.header.body } : {}),
  ...(documents.main ? { main: documents.main.body } : {}),
  ...(documents.footer ? { footer: documents.footer.body } : {}),
});

/** By what a finding's block is called, and the section it stands in. */
export function placeWords(opened: OpenedPage, { node, region }: Pick<LayoutFinding, "node" | "region">): string {
  const root = opened.documents[region]?.body;
  const first = node?.split(within)[0];
  if (!root || !first) return "";
  const section = root.children?.find((one) => findNode(one, first));
  const block = findNode(root, first);
  const names = [section, block === section ? null : block].flatMap((one) => (one ? [blockTitle(one)] : []));
  return names.join(" › ");
}
