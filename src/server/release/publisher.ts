// Makes the files of one release: pages, what they show, and the small files every site has.

import { createHash } from "node:crypto";
import { promisify } from "node:util";
import { brotliCompress, constants, gzip } from "node:zlib";
import type { FoundClips } from "@/core/clips/clips";
import { foundClips } from "@/core/clips/found";
import { given } from "@/core/kind/service";
import { type SiteLocale, sourceLocale } from "@/core/locale/site-locale";
import { isPicture } from "@/core/media/entry";
import { formsAtOnce, formsOf, pictureForms, type Turn, variantsOf } from "@/core/media/forms";
import { headerFooterKinds } from "@/core/page/header-footer/standing";
import type { PageNode } from "@/core/page/node";
import { type Definitions, definitionsOf } from "@/core/page/shared/placement";
import { documentHtml, faviconSvg, noticeHtml, robotsTxt, sitemapXml } from "@/core/render/document";
import { clickTargetsOf } from "@/core/render/drawing";
import type { Use } from "@/core/render/markup";
import { escapeHtml } from "@/core/render/markup";
import {
  createRenderer,
  floatsOn,
  mediaIn,
  opensOn,
  type Renderer,
  turnedIn,
  usedFamilies,
} from "@/core/render/render";
import { headerFooterAt, standingPage } from "@/core/site/between";
import { requestedPath, whereItLeads } from "@/core/site/redirects";
import { type KeptPage, type KeptSite, type PageMeta, pagePath, type SiteFrame, type SitePage } from "@/core/site/site";
import { holesIn } from "@/core/storefront/part-facts";
import { refsOf, shownOf } from "@/core/widget/kinds";
import { picturesOfWidget, releasedWidgets } from "@/core/widget/release";
import type { SiteWidget } from "@/core/widget/settings";
import { statesHolding } from "@/data/release/page-states";
import type { releaseFiles } from "@/data/release/tables";
import { frameOf } from "@/data/site/queries";
import { asReleased } from "@/server/widget/released";
import { keysOf } from "../bytes/released";
import { foundOf } from "../clips/found";
import { type Context, sha256, siteOrigin, standInOrigins } from "../context";
import { runSources } from "../process/headers";
import { liveShopOf, shopFile } from "../shop/pages/live";
import { pictureKey, waitingPictures } from "../site/media";
import {
  type Asset,
  fontAssets,
  releasedDocument,
  releasedPicture,
  type VisitorScripts,
  visitorScripts,
} from "./assets";
import { headScripts, pageScripts } from "./page-data";

const brotli = promisify(brotliCompress);
const gzipped = promisify(gzip);

/** Raised when the renderer's output changes for the same page, so that nothing old is carried over. */
const rendererVersion = "20";

/** The type of a row that leads to another path; its content is that path. */
export const redirectType = "text/x-redirect";

/** A style sheet of at most so many characters stands inside its page: nothing else has to come before it is drawn. */
const inlineStyles = 32_768;

export type FileRow = typeof releaseFiles.$inferInsert;

/** Whether compressing pays for a type. */
const compresses = (type: string) => /^(text\/|application\/(json|xml)|image\/svg)/.test(type);

const html = "text/html; charset=utf-8";

/**
 * How a file of so many bytes is compressed: for most the smallest window sees all of them, and takes a third of the time.
 * Scripts are compressed once for all sites, and so as well as can be.
 */
const brotliOf = (bytes: number, type: string) => ({
  [constants.BROTLI_PARAM_QUALITY]: type.startsWith("text/javascript") ? constants.BROTLI_MAX_QUALITY : 9,
  [constants.BROTLI_PARAM_SIZE_HINT]: bytes,
  ...(bytes < 65_000 ? { [constants.BROTLI_PARAM_LGWIN]: 16 } : {}),
});

interface MadeFile {
  readonly bytes: Buffer;
  readonly type: string;
  readonly packed: boolean;
}

/** Files that are made and not kept yet: kept many at once, since each visit to the store costs visitors a moment. */
class MadeFiles {
  private files = new Map<string, MadeFile>();

