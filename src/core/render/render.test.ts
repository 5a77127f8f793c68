import { readFileSync } from "node:fs";
import fc from "fast-check";
import { HtmlValidate } from "html-validate";
import { chooses, type Field, fieldKinds } from "@/core/field/field";
import { newForm } from "@/core/form/form";
import { sourceLocale } from "@/core/locale/site-locale";
import type { MediaEntry } from "@/core/media/entry";
import { variantName } from "@/core/media/forms";
import { anyPage } from "@/core/page/arbitrary.test-kit";
import { builder } from "@/core/page/build";
import { applyEdits } from "@/core/page/editing/edit";
import { everyBlock } from "@/core/page/every-block.test-kit";
import { kindNames } from "@/core/page/kind-names";
import { kinds } from "@/core/page/kinds";
import { lookFields, lookProperties } from "@/core/page/look/look";
import { windowHeight } from "@/core/page/look/window-height";
import type { PageNode } from "@/core/page/node";
import { everyNode } from "@/core/page/node";
import { shelf } from "@/core/page/shelf";
import { pageFaults } from "@/core/page/validate";
import { readSiteFile } from "@/core/site/read";
import type { SiteFile, SiteFrame } from "@/core/site/site";
import { documentHtml, faviconSvg, noticeHtml, robotsTxt, sitemapXml } from "./document";
import type { RenderOptions } from "./drawing";
import { escapeHtml, scriptJson } from "./markup";
import { createRenderer, renderPage } from "./render";

function demo(key: string): SiteFile {
  const read = readSiteFile(readFileSync(`demo/${key}/site.json`, "utf8"));
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  return read.site;
}

const site = demo("wrenfield");
const frame: SiteFrame = site;
const home = site.pages[0] as SiteFile["pages"][number];
const options: RenderOptions = {
  locale: sourceLocale(site),
  linkBase: "",
  origin: "https://wrenfield.example",
  mediaUrl: (hash, variant) => `/_a/${variantName(hash.slice(0, 24), variant)}`,
  documentUrl: ({ name }) => `/_a/${name}`,
  fontUrl: (file) => `/_a/${file}`,
  standIn: (label) => `http://${label}.example`,
};
let last = 0;
const b = builder(() => `r${++last}`);
const render = (body: PageNode, more: Partial<RenderOptions> = {}) =>
  renderPage(frame, home, body, { ...options, ...more });

const validator = new HtmlValidate({
  extends: ["html-validate:standard"],
  // Written without the optional quotes' and void elements' style rules, which say nothing about validity.
  rules: {
    "void-style": "off",
    "doctype-style": "off",
    "no-trailing-whitespace": "off",
    "long-title": "off",
    "no-implicit-button-type": "off",
    "no-redundant-role": "off",
    "require-sri": "off",
    "no-inline-style": "off",
  },
});

async function expectValid(html: string) {
  const report = await validator.validateString(html);
  expect(
    report.results.flatMap((result) =>
      result.messages.map((message) => `${message.ruleId}: ${message.message} (${message.selector})`),
    ),
  ).toEqual([]);
}

const whole = (rendered: ReturnType<typeof render>) =>
  documentHtml({
    language: "en-IE",
    head: rendered.head,
    html: rendered.html,
    css: { href: "/_a/x.css" },
    widgets: null,
  });

test("every page of both demo sites is valid HTML", async () => {
  for (const key of ["wrenfield", "oddlane"]) {
    const one = demo(key);
    const renderer = createRenderer(one, options);
    for (const { body, ...meta } of one.pages) await expectValid(whole(renderer.render(meta, body)));
  }
});

