// One section as it is drawn: what its blocks ask of the site around them, and what is noted meanwhile. One drawing serves all
// sections of a renderer, since making objects for each costs more than drawing it.
import { type Services, serviceIn } from "@/core/kind/service";
import type { SiteLocale } from "@/core/locale/site-locale";
import type { Cut } from "@/core/media/cut";
import { aboutDocument, type DocumentType } from "@/core/media/documents";
import { isPicture, type MediaEntry } from "@/core/media/entry";
import type { Variant } from "@/core/media/forms";
import { kinds } from "@/core/page/kinds";
import type { Kind, PageNode } from "@/core/page/node";
import { type Definitions, definitionsOf, sharedContent, within } from "@/core/page/shared/placement";
import { sectionsOf } from "@/core/page/shared/sections";
import { readLink } from "@/core/page/words/link";
import { nameOf, nodeWords } from "@/core/page/words/words";
import { type PageMeta, pagePath, type SiteFrame } from "@/core/site/site";
import { type Branch, pageTree } from "@/core/site/tree";
import { phoneMaxPx } from "@/core/visitor/visitor";
import { openingOf } from "@/core/widget/all-facts";
import { kindOf } from "@/core/widget/kinds";
import { openerClass, openerHtml } from "@/core/widget/opener";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { businessOf } from "./business";
import {
  type BlockScript,
  escapeHtml,
  type NavigationItem,
  type PageScript,
  type Placed,
  type RenderContext,
  type RenderedFile,
  type RenderedPicture,
  type Room,
  scriptJson,
  type Use,
} from "./markup";
import { renderedPicture } from "./rendered-picture";
import { ruleOf, type StyleRule, styleRule } from "./style";

export interface RenderOptions {
  /** The language the pages are written in. */
  readonly locale: SiteLocale;
  /** The site has one header and one footer, chosen already: their rules are not asked. */
  readonly chosen?: boolean;
  /** Marks every node with data-n="<id>" for the stage. Released pages carry no ids. */
  readonly marks?: boolean;
  /** What is empty shows its place, for those who work on the page; visitors get nothing there, and the place closes. */
  readonly placeholders?: boolean;
  /** Put before the path of every page: "" on a live site, the token on a rehearsal host. */
  readonly linkBase: string;
  /** "https://host" of the live site, for canonical and social addresses; null where there is none. */
  readonly origin: string | null;
  /** Pictures are shown in the form that is made at once, and not in the lightest. */
  readonly quick?: boolean;
  /** Whether the form of a picture that takes long to make is not there yet, and so not offered. */
  waits?(hash: string): boolean;
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
  readonly given: (index: number, node: PageNode) => Room;
  readonly node: PageNode;
  index: number;
}

const roomAt = (place: Place | null): Required<Room> =>
  place ? roomWithin(roomAt(place.around), place.given(place.index, place.node)) : wholeWidth;

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

/** Nothing noted: a list is made with the first thing that goes on it. */
const none: never[] = [];
const noBodies: ReadonlyMap<string, PageNode | undefined> = new Map();

/** Puts a thing on a list that has it not yet. */
const note = <T>(list: T[], value: T) => {
  if (!list.includes(value)) list.push(value);
};

const locked = (widget: SiteWidget) => kindOf(widget as { kind: WidgetKindName });

/** Blocks whose click opens something, by their ids. */
export const clickTargetsOf = (site: Pick<SiteFrame, "widgets">): readonly string[] =>
  site.widgets.flatMap((widget) =>
    (openingOf(widget)?.triggers ?? []).flatMap((trigger) => (trigger.on === "click" ? [trigger.block] : [])),
  );

/** So many classes of blocks are kept for each rule. */
const mostClasses = 200;

const withoutRule = new Map<string, string>();
const withRule = new WeakMap<StyleRule, Map<string, string>>();

/** The class of a block, made once for each rule: most blocks of a site have one of a few. */
function classAttribute(kindClass: string, rule: StyleRule | null): string {
  let made = withoutRule;
  if (rule) {
    const known = withRule.get(rule);
    if (known) made = known;
    else {
      made = new Map();
      withRule.set(rule, made);
    }
  }
  const known = made.get(kindClass);
  if (known !== undefined) return known;
  const text = ` class="${kindClass}${rule ? ` ${rule.className}` : ""}"`;
  // Classes that hold something of a page's own are many; those are made each time.
  if (made.size < mostClasses) made.set(kindClass, text);
  return text;
}

