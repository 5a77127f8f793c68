// The stand-in clip host: pages of clips and channels, a player that sets what such players set, oEmbed, feeds, and the
// moods of a host that one has to live with. Pages and player on one host, files on another.
import { createHash } from "node:crypto";
import { readFile } from "node:fs/promises";
import type { IncomingMessage, ServerResponse } from "node:http";
import { join } from "node:path";
import { escapeText, html, json, type Piece, says, send } from "../answer";
import { type Clip, captionsOf, channels, clipOf, playlists, type Scene, scenes } from "./catalog";
import { atom, listing, mediaRss, type Origins } from "./feeds";
import { moodOf } from "./moods";
import { playerScript } from "./player";

const files = join(process.cwd(), "demo/clips");
const types = { jpg: "image/jpeg", mp4: "video/mp4", webm: "video/webm" } as const;
const daySeconds = 86_400;
/** Cookies that are sent from frames on any site; loopback counts as secure. */
const everywhere = "Path=/; SameSite=None; Secure";

const styles =
  "body{margin:0;font:16px/1.5 system-ui,sans-serif;background:#12181b;color:#eef3ef}main{max-width:60rem;margin:auto;padding:24px}a{color:#9fd6c7}video{width:100%;background:#000}ul{list-style:none;padding:0;display:grid;gap:16px;grid-template-columns:repeat(auto-fill,minmax(220px,1fr))}img{width:100%;aspect-ratio:16/9;object-fit:cover}";

const page = (title: string, body: string, head = ""): Piece =>
  html(
    `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escapeText(title)}</title>${head}<style>${styles}</style></head><body><main>${body}</main></body></html>`,
    { headers: { "Content-Security-Policy": "frame-ancestors 'none'" } },
  );

const gone = (words: string) => says(410, words);

/** What anybody is told about a clip that can't be shown; null for one that can. */
function refusal(clip: Clip | undefined): Piece | null {
  if (!clip) return says(404, "There is no such clip.");
  if (clip.state === "removed") return gone("This clip was removed by whoever made it.");
  if (clip.state === "private") return says(403, "This clip is private.");
  return null;
}

function clipPage(id: string, origins: Origins): Piece {
  const clip = clipOf(id);
  const refused = refusal(clip);
  if (!clip || refused) return refused ?? says(404, "There is no such clip.");
  const address = `${origins.pages}/clip/${id}`;
  const told = `${origins.pages}/oembed?url=${encodeURIComponent(address)}`;
  return page(
    clip.title,
    `<h1>${escapeText(clip.title)}</h1><p>${escapeText(clip.words)}</p><p><a href="/player/${id}?play=1">Play</a> · ${clip.views} views · <a href="/by/${clip.channel}">${clip.channel}</a></p>`,
    `<link rel="alternate" type="application/json+oembed" href="${told}&amp;format=json"><link rel="alternate" type="text/xml+oembed" href="${told}&amp;format=xml">`,
  );
}

function listPage(of: string, name: string, origins: Origins): Piece {
  const list = listing(of, name);
  if (!list) return says(404, "There is no such list.");
  const rows = list.clips
    .slice(0, 60)
    .map(
      (clip) =>
        `<li><a href="/clip/${clip.id}"><img src="${origins.files}/${clip.scene}.jpg" alt="">${escapeText(clip.title)}</a></li>`,
    );
  return page(
    list.title,
    `<h1>${escapeText(list.title)}</h1><p>${escapeText(list.about)}</p><ul>${rows.join("")}</ul>`,
    `<link rel="alternate" type="application/rss+xml" href="${list.path}/feed.rss"><link rel="alternate" type="application/atom+xml" href="${list.path}/feed.atom">`,
  );
}

