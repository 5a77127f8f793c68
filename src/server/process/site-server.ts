// The site server: released pages and assets straight from the release, as they were compressed at publish time.

import { createHash } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import { promisify } from "node:util";
import { brotliCompress, constants, gzip } from "node:zlib";
import { and, desc, eq } from "drizzle-orm";
import { LRUCache } from "lru-cache";
import { isFilm } from "@/core/media/documents";
import { pictureForms } from "@/core/media/forms";
import { escapeHtml } from "@/core/render/escape";
import { withoutSlashes } from "@/core/site/path";
import { holesIn, isPersonal, withoutAsides } from "@/core/storefront/part-facts";
import { isAway } from "@/data/connection";
import { releaseFiles } from "@/data/release/tables";
import { findSite, keyAfter, type SiteRow } from "@/data/site/queries";
import { type ReleasedForms, releasedForms } from "../bytes/released";
import { type Context, siteOrigin } from "../context";
import { longestHeader } from "../edge/request";
import { redirectType } from "../release/publisher";
import { ownPart } from "../self-service/part";
import { NotInMemory } from "../shop/catalog";
import { countShop } from "../shop/counts";
import { type LiveShop, liveShop, liveShopInMemory, shopFile } from "../shop/live";
import { productPictureKey } from "../shop/pictures";
import { type Asking, fillPage, type Shown, shopAddressesOf, shownAt } from "../shop/storefront";
import { codeHeaders, drawingHeaders, siteHeaders } from "./headers";
import { readPath } from "./hosts";
import { partial } from "./range";
import { refusal, unreadablePath } from "./refuse";

interface Live {
  /** Known from before, as long as the database is away. */
  readonly stale?: true;
  readonly site: SiteRow;
  readonly siteId: string;
  readonly releaseId: string | null;
  /** How often its pages were made anew. */
  readonly renewed: number;
  readonly checkedAt: number;
}

interface Answer {
  readonly status: number;
  /**
   * Headers of “not modified”: those of the whole answer that tell of the page (RFC 9110, 15.4.5). A browser takes its
   * policy from them, and with another one it would not apply the styles that stand in the page.
   */
  readonly unchanged: readonly string[];
  readonly body: Buffer;
  readonly headers: readonly string[];
  readonly etag: string;
}

type Encoding = "br" | "gzip" | "identity";

/** A file of a release with its answers per encoding. */
interface File {
  readonly size: number;
  readonly type: string;
  readonly answers: Readonly<Record<Encoding, Answer>>;
  /** Set on an old address: the path of the page now. */
  readonly leadsTo?: string;
  /** It has holes, which are filled for each that asks. */
  readonly live?: true;
}

type Row = Pick<
  typeof releaseFiles.$inferSelect,
  "type" | "blob" | "packed" | "styles" | "frames" | "code" | "runs" | "live"
>;

/** How long a process may go on with what it knows of the live pointer, when another process moves it. */
const pointerMs = 1000;
/** How long it waits for the database before it goes on with what it knew last; and of how many sites it knows that. */
const patienceMs = 1000;
const remembered = 5000;
/** What a page of the shop is about that is of no product and no category. */
const nothingShown = { product: null, category: null };
/** That an answer is of what was known before (RFC 9211, section 2.7): the database is away. */
const stale = ["Cache-Status", "webitor; hit; detail=database-away"] as const;
const cacheBytes = 256 << 20;

/** The encoding a client prefers among ours (RFC 9110, section 12.5.3); refused ones have q=0. */
export function encodingFor(accept: string | undefined): Encoding {
  if (!accept) return "identity";
  const weights = new Map(
    accept
      .slice(0, longestHeader)
      .split(",", 40)
      .map((part) => {
        const [coding = "", ...parameters] = part.split(";", 4).map((word) => word.trim().toLowerCase());
        const weight = parameters.find((parameter) => parameter.startsWith("q="));
        return [coding, weight ? Number(weight.slice(2)) : 1] as const;
      }),
  );
  const taken = (coding: string) => (weights.get(coding) ?? 0) > 0;
  if (taken("br")) return "br";
  return taken("gzip") ? "gzip" : "identity";
}

