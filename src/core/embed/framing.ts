// Whether an answer lets a page be shown in frames of a site, by its headers.

export interface Framing {
  /** The header that refuses it, as it came; null where it may be framed. */
  readonly refusedBy: { readonly header: string; readonly value: string } | null;
}

type Headers = Readonly<Record<string, string | readonly string[] | undefined>>;

const first = (value: string | readonly string[] | undefined): string =>
  (typeof value === "string" ? value : (value?.join(", ") ?? "")).slice(0, 4000);

/** Whether a source of frame-ancestors names an origin (CSP 3, 6.7.2.7: scheme, host with a wildcard, port). */
function names(source: string, site: URL): boolean {
  if (source === "*") return true;
  if (/^[a-z][a-z0-9+.-]*:$/i.test(source)) return site.protocol === source.toLowerCase();
  const [, scheme, host = "", port] = /^(?:([a-z][a-z0-9+.-]*):\/\/)?(\*|[^/:]+)(?::(\*|\d+))?\/?$/i.exec(source) ?? [];
  if (!host) return false;
  if (scheme && `${scheme.toLowerCase()}:` !== site.protocol && !(scheme === "http" && site.protocol === "https:"))
    return false;
  if (port && port !== "*" && port !== (site.port || (site.protocol === "https:" ? "443" : "80"))) return false;
  const wanted = host.toLowerCase();
  return (
    wanted === "*" || (wanted.startsWith("*.") ? site.hostname.endsWith(wanted.slice(1)) : site.hostname === wanted)
  );
}

/** Whether a page whose answer had these headers may be framed by `site`; frame-ancestors stands before X-Frame-Options (CSP 3, 6.4.2). */
export function framingOf(headers: Headers, site: URL): Framing {
  const policy = first(headers["content-security-policy"]);
  for (const one of policy.split(",", 20))
    for (const directive of one.split(";", 60)) {
      const [name = "", ...sources] = directive.trim().split(/\s{1,20}/, 60);
      if (name.toLowerCase() !== "frame-ancestors") continue;
      if (sources.some((source) => names(source, site))) return { refusedBy: null };
      return { refusedBy: { header: "Content-Security-Policy", value: directive.trim().slice(0, 200) } };
    }
  const options = first(headers["x-frame-options"]).trim();
  return /^(?:deny|sameorigin)\b/i.test(options)
    ? { refusedBy: { header: "X-Frame-Options", value: options.slice(0, 100) } }
    : { refusedBy: null };
}

/** Names of the cookies that an answer sets. */
export const cookiesOf = (headers: Headers): readonly string[] => {
  const set = headers["set-cookie"];
  const lines = typeof set === "string" ? [set] : (set ?? []);
  return [...new Set(lines.slice(0, 50).flatMap((line) => /^\s{0,20}([^=;\s]{1,200})=/.exec(line)?.[1] ?? []))];
};