const weekHours = Array.from({ length: 7 }, (_day, day) => (day < 5 ? [{ from: "10:00", to: "17:00" }] : []));
const recipes: MediaEntry = {
  hash: "d".repeat(64),
  name: "Glaze recipes.pdf",
  type: "application/pdf",
  widthPx: 0,
  heightPx: 0,
  bytes: 1_234_000,
};
const every = everyBlock(() => `every${++last}`, {
  media: site.media.map(({ hash }) => hash),
  document: recipes.hash,
  widget: "letters",
});
const told = { ...site.settings, address: "The old net store\nWeir Lane", phone: "+353 1 555 0100", hours: weekHours };
const toldFrame: SiteFrame = {
  ...frame,
  media: [...frame.media, recipes],
  settings: { ...told, exceptions: [{ from: "2026-12-24", to: "2027-01-02", spans: [], words: "Christmas" }] },
};

test("a page with every block is valid HTML, as released", async () => {
  expect(pageFaults(every)).toEqual([]);
  const used = new Set([...everyNode(every)].map(({ kind }) => kind));
  expect(kindNames.filter((kind) => kinds[kind].inFlow && kind !== "navigation" && !used.has(kind))).toEqual([]);
  await expectValid(whole(renderPage(toldFrame, home, every, options)));
});

test("what blocks need comes with the page and nothing else: scripts, and what search engines are told once", () => {
  const { scripts, head, needs } = renderPage(toldFrame, home, every, options);
  expect(scripts).toEqual(["embed", "gallery", "head", "hours", "player", "slider", "storefront", "video"]);
  expect(needs).toEqual(["letters"]);
  const data = [...head.matchAll(/<script type="application\/ld\+json">(.*?)<\/script>/g)].map(
    ([, json = ""]) => JSON.parse(json) as Record<string, unknown>,
  );
  expect(data.map((one) => one["@type"])).toEqual(["LocalBusiness", "VideoObject", "FAQPage"]);
  expect(data[1]).toMatchObject({ name: "Kiln opening, first of March", duration: "PT12S" });
  expect(data[0]).toMatchObject({
    telephone: "+353 1 555 0100",
    specialOpeningHoursSpecification: [{ validFrom: "2026-12-24", validThrough: "2027-01-02", opens: "00:00" }],
  });
  expect(data[2]).toMatchObject({
    mainEntity: [
      { name: "What should I wear?", acceptedAnswer: { text: "Something that may get muddy. Aprons are here." } },
      {},
    ],
  });
});

test("a form with every sort of field is a valid form in the page, twice too, and its rules come with it", async () => {
  const fields = fieldKinds.map(
    (kind): Field => ({
      key: `f_${kind}`,
      kind,
      label: `Say <${kind}>`,
      hint: kind === "text" ? "As you like" : "",
      required: kind === "email" || kind === "tick",
      ...(chooses(kind) ? { options: ["ash & oak", "celadon"] } : {}),
    }),
  );
  const asked = { id: "asked", kind: "form" as const, name: "Ask", settings: { ...newForm, fields } };
  const placed = () => b.node("widget", { widget: "asked", as: "flow", text: "" });
  const rendered = renderPage(
    { ...frame, widgets: [...frame.widgets, asked] },
    home,
    b.page(b.section("x", {}, b.heading(1, "A"), placed(), placed())),
    options,
  );
  await expectValid(whole(rendered));
  expect(rendered.needs).toContain("asked");
  expect(rendered.css).toContain(".w-form{");
  expect(rendered.html.match(/<form class="w-form"/g)).toHaveLength(2);
  expect(rendered.html).not.toContain("Say <text>");
});

test("a link that opens a widget is a button, wherever it stands; one to a widget that is gone is no trap", () => {
  const { html } = render(b.page(b.section("x", {}, b.button("Letter", "widget:letters"))));
  expect(html).toMatch(/<button type="button" class="b-button" data-opens="letters">Letter<\/button>/);
  const gone = render(b.page(b.section("x", {}, b.button("Letter", "widget:gone"))));
  expect(gone.html).toContain('<a class="b-button">Letter</a>');
});