/** Whether an If-None-Match names this answer (RFC 9110, section 13.1.2: weak comparison). */
function matches(ifNoneMatch: string | undefined, etag: string): boolean {
  if (!ifNoneMatch) return false;
  return ifNoneMatch === "*" || ifNoneMatch.split(",", 50).some((tag) => tag.trim().replace(/^W\//, "") === etag);
}

const compressed = promisify(brotliCompress);
const gzipped = promisify(gzip);

/** How a page that is made for one request is packed: quickly. */
const packLive: Readonly<Record<Encoding, (bytes: Buffer) => Promise<Buffer>>> = {
  br: (bytes) => compressed(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } }),
  gzip: (bytes) => gzipped(bytes, { level: 5 }),
  identity: async (bytes) => bytes,
};

/** Headers without those that tell how a released file is kept: name and value by turns. */
function withoutCaching(headers: readonly string[]): readonly string[] {
  const left: string[] = [];
  for (let at = 0; at < headers.length; at += 2)
    if (!/^(etag|cache-control|vary)$/i.test(headers[at] as string))
      left.push(headers[at] as string, headers[at + 1] as string);
  return left;
}

/** So many values of an address are looked at. */
const mostAsked = 60;

/** What a page of a shop looks at of a request. */
function askingOf({ settings }: Context, request: IncomingMessage): Asking {
  const query: Record<string, string[]> = {};
  const url = new URL(request.url ?? "/", "http://site.invalid");
  let count = 0;
  for (const [name, value] of url.searchParams) {
    if (++count > mostAsked) break;
    if (!Object.hasOwn(query, name)) query[name] = [];
    query[name]?.push(value);
  }
  const forwarded = settings.trustProxy
    ? String(request.headers["x-forwarded-for"] ?? "")
        .split(",")
        .at(-1)
        ?.trim()
    : "";
  return {
    query,
    cookie: request.headers.cookie,
    address: forwarded || request.socket.remoteAddress || "",
    header: (name) => {
      const value = request.headers[name.toLowerCase()];
      return typeof value === "string" ? value : null;
    },
  };
}