  constructor(private readonly context: Context) {}

  /** Takes bytes in; answers their key. They are kept with the next `keep`. */
  add(bytes: Buffer, type: string): { blob: string; packed: boolean } {
    const blob = sha256(bytes);
    const packed = compresses(type);
    this.files.set(blob, { bytes, type, packed });
    return { blob, packed };
  }

  /** Keeps what was taken in and, where it pays, its compressed forms. Before this no row may name it. */
  async keep(): Promise<void> {
    const { files } = this;
    this.files = new Map();
    const kept = await this.context.bytes.touch([...files].flatMap(([blob, { packed }]) => keysOf({ blob, packed })));
    const made = new Map<string, Uint8Array>();
    const make = async ([blob, { bytes, type, packed }]: readonly [string, MadeFile]) => {
      if (keysOf({ blob, packed }).every((key) => kept.has(key))) return;
      if (!packed) return made.set(blob, bytes);
      const params = brotliOf(bytes.length, type);
      const [gz, br] = await Promise.all([gzipped(bytes, { level: 9 }), brotli(bytes, { params })]);
      return made.set(`${blob}.gz`, gz).set(`${blob}.br`, br);
    };
    // As many at once as there are threads that compress.
    await Promise.all([...files].map(make));
    if (made.size) await this.context.bytes.putAll(made);
  }
}

/** Address of custom code on the site, named by its content. */
const codeUrl = (document: string): string => `/_a/${sha256(document).slice(0, 24)}.code.html`;

/** Makes the files of one release. */
export class Publisher {
  private readonly frame: SiteFrame;
  private readonly renderer: Renderer;
  private readonly locale: SiteLocale;
  private readonly widgets: ReadonlyMap<string, SiteWidget>;
  private readonly media: ReadonlyMap<string, KeptSite["media"][number]>;
  private readonly paths: ReadonlyMap<string, string>;
  private readonly base: string;
  private readonly shared: Definitions;
  private readonly targets: readonly string[];
  readonly origin: string;

  private constructor(
    private readonly context: Context,
    private readonly siteId: string,
    private readonly releaseId: string,
    readonly site: KeptSite,
    /** Which states of pages hold a block whose click opens something. */
    private readonly holding: ReadonlyMap<string, ReadonlySet<string>>,
    private readonly fonts: ReadonlyMap<string, Asset>,
    private readonly scripts: VisitorScripts,
    /** What feeds have found, by the widget. */
    private readonly found: ReadonlyMap<string, FoundClips>,
    /** Pictures whose slow form is being made beside: the release shows them without, and is renewed. */
    private readonly waiting: ReadonlySet<string>,
  ) {
    this.made = new MadeFiles(context);
    this.frame = frameOf(site);
    this.locale = sourceLocale(site);
    this.origin = siteOrigin(context.settings, site.key);
    this.renderer = createRenderer(this.frame, {
      locale: this.locale,
      linkBase: "",
      origin: this.origin,
      mediaUrl: releasedPicture,
      documentUrl: releasedDocument,
      fontUrl: (file) => this.fonts.get(file)?.path ?? "",
      waits: (hash) => this.waiting.has(hash),
      standIn: standInOrigins(context.settings),
      services: given(foundClips, (widget) => this.found.get(widget)),
      codeUrl,
    });
    this.widgets = new Map(site.widgets.map((widget) => [widget.id, widget]));
    const posters = [...found.values()].flatMap((one) => one.posters);
    this.media = new Map([...posters, ...site.media].map((entry) => [entry.hash, entry]));
    this.paths = new Map(site.pages.map((page) => [page.id, pagePath(page, this.locale)]));
    this.shared = definitionsOf(site);
    this.targets = clickTargetsOf(site);
    // Of the settings, those that a page's files show; who letters come from and what stops a release is none of them.
    const {
      mailFrom: _mailFrom,
      senderName: _senderName,
      samplesStop: _samplesStop,
      addresses: _addresses,
      ...settings
    } = site.settings;
    this.base = sha256(
      JSON.stringify([rendererVersion, scripts.entries, this.origin, site.name, settings, site.brand]),
    );
  }