test("a section as high as the window, a column that stays in view, a picture that comes first on phones", () => {
  const { css } = render(
    b.page(
      b.section(
        "x",
        { tall: true },
        b.columns(
          {},
          b.stack({ sticky: true }, b.heading(1, "A")),
          b.stack({ base: {}, phone: { order: "first" } }, b.picture(null, "")),
        ),
      ),
    ),
  );
  const [wide, phone] = css.split(/@media\(max-width:600px\)\{(?=\.l)/);
  expect(wide).toContain("{--tall:var(--window,100svh)}");
  expect(wide).toContain("{position:sticky;top:24px;align-self:start}");
  expect(phone).toContain("{order:-1}");
});

test("a bar without a middle shares its row between its ends, and a menu in it can stand at any of its places", () => {
  const bar = b.bar({}, [b.logo()], [], [b.navigation("bar", "Main", false)]);
  const { html, css } = renderPage(site, home, b.page(b.section("Bar", {}, bar)), options);
  expect(html).toContain('class="b-row no-middle"');
  expect(css).toContain(".b-row .b-nav{width:auto");
  const full = b.bar({}, [b.logo()], [b.navigation("bar", "Main", false)], [b.button("Call")]);
  expect(renderPage(site, home, b.page(b.section("Bar", {}, full)), options).html).toContain('class="b-row"');
});

test("nothing in a page's flow is as high as the browser's own window: a frame as high as its page would grow without end", () => {
  const everyLook = lookFields.flatMap((field) => {
    const { schema, css } = lookProperties[field];
    const values: readonly unknown[] = schema.describe().allow ?? [
      { boolean: true, number: 40, string: "1:1" }[schema.type ?? ""],
    ];
    return values.map((value) => `.look-${field}{${css(value as never, "base")}}`);
  });
  const css = `${createRenderer(frame, options).groundCss(kindNames)}${everyLook.join("")}`;
  expect(css).toContain(`{--tall:${windowHeight}}`);
  const byWindow = [...css.matchAll(/([^{}]{1,400})\{([^{}]{1,4000})\}/g)].filter(
    ([, , declared = ""]) =>
      !/position:fixed|inset:0/.test(declared) &&
      declared
        .replaceAll(windowHeight, "")
        .split(";")
        .some((one) => /[\d.][sdl]?v(h|b|min|max)\b/.test(one) && !one.startsWith("max-")),
  );
  // The body's own least height is taken away on the stage; a clip that is opened large covers the page.
  expect(byWindow.map(([, selector]) => selector)).toEqual(["body", ".b-theatre", ".b-theatre .b-box"]);
});

test("a picture behind a whole page is a part of its own at the end and names the media it is made from", async () => {
  const media = site.media[0]?.hash as string;
  const film = {
    ...(site.media[0] as MediaEntry),
    hash: "f".repeat(64),
    type: "video/webm",
    name: "river.webm",
  } as MediaEntry;
  const filmed = { ...frame, media: [...frame.media, { ...film, lengthMs: 6000 }] };
  const sections = [
    b.section("A", {}, b.heading(1, "Here")),
    b.section("B", { surface: "ink" }, b.heading(2, "There")),
  ];
  const bare = b.page(...sections);
  const ground = { media, x: 30, y: 60, veil: 70, film: film.hash };
  const body = { ...bare, content: { ground } };
  expect(pageFaults(body)).toEqual([]);
  const rendered = renderPage(filmed, home, body, options);
  expect(rendered.parts.footer.map(({ id }) => id)).toContain(body.id);
  expect(rendered.html).toMatch(
    /<div class="b-behind"><div class="b-ground [^"]+" data-film="\/_a\/river.webm" data-s="ground">/,
  );
  expect(rendered.css).toContain(".b-behind>.b-ground{position:fixed}");
  expect(rendered.uses).toEqual(expect.arrayContaining([`media:${media}`, `media:${film.hash}`]));
  expect(rendered.scripts).toContain("ground");
  await expectValid(whole(rendered));
  // Without one there is no trace of it.
  expect(render(bare).html + render(bare).css).not.toContain("b-behind");
  expect(pageFaults({ ...bare, content: { ground: { ...ground, veil: 101 } } })).toMatchObject([
    { path: "content.ground.veil" },
  ]);
});

