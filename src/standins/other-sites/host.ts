// Pages of somebody else, as a stand-in: one that lets itself be framed, one that forbids it, one that says by message how
// high it is, one that asks for the device, one that carries a widget of ours by its snippet, and a small visit counter with
// cookies.
import type { IncomingMessage, ServerResponse } from "node:http";
import { snippetOf } from "@/core/widget/snippet";
import { html, type Piece, says, send } from "../answer";

const cookies = "Path=/; SameSite=None; Secure";
const page = (title: string, body: string, headers: Piece["headers"] = {}): Piece =>
  html(
    `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${title}</title><link rel="stylesheet" href="/page.css"></head><body><main>${body}</main></body></html>`,
    { headers },
  );

const styles =
  "body{margin:0;font:15px/1.45 system-ui,sans-serif;background:#eef3f6;color:#1b2b33}main{padding:16px}h1{font-size:18px;margin:0 0 8px}table{border-collapse:collapse;width:100%}td{padding:6px 4px;border-top:1px solid #c3d0d8}";

/** Of a page that carries a widget: what of it shows in the widget has come in where it should not. */
const boatyard =
  "html{font-size:62.5%}body{font:16px/1.5 Georgia,serif;background:#fdf6ec;color:#3a2b1a}p{color:#7a3b00}button,a{text-transform:uppercase;letter-spacing:.1em}form{border:3px dotted #7a3b00}";

const times = ["07:10", "08:40", "10:10", "12:40", "15:10", "17:40"];
const timetable = `<h1>Ferries across the Wren</h1><table>${times.map((time) => `<tr><td>${time}</td><td>Lower quay</td><td>7 min</td></tr>`).join("")}</table>`;

const grows = `const tell = () => parent.postMessage({ height: document.documentElement.scrollHeight }, "*");
addEventListener("load", tell); new ResizeObserver(tell).observe(document.body);
document.querySelector("button")?.addEventListener("click", () => { document.querySelector("ul").insertAdjacentHTML("beforeend", "<li>Another line</li>"); });`;

/** A script that a page would load to be counted: it remembers the browser for a year. */
const counter = `(() => {
  const known = document.cookie.match(/(?:^|; )visits=(\\d+)/);
  document.cookie = "visits=" + (Number(known?.[1] ?? 0) + 1) + "; Max-Age=31536000; Path=/";
  try { localStorage.setItem("visits.first", localStorage.getItem("visits.first") ?? String(Date.now())); } catch {}
  const self = document.currentScript;
  new Image().src = new URL("/count?page=" + encodeURIComponent(location.pathname), self.src);
})();`;

const pixel = Buffer.from("R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7", "base64");

const routes: Readonly<Record<string, () => Piece>> = {
  "/": () => page("Elsewhere", "<h1>Elsewhere</h1><p>A stand-in for other people’s pages.</p>"),
  "/page.css": () => ({ type: "text/css; charset=utf-8", body: styles }),
  "/boatyard.css": () => ({ type: "text/css; charset=utf-8", body: boatyard }),
  "/ferries": () =>
    page("Ferries across the Wren", timetable, {
      "Set-Cookie": [`stop=lower-quay; Max-Age=31536000; ${cookies}`],
    }),
  "/quiet": () => page("A quiet page", "<h1>Nothing is kept here</h1><p>It sets no cookie.</p>"),
  "/ledger": () =>
    page("Ledger", "<h1>Only by itself</h1>", {
      "X-Frame-Options": "DENY",
      "Content-Security-Policy": "frame-ancestors 'none'",
    }),
  "/older": () => page("Older", "<h1>Only by itself</h1>", { "X-Frame-Options": "SAMEORIGIN" }),
  "/grows": () =>
    page(
      "It grows",
      `<h1>It says how high it is</h1><button type="button">One more</button><ul><li>A line</li></ul><script src="/grows.js"></script>`,
    ),
  "/grows.js": () => ({ type: "text/javascript; charset=utf-8", body: grows }),
  "/moved": () => says(302, "Moved.", { Location: "/ferries" }),
  "/gone": () => says(410, "Gone."),
  "/inside": () => says(302, "Moved.", { Location: "http://10.0.0.1/" }),
  "/counter.js": () => ({
    type: "text/javascript; charset=utf-8",
    body: counter,
    headers: { "Access-Control-Allow-Origin": "*" },
  }),
  "/count": () => ({
    type: "image/gif",
    body: pixel,
    headers: { "Set-Cookie": [`counted=1; Max-Age=31536000; ${cookies}`], "Cache-Control": "no-store" },
  }),
};

/** Another business's page with a widget on it: `?site=wrenfield&kind=chat&widget=…&place=corner`. */
function carries(host: string, asked: URLSearchParams): Piece {
  const [site = "", widget = ""] = ["site", "widget"].map((name) => asked.get(name) ?? "");
  const kind = asked.get("kind") === "booking" ? "booking" : "chat";
  if (![site, widget].every((one) => /^[\w-]{1,40}$/.test(one)))
    return says(400, "It is asked for with a site and a widget.");
  const lines = snippetOf(`//${host.replace(/^[^.]*/, site)}`, {
    ...{ kind, widget, words: "Ask there" },
    place: asked.get("place") === "corner" ? "corner" : "flow",
  });
  return page(
    "Boatyard",
    `<link rel="stylesheet" href="/boatyard.css"><h1>The boatyard across the water</h1><p>We mend hulls. For pots, ask our neighbours.</p>${lines}<p>Open when the tide is.</p>`,
  );
}

/** Answers a request on the host of other people's pages. */
export async function serveOtherSites(request: IncomingMessage, response: ServerResponse): Promise<void> {
  const head = request.method === "HEAD";
  if (request.method !== "GET" && !head) return send(response, says(405, "Only GET and HEAD."), head);
  const [path = "/", query] = (request.url ?? "/").split("?", 2);
  if (path === "/carries") return send(response, carries(request.headers.host ?? "", new URLSearchParams(query)), head);
  send(
    response,
    Object.hasOwn(routes, path) ? (routes[path] as () => Piece)() : says(404, "There is nothing here."),
    head,
  );
}
