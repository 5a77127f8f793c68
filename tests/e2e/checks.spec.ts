// Checks: planted defects are found at the right block and cured by their repair; then the screen, the release and the command
// line, on a real site.
import { readFileSync } from "node:fs";
import { expect, type Page, type Route } from "@playwright/test";
import sharp from "sharp";
import { type Surface, surfaceRoles, surfaces } from "@/core/brand/brand";
import { benchBrand } from "@/core/brand/presets";
import { type LayoutFinding, repairEdits } from "@/core/check/layout";
import { makesNone, tryRepairs } from "@/core/check/trial";
import { rootIn, siteTrials, type TrialSite } from "@/core/check/trial-site";
import { sourceLocale } from "@/core/locale/site-locale";
import { builder } from "@/core/page/build";
import { applyEdits } from "@/core/page/editing/edit";
import type { Top } from "@/core/page/header-footer/top";
import { kinds } from "@/core/page/kinds";
import type { PageNode } from "@/core/page/node";
import { documentHtml } from "@/core/render/document";
import { createRenderer } from "@/core/render/render";
import type { SiteFrame } from "@/core/site/site";
import { copyWorkshop, expectAccessible, saved, signIn, siteAddress } from "./studio";
import { test } from "./test";

let last = 0;
const b = builder(() => `n${++last}`);
const named = (id: string, node: PageNode): PageNode => ({ ...node, id });

const settings = {
  language: "en-IE",
  zone: "Europe/Dublin",
  currency: "EUR",
  description: "",
  mailFrom: "a@b.example",
};
const meta = { id: "p", title: "Page", slug: "", description: "", inNavigation: true };
const plainHeader = b.page(b.section("Header", { above: 12, below: 12 }, b.navigation("bar", "Main", true)));

interface Planted {
  readonly page: PageNode;
  readonly header?: PageNode;
  /** Rules of the defect, after those of the kinds of blocks and before those of looks. */
  readonly css?: string;
  readonly pictures?: Readonly<
    Record<string, { readonly url: string; readonly width: number; readonly height: number }>
  >;
}

