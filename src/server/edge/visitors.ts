// The edge of visitors' calls (/_w/v1/…): finds the endpoint, judges what was sent, limits, and answers. What a stranger
// can send wrongly in any call is answered here, once, as problem+json; process/refuse has capped address and headers.
import { nanoid } from "nanoid";
import { formShape, shapeFault, textFault } from "@/core/input/shape";
import { preferredLanguage } from "@/core/locale/language";
import { spendReading, takeReading } from "../booking/public/reading";
import type { Context } from "../context";
import { Problem, problemResponse } from "../problem";
import { goesThere, problemPage } from "../problem-page";
import { siteHeaders } from "../process/headers";
import { type Endpoint, type FormBody, fieldsOf, type VisitorCall } from "./endpoint";
import { endpoints } from "./endpoints";
import { readMultipart } from "./multipart";
import { isOwnOrigin, jsonOf, largestForm, mediaType, readBody, textOf } from "./request";

interface Found {
  /** Every endpoint of the path, whatever its method. */
  readonly here: readonly Endpoint[];
  readonly params: Readonly<Record<string, string>>;
}

const segmentsOf = (path: string): readonly string[] => path.split("/").slice(1);

const patterns = endpoints.map((endpoint) => ({ endpoint, segments: segmentsOf(endpoint.path) }));

/** Identifiers and tokens in paths: what none of them can be is at no address. */
const parameter = /^[\w.~-]{1,200}$/;

function matchOf(wanted: readonly string[], given: readonly string[]): Record<string, string> | null {
  if (wanted.length !== given.length) return null;
  const params: Record<string, string> = {};
  for (const [at, segment] of wanted.entries()) {
    const value = given[at] as string;
    if (segment.startsWith("{")) {
      if (!parameter.test(value)) return null;
      params[segment.slice(1, -1)] = value;
    } else if (segment !== value) return null;
  }
  return params;
}

/** The endpoints at a path below /_w/v1, or null. */
function find(path: string): Found | null {
  const given = segmentsOf(path);
  let params: Record<string, string> = {};
  const here = patterns.flatMap(({ endpoint, segments }) => {
    const matched = matchOf(segments, given);
    if (matched) params = matched;
    return matched ? [endpoint] : [];
  });
  return here.length ? { here, params } : null;
}

/** Methods of a path in the order of an Allow header (RFC 9110, section 10.2.1). */
function allowed(here: readonly Endpoint[]): string {
  const methods = here.flatMap(({ method }) => (method === "GET" ? ["GET", "HEAD"] : [method]));
  return [...new Set([...methods, "OPTIONS"])].join(", ");
}

async function corsHeaders(
  context: Context,
  request: Request,
  siteKey: string,
  { fromPages }: Endpoint,
): Promise<Record<string, string>> {
  const origin = request.headers.get("origin");
  if (origin === null) return { vary: "Origin" };
  const own = isOwnOrigin(origin, request.headers.get("host"));
  if (own || fromPages === "any" || (fromPages !== "own" && (await fromPages(context, siteKey)).includes(origin)))
    return {
      vary: "Origin",
      "access-control-allow-origin": origin,
      "access-control-expose-headers": "ETag, RateLimit, RateLimit-Policy, Retry-After",
    };
  if (request.method !== "POST") return { vary: "Origin" };
  const message = "Pages of this site may not call here.";
  throw new Problem(403, "otherOrigin", message, [{ path: "Origin", message }]);
}

function queryOf(url: URL): Record<string, string> {
  const query: Record<string, string> = Object.fromEntries(url.searchParams);
  const fault = shapeFault(query, formShape);
  if (fault) throw new Problem(422, "invalid", fault.message, [fault]);
  return query;
}

/** A form's fields as browsers write them (URL Standard, section 5); a name that comes several times has a list. */
function wordsOf(text: string): FormBody {
  const fields: Record<string, unknown> = {};
  for (const [name, value] of new URLSearchParams(text)) {
    const before = Object.hasOwn(fields, name) ? fields[name] : undefined;
    const all = before === undefined ? value : [...(Array.isArray(before) ? before : [before]), value];
    Object.defineProperty(fields, name, { value: all, writable: true, enumerable: true, configurable: true });
  }
  const fault = shapeFault(fields, formShape);
  if (fault) throw new Problem(422, "invalid", fault.message, [{ ...fault, path: fault.path || "body" }]);
  return { fields, files: {} };
}