/** What the host tells about one of its addresses (oEmbed 1.0). */
function oEmbed(query: URLSearchParams, origins: Origins): Piece {
  const path = URL.parse(query.get("url") ?? "")?.pathname ?? "";
  const id = /^\/(?:clip\/|player\/)?([a-z]{3}-\d{4})$/.exec(path)?.[1];
  const clip = id ? clipOf(id) : undefined;
  const refused = refusal(clip);
  if (!clip || refused)
    return refused?.status === 403 ? says(401, "This clip is private.") : (refused ?? says(404, "No such clip."));
  if (clip.state === "notFramed") return says(401, "This clip may not be shown on other sites.");
  const { width, height, seconds } = scenes[clip.scene];
  const told = {
    type: "video",
    version: "1.0",
    provider_name: "Clips",
    provider_url: origins.pages,
    title: clip.title,
    author_name: channels.find(({ key }) => key === clip.channel)?.name ?? clip.channel,
    author_url: `${origins.pages}/by/${clip.channel}`,
    width,
    height,
    duration: seconds,
    thumbnail_url: `${origins.files}/${clip.scene}.jpg`,
    thumbnail_width: width,
    thumbnail_height: height,
    html: `<iframe src="${origins.pages}/player/${clip.id}" width="${width}" height="${height}" allow="fullscreen"></iframe>`,
  };
  if (query.get("format") !== "xml") return json(told);
  const fields = Object.entries(told).map(([name, value]) => `<${name}>${escapeText(String(value))}</${name}>`);
  return {
    type: "text/xml; charset=utf-8",
    body: `<?xml version="1.0" encoding="UTF-8"?><oembed>${fields.join("")}</oembed>`,
  };
}

function player(id: string, origins: Origins): Piece {
  const clip = clipOf(id);
  const refused = refusal(clip);
  const framed = clip?.state === "notFramed" ? "'none'" : "*";
  if (!clip || refused)
    return html(
      `<!DOCTYPE html><title>Gone</title><body style="background:#000;color:#fff;font:16px system-ui">${refused?.body ?? ""}`,
      {
        status: refused?.status ?? 404,
      },
    );
  const tracks = clip.captions.map(
    (language) =>
      `<track kind="captions" srclang="${language}" label="${language}" src="${origins.files}/${clip.scene}.${language}.vtt">`,
  );
  const sources = (["webm", "mp4"] as const).map(
    (form) => `<source src="${origins.files}/${clip.scene}.${form}" type="video/${form}">`,
  );
  return html(
    `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><title>${escapeText(clip.title)}</title><style>html,body{margin:0;height:100%;background:#000;color:#fff;font:15px system-ui}video{width:100%;height:100%;object-fit:contain}#more{position:absolute;inset:auto 0 0;padding:12px;background:#000c}#more a{color:#fff}</style></head><body><video crossorigin="anonymous" playsinline poster="${origins.files}/${clip.scene}.jpg" title="${escapeText(clip.title)}">${sources.join("")}${tracks.join("")}</video><div id="more" hidden><a href="${origins.pages}/by/${clip.channel}" target="_blank">More from ${escapeText(clip.channel)}</a></div><script src="/player.js"></script></body></html>`,
    {
      headers: {
        "Content-Security-Policy": `default-src 'none'; script-src 'self'; style-src 'unsafe-inline'; media-src ${origins.files}; img-src ${origins.files}; connect-src ${origins.files}; frame-ancestors ${framed}`,
        "Set-Cookie": [
          `clips_viewer=${createHash("sha256").update(id).digest("hex").slice(0, 12)}; Max-Age=${180 * daySeconds}; ${everywhere}`,
          `clips_seen=${id}; Max-Age=${30 * daySeconds}; ${everywhere}`,
        ],
      },
    },
  );
}

const largestPage = 50;

async function feed(
  of: string,
  name: string,
  format: string,
  url: URL,
  request: IncomingMessage,
  origins: Origins,
): Promise<Piece> {
  const mood = moodOf(name);
  if (mood) return mood(origins);
  const list = listing(of, name);
  if (!list) return says(404, "There is no such list.");
  if (url.searchParams.get("key") === "refused") return says(401, "This key is not known.");
  const count = (value: string, fallback: number, most: number) =>
    Math.min(most, Math.max(1, Math.trunc(Number(url.searchParams.get(value) ?? fallback)) || fallback));
  const at = { page: count("page", 1, 5000), size: count("size", 15, largestPage) };
  const body = format === "rss" ? mediaRss(list, at, origins) : atom(list, at, origins);
  const etag = `"${createHash("sha256").update(body).digest("hex").slice(0, 20)}"`;
  const headers = { ETag: etag, "Cache-Control": "max-age=300" };
  if (request.headers["if-none-match"] === etag) return { status: 304, type: "application/xml", body: "", headers };
  return {
    type: format === "rss" ? "application/rss+xml; charset=utf-8" : "application/atom+xml; charset=utf-8",
    body,
    headers,
  };
}

