// A second site of the same business, as a stand-in: the firing house on the quay. It keeps the manners that a crawler has to know:
// robots.txt, a sitemap, pages that ask not to be found, one page under two addresses, and answers that have not changed.
import { createHash } from "node:crypto";
import type { IncomingMessage, ServerResponse } from "node:http";
import { html, type Piece, says, send } from "../answer";

const links = [
  ["/", "Quayside Firing House"],
  ["/firing", "Firing"],
  ["/bringing-pots", "Bringing pots"],
  ["/glazes", "House glazes"],
  ["/questions", "Questions"],
] as const;

const page = (title: string, main: string, { head = "", canonical = "" } = {}): Piece =>
  html(
    `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${title}</title>${canonical ? `<link rel="canonical" href="${canonical}">` : ""}${head}<style>body{font:16px/1.5 system-ui,sans-serif;max-width:60ch;margin:24px auto;padding:0 16px;color:#2b2622;background:#f7f2ea}nav a{margin-right:12px}td,th{padding:4px 10px 4px 0;text-align:left}</style></head><body><nav>${links.map(([href, name]) => `<a href="${href}">${name}</a>`).join("")}</nav><main><h1>${title}</h1>${main}</main><footer><p>Quayside Firing House, 3 Lower Quay</p></footer></body></html>`,
  );

const firing = `<p>We fire for potters who have no kiln of their own. Kilns are loaded on Mondays and Thursdays.</p>
<h2>What a firing costs</h2>
<table><thead><tr><th>Firing</th><th>Top temperature</th><th>Half shelf</th><th>Full shelf</th></tr></thead><tbody>
<tr><td>Bisque</td><td>1,000 °C</td><td>€9</td><td>€16</td></tr>
<tr><td>Earthenware glaze</td><td>1,080 °C</td><td>€11</td><td>€20</td></tr>
<tr><td>Stoneware glaze</td><td>1,260 °C</td><td>€14</td><td>€26</td></tr></tbody></table>
<h2>How long it takes</h2><p>Pots are ready for collection four working days after loading.</p>`;

const pages: Readonly<Record<string, () => Piece>> = {
  "/": () =>
    page(
      "Quayside Firing House",
      `<p>The firing house belongs to the workshop at Wrenfield. It stands by the lower quay and takes pots from anybody.</p><p><a href="/firing?from=home">Firing and prices</a>, <a href="/bringing-pots">bringing pots</a>, <a href="/staff/rota">rota</a>, <a href="/leaflet.pdf">leaflet</a>, <a href="/about/history">history</a></p>`,
    ),
  "/firing": () => page("Firing", firing, { canonical: "/firing" }),
  "/print/firing": () => page("Firing", firing),
  "/bringing-pots": () =>
    page(
      "Bringing pots",
      `<p>Pots have to be bone dry. Wrap each one in newspaper and mark the box with your name.</p><h2>Where to leave them</h2><p>Leave boxes on the green shelf beside the crane, at any hour.</p><h2>What we can’t take</h2><p>We take no pots with metal fittings, and none taller than 52 cm.</p>`,
    ),
  "/glazes": () =>
    page(
      "House glazes",
      `<p>Seven glazes are mixed in the house and sold by the litre.</p><h2>Glazes by the litre</h2><table><thead><tr><th>Glaze</th><th>Fires at</th><th>Litre</th></tr></thead><tbody><tr><td>Quay white</td><td>1,240–1,260 °C</td><td>€12</td></tr><tr><td>Rope brown</td><td>1,220–1,260 °C</td><td>€11</td></tr><tr><td>Tide green</td><td>1,060–1,080 °C</td><td>€13</td></tr></tbody></table>`,
    ),
  "/questions": () =>
    page(
      "Questions",
      `<details><summary>What happens if a pot breaks in the kiln?</summary><p>A pot that breaks through our fault is fired again for nothing, and we tell you on the same day.</p></details><details><summary>Can I watch my kiln being opened?</summary><p>Yes. Kilns are opened at nine in the morning; come to the side door.</p></details>`,
    ),
  "/about/history": () =>
    page("History", "<p>The building was a rope store until 1971. Its first kiln was carried in through the roof.</p>"),
  "/old-prices": () =>
    page("Prices of last year", "<p>A full shelf costs €21.</p>", { head: '<meta name="robots" content="noindex">' }),
  "/staff/rota": () => page("Rota", "<p>Nothing here is for strangers: the key lies under the third brick.</p>"),
};

const sitemap = (origin: string) =>
  `<?xml version="1.0" encoding="UTF-8"?><urlset xmlns="http://www.sitemaps.org/schemas/sitemap/0.9">${["/", "/firing", "/bringing-pots", "/glazes", "/questions", "/print/firing", "/old-prices"].map((path) => `<url><loc>${origin}${path}</loc></url>`).join("")}</urlset>`;

/** Answers a request on the host of the firing house. */
export async function serveQuayside(request: IncomingMessage, response: ServerResponse): Promise<void> {
  const head = request.method === "HEAD";
  if (request.method !== "GET" && !head) return send(response, says(405, "Only GET and HEAD."), head);
  const path = (request.url ?? "/").split("?", 1)[0] as string;
  const origin = `http://${request.headers.host}`;
  if (path === "/robots.txt")
    return send(response, says(200, `User-agent: *\nDisallow: /staff/\n\nSitemap: ${origin}/sitemap.xml`), head);
  if (path === "/sitemap.xml")
    return send(response, { type: "application/xml; charset=utf-8", body: sitemap(origin) }, head);
  if (path === "/leaflet.pdf") return send(response, { type: "application/pdf", body: "%PDF-1.4\n%%EOF\n" }, head);
  const make = Object.hasOwn(pages, path) ? pages[path] : undefined;
  if (!make) return send(response, says(404, "There is nothing here."), head);
  const piece = make();
  const etag = `"${createHash("sha256").update(piece.body).digest("hex").slice(0, 20)}"`;
  if (request.headers["if-none-match"] === etag) {
    response.writeHead(304, { ETag: etag }).end();
    return;
  }
  send(response, { ...piece, headers: { ETag: etag } }, head);
}
