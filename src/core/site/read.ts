// Reading a site file: everything is checked before anything is used, and every fault is named by its path.
import { goodsFaults, goodsMedia } from "@/core/catalog/goods";
import { type Fault, mostFaults, pathOf } from "@/core/input/fault";
import { ordered } from "@/core/input/ordered";
import { type ShapeLimits, shapeFault, studioShape } from "@/core/input/shape";
import type { Ref, RefOf } from "@/core/kind/holder";
import { kinds } from "@/core/page/kinds";
import { everyNode } from "@/core/page/node";
import { circleIn, tooLarge } from "@/core/page/shared/circle";
import { definitionsOf } from "@/core/page/shared/placement";
import { maxNodes, pageFaults } from "@/core/page/validate";
import { withLineIds } from "@/core/page/words/words";
import { pagePath, type SiteFile } from "@/core/site/site";
import { partJudges } from "@/core/widget/judges";
import { partKinds, refsOf } from "@/core/widget/kinds";
import { withNamesOfToday } from "./old-names";
import { redirectCircle } from "./redirects";
import { documentsOf, referencesIn } from "./references";
import { siteFileSchema } from "./schema";
import { deepest, depthOf } from "./tree";

export type ReadSite =
  | { readonly ok: true; readonly site: SiteFile }
  | { readonly ok: false; readonly faults: readonly Fault[] };

/** How large a site file may be: some hundred pages of a thousand blocks. */
export const siteFileShape: ShapeLimits = { depth: 60, keys: 2000, items: 20_000, values: 2_000_000 };

const refuse = (path: string, message: string): ReadSite => ({ ok: false, faults: [{ path, message }] });

const tooLargeWords = (id: string) =>
  `The shared section “${id}” shows more than ${maxNodes} blocks with all that stands in it.`;

const gone: Readonly<Record<RefOf, string>> = {
  page: "There is no page with this id.",
  media: "This picture is not among the media.",
  widget: "There is no widget with this id.",
  service: "There is no service with this id.",
  shared: "There is no shared section with this id.",
};

/** References to things that the file does not hold. */
function danglingReferences(site: SiteFile): Fault[] {
  const faults: Fault[] = [];
  const known = referencesIn(site);
  // Links to pages that are gone are a finding: the file can be read all the same.
  for (const [path, root] of documentsOf(site))
    for (const node of everyNode(root))
      for (const ref of kinds[node.kind].refs?.(node.content) ?? [])
        if (ref.of === "media" && !known.has("media", ref.id))
          faults.push({ path, message: `Block “${node.id}” shows a picture that is not among the media.` });
  const wanted = (path: string, ref: Pick<Ref, "of" | "id">) => {
    if (!known.has(ref.of, ref.id)) faults.push({ path, message: gone[ref.of] });
  };
  site.widgets.forEach((widget, index) => {
    for (const ref of refsOf(widget)) wanted(`widgets[${index}].settings.${ref.path}`, ref);
  });
  for (const name of ["favicon", "sharing"] as const) {
    const used = site.settings[name];
    if (used) wanted(`settings.${name}`, { of: "media", id: used });
  }
  site.pages.forEach(({ sharing, parent }, index) => {
    if (sharing) wanted(`pages[${index}].sharing`, { of: "media", id: sharing });
    if (parent) wanted(`pages[${index}].parent`, { of: "page", id: parent });
  });
  site.redirects?.forEach(({ page }, index) => {
    if (page !== undefined) wanted(`redirects[${index}].page`, { of: "page", id: page });
  });
  for (const { name, part } of partJudges) {
    const own = site[name];
    if (own) faults.push(...(part.faults?.(own) ?? []).map((fault) => ({ ...fault, path: `${name}.${fault.path}` })));
  }
  for (const { name, part } of partKinds) {
    const own = site[name];
    if (!own) continue;
    for (const { hash, path } of part.media?.(own) ?? []) wanted(`${name}.${path}`, { of: "media", id: hash });
  }
  if (site.shop) {
    faults.push(...goodsFaults(site.shop).map((fault) => ({ ...fault, path: `shop.${fault.path}` })));
    for (const { hash, path } of goodsMedia(site.shop)) wanted(`shop.${path}`, { of: "media", id: hash });
  }
  return faults;
}