type Route = readonly [
  path: RegExp,
  answer: (parts: readonly string[], url: URL, request: IncomingMessage, origins: Origins) => Piece | Promise<Piece>,
];

const pageRoutes: readonly Route[] = [
  [/^\/oembed$/, (_parts, url, _request, origins) => oEmbed(url.searchParams, origins)],
  [/^\/player\.js$/, () => ({ type: "text/javascript; charset=utf-8", body: playerScript })],
  [/^\/player\/([a-z]{3}-\d{4})$/, ([id = ""], _url, _request, origins) => player(id, origins)],
  [/^\/(?:clip\/)?([a-z]{3}-\d{4})$/, ([id = ""], _url, _request, origins) => clipPage(id, origins)],
  [
    /^\/(by|list|find)\/([^/]{1,300})\/feed\.(rss|atom)$/,
    ([of = "", name = "", format = ""], url, request, origins) =>
      feed(of, decodeURIComponent(name), format, url, request, origins),
  ],
  [
    /^\/(by|list|find)\/([^/]{1,300})$/,
    ([of = "", name = ""], _url, _request, origins) => listPage(of, decodeURIComponent(name), origins),
  ],
  [
    /^\/$/,
    () =>
      page(
        "Clips",
        `<h1>Clips</h1><p>A stand-in for a clip host.</p><ul>${[
          ...channels.map(({ key, name }) => `<li><a href="/by/${key}">${escapeText(name)}</a></li>`),
          ...playlists.map(({ key, name }) => `<li><a href="/list/${key}">${escapeText(name)}</a></li>`),
        ].join("")}</ul>`,
      ),
  ],
];

/** Part of a file that a Range asks for (RFC 9110, 14.1.2: one range of bytes); the whole for what is no such range. */
function partOf(bytes: Buffer, type: string, range: string | undefined): Piece {
  const headers = { "Accept-Ranges": "bytes", "Access-Control-Allow-Origin": "*", "Cache-Control": "max-age=3600" };
  const [, from, to] = /^bytes=(\d{1,12})-(\d{0,12})$/.exec(range ?? "") ?? [];
  if (from === undefined || Number(from) >= bytes.length) return { type, body: bytes, headers };
  const end = Math.min(bytes.length - 1, to ? Number(to) : bytes.length - 1);
  return {
    status: 206,
    type,
    body: bytes.subarray(Number(from), end + 1),
    headers: { ...headers, "Content-Range": `bytes ${from}-${end}/${bytes.length}` },
  };
}

async function file(path: string, request: IncomingMessage): Promise<Piece> {
  const [, scene = "", captions] = /^\/([a-z]+)(?:\.([a-z]{2})\.vtt)?/.exec(path) ?? [];
  if (!Object.hasOwn(scenes, scene)) return says(404, "There is no such file.");
  if (captions)
    return {
      type: "text/vtt; charset=utf-8",
      body: captionsOf(scene as Scene, captions),
      headers: { "Access-Control-Allow-Origin": "*" },
    };
  const ending = /\.(jpg|mp4|webm)$/.exec(path)?.[1] as keyof typeof types | undefined;
  if (!ending) return says(404, "There is no such file.");
  return partOf(await readFile(join(files, `${scene}.${ending}`)), types[ending], request.headers.range);
}

/** Answers a request for the host's pages ("clips") or for its files ("cdn.clips"). */
export async function serveClips(
  host: "clips" | "cdn.clips",
  request: IncomingMessage,
  response: ServerResponse,
  origins: Origins,
): Promise<void> {
  const head = request.method === "HEAD";
  if (request.method !== "GET" && !head) return send(response, says(405, "Only GET and HEAD."), head);
  const url = URL.parse(request.url ?? "/", origins.pages);
  if (!url) return send(response, says(400, "No address."), head);
  try {
    if (host === "cdn.clips") return send(response, await file(url.pathname, request), head);
    for (const [form, answer] of pageRoutes) {
      const found = form.exec(url.pathname);
      if (found) return send(response, await answer(found.slice(1), url, request, origins), head);
    }
    send(response, says(404, "There is nothing here."), head);
  } catch {
    send(response, says(400, "This is no address of the clip host."), head);
  }
}
