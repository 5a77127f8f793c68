// How feeds go wrong, each as the channel of a name: what whoever reads feeds has to live with.
import { type Piece, says } from "../answer";
import { clips } from "./catalog";
import { mediaRss, type Origins } from "./feeds";

const xml = (body: string, more: Partial<Piece> = {}): Piece => ({
  type: "application/rss+xml; charset=utf-8",
  body,
  ...more,
});

/** Ten entities of ten each, ten deep: ten thousand million letters, were they resolved. */
const bomb = () => {
  const letters = [..."abcdefghij"];
  const entities = letters.map(
    (name, at) => `<!ENTITY ${name} "${at ? `&${letters[at - 1]};`.repeat(10) : "lol".repeat(10)}">`,
  );
  return `<?xml version="1.0"?><!DOCTYPE rss [${entities.join("")}]><rss version="2.0"><channel><title>&j;</title><item><title>&j;</title><link>http://clips.example/</link></item></channel></rss>`;
};

/** How long a slow host keeps one waiting, in ms. */
const slowMs = 60_000;

const moods: Readonly<Record<string, (origins: Origins) => Piece | Promise<Piece>>> = {
  "mood-bomb": () => xml(bomb()),
  "mood-deep": () => xml(`<rss>${"<a>".repeat(50_000)}${"</a>".repeat(50_000)}</rss>`),
  "mood-html": () => ({ type: "text/html; charset=utf-8", body: "<!doctype html><h1>Sign in first</h1>" }),
  "mood-broken": () => xml("<?xml version='1.0'?><rss><channel><title>Cut off in the"),
  "mood-script": (origins) =>
    xml(
      mediaRss(
        {
          title: "<script>alert(1)</script>",
          about: '"><img src=x onerror=alert(1)>',
          path: "/by/mood-script",
          subscribers: 1,
          clips: clips.slice(0, 2).map((clip) => ({
            ...clip,
            title: "<script>alert(document.domain)</script>",
            words: "javascript:alert(1) ‮gnp.exe",
          })),
        },
        { page: 1, size: 10 },
        origins,
      ).replaceAll(/<link>http[^<]*<\/link>/g, "<link>javascript:alert(1)</link>"),
    ),
  "mood-private": () => says(302, "Moved.", { Location: "http://10.0.0.1/feed.rss" }),
  "mood-circle": () => says(302, "Moved.", { Location: "/by/mood-circle/feed.rss" }),
  "mood-limit": () => says(429, "Too many requests.", { "Retry-After": "900" }),
  "mood-key": () => says(401, "This key is refused."),
  "mood-gone": () => says(410, "This channel is gone."),
  "mood-down": () => says(503, "Back soon."),
  "mood-empty": (origins) =>
    xml(
      mediaRss(
        { title: "Nothing yet", about: "", path: "/by/mood-empty", subscribers: 0, clips: [] },
        { page: 1, size: 10 },
        origins,
      ),
    ),
  "mood-slow": () => new Promise((resolve) => setTimeout(() => resolve(says(200, "At last.")), slowMs).unref()),
};

/** How a channel of this name misbehaves; null for one that does not. */
export const moodOf = (name: string): ((origins: Origins) => Piece | Promise<Piece>) | null =>
  Object.hasOwn(moods, name) ? (moods[name] as (origins: Origins) => Piece) : null;
