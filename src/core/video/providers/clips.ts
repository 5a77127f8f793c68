// The clip host that ships with Webitor, as a stand-in: hosts of its own below the studio's.
import type { PlayAsked, Provider } from "../provider";

const asked = ({ from, to, loop, muted, controls, fullScreen, quality, captions }: PlayAsked): string => {
  const query = new URLSearchParams({ play: "1", end: "still" });
  if (from) query.set("from", String(from));
  if (to) query.set("to", String(to));
  if (loop) query.set("loop", "1");
  if (muted) query.set("mute", "1");
  if (controls !== "shown") query.set("controls", controls);
  if (!fullScreen) query.set("full", "0");
  if (quality) query.set("lines", String(quality));
  if (captions) query.set("captions", captions);
  return query.toString();
};

export const clips: Provider = {
  name: "the clip host",
  origin: (standIns) => standIns("clips"),
  reads: (standIns) => [standIns("clips"), standIns("cdn.clips")],
  purpose: "marketing",
  leaves: [
    { name: "clips_viewer", how: "cookie", days: 180 },
    { name: "clips_seen", how: "cookie", days: 30 },
    { name: "clips.loudness", how: "storage", days: null },
  ],
  clip: /^[a-z]{3}-\d{4}$/,
  clipPaths: [/^\/clip\/([a-z]{3}-\d{4})$/, /^\/player\/([a-z]{3}-\d{4})$/, /^\/([a-z]{3}-\d{4})$/],
  feedPaths: {
    channel: /^\/by\/([a-z0-9-]{2,40})(?:\/feed\.(?:rss|atom))?$/,
    playlist: /^\/list\/([a-z0-9-]{2,40})(?:\/feed\.(?:rss|atom))?$/,
    search: /^\/find\/([^/]{1,120}?)(?:\/feed\.(?:rss|atom))?$/,
  },
  page: (clip) => `/clip/${clip}`,
  player: (clip, how) => `/player/${clip}?${asked(how)}`,
  oEmbed: (address) => `/oembed?${new URLSearchParams({ url: address, format: "json" })}`,
  feed: (of, name) =>
    `/${{ channel: "by", playlist: "list", search: "find" }[of]}/${encodeURIComponent(name)}/feed.rss`,
  ended: { field: "clips", value: "ended" },
};
