// The site server: released pages and assets straight from the release, as they were compressed at publish time.

import type { IncomingMessage, ServerResponse } from "node:http";
import { and, desc, eq } from "drizzle-orm";
import { LRUCache } from "lru-cache";
import { isFilm } from "@/core/media/documents";
import { pictureForms } from "@/core/media/forms";
import { withoutSlashes } from "@/core/site/path";
import { releaseFiles } from "@/data/release/tables";
import { findSite, keyAfter } from "@/data/site/queries";
import { type ReleasedForms, releasedForms } from "../bytes/released";
import { type Context, siteOrigin } from "../context";
import { longestHeader } from "../edge/request";
import { redirectType } from "../release/publisher";
import { codeHeaders, drawingHeaders, siteHeaders } from "./headers";
import { readPath } from "./hosts";
import { partial } from "./range";

interface Live {
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
}

type Row = Pick<typeof releaseFiles.$inferSelect, "type" | "blob" | "packed" | "styles" | "frames" | "code" | "runs">;

/** How long a process may go on with what it knows of the live pointer, when another process moves it. */
const pointerMs = 1000;
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

export function createSiteServer(context: Context) {
  const live = new Map<string, Promise<Live | null>>();
  const known = new Map<string, Live | null>();
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
    const before = known.get(key);
    if (before && performance.now() - before.checkedAt < pointerMs) return before;
    let asked = live.get(key);
    if (!asked) {
      asked = findSite(context.db, key)
        .then((site) =>
          site
            ? {
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
    const found = await asked;
    // Unknown hosts are not kept: a stranger could otherwise fill the memory with names.
    if (found) known.set(key, found);
    return found;
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
    const [row] = await context.db
      .select({
        type: releaseFiles.type,
        blob: releaseFiles.blob,
        packed: releaseFiles.packed,
        styles: releaseFiles.styles,
        frames: releaseFiles.frames,
        code: releaseFiles.code,
        runs: releaseFiles.runs,
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
    const stored = row && (await storedOf(row));
    if (!row || !stored) return null;
    if (row.type === redirectType) return { ...fileOf(row, stored, 301, false), leadsTo: stored.identity.toString() };
    return fileOf(row, stored, path === "/404" ? 404 : 200, asset);
  }

  async function find(site: Live, path: string): Promise<File | null> {
    const key = path.startsWith("/_a/") ? `${site.siteId}${path}` : `${site.releaseId}.${site.renewed}${path}`;
    const cached = files.get(key);
    if (cached) return cached;
    const loaded = await load(site, path);
    if (loaded) files.set(key, loaded);
    return loaded;
  }

  /** A film, from where its player wants it. */
  function sendPart(request: IncomingMessage, response: ServerResponse, file: File) {
    const { body: whole, unchanged } = file.answers.identity;
    const { status, headers: range, body } = partial(whole, request.headers.range);
    response.writeHead(status, [...unchanged, "Content-Type", file.type, ...Object.entries(range).flat()]);
    response.end(request.method === "HEAD" ? undefined : body);
  }

  function send(request: IncomingMessage, response: ServerResponse, file: File) {
    if (isFilm(file) && !request.headers["if-none-match"]) return sendPart(request, response, file);
    const answer = file.answers[encodingFor(request.headers["accept-encoding"] as string | undefined)];
    if (answer.status === 200 && matches(request.headers["if-none-match"], answer.etag)) {
      response.writeHead(304, answer.unchanged as string[]);
      response.end();
      return;
    }
    response.writeHead(answer.status, answer.headers as string[]);
    response.end(request.method === "HEAD" ? undefined : answer.body);
  }

  function plain(response: ServerResponse, status: number, words: string, extra: readonly string[] = []) {
    response.writeHead(status, [
      ...headers,
      "Content-Type",
      "text/plain; charset=utf-8",
      "Cache-Control",
      "no-store",
      ...extra,
    ]);
    response.end(words);
  }

  /** Answers a request on a site's host. */
  return async function serveSite(request: IncomingMessage, response: ServerResponse, key: string): Promise<void> {
    if (request.method !== "GET" && request.method !== "HEAD")
      return plain(response, 405, "Only GET and HEAD.\n", ["Allow", "GET, HEAD"]);
    const path = readPath(request.url ?? "/");
    if (path === null) return plain(response, 400, "This is not an address of a page.\n");
    const site = await pointer(key);
    if (!site) {
      const now = await keyAfter(context.db, key);
      if (now === undefined) return plain(response, 404, "There is no site at this address.\n");
      response.writeHead(301, [...headers, "Location", siteOrigin(context.settings, now) + encodeURI(path)]);
      response.end();
      return;
    }
    if (site.releaseId === null) return plain(response, 404, "This site has not been published yet.\n");
    if (path.length > 1 && path.endsWith("/")) {
      response.writeHead(308, [...headers, "Location", encodeURI(withoutSlashes(path)) || "/"]);
      response.end();
      return;
    }
    const file: File | null = (path === "/404" ? null : await find(site, path)) ?? (await find(site, "/404"));
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
    else plain(response, 404, "There is no such page.\n");
  };
}
