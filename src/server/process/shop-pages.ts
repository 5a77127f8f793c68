// Pages of a shop: their holes filled for whoever asks, and by what is in memory while the database is away.
import { createHash } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import { escapeHtml } from "@/core/render/escape";
import { holesIn, isPersonal, withoutAsides } from "@/core/storefront/part-facts";
import { type Context, siteOrigin } from "../context";
import { ownPart } from "../self-service/part";
import { NotInMemory } from "../shop/catalog/catalog";
import { countShop } from "../shop/orders/counts";
import { type LiveShop, liveShopInMemory } from "../shop/pages/live";
import { type Asking, fillPage, type Shown, shopAddressesOf, shownAt } from "../shop/pages/storefront";
import { encodingFor, type File, matches, packLive, send, sendBare, stale, withoutCaching } from "./answers";
import type { Live } from "./live-pointer";
import type { ReleasedFiles } from "./released-files";

/** What a page of the shop is about that is of no product and no category. */
const nothingShown = { product: null, category: null };

/** So many values of an address are looked at. */
const mostAsked = 60;

/** What a page of a shop looks at of a request. */
function askingOf({ settings }: Context, request: IncomingMessage): Asking {
  const query: Record<string, string[]> = {};
  const url = new URL(request.url ?? "/", "http://site.invalid");
  let count = 0;
  for (const [name, value] of url.searchParams) {
    if (++count > mostAsked) break;
    if (!Object.hasOwn(query, name)) query[name] = [];
    query[name]?.push(value);
  }
  const forwarded = settings.trustProxy
    ? String(request.headers["x-forwarded-for"] ?? "")
        .split(",")
        .at(-1)
        ?.trim()
    : "";
  return {
    query,
    cookie: request.headers.cookie,
    address: forwarded || request.socket.remoteAddress || "",
    header: (name) => {
      const value = request.headers[name.toLowerCase()];
      return typeof value === "string" ? value : null;
    },
  };
}

/** A page by what this process knows, without what stands beside it; null where that is not enough. */
async function drawnFromMemory(
  context: Context,
  files: ReleasedFiles,
  site: Live,
  path: string,
  request: IncomingMessage,
) {
  const bare = (file: File) => withoutAsides(file.answers.identity.body.toString());
  const own = files.kept(site, path);
  if (own?.live && !holesIn(bare(own)).length) return { file: own, html: bare(own) };
  const shop = liveShopInMemory(site.site);
  // Patterns of products and categories show nothing by themselves.
  if (!shop || [shop.shown.paths.product, shop.shown.paths.category].includes(path)) return null;
  try {
    const shown = own ? null : await shownAt(context, site.site, shop, path, { fromMemory: true });
    if (shown && "leadsTo" in shown) return null;
    const file = own ?? (shown && files.kept(site, shown.path));
    if (!file?.live || isPersonal(bare(file))) return null;
    const asking: Asking = { ...askingOf(context, request), fromMemory: true };
    return {
      file,
      html: (await fillPage(context, site.site, shop, bare(file), shown ?? nothingShown, asking)).html,
    };
  } catch (error) {
    if (error instanceof NotInMemory) return null;
    throw error;
  }
}

/** Answers by what this process knows, as long as the database is away; false where something would have to be asked. */
export async function sentFromMemory(
  context: Context,
  files: ReleasedFiles,
  request: IncomingMessage,
  response: ServerResponse,
  site: Live,
  path: string,
) {
  const file = path === "/404" ? undefined : files.kept(site, path);
  if (file && !file.live && file.leadsTo === undefined) {
    send(request, response, file, stale);
    return true;
  }
  const drawn = await drawnFromMemory(context, files, site, path, request);
  if (drawn) sendBare(request, response, drawn.file, drawn.html);
  return drawn !== null;
}

/** A page with its holes filled for this request. */
export async function sendLive(
  context: Context,
  request: IncomingMessage,
  response: ServerResponse,
  { site }: Live,
  shop: LiveShop,
  file: File,
  about: Exclude<Shown, { leadsTo: string }> | null,
) {
  const page = file.answers.identity;
  const filled = await fillPage(context, site, shop, page.body.toString(), about ?? nothingShown, {
    ...askingOf(context, request),
    own: () =>
      ownPart(context, site, {
        cookie: request.headers.cookie ?? null,
        sent: /[?&]sent=1(&|$)/.test(request.url ?? ""),
      }),
  });
  // What a script of the page asks for itself is no look at it.
  if (about?.product && request.method === "GET" && request.headers["sec-fetch-mode"] !== "cors")
    countShop(context, site, "looks");
  const etag = `"${createHash("sha256").update(filled.html).digest("hex").slice(0, 24)}"`;
  const own = [
    ...withoutCaching(page.unchanged),
    "ETag",
    etag,
    "Cache-Control",
    filled.personal ? "private, no-cache" : "public, max-age=0, must-revalidate",
    "Vary",
    filled.personal ? "Accept-Encoding, Cookie" : "Accept-Encoding",
  ];
  if (page.status === 200 && matches(request.headers["if-none-match"], etag)) {
    response.writeHead(304, own);
    response.end();
    return;
  }
  const encoding = encodingFor(request.headers["accept-encoding"] as string | undefined);
  const body = await packLive[encoding](Buffer.from(filled.html));
  response.writeHead(page.status, [
    ...own,
    "Content-Type",
    file.type,
    "Content-Length",
    String(body.length),
    ...(encoding === "identity" ? [] : ["Content-Encoding", encoding]),
  ]);
  response.end(request.method === "HEAD" ? undefined : body);
}

/** The sitemap with what the shop sells now. */
export async function sendSitemap(
  context: Context,
  request: IncomingMessage,
  response: ServerResponse,
  live: Live,
  shop: LiveShop,
  file: File,
) {
  const origin = siteOrigin(context.settings, live.site.key);
  const more = (await shopAddressesOf(context, live.site, shop))
    .map((path) => `<url><loc>${escapeHtml(origin + path)}</loc></url>`)
    .join("");
  const body = Buffer.from(file.answers.identity.body.toString().replace("</urlset>", () => `${more}</urlset>`));
  response.writeHead(200, [
    ...withoutCaching(file.answers.identity.unchanged),
    "Content-Type",
    file.type,
    "Cache-Control",
    "public, max-age=60",
    "Content-Length",
    String(body.length),
  ]);
  response.end(request.method === "HEAD" ? undefined : body);
}
