// A see-through header over pages whose pictures are dark, pale or in between: what is proposed is read on every one of them.
import fc from "fast-check";
import { builder } from "@/core/page/build";
import { type Top, topOf } from "@/core/page/header-footer/top";
import type { PageNode } from "@/core/page/node";
import { findingKey, type LayoutFinding, type LayoutRepair } from "./layout";
import { type Accepted, makesNone, type PageFinding, tryEach, tryRepairs } from "./trial";
import { type OwnHeader, rootIn, type SiteRepair, siteTrials, type TrialSite } from "./trial-site";

let last = 0;
const b = builder(() => `n${++last}`);

/** How light words of a surface are, 0 to 1, and how far they must be from what lies below them. */
const wordsOf = { paper: 0, soft: 0.1, ink: 1, accent: 0.9 } as const;
const wantedDistance = 0.45;
const surfaces = ["paper", "ink"] as const;

interface Given {
  /** How light each page's picture is, and how dark its veil can make it: the veil is of the section's surface, which is ink. */
  readonly pages: readonly { readonly light: number; readonly veil: number; readonly hasPicture: boolean }[];
  readonly through: "paper" | "ink";
}

const freshTop: Top = {
  stays: "always",
  heightPx: 70,
  afterPx: 40,
  scrolled: { heightPx: 70, shadow: false },
};

/** A model of a site: a page's light, its veil, and the header's words over it. */
function modelOf({ pages, through }: Given) {
  const header: PageNode = {
    ...b.page(b.section("Header", {})),
    id: "top",
    content: { top: { ...freshTop, through } },
  };
  const roots = new Map<string, PageNode>([["header", header]]);
  pages.forEach(({ veil }, index) => {
    const ground = { media: "a".repeat(64), x: 50, y: 50, veil };
    const opening = { ...b.section("Opening", {}), id: `opening${index}`, content: { name: "Opening", ground } };
    roots.set(`page${index}`, { ...b.page(opening), id: `root${index}` });
  });
  const start: TrialSite = {
    pages: new Map(pages.map((_, index) => [`page${index}`, { header: "header", main: `page${index}`, footer: null }])),
    changed: new Map(),
  };
  const rootOf = (page: string, region: string) =>
    region === "main" ? (roots.get(page) ?? null) : region === "header" ? header : null;
  const measure = async (site: TrialSite, page: string): Promise<readonly LayoutFinding[]> => {
    const given = pages[Number(page.slice(4))] as Given["pages"][number];
    const root = (await rootIn(site, rootOf, page, "header")) as PageNode;
    const main = (await rootIn(site, rootOf, page, "main")) as PageNode;
    const opening = main.children?.[0] as PageNode;
    const ground = opening.content.ground as { veil: number };
    const top = topOf(root) as Top;
    if (!top.through) return [];
    const light = given.light * (given.hasPicture ? 1 - ground.veil / 100 : 1);
    const reads = (words: number) => Math.abs(words - light) >= wantedDistance;
    if (reads(wordsOf[top.through])) return [];
    const { through: _through, ...solid } = top;
    const as = (value: Top): LayoutRepair => ({ set: "content", node: "top", field: "top", value });
    const repairs: LayoutRepair[] = surfaces
      .filter((name) => reads(wordsOf[name]))
      .map((name) => as({ ...top, through: name }));
    const veil = Math.ceil((1 - (wordsOf[top.through] - wantedDistance) / given.light) * 100);
    if (given.hasPicture && veil > ground.veil && veil <= 100)
      repairs.push({
        set: "content",
        node: opening.id,
        field: "ground",
        value: { ...ground, veil },
        raises: "veil",
      });
    const otherwise = [...repairs, as(solid)];
    const repair = otherwise.shift() as LayoutRepair;
    const ratio = Math.abs(wordsOf[top.through] - light);
    return [
      {
        code: "layout.contrast",
        node: "nav",
        region: "header",
        values: { ratio, state: "top" },
        widths: [1180],
        repair,
        otherwise,
      },
    ];
  };
  return { start, rootOf, measure };
}

const findingsOf = (found: ReadonlyMap<string, readonly LayoutFinding[]>): readonly PageFinding[] =>
  [...found].flatMap(([page, findings]) => findings.map((finding) => ({ page, finding })));

async function measureAll(site: TrialSite, measure: ReturnType<typeof modelOf>["measure"]) {
  const found = new Map<string, readonly LayoutFinding[]>();
  for (const page of site.pages.keys()) found.set(page, await measure(site, page));
  return found;
}

const anyGiven: fc.Arbitrary<Given> = fc.record({
  pages: fc.array(
    fc.record({
      light: fc.double({ min: 0, max: 1, noNaN: true }),
      veil: fc.integer({ min: 0, max: 60 }),
      hasPicture: fc.boolean(),
    }),
    { minLength: 1, maxLength: 6 },
  ),
  through: fc.constantFrom("paper", "ink"),
});

