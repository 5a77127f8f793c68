// Repairs, tried on a copy of the site before they are proposed or made; then stored as edits like any other, with their way back.
import { nanoid } from "nanoid";
import { repairEdits } from "@/core/check/layout";
import { type Accepted, type Found, type PageFinding, tryEach, tryRepairs } from "@/core/check/trial";
import {
  type Documents,
  type OwnHeader,
  rootIn,
  type SiteRepair,
  siteTrials,
  type TrialSite,
} from "@/core/check/trial-site";
import { applyEdits, type Edit } from "@/core/page/editing/edit";
import type { PageNode } from "@/core/page/node";
import type { WeekHours } from "@/core/site/open-hours";
import type { OpenSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { measurePage } from "./measure/frame";
import { type OpenedPage, openForCheck, renderedWith } from "./opened-page";
import { words } from "./words";

export type SiteAccepted = Accepted<SiteRepair>;

/** What takes repairs back: edits, the last one first, each with the revision they were made in, and headers that were added. */
export interface WayBack {
  readonly documents: readonly { readonly document: string; readonly revision: number; readonly edits: Edit[] }[];
  readonly headers: readonly string[];
  /** Opening hours that the settings had before they took those of a page. */
  readonly hours?: WeekHours;
}

/** So many opened pages are kept while repairs are tried. */
const mostOpened = 40;

/** The site as repairs are tried on it: what stands at each page, and pages opened as they are needed. */
async function trialOf(site: OpenSite) {
  const { at } = await ask("headersFooters.list", { site: site.key });
  const pages = new Map(
    at.map(({ page, header, footer }): [string, Documents] => [page, { header, main: page, footer }]),
  );
  const opened = new Map<string, Promise<OpenedPage | null>>();
  const open = (page: string) => {
    const known = opened.get(page) ?? openForCheck(site, page);
    opened.delete(page);
    opened.set(page, known);
    for (const oldest of opened.keys()) if (opened.size > mostOpened) opened.delete(oldest);
    return known;
  };
  const rootOf = async (page: string, region: keyof Documents) => (await open(page))?.documents[region]?.body ?? null;
  const measure = async (state: TrialSite, page: string) => {
    const known = await open(page);
    if (!known) return null;
    const roots: Partial<Record<keyof Documents, PageNode>> = {};
    for (const region of ["header", "main", "footer"] as const) {
      const root = await rootIn(state, rootOf, page, region);
      if (root) roots[region] = root;
    }
    return measurePage({ ...renderedWith(site, known, page, roots), roots, brand: site.brand });
  };
  return { start: { pages, changed: new Map() } satisfies TrialSite, open, trials: siteTrials(rootOf, measure) };
}

/** Tries each finding's repairs alone, on all pages they reach; `told` hears what is proposed, null where nothing cures it without harm. */
export async function proposeAll(
  site: OpenSite,
  found: Found,
  wanted: readonly PageFinding[],
  told: (at: PageFinding, accepted: SiteAccepted | null) => void,
  go: () => boolean,
): Promise<void> {
  const { start, trials } = await trialOf(site);
  await tryEach(trials, start, found, wanted, told, go);
}

async function send(site: string, document: string, base: number, edits: readonly Edit[]): Promise<boolean> {
  const { stored } = await ask("pages.edit", { site, document, batch: nanoid(16), base, edits: [...edits] });
  return stored;
}

/** A page on which the words of a see-through header can't be read. */
export interface Unreadable {
  readonly page: string;
  /** Contrast of the worst of its words, as "2.1". */
  readonly ratio: number;
}

/**
 * Pages where this header stands and its words can't be read over what lies below them, with the header as it is now. `told` hears
 * how many of how many pages are looked at.
 */
export async function unreadableOn(
  site: OpenSite,
  header: { readonly id: string; readonly root: PageNode },
  told: (done: number, of: number) => void,
  go: () => boolean,
): Promise<readonly Unreadable[] | null> {
  const { start, trials } = await trialOf(site);
  const state: TrialSite = { ...start, changed: new Map([[header.id, header.root]]) };
  const pages = [...start.pages].flatMap(([page, documents]) => (documents.header === header.id ? [page] : []));
  const unreadable: Unreadable[] = [];
  for (const [done, page] of pages.entries()) {
    told(done, pages.length);
    const found = go() ? await trials.measure(state, page) : null;
    if (!go()) return null;
    const ratios = (found ?? []).flatMap(({ code, values }) =>
      code === "layout.contrast" && values.state === "top" ? [Number(values.ratio)] : [],
    );
    if (ratios.length) unreadable.push({ page, ratio: Math.min(...ratios) });
  }
  told(pages.length, pages.length);
  return unreadable;
}

const isOwn = (repair: SiteRepair): repair is OwnHeader => repair.set === "ownHeader";

/** Stores one accepted repair of a document there is; its way back, or null where somebody was faster. */
async function store(site: OpenSite, { at, repair }: SiteAccepted): Promise<WayBack["documents"][number] | null> {
  if (isOwn(repair)) return null;
  // Opened anew for each: the one before changed it, and one header is of many pages. What lies behind words may be of
  // another document than the words are.
  const finding = { ...at.finding, repair };
  const { header, main, footer } = (await openForCheck(site, at.page))?.documents ?? {};
  const document = [header, main, footer].find((one) => one && repairEdits(finding, one.body).length);
  if (!document) return null;
  const { applied, inverses } = applyEdits(document.body, repairEdits(finding, document.body));
  if (!applied.length || !(await send(site.key, document.id, document.revision, applied))) return null;
  return { document: document.id, revision: document.revision + 1, edits: [...inverses] };
}

/** Repairs findings in one step, tried all together first: none of them makes a finding on any page. Answers how many are made. */
export async function repairAll(
  site: OpenSite,
  found: Found,
  wanted: readonly PageFinding[],
  told: (done: number) => void,
): Promise<{ readonly repaired: number; readonly left: number; readonly back: WayBack }> {
  const { start, trials } = await trialOf(site);
  const tried = await tryRepairs(trials, start, found, wanted, () => true, told);
  const documents: WayBack["documents"][number][] = [];
  const headers: string[] = [];
  for (const accepted of tried?.accepted ?? []) {
    if (isOwn(accepted.repair)) {
      const { like, top, pages } = accepted.repair;
      const name = words.ownHeaderName(top.through);
      headers.push((await ask("headersFooters.addFor", { site: site.key, name, like, top, pages: [...pages] })).id);
      continue;
    }
    const stored = await store(site, accepted);
    if (stored) documents.unshift(stored);
  }
  const repaired = documents.length + headers.length;
  return { repaired, left: tried?.left.length ?? 0, back: { documents, headers } };
}

/** Takes repairs back, carried over what others did since. */
export async function takeBack(site: OpenSite, { documents, headers, hours }: WayBack): Promise<void> {
  if (hours) await ask("sites.settings", { site: site.key, name: site.name, settings: { ...site.settings, hours } });
  for (const headerFooter of headers) await ask("headersFooters.remove", { site: site.key, headerFooter });
  if (documents.length)
    await ask("pages.replaceBack", {
      site: site.key,
      documents: documents.map((one) => ({ ...one, edits: [...one.edits] })),
    });
}