  static async of(context: Context, siteId: string, releaseId: string, kept: KeptSite): Promise<Publisher> {
    const site = {
      ...kept,
      widgets: await asReleased(context.db, siteId, kept.widgets, standInOrigins(context.settings)),
    };
    const scripts = await visitorScripts(context.settings.buildFolder);
    const holding = await statesHolding(context.db, siteId, releaseId, clickTargetsOf(site));
    const fonts = await fontAssets(usedFamilies(site));
    const found = await foundOf(context.db, siteId, site.widgets, site.settings);
    const waiting = await waitingPictures(context.db, siteId);
    return new Publisher(context, siteId, releaseId, site, holding, fonts, scripts, found, waiting);
  }

  /** What one thing that a page was made from is like now. */
  private readonly like: { readonly [Of in string]: (id: string) => unknown } = {
    page: (id) => this.paths.get(id) ?? null,
    media: (hash) => {
      const entry = this.media.get(hash);
      if (!entry) return null;
      const said = [entry.alt, entry.decorative, entry.focus, entry.tint, entry.moves];
      return [
        entry.widthPx,
        entry.heightPx,
        ...(isPicture(entry) ? [] : [entry.name]),
        ...(said.some(Boolean) ? said : []),
      ];
    },
    widget: (id) => {
      const widget = this.widgets.get(id);
      if (!widget) return null;
      const refs = [...refsOf(widget)].map((ref) => this.like[ref.of]?.(ref.id) ?? null);
      return [widget, shownOf(widget, this.site), refs];
    },
    navigation: () =>
      this.site.pages
        .filter((page) => page.inNavigation)
        .map((page) => [page.id, page.title, this.paths.get(page.id), page.parent ?? null]),
    name: () => this.site.name,
    clips: (id) => this.found.get(id) ?? null,
    waits: (hash) => this.waiting.has(hash),
    shared: (id) => {
      const body = this.shared.get(id);
      // Which of its blocks open something depends on the widgets' rules.
      return body ? [body, this.targets.filter((target) => JSON.stringify(body).includes(`"${target}"`))] : null;
    },
  };

  private readonly values = new Map<Use, string>();
  private valueOf(use: Use): string {
    let value = this.values.get(use);
    if (value === undefined) {
      const [of = "", id = ""] = use.split(/:(.*)/s, 2);
      value = JSON.stringify(this.like[of]?.(id) ?? null);
      this.values.set(use, value);
    }
    return value;
  }

  private readonly headerFooterTexts = new Map<PageNode, string>();
  /** The header and footer of a page, as one text. */
  private headerFooterOf(page: PageMeta): string {
    const at = standingPage(page, this.locale.tag);
    let text = "";
    for (const of of headerFooterKinds) {
      const body = headerFooterAt(this.site, of, at);
      if (!body) continue;
      const known = this.headerFooterTexts.get(body) ?? JSON.stringify(body);
      this.headerFooterTexts.set(body, known);
      text += `${of}${known}`;
    }
    return text;
  }

  /**
   * Hash of all that a page's files are made from: the page, header and footer, brand and settings, and what of the site
   * it used when it was rendered. As long as that is the same, so are the files.
   */
  inputOf(page: KeptPage, uses: readonly Use[]): string {
    // Of one from before states were kept, its text.
    const own = "state" in page ? page.state : JSON.stringify(page);
    const holds = (target: string) =>
      "state" in page ? this.holding.get(target)?.has(page.state) : own.includes(`"${target}"`);
    const headerFooter = this.headerFooterOf(page);
    const hash = createHash("sha256").update(this.base).update(own).update(headerFooter);
    for (const use of uses) hash.update(use).update(this.valueOf(use));
    // What opens over it by itself, and which of its blocks open something, depend on the widgets' rules.
    for (const widget of this.site.widgets)
      if ((widget.settings.enabled && opensOn(widget, page)) || floatsOn(widget, page)) hash.update(widget.id);
    for (const target of this.targets) if (holds(target) || headerFooter.includes(`"${target}"`)) hash.update(target);
    return hash.digest("hex");
  }