async function bodyOf(request: Request, endpoint: Endpoint): Promise<unknown> {
  if (endpoint.body === undefined) return null;
  if (endpoint.body === "form") {
    const type = mediaType(request.headers.get("content-type"));
    if (type === "multipart/form-data") return readMultipart(request);
    // What browsers send of a form without files: words alone, so many at once do no harm.
    if (type === "application/x-www-form-urlencoded") return wordsOf(textOf(await readBody(request, largestForm)));
    const fields = (await bodyOf(request, { ...endpoint, body: "json" })) as Record<string, unknown>;
    return { fields, files: {} } satisfies FormBody;
  }
  if (endpoint.body === "json" && mediaType(request.headers.get("content-type")) !== "application/json") {
    const message = "Only application/json is read here.";
    throw new Problem(415, "notJson", message, [{ path: "Content-Type", message }]);
  }
  const text = textOf(await readBody(request, largestForm));
  if (endpoint.body === "signed") return text;
  const value = jsonOf(text);
  const fault = shapeFault(value, formShape);
  if (fault) throw new Problem(422, "invalid", fault.message, [{ ...fault, path: fault.path || "body" }]);
  if (typeof value === "object" && value !== null && !Array.isArray(value)) return value;
  const message = "Here an object was expected.";
  throw new Problem(422, "invalid", message, [{ path: "body", message }]);
}

const preflight = (here: readonly Endpoint[]): Response =>
  new Response(null, {
    status: 204,
    headers: {
      allow: allowed(here),
      "access-control-allow-methods": "GET, POST",
      "access-control-allow-headers": "Content-Type, Idempotency-Key, If-None-Match",
      "access-control-max-age": "600",
    },
  });

/** Headers of every answer at this edge: those of the site, and that addresses with tokens in them are told to nobody. */
const common = (context: Context): Record<string, string> => ({
  ...Object.fromEntries(
    Object.entries(siteHeaders(context.settings, "'none'")).map(([name, value]) => [name.toLowerCase(), value]),
  ),
  "referrer-policy": "no-referrer",
  "cross-origin-resource-policy": "cross-origin",
  vary: "Origin",
});

export interface VisitorRequest {
  readonly siteKey: string;
  readonly address: string;
  /** Path below /_w/v1, with its leading slash, as it was sent. */
  readonly path: string;
}

async function perform(
  context: Context,
  request: Request,
  asked: VisitorRequest,
  headers: Record<string, string>,
  read: (body: unknown) => void,
): Promise<Response> {
  const url = new URL(request.url);
  const found = find(asked.path);
  if (!found) {
    const message = "There is no call at this address. See /_w/v1/openapi.json.";
    throw new Problem(404, "notFound", message, [{ path: "request", message }]);
  }
  const method = request.method === "HEAD" ? "GET" : request.method;
  const endpoint = found.here.find((one) => one.method === method);
  if (!endpoint && method !== "OPTIONS") {
    const message = `This call is made by ${allowed(found.here)}.`;
    throw new Problem(405, "method", message, [{ path: "request", message }], { allow: allowed(found.here) });
  }
  const measured = endpoint ?? (found.here[0] as Endpoint);
  Object.assign(headers, await corsHeaders(context, request, asked.siteKey, measured));
  if (!endpoint) return preflight(found.here);
  const who = `${asked.siteKey} ${asked.address}`;
  if (method === "GET") Object.assign(headers, await takeReading(who));
  const query = queryOf(url);
  for (const name of endpoint.headers ?? []) {
    const fault = textFault(request.headers.get(name) ?? "");
    if (fault) throw new Problem(400, "header", fault, [{ path: name, message: fault }]);
  }
  const body = await bodyOf(request, endpoint);
  read(body);
  const call: VisitorCall = {
    context,
    ...asked,
    language: preferredLanguage(request.headers.get("accept-language")),
    params: found.params,
    query,
    body,
    header: (name) => request.headers.get(name),
  };
  const began = performance.now();
  try {
    return await endpoint.run(call);
  } finally {
    if (endpoint.costly) spendReading(who, performance.now() - began);
  }
}

/** Answers one call of a visitor. Nothing is thrown. */
export async function answerVisitor(context: Context, request: Request, asked: VisitorRequest): Promise<Response> {
  const headers = common(context);
  let sent: unknown;
  try {
    const response = await perform(context, request, asked, headers, (body) => {
      sent = body;
    });
    for (const [name, value] of Object.entries(headers))
      if (!response.headers.has(name)) response.headers.set(name, value);
    return response;
  } catch (error) {
    const reference = error instanceof Problem ? "" : nanoid(10);
    if (reference)
      context.log.error({ err: error, reference, path: asked.path.slice(0, 200) }, "a visitor's call failed");
    const asks = { method: request.method, header: (name: string) => request.headers.get(name) };
    if (goesThere(asks)) {
      const shown = problemPage(error, asks, { reference, fields: fieldsOf(sent) });
      return new Response(request.method === "HEAD" ? null : shown.html, {
        status: shown.status,
        headers: { ...headers, ...shown.headers, vary: `${headers.vary}, ${shown.headers.vary}` },
      });
    }
    const problem = problemResponse(error, reference);
    return new Response(request.method === "HEAD" ? null : problem.body, {
      status: problem.status,
      headers: { ...headers, ...problem.headers },
    });
  }
}