function htmlOf({ page, header = plainHeader, css = "", pictures = {} }: Planted) {
  const site: SiteFrame = {
    key: "planted",
    name: "Planted",
    settings,
    brand: benchBrand,
    header,
    footer: b.page(),
    pages: [meta],
    widgets: [],
    media: Object.entries(pictures).map(([hash, { width, height }]) => ({
      hash,
      name: "a.png",
      type: "image/png",
      widthPx: width,
      heightPx: height,
    })),
  };
  const rendered = createRenderer(site, {
    locale: sourceLocale(site),
    marks: true,
    linkBase: "",
    origin: null,
    mediaUrl: (hash) => pictures[hash]?.url ?? "",
    documentUrl: () => "",
    fontUrl: () => "",
    standIn: (label) => `http://${label}.example`,
  }).render(meta, page);
  const looks = rendered.css.search(/\.l[a-z0-9]{6,}\{/);
  const at = looks < 0 ? rendered.css.length : looks;
  const text = rendered.css.slice(0, at) + css + rendered.css.slice(at);
  return documentHtml({ language: "en", head: "", html: rendered.html, css: { text }, widgets: null });
}

async function measure(page: Page, planted: Planted): Promise<readonly LayoutFinding[]> {
  const given = {
    html: htmlOf(planted),
    roots: { main: planted.page, header: planted.header ?? plainHeader },
    surfaces: surfaces.map((name) => ({
      name,
      ground: benchBrand.colours[surfaceRoles[name].ground],
      words: benchBrand.colours[surfaceRoles[name].words],
    })),
  };
  return page.evaluate(
    (input) => (window as unknown as { measure(of: unknown): Promise<LayoutFinding[]> }).measure(input),
    given,
  );
}

/** The planted page once a finding is repaired. */
function repaired(planted: Planted, finding: LayoutFinding): Planted {
  const root = finding.region === "header" ? (planted.header ?? plainHeader) : planted.page;
  const edits = repairEdits(finding, root);
  expect(edits.length, JSON.stringify(finding)).toBeGreaterThan(0);
  const { page: next, refusals } = applyEdits(root, edits);
  expect(refusals).toEqual([]);
  return finding.region === "header" ? { ...planted, header: next } : { ...planted, page: next };
}

/** Letters and a picture to be fetched from elsewhere. */
const lettersFile = "node_modules/@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2";
const pictureFile = "demo/wrenfield/media/0080f8b15cf9cea0a49bb7f9927beb096c31f63b1d1d1d9c064c2480b393648e.jpg";
const words = "Throw, trim, glaze and fire: all of it by the river, on wheels that run quietly.";
const around = (...blocks: PageNode[]) =>
  b.page(
    b.section("First", {}, b.heading(1, "Clay by the river"), b.words(words)),
    named("here", b.section("Here", {}, ...blocks)),
    b.section("Last", {}, b.words(words)),
  );

const slide = (text: string) => b.stack({ inset: 24 }, b.words(text));
const sideways: Readonly<Record<string, Planted>> = {
  "an element wider than the page": {
    page: around(b.words(words), named("wide", b.stack({}, b.words(words)))),
    css: '[data-n="wide"]{min-width:900px}',
  },
  "a long unbroken word": {
    page: around(named("word", b.heading(2, "Donaudampfschifffahrtsgesellschaftskapitänspatent", { size: 3 }))),
    css: '[data-n="word"]{overflow-wrap:normal;word-break:normal;min-width:min-content}',
  },
  "a slider whose slides stretch the page": {
    page: around(
      named("slider", b.node("slider", { ...sliderContent() }, {}, [slide("One"), slide("Two"), slide("Three")])),
    ),
    css: '[data-n="slider"] .b-track{overflow:visible;display:flex}[data-n="slider"] .b-track>*{flex:0 0 420px}',
  },
  "a fixed-width embed": {
    page: around(named("embed", b.words(words))),
    css: '[data-n="embed"] p{width:760px}',
  },
  "a negative margin": {
    page: around(named("pulled", b.columns({ split: "1:1" }, b.stack({}, b.words("A")), b.stack({}, b.words("B"))))),
    css: '[data-n="pulled"]{margin-inline-end:-180px;width:auto;max-width:none}',
  },
  "a table": {
    page: around(
      named(
        "table",
        b.node("table", {
          ...tableContent(["Firing", "Top temperature", "Whole kiln", "One shelf", "Half a shelf", "Cooling"]),
        }),
      ),
    ),
    css: '[data-n="table"]{overflow:visible}[data-n="table"] table{display:table!important;min-width:1500px}',
  },
};

function sliderContent() {
  return JSON.parse(JSON.stringify(kinds.slider.fresh({} as never))) as Record<string, unknown>;
}
function tableContent(cells: readonly string[]) {
  const fresh = JSON.parse(JSON.stringify(kinds.table.fresh({} as never))) as Record<string, unknown>;
  return { ...fresh, cells };
}

test.describe("planted", () => {
  test.beforeEach(async ({ page }) => {
    await page.goto("about:blank");
    await page.addScriptTag({ content: readFileSync(".webitor/build/check.js", "utf8") });
  });

  test("a sound page: nothing is found at any width", async ({ page }) => {
    expect(await measure(page, { page: around(b.words(words), b.heading(2, "Come by")) })).toEqual([]);
  });

  test("a picture behind words that is fetched in another width while letters come is waited for", async ({ page }) => {
    const asked = new Map<string, { route: Route; answer(): void }>();
    const waiting = new Map<string, () => void>();
    await page.route("http://far.example/**", (route) => {
      const name = new URL(route.request().url()).pathname.slice(1);
      const file = name === "letters.woff2" ? lettersFile : pictureFile;
      asked.set(name, {
        route,
        answer: () => void route.fulfill({ path: file, headers: { "Access-Control-Allow-Origin": "*" } }),
      });
      waiting.get(name)?.();
    });
    const whenAsked = async (name: string) => {
      if (!asked.has(name)) await new Promise<void>((resolve) => waiting.set(name, resolve));
      return asked.get(name);
    };
    const html = `<!DOCTYPE html><html lang="en"><head><meta name="viewport" content="width=device-width"><style>@font-face{font-family:Far;src:url(http://far.example/letters.woff2)}body{font-family:Far}.b-ground img{width:100%}</style></head><body><main><div class="b-ground"><img alt="" crossorigin="anonymous" loading="lazy" sizes="100vw" srcset="http://far.example/small 100w, http://far.example/large 4000w"></div><p>${words}</p></main></body></html>`;
    const roots = { main: around(b.words(words)) };
    await page.evaluate(
      (input) => {
        const found = (window as unknown as { measure(of: unknown): Promise<unknown> }).measure(input);
        Object.assign(window, { found });
        const [frame] = document.querySelectorAll("iframe");
        frame?.style.setProperty("width", "100px");
      },
      { html, roots, surfaces: [] },
    );
    const letters = await whenAsked("letters.woff2");
    (await whenAsked("small"))?.answer();
    const inside = (says: string) =>
      page.waitForFunction((wanted) => {
        const there = document.querySelector("iframe")?.contentDocument;
        const [image] = there?.images ?? [];
        return wanted === "shown" ? Boolean(image?.complete && image.naturalWidth) : there?.fonts.status !== "loading";
      }, says);
    await inside("shown");
    await page.evaluate(() => document.querySelector("iframe")?.style.setProperty("width", "1400px"));
    const large = await whenAsked("large");
    letters?.answer();
    await inside("lettered");
    large?.answer();
    expect(await page.evaluate(() => (window as unknown as { found: Promise<unknown> }).found)).toBeInstanceOf(Array);
  });

  for (const [name, planted] of Object.entries(sideways)) {
    const culprit = /data-n="(\w+)"/.exec(planted.css ?? "")?.[1];
    test(`${name}: told at its block, and cured`, async ({ page }) => {
      const found = (await measure(page, planted)).filter(({ code }) => code === "layout.sideways");
      expect(found.map(({ node }) => node)).toEqual([culprit]);
      expect(found[0]?.widths).toContain(390);
      expect(Number(found[0]?.values.px)).toBeGreaterThan(20);
      const after = await measure(page, repaired(planted, found[0] as LayoutFinding));
      expect(after.filter(({ code }) => code === "layout.sideways")).toEqual([]);
    });
  }

  test("two causes in one section are two findings, each at its own block", async ({ page }) => {
    const planted: Planted = {
      page: around(named("one", b.stack({}, b.words(words))), named("other", b.stack({}, b.words(words)))),
      css: '[data-n="one"]{min-width:900px}[data-n="other"]{min-width:700px}',
    };
    const found = (await measure(page, planted)).filter(({ code }) => code === "layout.sideways");
    expect(found.map(({ node }) => node).sort()).toEqual(["one", "other"]);
  });

  test("a see-through header on a pale picture: told for the state in which it can’t be read, and cured", async ({
    page,
  }) => {
    const pale = await sharp({ create: { width: 64, height: 48, channels: 3, background: "#f4efe6" } })
      .png()
      .toBuffer();
    const hash = "a".repeat(64);
    const top: Top = {
      stays: "always",
      heightPx: 72,
      through: "ink",
      afterPx: 40,
      scrolled: { heightPx: 72, shadow: true },
    };
    const planted: Planted = {
      header: { ...plainHeader, content: { top } },
      page: b.page(
        {
          ...b.section("Opening", { surface: "ink" }, b.heading(1, "Clay by the river", { size: 4 })),
          content: { name: "Opening", ground: { media: hash, x: 50, y: 50, veil: 0 } },
        },
        b.section("Rest", {}, b.words(words)),
      ),
      pictures: {
        [hash]: { url: `data:image/png;base64,${pale.toString("base64")}`, width: 64, height: 48 },
      },
    };
    const found = (await measure(page, planted)).filter(({ code }) => code === "layout.contrast");
    const ofHeader = found.filter(({ region }) => region === "header");
    expect(ofHeader.map(({ values }) => values.state)).toEqual(["top"]);
    expect(Number(ofHeader[0]?.values.ratio)).toBeLessThan(1.5);
    const cured = repaired(planted, ofHeader[0] as LayoutFinding);
    const still = (await measure(page, cured)).filter(
      ({ code, region }) => code === "layout.contrast" && region === "header",
    );
    expect(still).toEqual([]);
    // The heading on the same picture is told besides, and its veil cures it.
    const heading = found.find(({ region }) => region === "main");
    const veiled = repaired(planted, heading as LayoutFinding);
    expect(
      (await measure(page, veiled)).filter(({ code, region }) => code === "layout.contrast" && region === "main"),
    ).toEqual([]);
  });

  /** A site of pages whose openings are dark, pale or a picture, below one see-through header; its trials measure for real. */
  async function overSeveral(page: Page, through: Surface, openings: readonly (Surface | "picture")[]) {
    const between = await sharp({ create: { width: 64, height: 48, channels: 3, background: "#c9c4ba" } })
      .png()
      .toBuffer();
    const hash = "b".repeat(64);
    const pictures = { [hash]: { url: `data:image/png;base64,${between.toString("base64")}`, width: 64, height: 48 } };
    const scrolled = { heightPx: 72, shadow: true };
    const top: Top = { stays: "always", heightPx: 72, through, afterPx: 40, scrolled };
    const header: PageNode = { ...plainHeader, content: { top } };
    const mains = openings.map((opening, index) => {
      const surface = opening === "picture" ? "ink" : opening;
      const ground = opening === "picture" ? { ground: { media: hash, x: 50, y: 50, veil: 0 } } : {};
      const section = b.section("Opening", { surface }, b.heading(1, `Page ${index}`));
      return b.page({ ...section, content: { name: "Opening", ...ground } }, b.section("Rest", {}, b.words(words)));
    });
    const names = openings.map((_, index) => `page${index}`);
    const start: TrialSite = {
      pages: new Map(names.map((name) => [name, { header: "header", main: name, footer: null }])),
      changed: new Map(),
    };
    const rootOf = (name: string, region: string) =>
      region === "header" ? header : region === "main" ? (mains[names.indexOf(name)] ?? null) : null;
    const measured = async (site: TrialSite, name: string) => {
      const [top, main] = [await rootIn(site, rootOf, name, "header"), await rootIn(site, rootOf, name, "main")];
      return measure(page, { page: main as PageNode, header: top as PageNode, pictures });
    };
    const all = async (site: TrialSite) => {
      const found = new Map<string, readonly LayoutFinding[]>();
      for (const name of names) found.set(name, await measured(site, name));
      return found;
    };
    return { start, trials: siteTrials(rootOf, measured), all };
  }

  async function expectRepairedWithoutHarm(page: Page, through: Surface, openings: readonly (Surface | "picture")[]) {
    const { start, trials, all } = await overSeveral(page, through, openings);
    const before = await all(start);
    const wanted = [...before].flatMap(([name, findings]) => findings.map((finding) => ({ page: name, finding })));
    const ofHeader = (found: typeof before) =>
      [...found.values()].flat().filter(({ code, region }) => code === "layout.contrast" && region === "header");
    expect(ofHeader(before).length, openings.join()).toBeGreaterThan(0);
    const tried = await tryRepairs(trials, start, before, wanted);
    const after = await all(tried?.state as TrialSite);
    for (const [name, findings] of after) expect(makesNone(before.get(name) ?? [], findings), name).toBe(true);
    expect(ofHeader(after)).toEqual([]);
    return tried?.accepted ?? [];
  }

  test("one header over a dark and a pale opening: no circle, the pale page gets one of its own, measured again", async ({
    page,
  }) => {
    const accepted = await expectRepairedWithoutHarm(page, "ink", ["ink", "paper"]);
    expect(accepted.map(({ repair, pages }) => [repair.set, pages])).toEqual([["ownHeader", ["page1"]]]);
  });

  test("whatever lies below a see-through header on several pages, repairing all in one step harms none", {
    tag: "@long",
  }, async ({ page }) => {
    for (const through of ["paper", "ink"] as const)
      for (const openings of [
        ["ink", "paper", "picture"],
        ["accent", "ink", "paper"],
        ["picture", "picture", "ink"],
        ["soft", "paper", "soft"],
      ] as const) {
        const { start, all } = await overSeveral(page, through, openings);
        const found = [...(await all(start)).values()].flat();
        if (found.some(({ region }) => region === "header")) await expectRepairedWithoutHarm(page, through, openings);
      }
  });

  test("a picture behind words that is late is waited for: nothing is told as if it were not there", async ({
    page,
  }) => {
    const pale = await sharp({ create: { width: 64, height: 48, channels: 3, background: "#f4efe6" } })
      .png()
      .toBuffer();
    let asked = 0;
    await page.route("http://late.example/", (route) =>
      route.fulfill({ contentType: "text/html", body: "<p>Late</p>" }),
    );
    await page.route("http://late.example/pale.png", async (route) => {
      asked += 1;
      // Wait: longer than a picture takes that is there already.
      await new Promise((resolve) => setTimeout(resolve, 5000));
      await route.fulfill({ contentType: "image/png", body: pale });
    });
    await page.goto("http://late.example/");
    await page.addScriptTag({ content: readFileSync(".webitor/build/check.js", "utf8") });
    const hash = "b".repeat(64);
    const found = await measure(page, {
      // Not in the first section: browsers load it when it is near, and measuring at once.
      page: b.page(b.section("Before", {}, b.heading(1, "Kiln hire")), {
        ...b.section("Opening", { surface: "ink" }, b.heading(2, "Clay by the river", { size: 4 })),
        content: { name: "Opening", ground: { media: hash, x: 50, y: 50, veil: 0 } },
      }),
      pictures: { [hash]: { url: "http://late.example/pale.png", width: 64, height: 48 } },
    });
    expect(asked).toBe(1);
    expect(found.filter(({ code }) => code === "layout.contrast").map(({ values }) => values.ground)).toEqual([
      "picture",
    ]);
  });

  test("words cut off or over others, long lines, small targets, a skipped level, a field without a name", async ({
    page,
  }) => {
    const long = `${words} `.repeat(6);
    const items = [
      { id: "a", text: "One", link: "https://one.example" },
      { id: "b", text: "Two", link: "https://two.example" },
    ];
    const planted: Planted = {
      page: b.page(
        b.section(
          "First",
          {},
          b.heading(1, "Clay by the river"),
          named("skip", b.heading(4, "Skips two levels")),
          named("long", b.words(long)),
          named("cut", b.stack({}, named("cutWords", b.words(words)))),
          named("under", b.words("These words lie below")),
          named("over", b.words("those words that lie over them")),
          named("links", b.node("links", { as: "column", items })),
          named("pinned", b.node("links", { as: "column", items })),
        ),
      ),
      css: '[data-n="cut"]{overflow:hidden;height:12px}[data-n="over"]{margin-top:-58px}[data-n="long"],[data-n="long"]>*{max-width:none}[data-n="links"],[data-n="pinned"]{gap:0}:is([data-n="links"],[data-n="pinned"]) :is(li,a){min-height:0;height:14px;line-height:14px}[data-n="pinned"]{margin-top:40px}[data-n="pinned"] li:last-child{position:fixed}',
    };
    const found = await measure(page, planted);
    const nodes = (code: string) => [...new Set(found.filter((one) => one.code === code).map(({ node }) => node))];
    expect(nodes("layout.headingOrder")).toEqual(["skip"]);
    expect(nodes("layout.longLine")).toContain("long");
    expect(nodes("layout.cut")).toEqual(["cutWords"]);
    expect(nodes("layout.over")).toContain("over");
    expect(nodes("layout.target")).toEqual(["links"]);
    const level = found.find(({ code }) => code === "layout.headingOrder") as LayoutFinding;
    const after = await measure(page, repaired(planted, level));
    expect(after.filter(({ code }) => code === "layout.headingOrder")).toEqual([]);
  });
});

test.describe("a real site", () => {
  test.describe.configure({ mode: "serial" });
  test.beforeEach(({ page }) => signIn(page));
  const site = "checked";
  const row = (page: Page, words: string | RegExp) =>
    page.getByRole("main").getByRole("listitem").filter({ hasText: words });
  /** Every page is measured anew where the header changed. */
  const measured = (page: Page) =>
    expect(page.getByText(/^\d+ pages at six widths, measured as they stand\.$/)).toBeVisible();
  let picture = "";

  async function edit(page: Page, document: string, edits: (root: PageNode) => object[]) {
    const opened = await page.request.post("/api/do/pages.open", { data: { site, page: "home" } });
    const { documents } = (await opened.json()) as {
      documents: readonly { id: string; body: PageNode; revision: number }[];
    };
    const found = documents.find(({ id }) => id === document);
    if (!found) throw new Error("gone");
    const answer = await page.request.post("/api/do/pages.edit", {
      data: { site, document, batch: `c${++last}x`, base: found.revision, edits: edits(found.body) },
    });
    expect(answer.ok(), await answer.text()).toBe(true);
  }

  test("the demo’s pages are sound at every width", { tag: "@long" }, async ({ page }) => {
    await copyWorkshop(page, site, "Checked");
    await page.goto(`/s/${site}/checks`);
    await measured(page);
    await expect(row(page, "Scrolls sideways")).toHaveCount(0);
    await expect(row(page, /^!?Contrast \d/)).toHaveCount(0);
    await expectAccessible(page);
    // Kept: a second look measures nothing.
    await page.reload();
    await expect(page.getByText(/^\d+ pages at six widths/)).toBeVisible();
  });

  test("a see-through header over a pale picture is caught, shown and repaired, and the repair taken back", {
    tag: "@long",
  }, async ({ page }) => {
    const frame = await page.request.post("/api/do/sites.frame", { data: { site } });
    const { media } = (await frame.json()) as { media: readonly { hash: string; name: string }[] };
    picture = media.find(({ name }) => name === "opening.jpg")?.hash ?? "";
    await edit(page, "home", (root) => [
      {
        type: "setContent",
        node: root.children?.[0]?.id,
        field: "ground",
        value: { media: picture, x: 50, y: 20, veil: 10 },
      },
    ]);
    await edit(page, "header", (root) => [
      { type: "setContent", node: root.id, field: "top", value: { ...(root.content.top as Top), through: "ink" } },
    ]);
    await page.goto(`/s/${site}/checks`);
    await measured(page);
    // The same header may read well on one page and badly on another: each is told by itself.
    const caught = row(page, /Words on a picture .*at the top/);
    // Order: findings stand by weight; whichever is the first of them is mended.
    const firstCaught = caught.first();
    await expect(firstCaught).toBeVisible();
    await firstCaught.getByRole("button", { name: /^Words on a picture/ }).click();
    await expect(page.getByRole("img", { name: /^Home at \d+ px$/ })).toBeVisible();
    await firstCaught.getByRole("button", { name: /^(Header words as on|A header of|Veil)/ }).click();
    await expect(page.getByText("1 finding is repaired.")).toBeVisible();
    await measured(page);
    await expect(caught).toHaveCount(0);
    await page.getByRole("button", { name: "Take it back" }).click();
    await expect(page.getByText("The repair is taken back.")).toBeVisible();
    await measured(page);
    await expect(firstCaught).toBeVisible();
    await firstCaught.getByRole("button", { name: /^(Header words as on|A header of|Veil)/ }).click();
    await expect(page.getByText("1 finding is repaired.")).toBeVisible();
    await measured(page);
    await expectAccessible(page);
  });

  test("an overflow at 390 stops the release; shown on its page, cured, and the release goes", {
    tag: "@long",
  }, async ({ page }) => {
    await edit(page, "home", (root) => [
      {
        type: "insert",
        parent: root.children?.[1]?.id,
        index: 0,
        node: {
          id: "toowide",
          kind: "button",
          content: { text: "Donaudampfschifffahrtsgesellschaftskapitänspatentprüfung", link: "page:visit" },
          look: { base: { size: 1.6 } },
        },
      },
    ]);
    await page.goto(`/s/${site}/checks`);
    await measured(page);
    const found = row(page, /Scrolls sideways by \d+ px/);
    await expect(found).toHaveCount(1);
    await expect(found).toContainText("390");
    await expect(found).toContainText("Button");
    await page.goto(`/s/${site}/publish`);
    const main = page.getByRole("main");
    await expect(main.getByText(/^Scrolls sideways by/)).toBeVisible();
    await expect(main.getByRole("button", { name: /^Publish \d+ changes$/ })).toBeDisabled();
    const refused = await page.request.post("/api/do/publish.start", { data: { site, leaveOut: [] } });
    expect(refused.status()).toBe(422);

    await page.goto(`/s/${site}/checks`);
    await found.getByRole("link", { name: /^Show me/ }).click();
    // Told at the block itself, too, and repaired there as any other edit.
    const sheet = page.getByRole("complementary", { name: "Sheet" });
    await expect(sheet.getByRole("heading", { name: "Button" })).toBeVisible();
    await expect(sheet.getByText(/^Scrolls sideways by/)).toBeVisible();
    await expectAccessible(page);
    // Order: findings stand as on the page.
    await sheet.getByRole("status").getByRole("button").first().click();
    await expect(sheet.getByText(/^Scrolls sideways by/)).toHaveCount(0);
    await page.getByRole("button", { name: "Undo (Ctrl+Z)" }).click();
    await expect(sheet.getByText(/^Scrolls sideways by/)).toBeVisible();
    await saved(page);
    await page.goto(`/s/${site}/checks`);
    await measured(page);
    await found
      .getByRole("button", { name: /Scrolls sideways/ })
      // Order: findings stand as on the page.
      .last()
      .click();
    await expect(page.getByText("1 finding is repaired.")).toBeVisible();
    await measured(page);
    await expect(found).toHaveCount(0);
    await page.goto(`/s/${site}/publish`);
    await main.getByRole("button", { name: /^Publish \d+ changes$/ }).click();
    await expect(main.getByText("Published.")).toBeVisible();
    await page.setViewportSize({ width: 390, height: 800 });
    await page.goto(siteAddress(site));
    expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBe(0);
  });
});