  private row(
    path: string,
    type: string,
    put: { blob: string; packed: boolean },
    more: Partial<FileRow> = {},
  ): FileRow {
    return {
      siteId: this.siteId,
      releaseId: this.releaseId,
      path,
      type,
      ...put,
      input: "",
      assets: [],
      uses: [],
      ...more,
    };
  }

  private readonly made: MadeFiles;
  private file(path: string, type: string, bytes: Buffer | string, more: Partial<FileRow> = {}): FileRow {
    return this.row(path, type, this.made.add(Buffer.from(bytes as Buffer), type), more);
  }

  /** Keeps the bytes of all files so far: to be done before their rows are stored. */
  readonly keep = (): Promise<void> => this.made.keep();

  /** A style sheet inside its page, allowed there by its hash; or, where it is large, as an asset of its own. */
  private styles(css: string): { css: { text: string } | { href: string }; styles: string; asset: FileRow[] } {
    if (css.length <= inlineStyles && !css.includes("<"))
      return { css: { text: css }, styles: createHash("sha256").update(css).digest("base64"), asset: [] };
    const path = `/_a/${sha256(css).slice(0, 20)}.css`;
    return { css: { href: path }, styles: "", asset: [this.file(path, "text/css; charset=utf-8", css)] };
  }

  private readonly picturesMade = new Map<string, Promise<readonly FileRow[]>>();
  private async pictures(wanted: Iterable<{ readonly hash: string; readonly turn: Turn }>): Promise<FileRow[]> {
    const rows: FileRow[] = [];
    const seen = new Set<string>();
    for (const { hash, turn } of wanted) {
      const key = `${hash} ${turn}`;
      if (seen.has(key)) continue;
      seen.add(key);
      const made = this.picturesMade.get(key) ?? this.picture(hash, turn);
      this.picturesMade.set(key, made);
      rows.push(...(await made));
    }
    return rows;
  }

  /** A picture in the forms that are shown, in all widths: the rows name bytes that are there already. */
  private async picture(hash: string, turn: Turn): Promise<readonly FileRow[]> {
    const entry = this.media.get(hash);
    if (entry && !isPicture(entry))
      return [this.row(releasedDocument(entry), entry.type, { blob: hash, packed: false })];
    const rows: FileRow[] = [];
    const forms = entry ? (this.waiting.has(hash) ? formsAtOnce(entry) : formsOf(entry)) : [];
    for (const variant of entry ? variantsOf(entry, turn, forms) : []) {
      const blob = await pictureKey(this.context, this.siteId, hash, variant);
      rows.push(this.row(releasedPicture(hash, variant), pictureForms[variant.form].type, { blob, packed: false }));
    }
    return rows;
  }