test("a picture for dark grounds is shown there, by the ground it really stands on", () => {
  const { css } = render(b.page(b.section("x", { surface: "ink" }, b.heading(2, "A"))));
  expect(css).toContain("--dark-ink:block;--light-ink:none");
  expect(css).toContain("--dark-paper:none;--light-paper:block");
  expect(css).toContain("--for-dark:var(--dark-ink)");
});

test("any page renders to valid HTML, whatever was typed into it", async () => {
  await fc.assert(
    fc.asyncProperty(anyPage, async (page) => {
      const { html } = render({ ...page, children: page.children ?? [] });
      // Headings in any order and empty links are the designer's to decide; their markup is ours.
      const report = await validator.validateString(
        `<!DOCTYPE html><html lang="en"><head><title>x</title></head><body>${html}</body></html>`,
      );
      const mine = report.results
        .flatMap((result) => result.messages)
        .filter(
          (message) => !/heading|wcag|unique-landmark|text-content|empty|no-dup|prefer-native/.test(message.ruleId),
        );
      expect(mine.map((message) => `${message.ruleId} ${message.message}`)).toEqual([]);
    }),
    { numRuns: 60 },
  );
});

test("what people write is text, never markup", () => {
  fc.assert(
    fc.property(fc.string(), (text) => {
      const body = b.page(
        b.section("x", {}, b.heading(1, text.slice(0, 200)), b.words(text || "x"), b.picture(null, text)),
      );
      const { html } = render(body);
      expect(html).not.toMatch(/<script|<img[^>]*onerror/i);
      expect(html).toContain(escapeHtml(text.slice(0, 200)));
    }),
  );
  expect(escapeHtml(`<a href="x">&'`)).toBe("&lt;a href=&quot;x&quot;&gt;&amp;&#39;");
});

