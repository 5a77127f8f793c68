// The one renderer: a page of a site as HTML and CSS. The stage, the rehearsal, releases and exports all use it.
import { type Family, families } from "@/core/brand/brand";
import { brandCss } from "@/core/brand/css";
import { nearFaces } from "@/core/brand/near-fonts";
import { type Services, serviceIn } from "@/core/kind/service";
import type { SiteLocale } from "@/core/locale/site-locale";
import type { Cut } from "@/core/media/cut";
import { aboutDocument, type DocumentType } from "@/core/media/documents";
import { isPicture, type MediaEntry } from "@/core/media/entry";
import type { Turn, Variant } from "@/core/media/forms";
import { pageReason } from "@/core/opening/rule";
import { kindNames } from "@/core/page/kind-names";
import { kinds } from "@/core/page/kinds";
import { readLink } from "@/core/page/link";
import type { Kind, PageNode } from "@/core/page/node";
import { everyNode } from "@/core/page/node";
import { type Definitions, definitionsOf, sharedContent, within } from "@/core/page/shared/placement";
import { sectionsOf, sectionsShown } from "@/core/page/shared/sections";
import { needsScript, type Top, topClass, topCss, topOf } from "@/core/page/surround/top";
import { nameOf, nodeWords } from "@/core/page/words";
import { standingPage, surroundAt } from "@/core/site/between";
import { type PageMeta, pagePath, type SiteFrame } from "@/core/site/site";
import { searchTitleOf } from "@/core/site/titles";
import { pageTree } from "@/core/site/tree";
import { phoneMaxPx } from "@/core/visitor/visitor";
import { floatingOf, isEverywhere, openingOf, widgetKindNames } from "@/core/widget/all-facts";
import { kindOf, widgetKinds } from "@/core/widget/kinds";
import { floatClass, openerClass, openerHtml } from "@/core/widget/opener";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { businessOf, tellsBusiness } from "./business";
import {
  escapeHtml,
  type NavigationItem,
  type PageScript,
  type RenderContext,
  type RenderedPicture,
  type Room,
  scriptJson,
  type Use,
} from "./markup";
import { renderedPicture } from "./rendered-picture";
import { ruleOf, type StyleRule, styleRule, styleSheet } from "./style";

export interface RenderOptions {
  /** The language the pages are written in. */
  readonly locale: SiteLocale;
  /** The site has one header and one footer, chosen already: their rules are not asked. */
  readonly chosen?: boolean;
  /** Marks every node with data-n="<id>" for the stage. Released pages carry no ids. */
  readonly marks?: boolean;
  /** Put before the path of every page: "" on a live site, the token on a rehearsal host. */
  readonly linkBase: string;
  /** "https://host" of the live site, for canonical and social addresses; null where there is none. */
  readonly origin: string | null;
  /** Pictures are shown in the form that is made at once, and not in the lightest. */
  readonly quick?: boolean;
  /** Address of one of the files that are made of a picture. */
  mediaUrl(hash: string, variant: Variant): string;
  /** Address of a file to take home. */
  documentUrl(entry: Pick<MediaEntry, "hash" | "name">): string;
  /** Address of a bundled font file. */
  fontUrl(file: string): string;
  /** Origin of a stand-in for an outside host, by its label. */
  standIn(label: string): string;
  /** Address of a document of custom code; absent where no code runs. */
  codeUrl?(document: string): string;
  /** What kinds want besides. */
  readonly services?: Services;
}

/** A section as rendered: its markup and what it uses. Kept per section, so that an edit renders one section anew. */
export interface Part {
  readonly id: string;
  readonly html: string;
  readonly rules: readonly StyleRule[];
  readonly kinds: readonly Kind[];
  /** Kinds of the widgets that appear in it. */
  readonly widgetKinds: readonly WidgetKindName[];
  /** What of the site it was made from, besides itself. */
  readonly uses: readonly Use[];
  /** Scripts that its blocks need. */
  readonly scripts: readonly PageScript[];
  /** What it tells search engines, each as JSON. */
  readonly told: readonly string[];
  /** Documents of custom code that it frames. */
  readonly codes: readonly RenderedCode[];
  /** Code that runs on the page itself. */
  readonly runs: readonly RunningCode[];
  /** Origins outside the site that its frames may show, each with what of the visitor's device it may ask for behind it. */
  readonly frames: readonly string[];
}