const dark = { light: 0.2, veil: 0, hasPicture: false };
const pale = { light: 0.9, veil: 0, hasPicture: false };

test("repairing all in one step leaves no finding, and never makes one elsewhere, measured again", async () => {
  await fc.assert(
    fc.asyncProperty(anyGiven, async (given) => {
      const { start, rootOf, measure } = modelOf(given);
      const before = await measureAll(start, measure);
      const tried = await tryRepairs(siteTrials(rootOf, measure), start, before, findingsOf(before));
      const after = await measureAll(tried?.state as TrialSite, measure);
      for (const [page, findings] of after) expect(makesNone(before.get(page) ?? [], findings)).toBe(true);
      expect(findingsOf(after)).toEqual([]);
      expect(tried?.left).toEqual([]);
      expect(tried?.found).toEqual(after);
    }),
  );
});

test("every repair that is proposed alone cures its finding and makes none elsewhere, also where one trial told of several", async () => {
  await fc.assert(
    fc.asyncProperty(anyGiven, async (given) => {
      const { start, rootOf, measure } = modelOf(given);
      const trials = siteTrials(rootOf, measure);
      const before = await measureAll(start, measure);
      const proposals: Accepted<SiteRepair>[] = [];
      await tryEach(trials, start, before, findingsOf(before), (_, accepted) => accepted && proposals.push(accepted));
      expect(proposals.map(({ at }) => at.page).sort()).toEqual(findingsOf(before).map(({ page }) => page));
      for (const { at, repair } of proposals) {
        const made = await trials.apply(start, at, repair);
        const after = await measureAll(made?.state as TrialSite, measure);
        for (const [page, findings] of after) expect(makesNone(before.get(page) ?? [], findings)).toBe(true);
        expect(after.get(at.page)?.map(findingKey)).not.toContain(findingKey(at.finding));
      }
    }),
  );
});

test("the same finding of one header on many pages is tried once", async () => {
  const pages = Array.from({ length: 8 }, () => pale);
  const { start, rootOf, measure } = modelOf({ pages, through: "ink" });
  const found = await measureAll(start, measure);
  let measured = 0;
  const counting = siteTrials(rootOf, (site, page) => {
    measured += 1;
    return measure(site, page);
  });
  const told: string[] = [];
  await tryEach(counting, start, found, findingsOf(found), ({ page }) => told.push(page));
  expect(told).toHaveLength(8);
  expect(measured).toBe(8);
});

const proposed = async (given: Given) => {
  const { start, rootOf, measure } = modelOf(given);
  const found = await measureAll(start, measure);
  const tried = await tryRepairs(siteTrials(rootOf, measure), start, found, findingsOf(found));
  return tried?.accepted.map(({ repair, pages }): [SiteRepair, number] => [repair, pages.length]) ?? [];
};

test("words that read on all pages are taken for all of them", async () => {
  const [[repair, pages] = []] = await proposed({ pages: [pale, pale, { ...pale, light: 0.7 }], through: "ink" });
  expect(repair).toMatchObject({ field: "top", value: { through: "paper" } });
  expect(pages).toBe(3);
});

test("where the pages are dark and pale no header fits all: the pale ones get one of their own, by a rule, in one repair", async () => {
  const [[repair, pages] = [], ...more] = await proposed({ pages: [dark, pale, dark, pale], through: "ink" });
  expect(repair).toMatchObject({ set: "ownHeader", like: "header", top: { through: "paper" } });
  expect((repair as OwnHeader).pages).toEqual(["page1", "page3"]);
  expect([pages, more]).toEqual([2, []]);
});

test("a picture gets a stronger veil rather than its page another header", async () => {
  const [[repair] = []] = await proposed({ pages: [dark, { ...pale, hasPicture: true }], through: "ink" });
  expect(repair).toMatchObject({ field: "ground", raises: "veil" });
});

test("on a ground that neither light nor dark words read on, the header stands on its own ground there alone", async () => {
  const between = { light: 0.56, veil: 0, hasPicture: false };
  const [[repair] = []] = await proposed({ pages: [dark, { ...between, light: 0.56 }], through: "ink" });
  expect((repair as OwnHeader).top.through === undefined || (repair as OwnHeader).top.through === "paper").toBe(true);
  expect((repair as OwnHeader).pages).toEqual(["page1"]);
});

test("whoever stops it gets nothing half tried", async () => {
  const { start, rootOf, measure } = modelOf({ pages: [dark, pale], through: "ink" });
  const found = await measureAll(start, measure);
  expect(await tryRepairs(siteTrials(rootOf, measure), start, found, findingsOf(found), () => false)).toBeNull();
});
