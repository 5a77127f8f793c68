// Fetching a calendar from an address that somebody typed: only from public networks, never more than agreed, and with
// the address that was checked being the one that is called.
import { lookup } from "node:dns";
import { request as httpRequest, type IncomingMessage, type RequestOptions } from "node:http";
import { request as httpsRequest } from "node:https";
import { isIP } from "node:net";
import ipaddr from "ipaddr.js";
import { calendarLimits } from "@/core/calendar/read";
import { done, type Outcome, type Reason, refused } from "@/core/visitor/decision";

/** Whether a host may lie in a private network. */
export type MayBePrivate = (host: string) => boolean;

export interface Fetched {
  /** Null when the server said that nothing has changed. */
  readonly file: Buffer | null;
  readonly etag: string | null;
  readonly lastModified: string | null;
}

const mostRedirects = 3;
const mostSeconds = 20;

/** Whether an address is on the public network; mapped and tunnelled forms are looked into. */
export function isPublicAddress(address: string): boolean {
  try {
    return ipaddr.process(address).range() === "unicast";
  } catch {
    return false;
  }
}

class Stopped extends Error {
  constructor(readonly reason: Reason) {
    super(reason.code);
  }
}

const stop = (code: string, values: Record<string, string | number> = {}) => new Stopped({ code, ...values });

/** A lookup that only answers public addresses: the name can't be pointed elsewhere between check and call. */
const guarded =
  (mayBePrivate: MayBePrivate): RequestOptions["lookup"] =>
  (host, options, callback) => {
    lookup(host, { ...options, all: true }, (error, addresses) => {
      if (error) return callback(stop("calendar.notFound", { host }), []);
      const found = addresses as unknown as { address: string; family: number }[];
      if (!mayBePrivate(host) && !found.every(({ address }) => isPublicAddress(address)))
        return callback(stop("calendar.private", { host }), []);
      const [first] = found;
      if (options.all) callback(null, found);
      else callback(null, first?.address ?? "", first?.family);
    });
  };

function checkedAddress(address: string, mayBePrivate: MayBePrivate): URL {
  let url: URL;
  try {
    url = new URL(address);
  } catch {
    throw stop("calendar.address");
  }
  if (!/^https?:$/.test(url.protocol) || url.username || url.password) throw stop("calendar.address");
  const host = url.hostname.replace(/^\[|\]$/g, "");
  if (!mayBePrivate(host) && isIP(host) && !isPublicAddress(host)) throw stop("calendar.private", { host });
  if (!mayBePrivate(host) && url.port && !["80", "443"].includes(url.port))
    throw stop("calendar.private", { host: url.host });
  return url;
}

function get(url: URL, headers: Record<string, string>, mayBePrivate: MayBePrivate, signal: AbortSignal) {
  return new Promise<IncomingMessage>((resolve, reject) => {
    const send = url.protocol === "https:" ? httpsRequest : httpRequest;
    const sent = send(url, { headers, lookup: guarded(mayBePrivate), signal, agent: false }, resolve);
    sent.on("error", reject);
    sent.end();
  });
}

async function readFile(response: IncomingMessage): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of response as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > calendarLimits.bytes) {
      response.destroy();
      throw stop("calendar.tooLarge", { mostMiB: calendarLimits.bytes >> 20 });
    }
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

/** Fetches a calendar; `known` are the validators of the last good one. Every step of a redirect is checked anew. */
export async function fetchCalendar(
  mayBePrivate: MayBePrivate,
  address: string,
  known: { readonly etag: string | null; readonly lastModified: string | null },
): Promise<Outcome<Fetched>> {
  const signal = AbortSignal.timeout(mostSeconds * 1000);
  let host = address;
  try {
    let url = checkedAddress(address.replace(/^webcal:/i, "https:"), mayBePrivate);
    for (let redirects = 0; ; redirects++) {
      host = url.host;
      const response = await get(
        url,
        {
          accept: "text/calendar",
          "user-agent": "Webitor",
          ...(known.etag ? { "if-none-match": known.etag } : {}),
          ...(known.lastModified ? { "if-modified-since": known.lastModified } : {}),
        },
        mayBePrivate,
        signal,
      );
      const status = response.statusCode ?? 0;
      const { location } = response.headers;
      if ([301, 302, 303, 307, 308].includes(status) && location) {
        response.destroy();
        if (redirects >= mostRedirects) throw stop("calendar.redirects", { host });
        url = checkedAddress(new URL(location, url).href, mayBePrivate);
        continue;
      }
      if (status === 304) {
        response.destroy();
        return done({ file: null, ...known });
      }
      if (status !== 200) {
        response.destroy();
        throw stop("calendar.status", { host, status });
      }
      return done({
        file: await readFile(response),
        etag: response.headers.etag?.slice(0, 300) ?? null,
        lastModified: response.headers["last-modified"]?.slice(0, 100) ?? null,
      });
    }
  } catch (error) {
    const cause = (error as { cause?: unknown }).cause;
    const stopped = error instanceof Stopped ? error : cause instanceof Stopped ? cause : null;
    if (stopped) {
      const { code, ...values } = stopped.reason;
      return refused(code, values);
    }
    if (signal.aborted) return refused("calendar.timeout", { host, seconds: mostSeconds });
    return refused("calendar.unreachable", { host, message: (error as NodeJS.ErrnoException).code ?? "no answer" });
  }
}