/** A site from the text of a site.json; or its faults (at most `mostFaults`) with their paths. Source: docs/site-file.md. */
export function readSiteFile(json: string): ReadSite {
  let value: unknown;
  try {
    value = withNamesOfToday(JSON.parse(json));
  } catch (error) {
    return refuse("site.json", `This is not JSON: ${(error as Error).message}.`);
  }
  if (typeof value !== "object" || value === null || Array.isArray(value))
    return refuse("site.json", "A site file holds one object.");
  const { format } = value as { format?: unknown };
  if (format !== 1)
    return refuse("format", `This file says format ${JSON.stringify(format) ?? "nothing"}; only format 1 can be read.`);
  const misshapen = shapeFault(value, siteFileShape);
  if (misshapen) return refuse(misshapen.path, misshapen.message);
  // Of something small all that is wrong is told; of something large, the first.
  const abortEarly = shapeFault(value, studioShape) !== null;
  const { error } = siteFileSchema.validate(value, { abortEarly, convert: false });
  if (error)
    return {
      ok: false,
      faults: error.details.slice(0, mostFaults).map((detail) => ({
        path: pathOf(detail.path),
        message: detail.message.replaceAll('"', "”"),
      })),
    };
  const site = value as SiteFile;
  const faults: Fault[] = [];
  for (const [at, tree] of documentsOf(site)) {
    faults.push(...pageFaults(tree).map((fault) => ({ ...fault, path: [at, fault.path].filter(Boolean).join(".") })));
    if (faults.length >= mostFaults) break;
  }
  if (faults.length) return { ok: false, faults: faults.slice(0, mostFaults) };
  if (!site.pages.some((page) => page.slug === ""))
    return refuse("pages", "One page needs the empty slug: the home page.");
  const circle = circleIn(definitionsOf(site));
  if (circle) return refuse("shared", `Shared sections hold each other in a circle: ${circle.join(" › ")}.`);
  const large = tooLarge(definitionsOf(site));
  if (large) return refuse("shared", tooLargeWords(large));
  const around = redirectCircle(site.redirects ?? [], new Set(site.pages.map((page) => pagePath(page))));
  if (around) return refuse("redirects", `Addresses lead to each other in a circle: ${around.join(" › ")}.`);
  const deep = site.pages.findIndex((page) => page.parent && depthOf(site.pages, page.id) > deepest);
  if (deep >= 0) return refuse(`pages[${deep}].parent`, "Pages stand at most two levels below the top.");
  const dangling = danglingReferences(site);
  if (dangling.length) return { ok: false, faults: dangling.slice(0, mostFaults) };
  return {
    ok: true,
    site: {
      ...site,
      header: withLineIds(site.header),
      footer: withLineIds(site.footer),
      ...Object.fromEntries(
        (["headersFooters", "patterns", "shared"] as const).flatMap((list) =>
          site[list] ? [[list, site[list].map((one) => ({ ...one, body: withLineIds(one.body) }))]] : [],
        ),
      ),
      pages: site.pages.map((page) => ({ ...page, body: withLineIds(page.body) })),
    },
  };
}

/** Where the pages go: no line inside of a value begins like one of the file's own keys. */
const pagesMark = '\n "pages": []';

/** The text of a site.json, page by page: of thousands only one is text at a time. */
export function* siteFileTexts({ pages, ...rest }: SiteFile): Generator<string> {
  const around = JSON.stringify(ordered({ ...rest, pages: [] }), null, 1);
  const at = around.indexOf(pagesMark);
  yield around.slice(0, at);
  let opening = '\n "pages": [\n  ';
  for (const page of pages) {
    yield opening + JSON.stringify(ordered(page), null, 1).replaceAll("\n", "\n  ");
    opening = ",\n  ";
  }
  yield `${pages.length ? "\n ]" : pagesMark}${around.slice(at + pagesMark.length)}\n`;
}

/** The text of a site.json. Equal sites give equal texts, so files can be compared and kept in version control. */
export const writeSiteFile = (site: SiteFile): string => [...siteFileTexts(site)].join("");
