// The one renderer: a page of a site as HTML and CSS. The stage, the rehearsal, releases and exports all use it.
import { type Family, families } from "@/core/brand/brand";
import { brandCss } from "@/core/brand/css";
import { nearFaces } from "@/core/brand/near-fonts";
import type { Cut } from "@/core/media/cut";
import type { Turn } from "@/core/media/forms";
import { pageReason } from "@/core/opening/rule";
import { needsScript, type Top, topClass, topCss, topOf } from "@/core/page/header-footer/top";
import { kindNames } from "@/core/page/kind-names";
import { kinds } from "@/core/page/kinds";
import type { Kind, PageNode } from "@/core/page/node";
import { everyNode } from "@/core/page/node";
import type { Definitions } from "@/core/page/shared/placement";
import { sectionsShown } from "@/core/page/shared/sections";
import { headerFooterAt, standingPage } from "@/core/site/between";
import { type PageMeta, pagePath, type SiteFrame } from "@/core/site/site";
import { searchTitleOf } from "@/core/site/titles";
import { floatingOf, isEverywhere, openingOf, widgetKindNames } from "@/core/widget/all-facts";
import { kindOf, widgetKinds } from "@/core/widget/kinds";
import { floatClass, openerHtml } from "@/core/widget/opener";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { businessOf, describesBusiness } from "./business";
import { Drawing, type Part, type RenderedCode, type RenderOptions, type RunningCode, type Shown } from "./drawing";
import { escapeHtml, type PageScript, type RenderContext, type RenderedPicture, scriptJson, type Use } from "./markup";
import { type StyleRule, styleSheet } from "./style";

export interface RenderedPage {
  readonly html: string;
  readonly css: string;
  readonly head: string;
  /** How its header behaves; null where it scrolls away as any section. */
  readonly top: Top | null;
  /** Ids of the widgets whose run-time part this page uses. */
  readonly needs: readonly string[];
  /** Scripts that its blocks need. */
  readonly scripts: readonly PageScript[];
  /** Origins outside the site that its frames may show. */
  readonly frames: readonly string[];
  /** Documents of custom code that it frames. */
  readonly codes: readonly RenderedCode[];
  /** Code that runs on the page itself. */
  readonly runs: readonly RunningCode[];
  /** Everything of the site that it was made from, besides the page, header, footer, brand and settings. */
  readonly uses: readonly Use[];
  readonly parts: {
    readonly header: readonly Part[];
    readonly main: readonly Part[];
    readonly footer: readonly Part[];
  };
}

/**
 * Rules every page carries: a small reset, type, focus and the skip link. A look's own custom properties end at the
 * block that sets them: without the first rule every block inside would inherit them.
 */
const groundCss =
  ":where(.b-section,.b-columns,.b-row,.b-stack,.b-heading,.b-rich,.b-picture,.b-button,.b-list,.b-divider,.b-nav,.b-open,.b-icon,.b-logo,.b-card,.b-quote,.b-spacer,.b-notice,.b-links,.b-file,.b-gallery,.b-slider,.b-tabs,.b-questions,.b-hours,.b-address,.b-table,.b-video,.b-embed){--above:initial;--below:initial;--grid:initial;--edge:initial;--measure:initial;--gap:initial;--down:initial;--ratio:initial;--split:initial;--split-phone:initial;--height:initial;--columns:initial;--columns-phone:initial;--corners:initial;--tall:initial;--part:initial}*,::before,::after{box-sizing:border-box}:where(h1,h2,h3,h4,h5,h6,p,ul,ol,figure,hr){margin:0}body{margin:0;min-height:100vh;min-height:100svh;display:flex;flex-direction:column;background:var(--c-paper);color:var(--c-ink);--words:var(--c-ink);--quiet:var(--c-quiet);--mark:var(--c-accent);--ground:var(--c-paper);font-family:var(--f-text);font-size:1rem;line-height:1.5;-webkit-text-size-adjust:100%}main{flex:1}img{max-width:100%}picture{display:contents}.b-cut{display:block;overflow:hidden;width:100%;height:100%;border-radius:inherit}:focus-visible{outline:3px solid currentColor;outline-offset:3px}.skip{position:absolute;inset-inline-start:-999rem;top:0;z-index:9;background:var(--c-ink);color:var(--c-paper);padding:.8em 1.2em}.skip:focus{inset-inline-start:0}";

