// Answers of files of releases: by encoding, by what a browser has already, in parts of a film.
import type { IncomingMessage, ServerResponse } from "node:http";
import { promisify } from "node:util";
import { brotliCompress, constants, gzip } from "node:zlib";
import { isFilm } from "@/core/media/documents";
import { longestHeader } from "../edge/request";
import { partial } from "./range";

export interface Answer {
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

export type Encoding = "br" | "gzip" | "identity";

/** A file of a release with its answers per encoding. */
export interface File {
  readonly size: number;
  readonly type: string;
  readonly answers: Readonly<Record<Encoding, Answer>>;
  /** Set on an old address: the path of the page now. */
  readonly leadsTo?: string;
  /** It has holes, which are filled for each that asks. */
  readonly live?: true;
}

/** That an answer is of what was known before (RFC 9211, section 2.7): the database is away. */
export const stale = ["Cache-Status", "webitor; hit; detail=database-away"] as const;

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
export function matches(ifNoneMatch: string | undefined, etag: string): boolean {
  if (!ifNoneMatch) return false;
  return ifNoneMatch === "*" || ifNoneMatch.split(",", 50).some((tag) => tag.trim().replace(/^W\//, "") === etag);
}

const compressed = promisify(brotliCompress);
const gzipped = promisify(gzip);

/** How a page that is made for one request is packed: quickly. */
export const packLive: Readonly<Record<Encoding, (bytes: Buffer) => Promise<Buffer>>> = {
  br: (bytes) => compressed(bytes, { params: { [constants.BROTLI_PARAM_QUALITY]: 4 } }),
  gzip: (bytes) => gzipped(bytes, { level: 5 }),
  identity: async (bytes) => bytes,
};

/** Headers without those that tell how a released file is kept: name and value by turns. */
export function withoutCaching(headers: readonly string[]): readonly string[] {
  const left: string[] = [];
  for (let at = 0; at < headers.length; at += 2)
    if (!/^(etag|cache-control|vary)$/i.test(headers[at] as string))
      left.push(headers[at] as string, headers[at + 1] as string);
  return left;
}

/** A film, from where its player wants it. */
function sendPart(request: IncomingMessage, response: ServerResponse, file: File) {
  const { body: whole, unchanged } = file.answers.identity;
  const { status, headers: range, body } = partial(whole, request.headers.range);
  response.writeHead(status, [...unchanged, "Content-Type", file.type, ...Object.entries(range).flat()]);
  response.end(request.method === "HEAD" ? undefined : body);
}

export function send(request: IncomingMessage, response: ServerResponse, file: File, more: readonly string[] = []) {
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
export function sendBare(request: IncomingMessage, response: ServerResponse, file: File, html: string) {
  const { status, unchanged } = file.answers.identity;
  const body = Buffer.from(html);
  response.writeHead(status, [
    ...[...withoutCaching(unchanged), ...stale, "Cache-Control", "no-store"],
    ...["Content-Type", file.type, "Content-Length", String(body.length)],
  ]);
  response.end(request.method === "HEAD" ? undefined : body);
}