test("equal looks share one rule, and a page carries no rule it does not use", () => {
  const two = render(
    b.page(
      b.section("a", { surface: "soft" }, b.heading(2, "A")),
      b.section("b", { surface: "soft" }, b.heading(2, "B")),
    ),
  );
  expect(two.css.match(/\{background:var\(--s-soft\)/g)).toHaveLength(1);
  const plain = render(b.page(b.section("a", {}, b.heading(1, "A"))));
  expect(plain.css).not.toContain(".b-picture{");
  expect(plain.css).not.toContain(".b-rows{");
  expect(plain.html).not.toContain("data-n");
});

test("a departure for phones stands in the phones' media query and only there", () => {
  const { css } = render(b.page(b.section("a", {}, b.heading(1, "A", { base: { size: 3 }, phone: { size: 2.1 } }))));
  const [wide, phone] = css.split(/@media\(max-width:600px\)\{(?=\.l)/);
  expect(wide).toContain("font-size:3rem");
  expect(phone).toContain("font-size:2.1rem");
  expect(wide).not.toContain("2.1rem");
});

test("an edit renders its own section anew and keeps every other", () => {
  const renderer = createRenderer(frame, options);
  const before = renderer.render(home, home.body);
  const section = home.body.children?.[2]?.id ?? "";
  const { page } = applyEdits(home.body, [
    { type: "setLook", node: section, width: "base", field: "surface", value: "ink" },
  ]);
  const after = renderer.render(home, page);
  expect(after.parts.main.map((part, index) => part === before.parts.main[index])).toEqual([
    true,
    true,
    false,
    true,
    true,
  ]);
  expect(after.html).toBe(createRenderer(frame, options).render(home, page).html);
});

test("a page needs the popups that may open on it, and a placed one everywhere", () => {
  const on = (slug: string) => {
    const page = site.pages.find((one) => one.slug === slug) as SiteFile["pages"][number];
    return renderPage(frame, page, b.page(), options).needs;
  };
  // The footer places the popup on every page of the demo, so the frame without it is looked at.
  const bare = { ...frame, footer: b.page() };
  expect(renderPage(bare, { ...home, slug: "privacy" }, b.page(), options).needs).toEqual([]);
  expect(renderPage(bare, home, b.page(), options).needs).toEqual(["letters"]);
  expect(on("privacy")).toEqual(["letters"]);
});

test("a link to a page that is gone leaves its words", () => {
  const { html } = render(b.page(b.section("a", {}, b.button("Away", "page:gone"))));
  expect(html).toContain("Away</a>");
  expect(html).not.toContain('href="/gone');
});

test("links take the base of the rehearsal, and the current page is marked", () => {
  const { html } = renderPage(frame, site.pages[1] as SiteFile["pages"][number], home.body, {
    ...options,
    linkBase: "/token",
  });
  expect(html).toContain('href="/token/kiln-hire"');
  expect(html).toContain('href="/token/classes" aria-current="page"');
});

test("head: title, canonical and social meta", () => {
  const { head } = render(home.body);
  expect(head).toContain("<title>Wrenfield Clayworks: Home</title>");
  expect(head).toContain('<link rel="canonical" href="https://wrenfield.example/">');
  expect(head).toMatch(/og:image" content="https:\/\/wrenfield\.example\/_a\/[0-9a-f]{24}-1600\.jpg"/);
});

describe("the small files", () => {
  test("data inside a script element can't end it", () => {
    expect(scriptJson({ text: "</script><script>" })).not.toContain("</script>");
    expect(JSON.parse(scriptJson({ text: "</script>" }))).toEqual({ text: "</script>" });
  });
  test("sitemap and robots name every page", () => {
    expect(sitemapXml(site, "https://w.example", "2026-03-05")).toContain(
      "<loc>https://w.example/kiln-hire</loc><lastmod>2026-03-05</lastmod>",
    );
    expect(robotsTxt("https://w.example")).toContain("Sitemap: https://w.example/sitemap.xml");
  });
  test("the favicon carries the site's initial, whatever it is", () => {
    expect(faviconSvg("<Wren", site.brand)).toContain("&lt;</text>");
    expect(faviconSvg("", site.brand)).toContain("·</text>");
  });
  test("a notice is a valid page", async () => {
    await expectValid(
      documentHtml({
        language: "en",
        head: "<title>Gone</title>",
        html: noticeHtml({ title: "Gone", text: "x & y", then: { command: "Confirm" } }),
        css: { href: "/x.css" },
        widgets: null,
      }),
    );
  });
});

describe("what made pages look unfinished", () => {
  const css = (body: PageNode) => render(body).css;
  test("a column that is taken out leaves no hole: there are as many tracks as columns", () => {
    const of = (count: number) =>
      render(
        b.page(
          b.section(
            "x",
            {},
            b.columns({ split: "1:1:1" }, ...Array.from({ length: count }, () => b.stack({}, b.heading(3, "x")))),
          ),
        ),
      ).html;
    expect(of(3)).toContain('class="b-columns l');
    expect(of(2)).toContain('class="b-columns of-2 ');
    expect(of(1)).toContain('class="b-columns of-1 ');
    // More than tracks: the gallery's six pictures stand in rows.
    expect(of(6)).not.toContain("of-");
    expect(css(b.page(b.section("x", {}, b.columns({}))))).toContain(".of-2{grid-template-columns:repeat(2,");
  });
  test("a gallery on a phone stands in whole rows", () => {
    const gallery = shelf.find((entry) => entry.key === "gallery")?.make(() => `g${++last}`) as PageNode;
    const pictures = (gallery.children ?? []).filter((node) => node.kind === "gallery");
    expect(pictures).toHaveLength(1);
    // Two beside each other there.
    expect(((pictures[0] as PageNode).content.items as readonly unknown[]).length % 2).toBe(0);
  });
  test("mail addresses in running text are links, and nothing that only looks like one is", () => {
    const html = render(
      b.page(
        b.section("x", {}, b.words("Write to <ana@mail.example>, or to ben.b@post.mail.example. Not @this or a@b.")),
      ),
    ).html;
    expect(html).toContain('&lt;<a href="mailto:ana@mail.example">ana@mail.example</a>&gt;,');
    expect(html).toContain('<a href="mailto:ben.b@post.mail.example">ben.b@post.mail.example</a>. Not @this or a@b.');
    expect(html.match(/mailto:(?:ana|ben)/g)).toHaveLength(2);
  });
  test("a closing section on ink is told from a footer on ink by a line", () => {
    const ink = b.page(b.section("x", { surface: "ink" }, b.heading(2, "x")));
    expect(render(ink).html).toContain('class="b-section on-ink ');
    expect(css(ink)).toContain("main:has(>.on-ink:last-child)+footer>.on-ink:first-child");
  });
  test("the place of a picture can be seen on every ground, and last lines are not left with one word", () => {
    const all = css(b.page(b.section("x", { surface: "soft" }, b.picture(null, ""), b.words("x"), b.heading(2, "x"))));
    expect(all).toMatch(/\.b-none\{background:color-mix\(in srgb,currentColor/);
    expect(all).toContain("text-wrap:pretty");
    expect(all).toContain("text-wrap:balance");
  });
  test("a site's own icon, picture for sharing and business facts stand in the head", () => {
    const [icon, sharing] = site.media as [SiteFile["media"][number], SiteFile["media"][number]];
    const settings = {
      ...site.settings,
      favicon: icon.hash,
      sharing: sharing.hash,
      address: "The old net store\nLower Quay",
      phone: "+353 1 555 0100",
      hours: [[{ from: "10:00", to: "18:00" }], [], [], [], [], [], []],
    };
    const head = renderPage(
      { ...frame, settings },
      home,
      b.page(b.section("x", {}, b.heading(1, "</script>"))),
      options,
    ).head;
    expect(head).toContain(`<link rel="icon" type="image/webp" href="/_a/${icon.hash.slice(0, 24)}`);
    expect(head).toContain(`content="https://wrenfield.example/_a/${sharing.hash.slice(0, 24)}`);
    const data = JSON.parse(/<script type="application\/ld\+json">(.*?)<\/script>/.exec(head)?.[1] ?? "{}");
    expect(data).toMatchObject({
      "@type": "LocalBusiness",
      telephone: "+353 1 555 0100",
      address: "The old net store, Lower Quay",
      openingHoursSpecification: [{ dayOfWeek: "Monday", opens: "10:00", closes: "18:00" }],
    });
  });
});

test("a calendar’s button floats over the pages that are named and no others, and opens it without script", async () => {
  const floating = { words: "Book & throw", corner: "end" as const, include: ["/visit", "/journal/*"], exclude: [] };
  const widgets = site.widgets.map((widget) =>
    widget.kind === "booking" ? { ...widget, settings: { ...widget.settings, floating } } : widget,
  );
  const renderer = createRenderer({ ...frame, widgets }, options);
  const on = (slug: string) => {
    const page = site.pages.find((one) => one.slug === slug);
    if (!page) throw new Error(`there is no page ${slug}`);
    const { body, ...meta } = page;
    return renderer.render(meta, body);
  };
  const visit = on("visit");
  const id = /class="w-float w-float-end" popovertarget="([^"]+)">Book &amp; throw</.exec(visit.html)?.[1];
  expect(id).toBeDefined();
  expect(visit.html.split(`id="${id}" popover`)).toHaveLength(2);
  expect(visit.html.indexOf("w-float")).toBeGreaterThan(visit.html.indexOf("<footer>"));
  expect(visit.css).toContain(".w-float{");
  expect(visit.needs).toContain("calendar");
  expect(visit.uses).toContain("widget:calendar");
  await expectValid(whole(visit));
  expect(on("shop").html).not.toContain("w-float");
  expect(on("shop").css).not.toContain(".w-float{");
  // Rendered again beside others it is the same.
  expect(on("visit").html).toBe(visit.html);
  const farther = {
    ...frame,
    widgets: widgets.map((one) => ({ ...one, settings: { ...one.settings, floating: { ...floating, distance: 64 } } })),
  };
  const { html, css } = ((page) => createRenderer(farther as never, options).render(page, page.body))(
    site.pages.find((one) => one.slug === "visit") as SiteFile["pages"][number],
  );
  expect(html).toContain('class="w-float w-float-end w-off-64"');
  expect(css).toContain(".w-off-64{--off:64px}");
  const off = widgets.map((widget) =>
    widget.kind === "booking" ? { ...widget, settings: { ...widget.settings, enabled: false } } : widget,
  );
  const { body, ...meta } = site.pages.find((one) => one.slug === "visit") as SiteFile["pages"][number];
  expect(createRenderer({ ...frame, widgets: off }, options).render(meta, body).html).not.toContain("w-float");
});

describe("what is empty", () => {
  const { hours: _hours, address: _address, phone: _phone, place: _place, ...untold } = site.settings;
  const bare: SiteFrame = { ...site, settings: untold };
  const released = (...sections: readonly PageNode[]) => renderPage(bare, home, b.page(...sections), options).html;
  const worked = (...sections: readonly PageNode[]) =>
    renderPage(bare, home, b.page(...sections), { ...options, marks: true, placeholders: true }).html;
  const mainOf = (html: string) => html.slice(html.indexOf("<main"), html.indexOf("</main>"));

  it("draws nothing for visitors, whatever section of the shelf it came with; whoever works on it sees its place", () => {
    for (const entry of shelf) {
      const section = entry.make(() => `e${++last}`);
      expect([entry.key, released(section).match(/b-none|b-unset/)]).toEqual([entry.key, null]);
    }
    const places = worked(...shelf.map((entry) => entry.make(() => `e${++last}`)));
    expect(places).toContain("b-none");
  });

  it("closes its place: a column that holds nothing else, a section that holds nothing else", () => {
    const picture = () => b.picture(null, "");
    const words = b.stack({}, b.words("By the river."));
    const two = mainOf(released(b.section("Beside", {}, b.columns({ split: "1:1" }, words, b.stack({}, picture())))));
    expect(two).toContain("b-columns of-1");
    expect(two.match(/b-stack/g)).toHaveLength(1);
    expect(mainOf(released(b.section("Alone", {}, b.columns({}, b.stack({}, picture())))))).not.toContain("<section");
    const gallery = b.node("gallery", { as: "grid", items: [{ id: "l1", media: null, alt: "" }] });
    const hours = b.node("hours", { as: "week", now: true, exceptions: true });
    expect(mainOf(released(b.section("Gone", {}, gallery, hours)))).not.toContain("<section");
    expect(mainOf(worked(b.section("There", {}, gallery, hours)))).toContain("b-unset");
  });

  it("a section with a picture behind it stays, and one that was empty from the start as well", () => {
    const media = site.media[0]?.hash as string;
    const section = b.section("Behind", {}, b.picture(null, ""));
    const behind = { ...section, content: { name: "Behind", ground: { media, x: 50, y: 50, veil: 20 } } };
    expect(mainOf(released(behind))).toContain("b-ground");
    expect(mainOf(released(b.section("Room", { height: 80 })))).toContain("<section");
  });
});
