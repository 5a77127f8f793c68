// The site server: released pages and assets straight from the release, as they were compressed at publish time.
import type { IncomingMessage, ServerResponse } from "node:http";
import { withoutSlashes } from "@/core/site/path";
import { keyAfter } from "@/data/site/queries";
import { type Context, siteOrigin } from "../context";
import { type LiveShop, liveShop } from "../shop/pages/live";
import { type Shown, shownAt } from "../shop/pages/storefront";
import { type File, send } from "./answers";
import { siteHeaders } from "./headers";
import { readPath } from "./hosts";
import { type Live, LivePointers } from "./live-pointer";
import { refusal, unreadablePath } from "./refuse";
import { ReleasedFiles } from "./released-files";
import { sendLive, sendSitemap, sentFromMemory } from "./shop-pages";

type About = Exclude<Shown, { leadsTo: string }> | null;

/** What is at a path: a file with the shop that it shows something of, and what of it; or an address that it leads to. */
type Found =
  | { readonly elsewhere: string; readonly status: 301 | 302 }
  | {
      readonly elsewhere?: undefined;
      readonly file: File | null;
      readonly shop: LiveShop | null;
      readonly about: About;
    };

export function createSiteServer(context: Context) {
  const pointers = new LivePointers(context);
  const files = new ReleasedFiles(context);
  const headers = Object.entries(siteHeaders(context.settings, "'self'")).flat();

  function leadTo(response: ServerResponse, status: number, more: readonly string[]) {
    response.writeHead(status, [...headers, ...more]);
    response.end();
  }

  /** The live release of a site by its key; null where the visitor was led elsewhere. */
  async function liveOf(key: string, path: string, response: ServerResponse): Promise<Live | null> {
    const site = await pointers.of(key);
    if (site?.releaseId === null)
      throw refusal(404, "notPublished", "request", "This site has not been published yet.");
    if (site) return site;
    const now = await keyAfter(context.db, key);
    if (now === undefined) throw refusal(404, "noSite", "request", "There is no site at this address.");
    leadTo(response, 301, ["Location", siteOrigin(context.settings, now) + encodeURI(path)]);
    return null;
  }

  async function foundAt(site: Live, path: string): Promise<Found> {
    const there = path === "/404" ? null : await files.find(site, path);
    const wantsShop = there === null || there.live || path === "/sitemap.xml";
    const shop = wantsShop ? await liveShop(context, site.site) : null;
    let [file, about]: [File | null, About] = [there, null];
    if (shop && !there) {
      const shown = await shownAt(context, site.site, shop, path);
      if (shown && "leadsTo" in shown) return { elsewhere: shown.leadsTo, status: 301 };
      about = shown;
      file = shown && (await files.find(site, shown.path));
    } else if (shop && there?.live && (path === shop.shown.paths.product || path === shop.shown.paths.category))
      // What a pattern shows depends on the address below the shop: alone it shows nothing.
      return { elsewhere: shop.shown.paths.catalog ?? "/", status: 302 };
    return { file: file ?? (await files.find(site, "/404")), shop, about };
  }

  /** Answers a request on a site's host. */
  return async function serveSite(request: IncomingMessage, response: ServerResponse, key: string): Promise<void> {
    if (request.method !== "GET" && request.method !== "HEAD")
      throw refusal(405, "method", "request", "Only GET and HEAD are answered here.", { allow: "GET, HEAD" });
    const path = readPath(request.url ?? "/");
    if (path === null) throw unreadablePath();
    const site = await liveOf(key, path, response);
    if (!site) return;
    if (path.length > 1 && path.endsWith("/"))
      return leadTo(response, 308, ["Location", encodeURI(withoutSlashes(path)) || "/"]);
    if (site.stale && (await sentFromMemory(context, files, request, response, site, path))) return;
    const found = await foundAt(site, path);
    if (found.elsewhere !== undefined)
      return leadTo(response, found.status, ["Location", encodeURI(found.elsewhere), "Cache-Control", "no-cache"]);
    const { file, shop, about } = found;
    if (!file) throw refusal(404, "noPage", "request", "There is no such page.");
    if (shop && file.live) return sendLive(context, request, response, site, shop, file, about);
    if (shop && path === "/sitemap.xml") return sendSitemap(context, request, response, site, shop, file);
    // In ASCII as it was stored.
    if (file.leadsTo !== undefined)
      return leadTo(response, 301, ["Location", file.leadsTo, "Cache-Control", "public, max-age=300"]);
    send(request, response, file);
  };
}
