// What one call of a visitor's page, mail or calendar is; the edge (visitors.ts) judges what any call can have wrong.
import type { Context } from "../context";
import { siteHeaders } from "../process/headers";
import type { Json } from "./described";

/** One call, once its address, size and form are known to be fine. */
export interface VisitorCall {
  readonly context: Context;
  readonly siteKey: string;
  /** Network address of the caller. */
  readonly address: string;
  /** The language answers are written in. */
  readonly language: string;
  readonly params: Readonly<Record<string, string>>;
  readonly query: Readonly<Record<string, string>>;
  /** A JSON object, the text of a signed body, a `FormBody`, or null. */
  readonly body: unknown;
  header(name: string): string | null;
}

/** Origins of other sites whose pages may call a site. */
export type AllowedOrigins = (context: Context, siteKey: string) => Promise<readonly string[]>;

export interface Endpoint {
  readonly method: "GET" | "POST";
  /** Below /_w/v1, with parameters in braces, as in openapi.json. */
  readonly path: string;
  /** The call as an OpenAPI operation: openapi.json is made of these. */
  readonly says: Json;
  /** What its body is read as; without one, no body is read. */
  readonly body?: "json" | "signed" | "form";
  /**
   * Whose pages may call: only the site's own, also those of other sites that this names, or any, whom the call itself judges: a
   * page that is refused can read why.
   */
  readonly fromPages: "own" | "any" | AllowedOrigins;
  /** Headers it reads besides those of every call. */
  readonly headers?: readonly string[];
  /** Its work depends on what is asked; the caller's limit pays for it. */
  readonly costly?: boolean;
  run(call: VisitorCall): Promise<Response>;
}

/** A form as a browser sends it, or as JSON without files. */
export interface FormBody {
  /** A name that comes several times has a list. */
  readonly fields: Readonly<Record<string, unknown>>;
  readonly files: Readonly<Record<string, { readonly name: string; readonly bytes: Uint8Array }>>;
}

/** The fields of a form, name by name, as they came; null for what is no form, or has files that nobody can send again unseen. */
export function fieldsOf(body: unknown): [string, string][] | null {
  const { fields, files } = (body ?? {}) as Partial<FormBody>;
  if (typeof fields !== "object" || typeof files !== "object" || Object.keys(files).length) return null;
  return Object.entries(fields).flatMap(([name, value]) =>
    (Array.isArray(value) ? value : [value]).map((one): [string, string] => [name, String(one)]),
  );
}

export const fresh = (value: unknown, status = 200): Response =>
  Response.json(value, { status, headers: { "cache-control": "no-store" } });

/** A body with its ETag; 304 where the caller has it already. It is always asked for again, so never stale. */
export function tagged(call: VisitorCall, body: string, etag: string, type: string): Response {
  const headers = { etag, "cache-control": "private, no-cache" };
  const known = call.header("if-none-match");
  if (known?.split(",", 50).some((one) => one.trim().replace(/^W\//, "") === etag))
    return new Response(null, { status: 304, headers });
  return new Response(body, { headers: { ...headers, "content-type": type } });
}

/** A page behind a letter's link; `frames` are the origins that may stand in it. */
export const page = (
  call: VisitorCall,
  {
    status,
    html,
    frames = [],
    headers = {},
  }: {
    readonly status: number;
    readonly html: string;
    readonly frames?: readonly string[];
    readonly headers?: Readonly<Record<string, string>>;
  },
): Response =>
  new Response(html, {
    status,
    headers: {
      ...siteHeaders(call.context.settings, "'none'", { frames }),
      "content-type": "text/html; charset=utf-8",
      "cache-control": "no-store",
      // The token in the address goes to nobody else; without any referrer the form's own POST had no origin.
      "Referrer-Policy": "same-origin",
      ...headers,
    },
  });

export const param = (call: VisitorCall, name: string): string => call.params[name] ?? "";