/** Custom code as a document of its own. */
export interface RenderedCode {
  readonly address: string;
  readonly html: string;
  /** Origins that it may reach. */
  readonly origins: readonly string[];
}

/** Code outside of any frame: the page's policy has to let it run. */
export interface RunningCode {
  readonly origins: readonly string[];
  /** Text of a script; "" for none. */
  readonly script: string;
}

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
  ":where(.b-section,.b-columns,.b-stack,.b-heading,.b-rich,.b-picture,.b-button,.b-list,.b-divider,.b-nav,.b-open,.b-icon,.b-logo,.b-card,.b-quote,.b-spacer,.b-notice,.b-links,.b-file,.b-gallery,.b-slider,.b-tabs,.b-questions,.b-hours,.b-address,.b-table,.b-video,.b-embed){--above:initial;--below:initial;--grid:initial;--edge:initial;--measure:initial;--gap:initial;--down:initial;--ratio:initial;--split:initial;--split-phone:initial;--height:initial;--columns:initial;--columns-phone:initial;--corners:initial;--tall:initial;--part:initial}*,::before,::after{box-sizing:border-box}:where(h1,h2,h3,h4,h5,h6,p,ul,ol,figure,hr){margin:0}body{margin:0;min-height:100vh;min-height:100svh;display:flex;flex-direction:column;background:var(--c-paper);color:var(--c-ink);--words:var(--c-ink);--quiet:var(--c-quiet);--mark:var(--c-accent);--ground:var(--c-paper);font-family:var(--f-text);font-size:1rem;line-height:1.5;-webkit-text-size-adjust:100%}main{flex:1}img{max-width:100%}picture{display:contents}.b-cut{display:block;overflow:hidden;width:100%;height:100%;border-radius:inherit}:focus-visible{outline:3px solid currentColor;outline-offset:3px}.skip{position:absolute;inset-inline-start:-999rem;top:0;z-index:9;background:var(--c-ink);color:var(--c-paper);padding:.8em 1.2em}.skip:focus{inset-inline-start:0}";

/** How shared sections are shown: as they are being worked on, and which one is worked on in its place. */
export interface Shown {
  readonly shared?: Definitions;
  /** The placement, below those it stands in: "a" or "a~b". */
  readonly inPlace?: string;
}

const wholeWidth: Required<Room> = { part: 1, phonePart: 1, limitRem: null };

const roomWithin = (around: Required<Room>, given: Room): Required<Room> => ({
  part: around.part * (given.part ?? 1),
  phonePart: around.phonePart * (given.phonePart ?? 1),
  limitRem: given.limitRem === undefined ? around.limitRem : given.limitRem,
});

/** Where the block being rendered stands: asked only by those few that want to know their room. */
interface Place {
  readonly around: Place | null;
  readonly given: (index: number) => Room;
  index: number;
}

const roomAt = (place: Place | null): Required<Room> =>
  place ? roomWithin(roomAt(place.around), place.given(place.index)) : wholeWidth;

const share = (part: number) => `${Math.round(part * 1000) / 10}vw`;

/** Of phones, of windows narrower than the grid, of wider ones. A rem is 16 px. */
function sizesOf({ part, phonePart, limitRem }: Required<Room>): string {
  const phone = `(max-width:${phoneMaxPx}px) ${share(phonePart)}`;
  if (limitRem === null) return `${phone}, ${share(part)}`;
  return `${phone}, (max-width:${limitRem * 16}px) ${share(part)}, ${Math.round(part * limitRem * 16)}px`;
}