export function createSiteServer(context: Context) {
  const live = new Map<string, Promise<Live | null>>();
  const known = new Map<string, Live | null>();
  // Where each site's live release was last seen, for as long as nobody can be asked.
  const last = new LRUCache<string, Live>({ max: remembered });
  // Fonts, scripts and pictures that several sites have are in memory once.
  const bytes = new LRUCache<string, ReleasedForms>({
    maxSize: cacheBytes,
    sizeCalculation: ({ identity, br, gzip }) => identity.length + (br?.length ?? 0) + (gzip?.length ?? 0) + 512,
  });
  const files = new LRUCache<string, File>({ maxSize: cacheBytes / 8, sizeCalculation: (file) => file.size });
  const headers = Object.entries(siteHeaders(context.settings, "'self'")).flat();
  const drawings = Object.entries(drawingHeaders(context.settings)).flat();
  context.listeners.live.add((key) => known.delete(key));
  // Other processes move pointers too.
  context.events.listen(null, {
    heard: (event) => {
      if (event.kind === "live") known.delete(event.payload.key);
    },
    missed: () => known.clear(),
  });

  async function pointer(key: string): Promise<Live | null> {
    const fresh = known.get(key);
    if (fresh && performance.now() - fresh.checkedAt < pointerMs) return fresh;
    let asked = live.get(key);
    if (!asked) {
      asked = findSite(context.vital, key)
        .then((site) =>
          site
            ? {
                site,
                siteId: site.id,
                releaseId: site.liveReleaseId,
                renewed: site.renewed,
                checkedAt: performance.now(),
              }
            : null,
        )
        .finally(() => live.delete(key));
      live.set(key, asked);
    }
    const before = last.get(key);
    const found = await (before ? sooner(asked, before) : asked);
    if (found?.stale) return found;
    // Unknown hosts are not kept: a stranger could otherwise fill the memory with names.
    if (found) {
      known.set(key, found);
      last.set(key, found);
    } else last.delete(key);
    return found;
  }

  /** What is asked for; what was known before, where the database is away or takes too long. */
  async function sooner(asked: Promise<Live | null>, before: Live): Promise<Live | null> {
    const known: Live = { ...before, stale: true };
    let timer: ReturnType<typeof setTimeout> | undefined;
    const late = new Promise<Live>((resolve) => {
      timer = setTimeout(() => resolve(known), patienceMs);
    });
    const answered = asked.catch((error: unknown) => {
      if (isAway(error)) return known;
      throw error;
    });
    return Promise.race([answered, late]).finally(() => clearTimeout(timer));
  }

  function fileOf(row: Row, stored: ReleasedForms, status: number, immutable: boolean): File {
    const drawing = row.type === pictureForms.svg.type;
    const allowed = { styles: row.styles, frames: row.frames ?? [], runs: row.runs ?? [] };
    const own = row.code
      ? Object.entries(codeHeaders(context.settings, "'self'", row.code)).flat()
      : allowed.styles || allowed.frames.length || allowed.runs.length
        ? Object.entries(siteHeaders(context.settings, "'self'", allowed)).flat()
        : drawing
          ? drawings
          : headers;
    const answer = (encoding: Encoding): Answer => {
      const packed = encoding === "identity" ? null : stored[encoding];
      const body = packed ?? stored.identity;
      const etag = `"${row.blob.slice(0, 24)}${packed ? `-${encoding}` : ""}"`;
      const unchanged = [
        ...own,
        "ETag",
        etag,
        "Cache-Control",
        immutable ? "public, max-age=31536000, immutable" : "public, max-age=0, must-revalidate",
        "Vary",
        "Accept-Encoding",
      ];
      return {
        status,
        body,
        etag,
        unchanged,
        headers: [
          ...unchanged,
          "Content-Type",
          row.type,
          "Content-Length",
          String(body.length),
          ...(packed ? ["Content-Encoding", encoding] : []),
        ],
      };
    };
    // The bytes themselves are counted where they are kept, once for all sites.
    return {
      size: 2048,
      type: row.type,
      answers: { br: answer("br"), gzip: answer("gzip"), identity: answer("identity") },
    };
  }

  async function storedOf({ blob, packed }: Row): Promise<ReleasedForms | null> {
    const kept = bytes.get(blob);
    if (kept) return kept;
    const stored = await releasedForms(context.bytes, { blob, packed });
    if (stored) bytes.set(blob, stored);
    return stored;
  }

  async function load(site: Live, path: string): Promise<File | null> {
    const asset = path.startsWith("/_a/");
    const [row] = await context.vital
      .select({
        type: releaseFiles.type,
        blob: releaseFiles.blob,
        packed: releaseFiles.packed,
        styles: releaseFiles.styles,
        frames: releaseFiles.frames,
        code: releaseFiles.code,
        runs: releaseFiles.runs,
        live: releaseFiles.live,
      })
      .from(releaseFiles)
      .where(
        and(
          eq(releaseFiles.siteId, site.siteId),
          eq(releaseFiles.path, path),
          // An asset is named by its content: a page from an earlier release may still ask for it.
          asset ? undefined : eq(releaseFiles.releaseId, site.releaseId ?? ""),
        ),
      )
      .orderBy(desc(releaseFiles.releaseId))
      .limit(1);
    if (!row && asset) return loadProductPicture(site, path);
    const stored = row && (await storedOf(row));
    if (!row || !stored || row.type === shopFile.type) return null;
    if (row.type === redirectType) return { ...fileOf(row, stored, 301, false), leadsTo: stored.identity.toString() };
    return { ...fileOf(row, stored, path === "/404" ? 404 : 200, asset), ...(row.live ? { live: true as const } : {}) };
  }

  /** A picture of a product: it may have come into the shop after the release. */
  async function loadProductPicture(site: Live, path: string): Promise<File | null> {
    const found = await productPictureKey(context, site.siteId, path.slice("/_a/".length));
    const row = found && { ...found, packed: false, styles: "", frames: null, code: null, runs: null, live: false };
    const stored = row && (await storedOf(row));
    return row && stored ? fileOf(row, stored, 200, true) : null;
  }

  const keyOf = (site: Live, path: string) =>
    path.startsWith("/_a/") ? `${site.siteId}${path}` : `${site.releaseId}.${site.renewed}${path}`;

  async function find(site: Live, path: string): Promise<File | null> {
    const key = keyOf(site, path);
    const cached = files.get(key);
    if (cached) return cached;
    const loaded = await load(site, path);
    if (loaded) files.set(key, loaded);
    return loaded;
  }

  /** A page by what this process knows, without what stands beside it; null where that is not enough. */
  async function drawnFromMemory(site: Live, path: string, request: IncomingMessage) {
    const bare = (file: File) => withoutAsides(file.answers.identity.body.toString());
    const own = files.get(keyOf(site, path));
    if (own?.live && !holesIn(bare(own)).length) return { file: own, html: bare(own) };
    const shop = liveShopInMemory(site.site);
    // Patterns of products and categories show nothing by themselves.
    if (!shop || [shop.shown.paths.product, shop.shown.paths.category].includes(path)) return null;
    try {
      const shown = own ? null : await shownAt(context, site.site, shop, path, { fromMemory: true });
      if (shown && "leadsTo" in shown) return null;
      const file = own ?? (shown && files.get(keyOf(site, shown.path)));
      if (!file?.live || isPersonal(bare(file))) return null;
      const asking: Asking = { ...askingOf(context, request), fromMemory: true };
      return {
        file,
        html: (await fillPage(context, site.site, shop, bare(file), shown ?? nothingShown, asking)).html,
      };
    } catch (error) {
      if (error instanceof NotInMemory) return null;
      throw error;
    }
  }

  /** Answers by what this process knows, as long as the database is away; false where something would have to be asked. */
  async function sentFromMemory(request: IncomingMessage, response: ServerResponse, site: Live, path: string) {
    const file = path === "/404" ? undefined : files.get(keyOf(site, path));
    if (file && !file.live && file.leadsTo === undefined) {
      send(request, response, file, stale);
      return true;
    }
    const drawn = await drawnFromMemory(site, path, request);
    if (drawn) sendBare(request, response, drawn.file, drawn.html);
    return drawn !== null;
  }

  /** A film, from where its player wants it. */
  function sendPart(request: IncomingMessage, response: ServerResponse, file: File) {
    const { body: whole, unchanged } = file.answers.identity;
    const { status, headers: range, body } = partial(whole, request.headers.range);
    response.writeHead(status, [...unchanged, "Content-Type", file.type, ...Object.entries(range).flat()]);
    response.end(request.method === "HEAD" ? undefined : body);
  }

  function send(request: IncomingMessage, response: ServerResponse, file: File, more: readonly string[] = []) {
    if (isFilm(file) && !request.headers["if-none-match"]) return sendPart(request, response, file);
    const answer = file.answers[encodingFor(request.headers["accept-encoding"] as string | undefined)];
    if (answer.status === 200 && matches(request.headers["if-none-match"], answer.etag)) {
      response.writeHead(304, [...answer.unchanged, ...more]);
      response.end();
      return;
    }
    response.writeHead(answer.status, more.length ? [...answer.headers, ...more] : (answer.headers as string[]));
    response.end(request.method === "HEAD" ? undefined : answer.body);
  }

  /** A page without what could be asked for now, such as the count of a basket: kept by nobody. */
  function sendBare(request: IncomingMessage, response: ServerResponse, file: File, html: string) {
    const { status, unchanged } = file.answers.identity;
    const body = Buffer.from(html);
    response.writeHead(status, [
      ...[...withoutCaching(unchanged), ...stale, "Cache-Control", "no-store"],
      ...["Content-Type", file.type, "Content-Length", String(body.length)],
    ]);
    response.end(request.method === "HEAD" ? undefined : body);
  }

  /** A page with its holes filled for this request. */
  async function sendLive(
    request: IncomingMessage,
    response: ServerResponse,
    { site }: Live,
    shop: LiveShop,
    file: File,
    about: Exclude<Shown, { leadsTo: string }> | null,
  ) {
    const page = file.answers.identity;
    const filled = await fillPage(context, site, shop, page.body.toString(), about ?? nothingShown, {
      ...askingOf(context, request),
      own: () =>
        ownPart(context, site, {
          cookie: request.headers.cookie ?? null,
          sent: /[?&]sent=1(&|$)/.test(request.url ?? ""),
        }),
    });
    // What a script of the page asks for itself is no look at it.
    if (about?.product && request.method === "GET" && request.headers["sec-fetch-mode"] !== "cors")
      countShop(context, site, "looks");
    const etag = `"${createHash("sha256").update(filled.html).digest("hex").slice(0, 24)}"`;
    const own = [
      ...withoutCaching(page.unchanged),
      "ETag",
      etag,
      "Cache-Control",
      filled.personal ? "private, no-cache" : "public, max-age=0, must-revalidate",
      "Vary",
      filled.personal ? "Accept-Encoding, Cookie" : "Accept-Encoding",
    ];
    if (page.status === 200 && matches(request.headers["if-none-match"], etag)) {
      response.writeHead(304, own);
      response.end();
      return;
    }
    const encoding = encodingFor(request.headers["accept-encoding"] as string | undefined);
    const body = await packLive[encoding](Buffer.from(filled.html));
    response.writeHead(page.status, [
      ...own,
      "Content-Type",
      file.type,
      "Content-Length",
      String(body.length),
      ...(encoding === "identity" ? [] : ["Content-Encoding", encoding]),
    ]);
    response.end(request.method === "HEAD" ? undefined : body);
  }

  /** The sitemap with what the shop sells now. */
  async function sendSitemap(
    request: IncomingMessage,
    response: ServerResponse,
    live: Live,
    shop: LiveShop,
    file: File,
  ) {
    const origin = siteOrigin(context.settings, live.site.key);
    const more = (await shopAddressesOf(context, live.site, shop))
      .map((path) => `<url><loc>${escapeHtml(origin + path)}</loc></url>`)
      .join("");
    const body = Buffer.from(file.answers.identity.body.toString().replace("</urlset>", () => `${more}</urlset>`));
    response.writeHead(200, [
      ...withoutCaching(file.answers.identity.unchanged),
      "Content-Type",
      file.type,
      "Cache-Control",
      "public, max-age=60",
      "Content-Length",
      String(body.length),
    ]);
    response.end(request.method === "HEAD" ? undefined : body);
  }

  function leadTo(response: ServerResponse, status: 301 | 302, path: string) {
    response.writeHead(status, [...headers, "Location", encodeURI(path), "Cache-Control", "no-cache"]);
    response.end();
  }

  /** Answers a request on a site's host. */
  return async function serveSite(request: IncomingMessage, response: ServerResponse, key: string): Promise<void> {
    if (request.method !== "GET" && request.method !== "HEAD")
      throw refusal(405, "method", "request", "Only GET and HEAD are answered here.", { allow: "GET, HEAD" });
    const path = readPath(request.url ?? "/");
    if (path === null) throw unreadablePath();
    const site = await pointer(key);
    if (!site) {
      const now = await keyAfter(context.db, key);
      if (now === undefined) throw refusal(404, "noSite", "request", "There is no site at this address.");
      response.writeHead(301, [...headers, "Location", siteOrigin(context.settings, now) + encodeURI(path)]);
      response.end();
      return;
    }
    if (site.releaseId === null) throw refusal(404, "notPublished", "request", "This site has not been published yet.");
    if (path.length > 1 && path.endsWith("/")) {
      response.writeHead(308, [...headers, "Location", encodeURI(withoutSlashes(path)) || "/"]);
      response.end();
      return;
    }
    if (site.stale && (await sentFromMemory(request, response, site, path))) return;
    let file = path === "/404" ? null : await find(site, path);
    const wantsShop = file === null || file.live || path === "/sitemap.xml";
    const shop = wantsShop ? await liveShop(context, site.site) : null;
    let about: Exclude<Shown, { leadsTo: string }> | null = null;
    if (shop && !file) {
      const shown = await shownAt(context, site.site, shop, path);
      if (shown && "leadsTo" in shown) return leadTo(response, 301, shown.leadsTo);
      about = shown;
      file = shown && (await find(site, shown.path));
    } else if (shop && file?.live && (path === shop.shown.paths.product || path === shop.shown.paths.category))
      // What a pattern shows depends on the address below the shop: alone it shows nothing.
      return leadTo(response, 302, shop.shown.paths.catalog ?? "/");
    file ??= await find(site, "/404");
    if (shop && file?.live) return sendLive(request, response, site, shop, file, about);
    if (shop && file && path === "/sitemap.xml") return sendSitemap(request, response, site, shop, file);
    if (file?.leadsTo !== undefined) {
      response.writeHead(301, [
        ...headers,
        "Location",
        // In ASCII as it was stored.
        file.leadsTo,
        "Cache-Control",
        "public, max-age=300",
      ]);
      response.end();
    } else if (file) send(request, response, file);
    else throw refusal(404, "noPage", "request", "There is no such page.");
  };
}