/** What a renderer kept of a section, and what it was drawn for. */
interface Kept {
  readonly page: string;
  readonly eager: boolean;
  readonly part: Part;
  readonly shown: Shown;
  readonly bodies: ReadonlyMap<string, PageNode | undefined>;
}

const markupOf = (list: readonly Part[]) => {
  let html = "";
  for (const part of list) html += part.html;
  return html;
};

const headerTag = (top: Top | null) =>
  top ? `<header class="${topClass(top)}" data-after="${top.afterPx}">` : "<header>";

/** What the parts of a page use, each thing once. */
function usedBy(all: readonly Part[]) {
  const used = {
    rules: new Set<StyleRule>(),
    kinds: new Set<Kind>(),
    widgetKinds: new Set<WidgetKindName>(),
    uses: new Set<Use>(),
    scripts: new Set<PageScript>(),
    told: new Set<string>(),
    frames: new Set<string>(),
    codes: new Map<string, RenderedCode>(),
  };
  for (const part of all) {
    for (const script of part.scripts) used.scripts.add(script);
    for (const data of part.told) used.told.add(data);
    for (const origin of part.frames) used.frames.add(origin);
    for (const one of part.codes) used.codes.set(one.address, one);
    for (const rule of part.rules) used.rules.add(rule);
    for (const kind of part.kinds) used.kinds.add(kind);
    for (const kind of part.widgetKinds) used.widgetKinds.add(kind);
    for (const use of part.uses) used.uses.add(use);
  }
  return used;
}

/**
 * A renderer for one state of a site. It keeps what it has rendered by the identity of the section, so rendering a
 * page again after an edit costs that one section. Make a new one when anything but a page's sections changes.
 */
export class Renderer {
  private readonly drawing: Drawing;
  private readonly kept = new WeakMap<PageNode, Kept>();
  /** What floats is the same on all pages, and with every letter that is typed on one. */
  private readonly floats = new Map<string, Part>();
  private readonly ground: string;
  /** The icon of the browser's tab, as a part of `<head>`. */
  readonly icon: string;
  readonly picture: (hash: string, cut?: Cut) => RenderedPicture | null;

  constructor(
    private readonly site: SiteFrame,
    private readonly options: RenderOptions,
  ) {
    this.drawing = new Drawing(site, options);
    this.picture = this.drawing.pictureOf;
    this.ground = `${fontFaces(site, options)}${brandCss(site.brand)}${groundCss}`;
    this.icon = iconTag(site, options, this.picture);
  }

  /** The header or footer of a page. */
  private around(of: "header" | "footer", page: PageMeta): PageNode | null {
    const { site, options } = this;
    return options.chosen ? site[of] : headerFooterAt(site, of, standingPage(page, options.locale.tag));
  }

  /** Whether a section shows the shared sections as they are now. */
  private showsSame({ shown, bodies }: Kept): boolean {
    if (!bodies.size) return true;
    if (shown.inPlace !== this.drawing.shown.inPlace) return false;
    for (const [id, body] of bodies) if (this.drawing.definitions.get(id) !== body) return false;
    return true;
  }

  private section(node: PageNode, page: PageMeta, first: boolean): Part {
    const { drawing } = this;
    const before = this.kept.get(node);
    // What lists no pages is the same on all of them.
    const same = before && (before.page === page.id || !before.part.uses.includes("navigation"));
    if (same && before.eager === first && this.showsSame(before)) return before.part;
    drawing.begin(page, node.id, first);
    const part = drawing.partOf(drawing.rendered(node));
    this.kept.set(node, { page: page.id, eager: first, part, shown: drawing.shown, bodies: drawing.bodies });
    return part;
  }

  private sections(root: PageNode | null, page: PageMeta, eagerFirst: boolean): readonly Part[] {
    return (root?.children ?? []).map((section, index) => this.section(section, page, eagerFirst && index === 0));
  }

  /** A part of its own for a widget, drawn once; none where it draws nothing. */
  private ofWidget(widget: SiteWidget, page: PageMeta, name: string, draw: (found: SiteWidget) => string) {
    const drawn = this.floats.get(widget.id);
    if (drawn) return [drawn];
    this.drawing.begin(page, `${name}-${widget.id}`, false);
    const html = draw(this.drawing.usedWidget(widget.id) as SiteWidget);
    if (!html) return [];
    const part = this.drawing.partOf(html);
    this.floats.set(widget.id, part);
    return [part];
  }