export class Drawing implements RenderContext {
  private readonly media: Map<string, MediaEntry>;
  private readonly widgets: ReadonlyMap<string, SiteWidget>;
  private readonly tree: readonly Branch<PageMeta>[];
  private readonly clickTargets: ReadonlySet<string>;
  private readonly hrefs: ReadonlyMap<string, string>;
  private readonly services: Services;
  definitions: Definitions;
  shown: Shown = {};

  readonly homeHref: string;
  readonly language: string;
  readonly currency: string;
  readonly settings: SiteFrame["settings"];
  readonly words = nodeWords;
  readonly nameOf = nameOf;

  // What the section uses.
  private rules: StyleRule[] = none;
  private kinds: Kind[] = none;
  private widgetKinds: WidgetKindName[] = none;
  private uses: Use[] = none;
  private scripts: PageScript[] = none;
  private told: string[] = none;
  private frameOrigins: string[] = none;
  private codes: RenderedCode[] = none;
  private running: RunningCode[] = none;
  private behind: Map<string, string> | null = null;
  /** Definitions that it shows, and those that it stands in right now. */
  private shownBodies: Map<string, PageNode | undefined> | null = null;
  private chain: readonly string[] = none;
  /** Before the ids of blocks: where in which shared section they stand. */
  private prefix = "";
  private section = "";
  private ids = 0;
  private page: string | null = null;
  private pages: readonly NavigationItem[] = none;
  private eager = false;
  private firstTaken = false;
  private place: Place | null = null;
  holder: PageNode | null = null;
  index = 0;

  constructor(
    private readonly site: SiteFrame,
    private readonly options: RenderOptions,
  ) {
    this.media = new Map(site.media.map((entry) => [entry.hash, entry]));
    this.widgets = new Map(site.widgets.map((widget) => [widget.id, widget]));
    this.tree = pageTree(site.pages.filter((page) => page.inNavigation));
    this.clickTargets = new Set(clickTargetsOf(site));
    this.hrefs = new Map(
      site.pages.map((page) => [page.id, escapeHtml(options.linkBase + pagePath(page, options.locale))]),
    );
    this.services = options.services ?? {};
    this.definitions = definitionsOf(site);
    this.homeHref = escapeHtml(`${options.linkBase}${options.locale.prefix}/`);
    this.language = options.locale.tag;
    this.currency = site.settings.currency;
    this.settings = site.settings;
  }

  /** Begins a part: forgets what the one before was made of. */
  begin(page: PageMeta, part: string, first: boolean): void {
    if (this.page !== page.id) {
      this.page = page.id;
      this.pages = this.navigationOf(this.tree);
    }
    this.rules = none;
    this.kinds = none;
    this.widgetKinds = none;
    this.uses = none;
    this.scripts = none;
    this.told = none;
    this.frameOrigins = none;
    this.codes = none;
    this.running = none;
    this.behind = null;
    this.shownBodies = null;
    this.chain = none;
    this.prefix = "";
    this.section = part;
    this.ids = 0;
    this.eager = first;
    this.firstTaken = false;
    this.place = null;
    this.holder = null;
    this.index = 0;
  }

  /** What was noted since, with its markup. */
  partOf(html: string): Part {
    return {
      id: this.section,
      html,
      rules: this.rules,
      kinds: this.kinds,
      widgetKinds: this.widgetKinds,
      uses: this.uses,
      scripts: this.scripts,
      told: this.told,
      frames: this.frameOrigins,
      codes: this.codes,
      runs: this.running,
    };
  }

  /** Bodies of the shared sections that the part shows. */
  get bodies(): ReadonlyMap<string, PageNode | undefined> {
    return this.shownBodies ?? noBodies;
  }

  /** A block as markup. */
  rendered(node: PageNode): string {
    if (this.kinds === none) this.kinds = [node.kind];
    else note(this.kinds, node.kind);
    const kind = kinds[node.kind];
    const html = kind.render(node, node.content, this);
    if (this.emptied === null) return html;
    const closes = this.emptied === node && kind.closesEmpty?.(node) === true;
    this.emptied = null;
    return closes ? "" : html;
  }

  /** The holder whose blocks all drew nothing, while it is being rendered itself. */
  private emptied: PageNode | null = null;

  placeholder(html: string): string {
    return this.options.placeholders ? html : "";
  }

  /** A widget that appears in the part; undefined where there is none. */
  usedWidget(id: string): SiteWidget | undefined {
    this.madeFrom(`widget:${id}`);
    const widget = this.widgets.get(id);
    if (widget) {
      if (this.widgetKinds === none) this.widgetKinds = [widget.kind];
      else note(this.widgetKinds, widget.kind);
    }
    return widget;
  }

  widget(id: string): SiteWidget | undefined {
    return this.widgets.get(id);
  }

