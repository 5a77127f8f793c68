// Fetching from an address that somebody typed: only from public networks, never more than agreed, and with the address
// that was checked being the one that is called.
import { lookup } from "node:dns";
import { request as httpRequest, type IncomingHttpHeaders, type IncomingMessage, type RequestOptions } from "node:http";
import { request as httpsRequest } from "node:https";
import { isIP } from "node:net";
import ipaddr from "ipaddr.js";
import { done, type Outcome, type Reason, refused } from "@/core/visitor/decision";
import { type HostCalls, NotCalled, OwnRefusal, ownRefusalIn } from "./hosts";

/** Which hosts may lie in a private network, which are this installation's own, and whose turn it is to be called. */
export interface Reach {
  readonly calls: HostCalls;
  mayBePrivate(host: string): boolean;
  /** Whether the process itself answers at an address: a stand-in for an outside host. */
  isStandIn?(url: URL): boolean;
}

/** The validators of the last good answer. */
export interface Validators {
  readonly etag: string | null;
  readonly lastModified: string | null;
}

export interface Fetched extends Validators {
  /** Null when the server said that nothing has changed. */
  readonly file: Buffer | null;
  /** Where it was found in the end. */
  readonly address: string;
  readonly type: string;
  readonly headers: IncomingHttpHeaders;
}

export interface Wanted {
  /** What the codes of reasons begin with: "calendar". */
  readonly about: string;
  readonly accept: string;
  readonly mostBytes: number;
  readonly seconds?: number;
  readonly known?: Validators;
  /** Whether the body is read at all; the answer's head is enough where not. */
  readonly headOnly?: boolean;
}

const mostRedirects = 3;
const usualSeconds = 20;

/** What the public network of IPv6 has given out so far (IANA, "IPv6 Global Unicast Address Assignments"). */
const publicIPv6 = ipaddr.parseCIDR("2000::/3");

/** Whether an IPv6 address carries an IPv4 one as its interface (RFC 5214, 6.1): who reads it there calls that one. */
const isTunnelled = ({ parts }: ipaddr.IPv6): boolean => parts[5] === 0x5efe && (parts[4] === 0 || parts[4] === 0x200);

/**
 * Whether an address is on the public network. An IPv4 address written as an IPv6 one is looked into where it is mapped (RFC 4291,
 * 2.5.5.2); every other form of it (compatible, translated, 6to4, Teredo, ISATAP) is none.
 */
export function isPublicAddress(address: string): boolean {
  try {
    const read = ipaddr.process(address);
    if (read.range() !== "unicast") return false;
    return read instanceof ipaddr.IPv4 || (read.match(publicIPv6) && !isTunnelled(read));
  } catch {
    return false;
  }
}

class Stopped extends OwnRefusal {
  constructor(readonly reason: Reason) {
    super(reason.code);
  }
}

/** A reason by its code, which is put behind what it is about. */
const stop = (code: string, values: Record<string, string | number> = {}) => new Stopped({ code, ...values });

const loopback = { address: "127.0.0.1", family: 4 };

/** A lookup that only answers public addresses: the name can't be pointed elsewhere between check and call. */
const guarded =
  ({ mayBePrivate }: Reach, own: boolean): RequestOptions["lookup"] =>
  (host, options, callback) => {
    // A stand-in is this process: names below localhost are known to browsers, not to every resolver.
    if (own) return options.all ? callback(null, [loopback]) : callback(null, loopback.address, loopback.family);
    lookup(host, { ...options, all: true }, (error, addresses) => {
      if (error) return callback(stop("notFound", { host }), []);
      const found = addresses as unknown as { address: string; family: number }[];
      if (!mayBePrivate(host) && !found.every(({ address }) => isPublicAddress(address)))
        return callback(stop("private", { host }), []);
      const [first] = found;
      if (options.all) callback(null, found);
      else callback(null, first?.address ?? "", first?.family);
    });
  };