  /** What stands at the end of every page. */
  private everywhere(page: PageMeta): readonly Part[] {
    return this.site.widgets
      .filter(isEverywhere)
      .flatMap((widget) =>
        this.ofWidget(
          widget,
          page,
          "everywhere",
          (found) =>
            kindOf(found as { kind: WidgetKindName }).everywhere?.(found as never, this.drawing as RenderContext) ?? "",
        ),
      );
  }

  /** Buttons of widgets that float over a page. */
  private floating(page: PageMeta): readonly Part[] {
    return this.site.widgets.flatMap((widget) => {
      const floating = floatsOn(widget, page) ? floatingOf(widget) : null;
      if (!floating) return [];
      return this.ofWidget(widget, page, "float", (found) => {
        const opens = kindOf(found as { kind: WidgetKindName }).opens(found as never, this.drawing as RenderContext);
        const button = openerHtml(` class="${floatClass(floating)}"`, opens, escapeHtml(floating.words));
        return button + this.drawing.takeBehind();
      });
    });
  }

  /** The picture behind a whole page, as a part of its own. */
  private behind(body: PageNode, page: PageMeta): readonly Part[] {
    if (!body.content.ground) return [];
    const part = this.section(body, page, true);
    return part.html ? [part] : [];
  }

  /** The page as HTML for `<body>`, its CSS, its part of `<head>`, and the widgets it needs. */
  render(page: PageMeta, body: PageNode, now: Shown = {}): RenderedPage {
    const { site, options, drawing } = this;
    drawing.shown = now;
    if (now.shared) drawing.definitions = now.shared;
    const header = this.around("header", page);
    const top = header && topOf(header);
    const parts = {
      header: this.sections(header, page, false),
      main: this.sections(body, page, true),
      // What floats over the page stands last in the order of the keys, too; and what lies behind it is read by nobody.
      footer: [
        ...this.sections(this.around("footer", page), page, false),
        ...this.behind(body, page),
        ...this.floating(page),
        ...this.everywhere(page),
      ],
    };
    const all = [parts.header, parts.main, parts.footer].flat();
    const used = usedBy(all);
    if (top && needsScript(top)) used.scripts.add("head");
    const needs = site.widgets
      .filter((widget) => widget.settings.enabled)
      .filter((widget) => used.uses.has(`widget:${widget.id}`) || opensOn(widget, page))
      .map((widget) => widget.id);
    for (const id of needs) {
      used.uses.add(`widget:${id}`);
      // What opens over the page is drawn by its rules, too.
      const widget = drawing.widget(id);
      if (widget) used.widgetKinds.add(widget.kind);
    }
    return {
      html: this.body(top, markupOf(parts.header), `<main id="main">${markupOf(parts.main)}</main>`, parts.footer),
      css: this.css(used.kinds, used.rules, top, used.widgetKinds),
      top,
      head: headOf(site, page, mediaOf(body, drawing.definitions), options, this.picture, used.told),
      needs,
      scripts: [...used.scripts].sort(),
      frames: [...used.frames].sort(),
      codes: [...used.codes.values()],
      runs: all.flatMap((part) => part.runs),
      uses: [...used.uses],
      parts,
    };
  }

  /** A page whose middle is not made of blocks (not found, address confirmed), between the site's header and footer. */
  framed(main: string): { readonly html: string; readonly css: string; readonly pictures: readonly string[] } {
    const nowhere: PageMeta = { id: "", title: "", slug: "404", description: "", inNavigation: false };
    const root = this.around("header", nowhere);
    // Nothing lies below it that it could be seen through over.
    const found = root && topOf(root);
    const top = found && { ...found, stays: "no" as const, through: undefined };
    const header = this.sections(root, nowhere, false);
    const footer = this.sections(this.around("footer", nowhere), nowhere, false);
    const parts = [...header, ...footer];
    const used: Kind[] = ["section", "heading", "richText", "button", ...parts.flatMap((part) => part.kinds)];
    return {
      html: this.body(top, markupOf(header), main, footer),
      css: this.css(used, new Set(parts.flatMap((part) => part.rules)), top),
      pictures: parts.flatMap((part) => part.uses.flatMap((use) => mediaIn(use) ?? [])),
    };
  }

  /** CSS that does not depend on a page's looks: brand, ground and the kinds named. */
  groundCss(used: Iterable<Kind>): string {
    return this.ground + kindCss(used, widgetKindNames);
  }