  /** A picture as a place of it cuts it, without noting that it is used. */
  readonly pictureOf = (hash: string, cut?: Cut): RenderedPicture | null => {
    const entry = this.media.get(hash);
    return entry && isPicture(entry) ? renderedPicture(entry, this.options, cut) : null;
  };

  private navigationOf(branches: readonly Branch<PageMeta>[]): readonly NavigationItem[] {
    return branches.map(({ page, under }) => {
      const below = this.navigationOf(under);
      return {
        title: page.title,
        href: this.hrefs.get(page.id) as string,
        current: page.id === this.page,
        above: below.some(({ current, above }) => current || above),
        under: below,
      };
    });
  }

  get siteName(): string {
    this.madeFrom("name");
    return this.site.name;
  }

  get navigation(): readonly NavigationItem[] {
    this.madeFrom("navigation");
    return this.pages;
  }

  leadsHere(link: string): boolean {
    this.madeFrom("navigation");
    const read = readLink(link);
    return read.to === "page" && read.page === this.page && !read.anchor;
  }

  headScript(): void {
    if (this.scripts === none) this.scripts = ["head"];
    else note(this.scripts, "head");
  }

  loading(): "first" | "now" | "late" {
    if (!this.eager) return "late";
    if (this.firstTaken) return "now";
    this.firstTaken = true;
    return "first";
  }

  sizes(room?: Room): string {
    const here = roomAt(this.place);
    return sizesOf(room ? roomWithin(here, room) : here);
  }

  written(field: string): string {
    return this.options.marks ? ` data-p="${field}"` : "";
  }

  style(declared: string): string {
    const rule = ruleOf(declared);
    if (this.rules === none) this.rules = [rule];
    else note(this.rules, rule);
    return rule.className;
  }

  attributes(node: PageNode, kindClass: string): string {
    const rule = styleRule(node.look);
    if (rule) {
      if (this.rules === none) this.rules = [rule];
      else note(this.rules, rule);
    }
    let text = classAttribute(kindClass, rule);
    // With an id of its own each block is found again when the stage is patched, but for those whose id is their own.
    if (this.options.marks)
      text += kinds[node.kind].ownsId
        ? ` data-n="${this.prefix}${node.id}"`
        : ` data-n="${this.prefix}${node.id}" id="n-${this.prefix}${node.id}"`;
    if (this.clickTargets.size && this.clickTargets.has(node.id)) text += ` data-c="${node.id}"`;
    return text;
  }

  line(node: PageNode, line: string | undefined): string {
    return this.options.marks && line ? ` data-l="${line}" id="n-${this.prefix}${node.id}-${line}"` : "";
  }

  href(link: string): string | null {
    const read = readLink(link);
    if (read.to === "widget") return null;
    if (read.to === "file") return this.file(read.media)?.href ?? null;
    if (read.to !== "page") return escapeHtml(link);
    this.madeFrom(`page:${read.page}`);
    const target = this.hrefs.get(read.page);
    return target === undefined ? null : `${target}${read.anchor ? `#${escapeHtml(read.anchor)}` : ""}`;
  }

  leadTo(link: string | undefined, attributes: string, inner: string): string {
    const read = link === undefined ? null : readLink(link);
    if (read?.to !== "widget") {
      const href = link === undefined ? null : this.href(link);
      return href === null ? nowhere(attributes, inner) : `<a${attributes} href="${href}">${inner}</a>`;
    }
    const widget = this.usedWidget(read.widget);
    return widget
      ? openerHtml(attributes, locked(widget).opens(widget as never, this), inner)
      : nowhere(attributes, inner);
  }

  needsCss(kind: Kind): void {
    if (this.kinds === none) this.kinds = [kind];
    else note(this.kinds, kind);
  }

  script(name: BlockScript): string {
    if (this.scripts === none) this.scripts = [name];
    else note(this.scripts, name);
    return ` data-s="${name}"`;
  }

  frames(origin: string, devices: readonly string[] = []): void {
    if (this.frameOrigins === none) this.frameOrigins = [[origin, ...devices].join(" ")];
    else note(this.frameOrigins, [origin, ...devices].join(" "));
  }

  // What is handed on by itself keeps what it is of.
  readonly standIn = (label: string): string => this.options.standIn(label);

  runs(origins: readonly string[], script: string): void {
    this.running = [...this.running, { origins, script }];
  }

  document(html: string, origins: readonly string[]): string | null {
    const address = this.options.codeUrl?.(html) ?? null;
    if (address !== null && !this.codes.some((one) => one.address === address))
      this.codes = [...this.codes, { address, html, origins }];
    return address;
  }