function checkedAddress(address: string, { mayBePrivate, isStandIn }: Reach): URL {
  let url: URL;
  try {
    url = new URL(address);
  } catch {
    throw stop("address");
  }
  if (!/^https?:$/.test(url.protocol) || url.username || url.password) throw stop("address");
  if (isStandIn?.(url)) return url;
  const host = url.hostname.replace(/^\[|\]$/g, "");
  if (!mayBePrivate(host) && isIP(host) && !isPublicAddress(host)) throw stop("private", { host });
  if (!mayBePrivate(host) && url.port && !["80", "443"].includes(url.port)) throw stop("private", { host: url.host });
  return url;
}

/** What is asked of an address. */
interface Asked {
  readonly method: string;
  readonly headers: Readonly<Record<string, string>>;
  /** Null for none. */
  readonly body: string | null;
}

/**
 * The one place from which hosts are called that somebody named: in its host's turn, at an address that was looked at. An answer keeps
 * its turn until it is read, broken off or out of time.
 */
function called(url: URL, { method, headers, body }: Asked, reach: Reach, signal: AbortSignal) {
  const own = reach.isStandIn?.(url) ?? false;
  const send = url.protocol === "https:" ? httpsRequest : httpRequest;
  const length = body === null ? {} : { "content-length": String(Buffer.byteLength(body)) };
  return reach.calls.at<IncomingMessage>(
    url.host,
    (arrived) =>
      new Promise<void>((resolve, reject) => {
        if (signal.aborted) throw stop("busy", { host: url.host });
        const request = send(
          url,
          {
            method,
            headers: { "user-agent": "Webitor", ...headers, ...length },
            lookup: guarded(reach, own),
            signal,
            agent: false,
          },
          (response) => {
            response.once("close", () => (signal.aborted ? reject(signal.reason) : resolve()));
            arrived(response);
          },
        );
        request.on("error", reject);
        request.end(body ?? undefined);
      }),
  );
}

async function readFile(response: IncomingMessage, mostBytes: number): Promise<Buffer> {
  const chunks: Buffer[] = [];
  let size = 0;
  for await (const chunk of response as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > mostBytes) {
      response.destroy();
      throw stop("tooLarge", { mostMiB: Math.max(1, mostBytes >> 20) });
    }
    chunks.push(chunk);
  }
  return Buffer.concat(chunks);
}

/**
 * Fetches what stands at an address. Every step of a redirect is checked anew. Refused with `<about>.address`, `.private`,
 * `.notFound`, `.unreachable`, `.status` (with `retryAfter` in seconds where the server says), `.redirects`, `.tooLarge`,
 * `.timeout`, `.resting` (it did not answer the last times) or `.busy` (too many calls to it wait).
 */
export async function fetchOutside(reach: Reach, address: string, wanted: Wanted): Promise<Outcome<Fetched>> {
  const { about, known, seconds = usualSeconds } = wanted;
  const signal = AbortSignal.timeout(seconds * 1000);
  let host = address;
  try {
    let url = checkedAddress(address, reach);
    for (let redirects = 0; ; redirects++) {
      host = url.host;
      const headers = {
        accept: wanted.accept,
        ...(known?.etag ? { "if-none-match": known.etag } : {}),
        ...(known?.lastModified ? { "if-modified-since": known.lastModified } : {}),
      };
      const response = await called(url, { method: "GET", headers, body: null }, reach, signal);
      const status = response.statusCode ?? 0;
      const { location } = response.headers;
      if ([301, 302, 303, 307, 308].includes(status) && location) {
        response.destroy();
        if (redirects >= mostRedirects) throw stop("redirects", { host });
        url = checkedAddress(nextAddress(location, url), reach);
        continue;
      }
      const found = {
        address: url.href,
        type: response.headers["content-type"]?.slice(0, 200) ?? "",
        headers: response.headers,
      };
      if (status === 304) {
        response.destroy();
        return done({ file: null, etag: known?.etag ?? null, lastModified: known?.lastModified ?? null, ...found });
      }
      if (status !== 200) {
        response.destroy();
        const retryAfter = Number(response.headers["retry-after"]);
        throw stop("status", { host, status, ...(retryAfter > 0 ? { retryAfter: Math.min(retryAfter, 86_400) } : {}) });
      }
      if (wanted.headOnly) response.destroy();
      return done({
        file: wanted.headOnly ? Buffer.alloc(0) : await readFile(response, wanted.mostBytes),
        etag: response.headers.etag?.slice(0, 300) ?? null,
        lastModified: response.headers["last-modified"]?.slice(0, 100) ?? null,
        ...found,
      });
    }
  } catch (error) {
    return { ok: false, reason: reasonOf(error, about, signal, { host, seconds }) };
  }
}