  private body(top: Top | null, header: string, main: string, footer: readonly Part[]): string {
    const skip = escapeHtml(skipWords(this.options.locale.tag));
    return `<a class="skip" href="#main">${skip}</a>${headerTag(top)}${header}</header>${main}<footer>${markupOf(footer)}</footer>`;
  }

  private css(
    used: Iterable<Kind>,
    rules: ReadonlySet<StyleRule>,
    top: Top | null,
    placed?: Iterable<WidgetKindName>,
  ): string {
    return `${this.ground}${kindCss(used, placed)}${styleSheet(rules)}${top ? topCss(top) : ""}`;
  }
}

/** A renderer for one state of a site. */
export const createRenderer = (site: SiteFrame, options: RenderOptions) => new Renderer(site, options);

/** One page, rendered once: for many pages of one site, keep a renderer. */
export const renderPage = (site: SiteFrame, page: PageMeta, body: PageNode, options: RenderOptions): RenderedPage =>
  createRenderer(site, options).render(page, body);

const sheets = new Map<string, string>();

/** CSS of the kinds of blocks and of placed widgets in use, in the order of their lists; made once for each set of kinds. */
function kindCss(used: Iterable<Kind>, placed: Iterable<WidgetKindName> = []): string {
  const wanted = new Set(used);
  const shown = new Set(placed);
  for (const kind of shown) for (const other of widgetKinds[kind].cssOf ?? []) wanted.add(other);
  for (let added = -1; added !== wanted.size; ) {
    added = wanted.size;
    for (const kind of [...wanted]) for (const other of kinds[kind].cssOf ?? []) wanted.add(other);
  }
  let key = "";
  for (const kind of kindNames) if (wanted.has(kind)) key += `${kind} `;
  for (const kind of widgetKindNames) if (shown.has(kind)) key += `+${kind}`;
  const made = sheets.get(key);
  if (made !== undefined) return made;
  const ofBlocks = kindNames.filter((kind) => wanted.has(kind)).map((kind) => kinds[kind].css);
  const ofWidgets = widgetKindNames.filter((kind) => shown.has(kind)).map((kind) => widgetKinds[kind].css);
  const sheet = [...ofBlocks, ...ofWidgets].join("");
  sheets.set(key, sheet);
  return sheet;
}

/** The media that a use names, or null. */
export const mediaIn = (use: Use): string | null => (use.startsWith("media:") ? use.slice("media:".length) : null);

/** The medium that a use names as turned, and how; or null. */
export function turnedIn(use: Use): { readonly hash: string; readonly turn: Turn } | null {
  const [, hash, turn] = /^turned:(\w+) (\d+)$/.exec(use) ?? [];
  return hash ? { hash, turn: Number(turn) as Turn } : null;
}

/** Whether a widget may open over a page by itself. */
export function opensOn(widget: SiteWidget, page: Pick<PageMeta, "slug">): boolean {
  const opening = openingOf(widget);
  return opening !== null && opening.triggers.length > 0 && pageReason(opening.conditions, pagePath(page)) === null;
}

/** Whether a widget's button floats over a page. */
export function floatsOn(widget: SiteWidget, page: Pick<PageMeta, "slug">): boolean {
  const floating = floatingOf(widget);
  return widget.settings.enabled && floating !== null && pageReason(floating, pagePath(page)) === null;
}

/** Latin letters, and the rest of the Latin script: the two subsets that are bundled, with Unicode's ranges for them. */
export const fontSubsets = {
  latin:
    "U+0000-00FF,U+0131,U+0152-0153,U+02BB-02BC,U+02C6,U+02DA,U+02DC,U+0304,U+0308,U+0329,U+2000-206F,U+20AC,U+2122,U+2191,U+2193,U+2212,U+2215,U+FEFF,U+FFFD",
  "latin-ext":
    "U+0100-02BA,U+02BD-02C5,U+02C7-02CC,U+02CE-02D7,U+02DD-02FF,U+0304,U+0308,U+0329,U+1D00-1DBF,U+1E00-1E9F,U+1EF2-1EFF,U+2020,U+20A0-20AB,U+20AD-20C0,U+2113,U+2C60-2C7F,U+A720-A7FF",
} as const;

export const fontFile = (family: Family, subset: keyof typeof fontSubsets) =>
  `${family.packageName}-${subset}-wght-normal.woff2`;