  /** A page, `kept` in the release, and every asset it refers to; the page's own row comes first. */
  async page(kept: KeptPage, page: SitePage): Promise<FileRow[]> {
    const { body, ...meta } = page;
    const rendered = this.renderer.render(meta, body);
    const { css, styles, asset } = this.styles(rendered.css);
    const widgets = releasedWidgets(this.frame, rendered.needs, {
      pageHref: (id) => this.paths.get(id) ?? null,
      picture: this.renderer.picture,
      language: this.locale.tag,
    });
    const pictures = [
      ...(page.sharing ? [page.sharing] : []),
      ...rendered.uses.flatMap((use) => mediaIn(use) ?? []),
      ...rendered.needs.flatMap((id) => {
        const widget = this.widgets.get(id);
        return widget ? picturesOfWidget(widget, this.frame) : [];
      }),
    ];
    const waits = [...new Set(pictures)].filter((hash) => this.waiting.has(hash));
    const uses: readonly Use[] = [...rendered.uses, ...waits.map((hash) => `waits:${hash}` as const)];
    const codes = rendered.codes.map(({ address, html: text, origins }) =>
      this.file(address, html, text, { code: origins }),
    );
    const scripts = pageScripts(widgets, rendered.scripts, this.scripts, "/_a/", { language: this.locale.tag });
    const head = headScripts(rendered.scripts, this.scripts, "/_a/");
    const assets = [
      ...asset,
      ...codes,
      ...(await this.pictures([
        ...pictures.map((hash) => ({ hash, turn: 0 as const })),
        ...rendered.uses.flatMap((use) => turnedIn(use) ?? []),
      ])),
      ...this.fontRows(),
      ...this.scriptRows([...(head?.files ?? []), ...(scripts?.files ?? [])]),
    ];
    const text = documentHtml({
      language: this.locale.tag,
      head: rendered.head,
      html: rendered.html,
      css,
      headScript: head?.script,
      widgets: scripts,
    });
    const own = this.file(pagePath(page, this.locale), html, text, {
      input: this.inputOf(kept, uses),
      uses,
      styles,
      ...(rendered.frames.length ? { frames: rendered.frames } : {}),
      ...(rendered.runs.length ? { runs: runSources(rendered.runs) } : {}),
      live: holesIn(text).length > 0,
      locale: this.locale.tag,
      assets: assets.map((one) => one.path),
    });
    return [own, ...assets];
  }

  private fontRowsMade: FileRow[] | null = null;
  private fontRows(): FileRow[] {
    this.fontRowsMade ??= [...this.fonts.values()].map((font) => this.file(font.path, font.type, font.bytes));
    return this.fontRowsMade;
  }

  private readonly scriptsMade = new Map<string, FileRow>();
  private scriptRows(names: readonly string[]): FileRow[] {
    return names.map((name) => {
      const file = this.scripts.files.get(name);
      if (!file) throw new Error(`The build has no file ${name}`);
      const made = this.scriptsMade.get(name) ?? this.file(file.path, file.type, file.bytes);
      this.scriptsMade.set(name, made);
      return made;
    });
  }

  /** Not-found page, old addresses, sitemap, robots and favicon. */
  async common(): Promise<FileRow[]> {
    const around = this.renderer.framed(
      noticeHtml({
        title: "This page is not here",
        text: "The address may have changed. From the home page you will find the way.",
        then: { href: "/", words: "To the home page" },
      }),
    );
    const { css, styles, asset } = this.styles(around.css);
    const notFoundPage = documentHtml({
      language: this.locale.tag,
      head: `<title>Not found · ${escapeHtml(this.site.name)}</title><meta name="robots" content="noindex">${this.renderer.icon}`,
      html: around.html,
      css,
      widgets: null,
    });
    const taken = new Set(this.paths.values());
    const led: FileRow[] = [];
    for (const { from } of this.site.redirects ?? []) {
      const to = whereItLeads(this.site.redirects ?? [], from, (page) => this.paths.get(page));
      const path = requestedPath(from);
      if (to !== null && !taken.has(path)) led.push(this.file(path, redirectType, to));
    }
    const pictures = [...around.pictures, this.site.settings.favicon, this.site.settings.sharing];
    const today = this.context.now().toISOString().slice(0, 10);
    const shop = liveShopOf(this.site);
    return [
      ...asset,
      ...(shop ? [this.file(shopFile.path, shopFile.type, JSON.stringify(shop))] : []),
      ...this.fontRows(),
      ...(await this.pictures(pictures.flatMap((hash) => (hash ? [{ hash, turn: 0 as const }] : [])))),
      ...led,
      this.file("/404", html, notFoundPage, {
        styles,
        live: holesIn(notFoundPage).length > 0,
        locale: this.locale.tag,
      }),
      this.file("/favicon.svg", "image/svg+xml", faviconSvg(this.site.name, this.site.brand)),
      this.file("/robots.txt", "text/plain; charset=utf-8", robotsTxt(this.origin)),
      this.file("/sitemap.xml", "application/xml", sitemapXml(this.site, this.origin, today)),
    ];
  }
}