/** What is sent to an address outside, and how much of an answer is read. */
export interface Sent {
  /** What the codes of reasons begin with. */
  readonly about: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string;
  readonly mostBytes: number;
  readonly seconds: number;
}

/** An answer that is read while it comes. */
export interface Streamed {
  /** Its text, piece by piece; throws where it breaks off, is larger than agreed or takes too long. */
  readonly text: AsyncIterable<string>;
  /** What came behind it, once it was read. */
  trailer(name: string): string | null;
  /** Ends it in the middle. */
  end(): void;
}

/**
 * Sends something to an address that somebody typed, and reads the answer while it comes. Refused as `fetchOutside` refuses; it is
 * never led on to another address.
 */
export async function sendOutside(reach: Reach, address: string, sent: Sent): Promise<Outcome<Streamed>> {
  const { about, headers, body, mostBytes, seconds } = sent;
  const signal = AbortSignal.timeout(seconds * 1000);
  let host = address;
  try {
    const url = checkedAddress(address, reach);
    host = url.host;
    const response = await called(url, { method: "POST", headers, body }, reach, signal);
    const status = response.statusCode ?? 0;
    if (status !== 200) {
      response.destroy();
      return refused(`${about}.status`, { host, status });
    }
    return done({
      text: textOf(response, mostBytes),
      trailer: (name) => response.trailers[name]?.slice(0, 200) ?? null,
      end: () => response.destroy(),
    });
  } catch (error) {
    return { ok: false, reason: reasonOf(error, about, signal, { host, seconds }) };
  }
}

/** A whole answer, whatever its status. */
export interface Answered {
  readonly status: number;
  readonly text: string;
}

/**
 * Asks an address that somebody typed or another host named, and reads its answer whole, whatever its status. Refused as `fetchOutside`
 * refuses; it is never led on to another address.
 */
export async function askOutside(
  reach: Reach,
  address: string,
  asked: Omit<Sent, "body"> & { readonly method: string; readonly body: string | null },
): Promise<Outcome<Answered>> {
  const { about, mostBytes, seconds } = asked;
  const signal = AbortSignal.timeout(seconds * 1000);
  let host = address;
  try {
    const url = checkedAddress(address, reach);
    host = url.host;
    const response = await called(url, asked, reach, signal);
    return done({
      status: response.statusCode ?? 0,
      text: (await readFile(response, mostBytes)).toString("utf8"),
    });
  } catch (error) {
    return { ok: false, reason: reasonOf(error, about, signal, { host, seconds }) };
  }
}

async function* textOf(response: IncomingMessage, mostBytes: number): AsyncGenerator<string> {
  const decoder = new TextDecoder();
  let size = 0;
  for await (const chunk of response as AsyncIterable<Buffer>) {
    size += chunk.length;
    if (size > mostBytes) {
      response.destroy();
      throw stop("tooLarge", { mostMiB: Math.max(1, mostBytes >> 20) });
    }
    yield decoder.decode(chunk, { stream: true });
  }
  if (!response.complete) throw stop("unreachable", { message: "it broke off" });
  yield decoder.decode();
}

/** Why something outside could not be had. */
function reasonOf(error: unknown, about: string, signal: AbortSignal, at: { host: string; seconds: number }): Reason {
  if (error instanceof NotCalled)
    return { code: error.why === "busy" ? `${about}.busy` : `${about}.resting`, host: at.host };
  const stopped = ownRefusalIn(error);
  if (stopped instanceof Stopped) {
    const { code, ...values } = stopped.reason;
    return { code: `${about}.${code}`, ...values };
  }
  if (signal.aborted) return { code: `${about}.timeout`, ...at };
  return { code: `${about}.unreachable`, host: at.host, message: (error as NodeJS.ErrnoException).code ?? "no answer" };
}

function nextAddress(location: string, from: URL): string {
  const next = URL.parse(location, from);
  if (!next) throw stop("redirects", { host: from.host });
  return next.href;
}