/** The families a site's brand uses. */
export const usedFamilies = (site: Pick<SiteFrame, "brand">): readonly Family[] =>
  [...new Set([site.brand.type.headings, site.brand.type.text])].map((key) => families[key]);

function fontFaces(site: SiteFrame, options: RenderOptions): string {
  const bundled = usedFamilies(site)
    .flatMap((family) =>
      (Object.keys(fontSubsets) as (keyof typeof fontSubsets)[]).map(
        (subset) =>
          `@font-face{font-family:"${family.name}";font-style:normal;font-display:swap;font-weight:${family.weights};src:url("${options.fontUrl(fontFile(family, subset))}") format("woff2");unicode-range:${fontSubsets[subset]}}`,
      ),
    )
    .join("");
  return bundled + usedFamilies(site).map(nearFaces).join("");
}

const skipWordsByLanguage: Readonly<Record<string, string>> = {
  en: "Skip to content",
  de: "Zum Inhalt",
  fr: "Aller au contenu",
};
const skipWords = (language: string) =>
  skipWordsByLanguage[language.split("-")[0] as string] ?? (skipWordsByLanguage.en as string);

/** Media shown in a page, in its order. */
function* mediaOf(body: PageNode, definitions: Definitions): Generator<string> {
  const shownBy = (node: PageNode) =>
    [...(kinds[node.kind].refs?.(node.content) ?? [])].flatMap((ref) => (ref.of === "media" ? [ref.id] : []));
  for (const section of sectionsShown(body, definitions)) for (const node of everyNode(section)) yield* shownBy(node);
  yield* shownBy(body);
}

function headOf(
  site: SiteFrame,
  page: PageMeta,
  shows: Iterable<string>,
  options: RenderOptions,
  picture: (hash: string) => RenderedPicture | null,
  told: ReadonlySet<string>,
): string {
  const title = searchTitleOf(site.name, page);
  const description = page.description || site.settings.description;
  const tags = [`<title>${escapeHtml(title)}</title>`];
  // Letters of most pages: asked for before the style sheet is read, so that hardly any page is drawn without them.
  for (const family of usedFamilies(site))
    tags.push(
      `<link rel="preload" as="font" type="font/woff2" href="${escapeHtml(options.fontUrl(fontFile(family, "latin")))}" crossorigin>`,
    );
  if (page.unlisted) tags.push('<meta name="robots" content="noindex">');
  if (description) tags.push(`<meta name="description" content="${escapeHtml(description)}">`);
  const property = (name: string, value: string) =>
    tags.push(`<meta property="og:${name}" content="${escapeHtml(value)}">`);
  property("title", page.title);
  property("site_name", site.name);
  property("type", "website");
  property("locale", options.locale.tag.replace("-", "_"));
  if (description) property("description", description);
  if (options.origin !== null) {
    const address = options.origin + pagePath(page, options.locale);
    tags.push(`<link rel="canonical" href="${escapeHtml(address)}">`);
    property("url", address);
    let shared = false;
    for (const hash of page.sharing ? [page.sharing, ...shows] : shows) {
      const image = picture(hash);
      if (!image) continue;
      tags.push(`<meta property="og:image" content="${escapeHtml(options.origin)}${image.src}">`);
      shared = true;
      break;
    }
    const usual = site.settings.sharing && !shared ? picture(site.settings.sharing) : null;
    if (usual) tags.push(`<meta property="og:image" content="${escapeHtml(options.origin)}${usual.src}">`);
  }
  tags.push(iconTag(site, options, picture));
  // The home page tells of the business anyway; any page tells what its blocks do.
  const home = page.slug === "" && options.origin !== null && describesBusiness(site);
  for (const data of new Set([...(home ? [scriptJson(businessOf(site, options.origin))] : []), ...told]))
    tags.push(`<script type="application/ld+json">${data}</script>`);
  return tags.join("");
}

/** The site's own icon, or its initial on its accent. */
function iconTag(site: SiteFrame, options: RenderOptions, picture: (hash: string) => RenderedPicture | null): string {
  const own = site.settings.favicon ? picture(site.settings.favicon) : null;
  return own
    ? `<link rel="icon" type="${own.type}" href="${own.large}">`
    : `<link rel="icon" type="image/svg+xml" href="${escapeHtml(options.linkBase)}/favicon.svg">`;
}
