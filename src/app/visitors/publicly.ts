// What the public API's routes share: the site of the call, other sites that may call, limits, and headers.
import { readBody, readJson } from "@/app/respond";
import {
  allowedOrigins,
  largestBookingBody,
  type PublicCall,
  publicCall,
  publicSite,
  takeReading,
} from "@/server/booking/public";
import { requestKey } from "@/server/booking/requests";
import { setUpAt } from "@/server/booking/set-up";
import { type Context, theContext } from "@/server/context";
import { Problem, problemResponse } from "@/server/problem";

export interface Visit {
  readonly context: Context;
  readonly request: Request;
  readonly siteKey: string;
  readonly address: string;
  /** The language answers are written in. */
  readonly language: string;
  readonly query: Record<string, string>;
}

const always = {
  "x-content-type-options": "nosniff",
  // Tokens stand in addresses.
  "referrer-policy": "no-referrer",
  "cross-origin-resource-policy": "cross-origin",
};

/** Whether a page of `origin` may call this site: one of its own, or one that a place allows. */
async function mayCall(context: Context, request: Request, siteKey: string, origin: string): Promise<boolean> {
  if (URL.canParse(origin) && new URL(origin).host === request.headers.get("host")) return true;
  const { site, versions } = await publicSite(context, siteKey);
  // Nothing was ever set up here, so nobody was allowed anything.
  if (!versions.setUp) return false;
  return allowedOrigins(await setUpAt(context.db, site.id, versions.setUp)).includes(origin);
}

async function corsHeaders(context: Context, request: Request, siteKey: string): Promise<Record<string, string>> {
  const origin = request.headers.get("origin");
  if (!origin) return { vary: "Origin" };
  if (await mayCall(context, request, siteKey, origin))
    return {
      vary: "Origin",
      "access-control-allow-origin": origin,
      "access-control-expose-headers": "ETag, RateLimit, RateLimit-Policy, Retry-After",
    };
  if (request.method === "GET" || request.method === "OPTIONS") return { vary: "Origin" };
  throw new Problem(403, "otherOrigin", "Pages of this site may not book here.");
}

/** Answers a visitor's call; what is thrown becomes problem+json, with the same headers. */
export async function publicly(request: Request, handler: (visit: Visit) => Promise<Response>): Promise<Response> {
  const context = theContext();
  const siteKey = request.headers.get("x-webitor-site") ?? "";
  const address = request.headers.get("x-webitor-address") ?? "unknown";
  let headers: Record<string, string> = { ...always, vary: "Origin" };
  try {
    headers = { ...headers, ...(await corsHeaders(context, request, siteKey)) };
    if (request.method === "GET") headers = { ...headers, ...(await takeReading(`${siteKey} ${address}`)) };
    const { searchParams } = new URL(request.url);
    const response = await handler({
      context,
      request,
      siteKey,
      address,
      language: (request.headers.get("accept-language") ?? "en").split(/[,;]/)[0]?.trim() || "en",
      query: Object.fromEntries(searchParams),
    });
    for (const [name, value] of Object.entries(headers))
      if (!response.headers.has(name)) response.headers.set(name, value);
    return response;
  } catch (error) {
    if (!(error instanceof Problem))
      context.log.error({ err: error, path: new URL(request.url).pathname }, "call failed");
    const problem = problemResponse(error);
    return new Response(problem.body, { status: problem.status, headers: { ...headers, ...problem.headers } });
  }
}

export type CalendarParams = { params: Promise<{ widget: string }> };
export type TokenParams = { params: Promise<{ widget: string; token: string }> };

/** A call on one calendar of a site. */
export const onCalendar = (
  request: Request,
  { params }: CalendarParams,
  handler: (call: PublicCall, visit: Visit) => Promise<Response>,
) =>
  publicly(request, async (visit) => {
    const { widget } = await params;
    return handler(await publicCall(visit.context, visit.siteKey, widget, visit.language), visit);
  });

export const fresh = (value: unknown, status = 200): Response =>
  Response.json(value, { status, headers: { "cache-control": "no-store" } });

/** The body and the key of a call that changes something. */
export const deedOf = async (request: Request) => ({
  key: requestKey(request.headers.get("idempotency-key")),
  body: await readJson(request, largestBookingBody),
});

export const textOf = async (request: Request): Promise<string> =>
  new TextDecoder().decode(await readBody(request, largestBookingBody));

/** The answer before a call from another site's page: which calls it may make, if it may. */
export const preflight = (request: Request): Promise<Response> =>
  publicly(request, async () => {
    return new Response(null, {
      status: 204,
      headers: {
        "access-control-allow-methods": "GET, POST",
        "access-control-allow-headers": "Content-Type, Idempotency-Key, If-None-Match",
        "access-control-max-age": "600",
      },
    });
  });

/** A body with its ETag; 304 where the caller has it already. It is always asked for again, so never stale. */
export function tagged(request: Request, body: string, etag: string, type: string): Response {
  const headers = { etag, "cache-control": "private, no-cache" };
  const known = request.headers.get("if-none-match");
  if (known?.split(",").some((one) => one.trim().replace(/^W\//, "") === etag))
    return new Response(null, { status: 304, headers });
  return new Response(body, { headers: { ...headers, "content-type": type } });
}
