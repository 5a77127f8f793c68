// Security headers of the two kinds of hosts.
import { createHash } from "node:crypto";
import { codePolicy } from "@/core/code/document";
import type { RunningCode } from "@/core/render/drawing";
import { hostOrigin } from "../context";
import type { Settings } from "../settings";

/** What no page asks of the visitor's device by itself; frames may where a page's own row says so. */
const devices = ["camera", "microphone", "geolocation"] as const;

/** The Permissions-Policy for frames such as "https://host.example camera". */
function permissions(frames: readonly string[]): string {
  const lists = devices.map((device) => {
    const origins = frames.flatMap((frame) => {
      const [origin = "", ...asked] = frame.split(" ");
      return asked.includes(device) ? [`"${origin}"`] : [];
    });
    return `${device}=(${origins.length ? ["self", ...origins].join(" ") : ""})`;
  });
  return [...lists, "payment=()"].join(", ");
}

const common = (settings: Settings): Record<string, string> => ({
  "X-Content-Type-Options": "nosniff",
  "Referrer-Policy": "strict-origin-when-cross-origin",
  "Permissions-Policy": permissions([]),
  "Cross-Origin-Opener-Policy": "same-origin",
  ...(settings.https ? { "Strict-Transport-Security": "max-age=31536000; includeSubDomains" } : {}),
});

const policy = (directives: Readonly<Record<string, string>>) =>
  Object.entries(directives)
    .map(([name, value]) => `${name} ${value}`)
    .join("; ");

/** Headers of answers that are no pages: nothing in them may run, load or be framed. */
export const bareHeaders = (settings: Settings): Record<string, string> => ({
  ...common(settings),
  "Content-Security-Policy": "default-src 'none'; frame-ancestors 'none'",
});

/** What a drawing (SVG) may do where somebody opens it by itself: be drawn. It runs nothing and fetches nothing. */
export const drawingPolicy: string = policy({
  "default-src": "'none'",
  "style-src": "'unsafe-inline'",
  "img-src": "data:",
  "frame-ancestors": "'none'",
  sandbox: "",
}).trim();

/** Whether the studio is asked for a drawing of a site: strangers' words, however clean, get no more than they need. */
export const isDrawing = (path: string): boolean => /^\/api\/sites\/[^/]+\/media\/[^/]+\.svg$/i.test(path);

/** Headers of drawings, on sites' hosts and in the studio. */
export const drawingHeaders = (settings: Settings): Record<string, string> => ({
  ...common(settings),
  "Content-Security-Policy": drawingPolicy,
});

/** Headers of custom code in its frame: it runs in an origin of its own, and reaches what is listed. */
export const codeHeaders = (
  settings: Settings,
  framedBy: string,
  origins: readonly string[],
): Record<string, string> => ({
  ...common(settings),
  "Content-Security-Policy": codePolicy(origins, framedBy),
});

/** Code that runs on a page as its policy names it: origins, and the hashes of scripts inside. */
export const runSources = (runs: readonly RunningCode[]): readonly string[] => [
  ...new Set(
    runs.flatMap(({ origins, script }) => [
      ...origins,
      ...(script.trim() ? [`'sha256-${createHash("sha256").update(script).digest("base64")}'`] : []),
    ]),
  ),
];

/** What one page's policy allows besides what all do. */
export interface Allowed {
  /** SHA-256 of the style sheet inside. */
  readonly styles?: string;
  /** Origins outside the site that its frames may show, each with what of the device it may ask for behind it. */
  readonly frames?: readonly string[];
  /** What runs on it besides its own scripts: origins, and hashes of scripts inside. */
  readonly runs?: readonly string[];
}

/** Headers of released pages; `framedBy` is who may show them in a frame. */
export function siteHeaders(
  settings: Settings,
  framedBy: string,
  { styles = "", frames = [], runs = [] }: Allowed = {},
): Record<string, string> {
  const origins = [...new Set(frames.map((frame) => frame.split(" ", 1)[0] as string))];
  const reached = runs.filter((source) => !source.startsWith("'"));
  const also = (own: string, more: readonly string[]) => [own, ...more].join(" ");
  return {
    ...common(settings),
    "Permissions-Policy": permissions(frames),
    "Content-Security-Policy": policy({
      "default-src": "'none'",
      "script-src": also("'self'", runs),
      "style-src": also(styles ? `'self' 'sha256-${styles}'` : "'self'", reached),
      "img-src": also("'self' data:", reached),
      "font-src": also("'self'", reached),
      "media-src": also("'self'", reached),
      "connect-src": also("'self'", reached),
      // Its own frames hold custom code alone.
      "frame-src": also("'self'", [...new Set([...origins, ...reached])]),
      "form-action": "'self'",
      "base-uri": "'none'",
      "frame-ancestors": framedBy,
    }),
  };
}

/** Headers of the studio. Scripts only by the request's nonce; frames only of rehearsal hosts and its own stage. */
export function studioHeaders(settings: Settings, nonce: string, dev: boolean): Record<string, string> {
  // Sites as they are rehearsed; and stand-ins, where there are any, which clips are tried at.
  const below = [...new Set([settings.sitesHost, ...(settings.standIns ? [settings.publicHost] : [])])];
  const frames = below.map((host) => hostOrigin(settings, `*.${host}`)).join(" ");
  return {
    ...common(settings),
    "X-Frame-Options": "DENY",
    "Content-Security-Policy": policy({
      "default-src": "'self'",
      "script-src": `'self' 'nonce-${nonce}' 'strict-dynamic'${dev ? " 'unsafe-eval'" : ""}`,
      // Emotion writes its rules into style elements at run time; styles run no code.
      "style-src": "'self' 'unsafe-inline'",
      "img-src": "'self' data: blob:",
      "font-src": "'self'",
      "connect-src": `'self'${dev ? " ws:" : ""}`,
      "frame-src": `'self' ${frames}`,
      "object-src": "'none'",
      "form-action": "'self'",
      "base-uri": "'none'",
      "frame-ancestors": "'none'",
    }),
  };
}

/** By these the framework's own browser code talks to it: of a visitor's call none means anything. */
const frameworks = /^(?:rsc$|next-|x-nextjs-|x-next-|x-middleware-|x-invoke-|x-matched-path$|x-action-|x-prerender-)/;

/** Drops what a caller says to the framework behind a route, and not to the route. */
export function dropFrameworks(headers: Record<string, unknown>): void {
  for (const name of Object.keys(headers)) if (frameworks.test(name)) delete headers[name];
}