  absolute(href: string): string {
    const { origin } = this.options;
    return origin === null || /^https?:/.test(href) ? href : origin + href;
  }

  tell(data: object): void {
    if (this.told === none) this.told = [scriptJson(data)];
    else note(this.told, scriptJson(data));
  }

  business(): object {
    return businessOf(this.site, this.options.origin);
  }

  putBehind(key: string, markup: (id: string) => string): string {
    const id = `${key}-${this.section}`;
    this.behind ??= new Map();
    if (!this.behind.has(key)) this.behind.set(key, markup(id));
    return id;
  }

  takeBehind(): string {
    if (!this.behind) return "";
    const html = [...this.behind.values()].join("");
    this.behind = null;
    return html;
  }

  readonly picture = (hash: string, cut?: Cut): RenderedPicture | null => {
    this.madeFrom(`media:${hash}`);
    if (cut?.turn) this.madeFrom(`turned:${hash} ${cut.turn}`);
    return this.pictureOf(hash, cut);
  };

  file(hash: string): RenderedFile | null {
    this.madeFrom(`media:${hash}`);
    const entry = this.media.get(hash);
    if (!entry || isPicture(entry)) return null;
    const { type, name, bytes = 0, widthPx: width, heightPx: height, lengthMs } = entry;
    return {
      href: escapeHtml(this.options.documentUrl(entry)),
      name,
      about: aboutDocument(type as DocumentType, bytes, this.options.locale.tag),
      type,
      ...(lengthMs ? { film: { width, height, seconds: lengthMs / 1000 } } : {}),
    };
  }

  placed(id: string, spot: Placed): string | null {
    const widget = this.usedWidget(id);
    if (!widget) return null;
    const kind = locked(widget);
    return spot.as === "flow"
      ? (kind.flow?.(spot, widget as never, this) ?? null)
      : openerHtml(spot.attributes(openerClass[spot.as]), kind.opens(widget as never, this), escapeHtml(spot.text));
  }

  readonly part: RenderContext["part"] = (of) => serviceIn(this.site as unknown as Services, of);

  readonly service: RenderContext["service"] = (wanted) => serviceIn(this.services, wanted);

  madeFrom(use: Use): void {
    if (this.uses === none) this.uses = [use];
    else note(this.uses, use);
  }

  brings(more: readonly MediaEntry[]): void {
    for (const entry of more) if (!this.media.has(entry.hash)) this.media.set(entry.hash, entry);
  }

  readonly newId = (stem: string): string => `${stem}-${this.section}-${++this.ids}`;

  shared(placement: PageNode): string {
    const id = sharedContent(placement).shared;
    this.madeFrom(`shared:${id}`);
    const body = this.definitions.get(id);
    this.shownBodies ??= new Map();
    this.shownBodies.set(id, body);
    const html = body && !this.chain.includes(id) ? this.resolved(placement, id, body) : "";
    return this.options.marks
      ? `<div class="b-shared" data-n="${this.prefix}${placement.id}" id="n-${this.prefix}${placement.id}">${html}</div>`
      : html;
  }

  /** The sections of a definition with what a placement fills in. */
  private resolved(placement: PageNode, id: string, body: PageNode): string {
    const { chain, prefix } = this;
    this.chain = [...chain, id];
    this.prefix = `${prefix}${placement.id}${within}`;
    // What is worked on in its place is named as it stands in its own document, and says what stands there.
    const inPlace = this.prefix === `${this.shown.inPlace}${within}`;
    if (inPlace) this.prefix = "";
    this.holder = null;
    const sections = inPlace ? (body.children ?? []) : sectionsOf(placement, body);
    let html = "";
    sections.forEach((each, at) => {
      this.index = at;
      html += this.rendered(each);
    });
    this.chain = chain;
    this.prefix = prefix;
    return html;
  }

  children(node: PageNode, given?: (index: number, node: PageNode) => Room): string {
    return this.parts(node, given).join("");
  }

  parts(node: PageNode, given?: (index: number, node: PageNode) => Room): readonly string[] {
    const { children } = node;
    if (!children?.length) return [];
    const { place, holder, index } = this;
    const here: Place | null = given ? { around: place, given, node, index: 0 } : place;
    this.place = here;
    this.holder = node;
    const parts: string[] = [];
    let drawn = false;
    for (let at = 0; at < children.length; at++) {
      if (given && here) here.index = at;
      this.holder = node;
      this.index = at;
      const html = this.rendered(children[at] as PageNode);
      if (html) drawn = true;
      parts.push(html);
    }
    this.place = place;
    this.holder = holder;
    this.index = index;
    this.emptied = drawn || this.options.placeholders ? null : node;
    return parts;
  }
}
