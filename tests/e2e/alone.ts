// Visitors' scripts in a browser without any server: the core renders the page, the scripts are those of the build, and calls
// are answered by the test.
import { readFileSync } from "node:fs";
import { join } from "node:path";
import type { Page, Route } from "@playwright/test";
import { sourceLocale } from "@/core/locale/site-locale";
import type { PageNode } from "@/core/page/node";
import { documentHtml } from "@/core/render/document";
import { createRenderer } from "@/core/render/render";
import { readSiteFile } from "@/core/site/read";
import { metaOf, type SiteFile } from "@/core/site/site";
import { releasedWidgets } from "@/core/widget/release";
import { frameOf } from "@/data/site/queries";
import { visitorScripts } from "@/server/release/assets";
import { headScripts, pageScripts } from "@/server/release/page-data";

/** The demo's workshop, as its file says. */
export function workshop(): SiteFile {
  const read = readSiteFile(readFileSync("demo/wrenfield/site.json", "utf8"));
  if (!read.ok) throw new Error("The demo site can't be read.");
  return read.site;
}

const origin = "http://alone.example";

/** Shows a page of a site with this body; `answer` answers what its scripts ask for at /_w/v1/…. */
export async function showAlone(
  page: Page,
  site: SiteFile,
  body: PageNode,
  answer: (path: string, route: Route) => Promise<void> = (_path, route) => route.abort(),
): Promise<void> {
  const [first] = site.pages;
  if (!first) throw new Error("The site has no page.");
  const frame = frameOf(site);
  const locale = sourceLocale(site);
  const renderer = createRenderer(frame, {
    locale,
    linkBase: "",
    origin: null,
    mediaUrl: (hash) => `/media/${hash}`,
    documentUrl: ({ hash }) => `/media/${hash}`,
    fontUrl: (file) => `/fonts/${file}`,
    standIn: (label) => `http://${label}.example`,
  });
  const rendered = renderer.render(metaOf(first), body);
  const scripts = await visitorScripts(join(process.cwd(), ".webitor/build"));
  const widgets = releasedWidgets(frame, rendered.needs, {
    pageHref: () => "/",
    picture: renderer.picture,
    language: locale.tag,
  });
  const html = documentHtml({
    language: locale.tag,
    head: rendered.head,
    html: rendered.html,
    css: { text: rendered.css },
    headScript: headScripts(rendered.scripts, scripts, "/scripts/")?.script,
    widgets: pageScripts(widgets, rendered.scripts, scripts, "/scripts/", { language: locale.tag }),
  });
  const files = new Map(site.media.map(({ hash, type }) => [hash, type] as const));
  await page.route(`${origin}/**`, async (route) => {
    const { pathname } = new URL(route.request().url());
    const [, folder, name = ""] = pathname.split("/");
    if (pathname === "/") return route.fulfill({ contentType: "text/html; charset=utf-8", body: html });
    if (folder === "_w") return answer(pathname.slice("/_w/v1".length), route);
    const script = folder === "scripts" ? scripts.files.get(name) : undefined;
    if (script) return route.fulfill({ contentType: script.type, body: Buffer.from(script.bytes) });
    const type = folder === "media" ? files.get(name) : undefined;
    if (type) return route.fulfill({ contentType: type, path: `demo/wrenfield/media/${name}.jpg` });
    return route.fulfill({ status: 404 });
  });
  await page.goto(`${origin}/`);
}
