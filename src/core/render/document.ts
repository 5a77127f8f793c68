// Whole documents around rendered pages, and the small files every site has.
import type { Brand } from "@/core/brand/brand";
import { pagePath, type SiteFrame } from "@/core/site/site";
import { escapeHtml, scriptJson } from "./markup";
import { hiddenFields } from "./problem";

export interface DocumentParts {
  readonly language: string;
  readonly head: string;
  readonly html: string;
  /** The page's style sheet, or its address. */
  readonly css: { readonly text: string } | { readonly href: string };
  /** Address of the script of its header and menus. */
  readonly headScript?: string | undefined;
  /** What the page's widgets need: address of their script, and what they are told. */
  readonly widgets: { readonly script: string; readonly data: unknown } | null;
}

/** A complete HTML document. */
export function documentHtml(parts: DocumentParts): string {
  const head = parts.headScript ? `<script type="module" src="${parts.headScript}"></script>` : "";
  const widgets = parts.widgets
    ? `<script type="application/json" id="widgets">${scriptJson(parts.widgets.data)}</script><script type="module" src="${parts.widgets.script}"></script>`
    : "";
  // Our own rules hold no "<"; what a brand names (families, colours) is of a list or a form that has none.
  const css =
    "text" in parts.css ? `<style>${parts.css.text}</style>` : `<link rel="stylesheet" href="${parts.css.href}">`;
  return `<!DOCTYPE html><html lang="${escapeHtml(parts.language)}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">${parts.head}${css}</head><body>${parts.html}${head}${widgets}</body></html>`;
}

/** Rules of notices besides the site's own: groups of values to press one of. */
export const noticeCss =
  ".n-day{font-family:var(--f-head);font-size:1.1rem;margin:0 0 8px}.n-or{margin:14px 0 0}.n-times{display:flex;flex-wrap:wrap;gap:8px;margin:0 0 22px}.n-times button{font:inherit;color:inherit;background:none;border:1.5px solid var(--c-quiet);border-radius:var(--button-radius);padding:.45em .9em;min-height:44px;cursor:pointer;font-variant-numeric:tabular-nums}.n-code{margin:0 0 22px;padding:14px 16px;border:1px solid var(--c-line);border-radius:var(--radius);background:color-mix(in srgb,currentColor 6%,transparent);font-size:.9rem;line-height:1.6;white-space:pre-wrap;overflow-wrap:anywhere}.n-times button:hover{background:color-mix(in srgb,currentColor 9%,transparent)}";

/** Body of a short notice in the site's brand: not found, address confirmed, letters stopped. */
export function noticeHtml(notice: {
  readonly title: string;
  readonly text: string;
  /** A link back, or a command that is sent as a form, with `fields`: to the same address, or to `action` beside it. */
  readonly then:
    | { readonly href: string; readonly words: string }
    | { readonly command: string; readonly action?: string; readonly fields?: readonly (readonly [string, string])[] }
    | null;
  /** Values to press one of, in groups: each asks the same address for what would come of it, and changes nothing yet. */
  readonly choices?: {
    readonly name: string;
    readonly groups: readonly {
      readonly title: string;
      readonly options: readonly { readonly value: string; readonly words: string }[];
    }[];
  };
  /** Another way below it, less loud: a command, or a link. */
  readonly or?:
    | { readonly command: string; readonly action: string }
    | { readonly href: string; readonly words: string };
  readonly links?: readonly { readonly href: string; readonly words: string }[];
  /** Lines to be copied as they stand. */
  readonly code?: string;
}): string {
  const choices = (notice.choices?.groups ?? []).map(
    ({ title, options }) =>
      `<h2 class="n-day">${escapeHtml(title)}</h2><p class="n-times">${options.map((one) => `<button type="submit" name="${escapeHtml(notice.choices?.name ?? "")}" value="${escapeHtml(one.value)}">${escapeHtml(one.words)}</button>`).join(" ")}</p>`,
  );
  const form = choices.length ? `<form>${choices.join("")}</form>` : "";
  const links = (notice.links ?? []).map(({ href, words }) => `<a href="${escapeHtml(href)}">${escapeHtml(words)}</a>`);
  const code = notice.code ? `<pre class="n-code" tabindex="0"><code>${escapeHtml(notice.code)}</code></pre>` : "";
  const more = `${code}${form}${links.length ? `<div class="b-rich"><p>${links.join(" · ")}</p></div>` : ""}`;
  const then = notice.then
    ? "command" in notice.then
      ? `<form method="post"${notice.then.action ? ` action="${escapeHtml(notice.then.action)}"` : ""}>${hiddenFields(notice.then.fields ?? [])}<button class="b-button" type="submit">${escapeHtml(notice.then.command)}</button></form>`
      : `<a class="b-button" href="${escapeHtml(notice.then.href)}">${escapeHtml(notice.then.words)}</a>`
    : "";
  const or = !notice.or
    ? ""
    : "href" in notice.or
      ? `<p class="n-or"><a href="${escapeHtml(notice.or.href)}">${escapeHtml(notice.or.words)}</a></p>`
      : `<form class="n-times n-or" method="post" action="${escapeHtml(notice.or.action)}"><button type="submit">${escapeHtml(notice.or.command)}</button></form>`;
  return `<main id="main"><section class="b-section"><div class="b-in"><h1 class="b-heading">${escapeHtml(notice.title)}</h1><div class="b-rich"><p>${escapeHtml(notice.text)}</p></div>${more}${then}${or}</div></section></main>`;
}

/** The site's initial on its accent colour. */
export function faviconSvg(name: string, brand: Brand): string {
  const initial = escapeHtml([...name.trim()][0]?.toUpperCase() ?? "·");
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 32 32"><rect width="32" height="32" rx="${Math.min(16, brand.shape.radiusPx)}" fill="${brand.colours.accent}"/><text x="16" y="23" text-anchor="middle" font-family="Georgia,serif" font-size="20" font-weight="700" fill="${brand.colours.onAccent}">${initial}</text></svg>`;
}

/** sitemap.xml after the Sitemaps protocol 0.9. `changed` is the day of the release, "2026-11-24". */
export function sitemapXml(site: Pick<SiteFrame, "pages">, origin: string, changed: string): string {
  const entries = site.pages
    .filter((page) => !page.unlisted)
    .map((page) => `<url><loc>${escapeHtml(origin + pagePath(page))}</loc><lastmod>${changed}</lastmod></url>`)
    .join("");
  return `<?xml version="1.0" encoding="UTF-8"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">${entries}</urlset>`;
}

/** robots.txt after RFC 9309. */
export const robotsTxt = (origin: string): string =>
  `User-agent: *\nDisallow: /_w/\n\nSitemap: ${origin}/sitemap.xml\n`;