/** A link without an address, which has no role and so takes no name. */
const nowhere = (attributes: string, inner: string) =>
  `<a${attributes.replace(/ aria-label="[^"]*"/, "")}>${inner}</a>`;

const emptyMedia: RenderedPicture | null = null;

/**
 * A renderer for one state of a site. It keeps what it has rendered by the identity of the section, so rendering a
 * page again after an edit costs that one section. Make a new one when anything but a page's sections changes.
 */
export function createRenderer(site: SiteFrame, options: RenderOptions) {
  const services = options.services ?? {};
  const media = new Map(site.media.map((entry) => [entry.hash, entry]));
  const tree = pageTree(site.pages.filter((page) => page.inNavigation));
  const clickTargets = new Set(clickTargetsOf(site));
  const widgets = new Map(site.widgets.map((widget) => [widget.id, widget]));
  const kept = new WeakMap<
    PageNode,
    { page: string; eager: boolean; part: Part; shown: Shown; bodies: ReadonlyMap<string, PageNode | undefined> }
  >();
  let definitions = definitionsOf(site);
  let shown: Shown = {};
  const ground = `${fontFaces(site, options)}${brandCss(site.brand)}${groundCss}`;
  const hrefs = new Map(
    site.pages.map((page) => [page.id, escapeHtml(options.linkBase + pagePath(page, options.locale))]),
  );

  function picture(hash: string, cut?: Cut): RenderedPicture | null {
    const entry = media.get(hash);
    return entry && isPicture(entry) ? renderedPicture(entry, options, cut) : emptyMedia;
  }

  // What the section being rendered uses. One context serves all sections: making closures for each costs more than
  // rendering it.
  let rules: StyleRule[] = [];
  let used: Kind[] = [];
  let placed: WidgetKindName[] = [];
  let uses: Use[] = [];
  let scripts: PageScript[] = [];
  let told: string[] = [];
  let frames: string[] = [];
  let codes: RenderedCode[] = [];
  let runs: RunningCode[] = [];
  let behind = new Map<string, string>();
  /** Definitions that the section being rendered shows, and those it stands in right now. */
  let bodies = new Map<string, PageNode | undefined>();
  let chain: readonly string[] = [];
  /** Before the ids of blocks: where in which shared section they stand. */
  let prefix = "";
  let section = "";
  let ids = 0;
  const note = <Value>(list: Value[], value: Value) => {
    if (!list.includes(value)) list.push(value);
  };
  let currentPage: string | null = null;
  let navigation: readonly NavigationItem[] = [];
  let eager = false;
  let firstTaken = false;
  let place: Place | null = null;
  let holder: PageNode | null = null;
  let index = 0;
  function usedWidget(id: string): SiteWidget | undefined {
    note<Use>(uses, `widget:${id}`);
    const widget = widgets.get(id);
    if (widget) note(placed, widget.kind);
    return widget;
  }

  const context: RenderContext = {
    get siteName() {
      note<Use>(uses, "name");
      return site.name;
    },
    homeHref: escapeHtml(`${options.linkBase}${options.locale.prefix}/`),
    get navigation() {
      note<Use>(uses, "navigation");
      return navigation;
    },
    leadsHere(link) {
      note<Use>(uses, "navigation");
      const read = readLink(link);
      return read.to === "page" && read.page === currentPage && !read.anchor;
    },
    headScript: () => note(scripts, "head"),
    loading() {
      if (!eager) return "late";
      if (firstTaken) return "now";
      firstTaken = true;
      return "first";
    },
    sizes: (room) => sizesOf(room ? roomWithin(roomAt(place), room) : roomAt(place)),
    written: (field) => (options.marks ? ` data-p="${field}"` : ""),
    style(declared) {
      const rule = ruleOf(declared);
      note(rules, rule);
      return rule.className;
    },
    get holder() {
      return holder;
    },
    get index() {
      return index;
    },
    words: nodeWords,
    nameOf,
    language: options.locale.tag,
    currency: site.settings.currency,
    attributes(node, kindClass) {
      const rule = styleRule(node.look);
      let text = ` class="${kindClass}`;
      if (rule) {
        note(rules, rule);
        text += ` ${rule.className}`;
      }
      text += '"';
      // With an id of its own each block is found again when the stage is patched, but for those whose id is their own.
      if (options.marks)
        text += kinds[node.kind].ownsId
          ? ` data-n="${prefix}${node.id}"`
          : ` data-n="${prefix}${node.id}" id="n-${prefix}${node.id}"`;
      if (clickTargets.size && clickTargets.has(node.id)) text += ` data-c="${node.id}"`;
      return text;
    },
    line: (node, line) => (options.marks && line ? ` data-l="${line}" id="n-${prefix}${node.id}-${line}"` : ""),
    href(link) {
      const read = readLink(link);
      if (read.to === "widget") return null;
      if (read.to === "file") return context.file(read.media)?.href ?? null;
      if (read.to !== "page") return escapeHtml(link);
      note<Use>(uses, `page:${read.page}`);
      const target = hrefs.get(read.page);
      return target === undefined ? null : `${target}${read.anchor ? `#${escapeHtml(read.anchor)}` : ""}`;
    },
    leadTo(link, attributes, inner) {
      const read = link === undefined ? null : readLink(link);
      if (read?.to !== "widget") {
        const href = link === undefined ? null : context.href(link);
        return href === null ? nowhere(attributes, inner) : `<a${attributes} href="${href}">${inner}</a>`;
      }
      const widget = usedWidget(read.widget);
      return widget
        ? openerHtml(attributes, kindOf(widget as { kind: WidgetKindName }).opens(widget as never, context), inner)
        : nowhere(attributes, inner);
    },
    needsCss: (kind) => note(used, kind),
    script(name) {
      note(scripts, name);
      return ` data-s="${name}"`;
    },
    frames: (origin, devices = []) => note(frames, [origin, ...devices].join(" ")),
    standIn: options.standIn,
    runs: (origins, script) => {
      runs.push({ origins, script });
    },
    document(html, origins) {
      const address = options.codeUrl?.(html) ?? null;
      if (address !== null && !codes.some((one) => one.address === address)) codes.push({ address, html, origins });
      return address;
    },
    absolute: (href) => (options.origin === null || /^https?:/.test(href) ? href : options.origin + href),
    tell: (data) => note(told, scriptJson(data)),
    business: () => businessOf(site, options.origin),
    putBehind(key, markup) {
      const id = `${key}-${section}`;
      if (!behind.has(key)) behind.set(key, markup(id));
      return id;
    },
    takeBehind() {
      const html = [...behind.values()].join("");
      behind.clear();
      return html;
    },
    settings: site.settings,
    picture(hash, cut) {
      note<Use>(uses, `media:${hash}`);
      if (cut?.turn) note<Use>(uses, `turned:${hash} ${cut.turn}`);
      return picture(hash, cut);
    },
    file(hash) {
      note<Use>(uses, `media:${hash}`);
      const entry = media.get(hash);
      if (!entry || isPicture(entry)) return null;
      const { type, name, bytes = 0, widthPx: width, heightPx: height, lengthMs } = entry;
      return {
        href: escapeHtml(options.documentUrl(entry)),
        name,
        about: aboutDocument(type as DocumentType, bytes, options.locale.tag),
        type,
        ...(lengthMs ? { film: { width, height, seconds: lengthMs / 1000 } } : {}),
      };
    },
    placed(id, spot) {
      const widget = usedWidget(id);
      if (!widget) return null;
      const kind = kindOf(widget as { kind: WidgetKindName });
      return spot.as === "flow"
        ? (kind.flow?.(spot, widget as never, context) ?? null)
        : openerHtml(
            spot.attributes(openerClass[spot.as]),
            kind.opens(widget as never, context),
            escapeHtml(spot.text),
          );
    },
    part: (of) => serviceIn(site as unknown as Services, of),
    service: (wanted) => serviceIn(services, wanted),
    madeFrom: (use) => note<Use>(uses, use),
    brings(more) {
      for (const entry of more) if (!media.has(entry.hash)) media.set(entry.hash, entry);
    },
    newId: (stem) => `${stem}-${section}-${++ids}`,
    shared(placement) {
      const id = sharedContent(placement).shared;
      note<Use>(uses, `shared:${id}`);
      const body = definitions.get(id);
      const [around, before] = [chain, prefix];
      let html = "";
      bodies.set(id, body);
      if (body && !chain.includes(id)) {
        chain = [...chain, id];
        prefix = `${prefix}${placement.id}${within}`;
        // What is worked on in its place is named as it stands in its own document, and says what stands there.
        const inPlace = prefix === `${shown.inPlace}${within}`;
        if (inPlace) prefix = "";
        holder = null;
        const sections = inPlace ? (body.children ?? []) : sectionsOf(placement, body);
        sections.forEach((each, at) => {
          index = at;
          html += rendered(each);
        });
        [chain, prefix] = [around, before];
      }
      return options.marks
        ? `<div class="b-shared" data-n="${prefix}${placement.id}" id="n-${prefix}${placement.id}">${html}</div>`
        : html;
    },
    children(node, given) {
      const { children } = node;
      let html = "";
      if (!children) return html;
      const around = place;
      const [aboveHolder, aboveIndex] = [holder, index];
      const here = given ? { around, given, index: 0 } : around;
      if (given) place = here;
      for (let at = 0; at < children.length; at++) {
        if (given && here) here.index = at;
        holder = node;
        index = at;
        html += rendered(children[at] as PageNode);
      }
      place = around;
      holder = aboveHolder;
      index = aboveIndex;
      return html;
    },
  };

  function rendered(node: PageNode): string {
    note(used, node.kind);
    return kinds[node.kind].render(node, node.content, context);
  }

  function turnTo(page: PageMeta) {
    if (currentPage === page.id) return;
    currentPage = page.id;
    navigation = navigationOf(tree);
  }

  const navigationOf = (branches: typeof tree): readonly NavigationItem[] =>
    branches.map(({ page, under }) => {
      const below = navigationOf(under);
      return {
        title: page.title,
        href: hrefs.get(page.id) as string,
        current: page.id === currentPage,
        above: below.some(({ current, above }) => current || above),
        under: below,
      };
    });

  /** The header or footer of a page. */
  const around = (of: "header" | "footer", page: PageMeta): PageNode | null =>
    options.chosen ? site[of] : surroundAt(site, of, standingPage(page, options.locale.tag));

  const headerTag = (top: Top | null) =>
    top ? `<header class="${topClass(top)}" data-after="${top.afterPx}">` : "<header>";

  /** Whether a section shows the shared sections as they are now. */
  function showsSame(before: {
    readonly shown: Shown;
    readonly bodies: ReadonlyMap<string, PageNode | undefined>;
  }): boolean {
    if (!before.bodies.size) return true;
    if (before.shown.inPlace !== shown.inPlace) return false;
    for (const [id, body] of before.bodies) if (definitions.get(id) !== body) return false;
    return true;
  }

  /** Forgets what the part before was made of. */
  function begin(page: PageMeta, part: string, first: boolean) {
    turnTo(page);
    rules = [];
    used = [];
    placed = [];
    uses = [];
    scripts = [];
    told = [];
    frames = [];
    codes = [];
    runs = [];
    behind = new Map();
    bodies = new Map();
    chain = [];
    prefix = "";
    section = part;
    ids = 0;
    eager = first;
    firstTaken = false;
    place = null;
    holder = null;
    index = 0;
  }

  /** What was noted since `begin`, with its markup. */
  const partOf = (html: string): Part => ({
    id: section,
    html,
    rules,
    kinds: used,
    widgetKinds: placed,
    uses,
    scripts,
    told,
    frames,
    codes,
    runs,
  });

  function renderPart(node: PageNode, page: PageMeta, first: boolean): Part {
    const before = kept.get(node);
    // What lists no pages is the same on all of them.
    const same = before && (before.page === page.id || !before.part.uses.includes("navigation"));
    if (same && before.eager === first && showsSame(before)) return before.part;
    begin(page, node.id, first);
    const html = rendered(node);
    const part = partOf(html);
    kept.set(node, { page: page.id, eager: first, part, shown, bodies });
    return part;
  }

  /** The same on all pages, and with every letter that is typed on one. */
  const floats = new Map<string, Part>();

  /** What stands at the end of every page, each a part of its own. */
  const everywhereParts = (page: PageMeta): readonly Part[] =>
    site.widgets.filter(isEverywhere).flatMap((widget) => {
      const drawn = floats.get(widget.id);
      if (drawn) return [drawn];
      begin(page, `everywhere-${widget.id}`, false);
      const found = usedWidget(widget.id) as SiteWidget;
      const html = kindOf(found as { kind: WidgetKindName }).everywhere?.(found as never, context) ?? "";
      if (!html) return [];
      const part = partOf(html);
      floats.set(widget.id, part);
      return [part];
    });

  /** Buttons of widgets that float over a page, each a part of its own. */
  const floatingParts = (page: PageMeta): readonly Part[] =>
    site.widgets.flatMap((widget) => {
      const floating = floatsOn(widget, page) ? floatingOf(widget) : null;
      if (!floating) return [];
      const drawn = floats.get(widget.id);
      if (drawn) return [drawn];
      begin(page, `float-${widget.id}`, false);
      const found = usedWidget(widget.id) as SiteWidget;
      const opens = kindOf(found as { kind: WidgetKindName }).opens(found as never, context);
      const button = openerHtml(` class="${floatClass(floating)}"`, opens, escapeHtml(floating.words));
      const html = button + context.takeBehind();
      const part = partOf(html);
      floats.set(widget.id, part);
      return [part];
    });

  /** The picture behind a whole page, as a part of its own. */
  function behindPart(body: PageNode, page: PageMeta): readonly Part[] {
    if (!body.content.ground) return [];
    const part = renderPart(body, page, true);
    return part.html ? [part] : [];
  }

  const renderParts = (root: PageNode | null, page: PageMeta, eagerFirst: boolean) =>
    (root?.children ?? []).map((section, index) => renderPart(section, page, eagerFirst && index === 0));

  return {
    /** The page as HTML for `<body>`, its CSS, its part of `<head>`, and the widgets it needs. */
    render(page: PageMeta, body: PageNode, now: Shown = {}): RenderedPage {
      shown = now;
      if (now.shared) definitions = now.shared;
      const header = around("header", page);
      const top = header && topOf(header);
      const parts = {
        header: renderParts(header, page, false),
        main: renderParts(body, page, true),
        // What floats over the page stands last in the order of the keys, too; and what lies behind it is read by nobody.
        footer: [
          ...renderParts(around("footer", page), page, false),
          ...behindPart(body, page),
          ...floatingParts(page),
          ...everywhereParts(page),
        ],
      };
      const all = [parts.header, parts.main, parts.footer].flat();
      const rules = new Set<StyleRule>();
      const used = new Set<Kind>();
      const shownKinds = new Set<WidgetKindName>();
      const usesOfAll = new Set<Use>();
      const scriptsOfAll = new Set<PageScript>(top && needsScript(top) ? ["head"] : []);
      const toldOfAll = new Set<string>();
      const framesOfAll = new Set<string>();
      const codesOfAll = new Map<string, RenderedCode>();
      for (const part of all) {
        for (const script of part.scripts) scriptsOfAll.add(script);
        for (const data of part.told) toldOfAll.add(data);
        for (const origin of part.frames) framesOfAll.add(origin);
        for (const one of part.codes) codesOfAll.set(one.address, one);
        for (const rule of part.rules) rules.add(rule);
        for (const kind of part.kinds) used.add(kind);
        for (const kind of part.widgetKinds) shownKinds.add(kind);
        for (const use of part.uses) usesOfAll.add(use);
      }
      const needs = site.widgets
        .filter((widget) => widget.settings.enabled)
        .filter((widget) => usesOfAll.has(`widget:${widget.id}`) || opensOn(widget, page))
        .map((widget) => widget.id);
      for (const id of needs) {
        usesOfAll.add(`widget:${id}`);
        // What opens over the page is drawn by its rules, too.
        const widget = widgets.get(id);
        if (widget) shownKinds.add(widget.kind);
      }
      const htmlOf = (list: readonly Part[]) => {
        let html = "";
        for (const part of list) html += part.html;
        return html;
      };
      return {
        html: `<a class="skip" href="#main">${escapeHtml(skipWords(options.locale.tag))}</a>${headerTag(top)}${htmlOf(parts.header)}</header><main id="main">${htmlOf(parts.main)}</main><footer>${htmlOf(parts.footer)}</footer>`,
        css: `${ground}${kindCss(used, shownKinds)}${styleSheet(rules)}${top ? topCss(top) : ""}`,
        top,
        head: headOf(site, page, mediaOf(body, definitions), options, picture, toldOfAll),
        needs,
        scripts: [...scriptsOfAll].sort(),
        frames: [...framesOfAll].sort(),
        codes: [...codesOfAll.values()],
        runs: all.flatMap((part) => part.runs),
        uses: [...usesOfAll],
        parts,
      };
    },
    /** A page whose middle is not made of blocks (not found, address confirmed), between the site's header and footer. */
    around(main: string): { readonly html: string; readonly css: string; readonly pictures: readonly string[] } {
      const nowhere: PageMeta = { id: "", title: "", slug: "404", description: "", inNavigation: false };
      const root = around("header", nowhere);
      // Nothing lies below it that it could be seen through over.
      const found = root && topOf(root);
      const top = found && { ...found, stays: "no" as const, through: undefined };
      const [header, footer] = [
        renderParts(root, nowhere, false),
        renderParts(around("footer", nowhere), nowhere, false),
      ];
      const parts = [...header, ...footer];
      const used: Kind[] = ["section", "heading", "richText", "button", ...parts.flatMap((part) => part.kinds)];
      const htmlOf = (list: readonly Part[]) => list.map((part) => part.html).join("");
      return {
        html: `<a class="skip" href="#main">${escapeHtml(skipWords(options.locale.tag))}</a>${headerTag(top)}${htmlOf(header)}</header>${main}<footer>${htmlOf(footer)}</footer>`,
        css: `${ground}${kindCss(used)}${styleSheet(new Set(parts.flatMap((part) => part.rules)))}${top ? topCss(top) : ""}`,
        pictures: parts.flatMap((part) => part.uses.flatMap((use) => mediaIn(use) ?? [])),
      };
    },
    /** The icon of the browser's tab, as a part of `<head>`. */
    icon: iconTag(site, options, picture),
    /** CSS that does not depend on a page's looks: brand, ground and the kinds named. */
    groundCss: (used: Iterable<Kind>) => ground + kindCss(used, widgetKindNames),
    picture,
  };
}

export type Renderer = ReturnType<typeof createRenderer>;

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

/** Blocks whose click opens something, by their ids. */
export const clickTargetsOf = (site: Pick<SiteFrame, "widgets">): readonly string[] =>
  site.widgets.flatMap((widget) =>
    (openingOf(widget)?.triggers ?? []).flatMap((trigger) => (trigger.on === "click" ? [trigger.block] : [])),
  );

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
  const home = page.slug === "" && options.origin !== null && tellsBusiness(site);
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
