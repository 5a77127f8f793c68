// Where a video comes from: a clip of a host we know, a page of any host that tells about itself, or a file of the site.
import type { Sends, StandIns } from "@/core/kind/holder";
import { withoutSlashes } from "@/core/site/path";
import type { PlayAsked } from "./provider";
import { type ProviderName, providerNames, providers } from "./providers";

export type Source =
  | { readonly from: "clip"; readonly provider: ProviderName; readonly clip: string }
  /** `address` is what a person would open, `player` what is framed; both as the host told by oEmbed. */
  | { readonly from: "page"; readonly address: string; readonly player: string }
  | { readonly from: "file"; readonly media: string };

/** What is framed to play a clip; null for a file of the site, which is played without a frame. */
export function playerAddress(source: Source, asked: PlayAsked, standIns: StandIns): string | null {
  if (source.from === "file") return null;
  if (source.from === "page") return source.player;
  const provider = providers[source.provider];
  return provider.origin(standIns) + provider.player(source.clip, asked);
}

/** What a person opens to see a clip where it stands; null for a file of the site. */
export function pageAddress(source: Source, standIns: StandIns): string | null {
  if (source.from === "file") return null;
  if (source.from === "page") return source.address;
  const provider = providers[source.provider];
  return provider.origin(standIns) + provider.page(source.clip);
}

/** The host's name as visitors read it. */
export const hostOf = (address: string): string => new URL(address).hostname;

/** Who hears of a visitor when a clip plays. */
export function* sentBy(source: Source | null, standIns: StandIns): Generator<Sends> {
  if (source === null || source.from === "file") return;
  if (source.from === "page") {
    yield { origin: new URL(source.player).origin, purpose: "marketing", sets: [] };
    return;
  }
  const { purpose, leaves, reads } = providers[source.provider];
  const [first, ...more] = reads(standIns);
  yield { origin: first as string, purpose, sets: leaves.map(({ name }) => name) };
  for (const origin of more) yield { origin, purpose, sets: [] };
}

/** What a page's frames may load to play it. */
export const framedOrigin = (source: Source, standIns: StandIns): string | null => {
  const address = pageAddress(source, standIns) && playerAddress(source, anyPlay, standIns);
  return address === null ? null : new URL(address).origin;
};

const anyPlay: PlayAsked = {
  from: 0,
  to: 0,
  loop: false,
  muted: false,
  controls: "shown",
  fullScreen: true,
  quality: 0,
  captions: "",
};

/** What a typed address or id names. */
export type Named =
  | { readonly is: "clip"; readonly provider: ProviderName; readonly clip: string; readonly at: number }
  | {
      readonly is: "feed";
      readonly provider: ProviderName;
      readonly of: "channel" | "playlist" | "search";
      readonly name: string;
    }
  /** Some other page, which may tell about itself. */
  | { readonly is: "page"; readonly address: string };

/** Seconds of a moment as addresses have it: "75", "75s", "1m15s", "1:15"; 0 for none. */
export function momentOf(text: string): number {
  const [, hours, minutes, seconds] = /^(?:(\d{1,2})h)?(?:(\d{1,3})m)?(?:(\d{1,5})s?)?$/.exec(text) ?? [];
  const clock = /^(?:(\d{1,2}):)?(\d{1,2}):(\d{2})$/.exec(text);
  const [h, m, s] = clock ? clock.slice(1) : [hours, minutes, seconds];
  return Number(h ?? 0) * 3600 + Number(m ?? 0) * 60 + Number(s ?? 0);
}

function readUrl(words: string): URL | null {
  try {
    const url = new URL(/^https?:\/\//i.test(words) ? words : `https://${words}`);
    return url.hostname.includes(".") || url.hostname === "localhost" ? url : null;
  } catch {
    return null;
  }
}

/**
 * What a person typed or pasted: any form of a clip's address, its bare id, a channel, a playlist, a search, or any other
 * page on the web; null for what is none. An address is known by its host whatever its scheme, port and "www.".
 */
export function readNamed(words: string, standIns: StandIns): Named | null {
  const typed = words.trim();
  if (typed.length > 1900) return null;
  for (const provider of providerNames)
    if (providers[provider].clip.test(typed)) return { is: "clip", provider, clip: typed, at: 0 };
  const url = readUrl(typed);
  if (!url || url.username || url.password) return null;
  const host = (name: string) => name.replace(/^www\./, "");
  for (const provider of providerNames) {
    const { origin, clipPaths, feedPaths } = providers[provider];
    if (host(new URL(origin(standIns)).hostname) !== host(url.hostname)) continue;
    const path = withoutSlashes(url.pathname);
    for (const form of clipPaths) {
      const clip = form.exec(path)?.[1];
      const at = url.searchParams.get("t") ?? url.searchParams.get("from") ?? /^#t=(.+)$/.exec(url.hash)?.[1] ?? "";
      if (clip) return { is: "clip", provider, clip, at: momentOf(at) };
    }
    for (const kind of ["channel", "playlist", "search"] as const) {
      const name = feedPaths[kind]?.exec(path)?.[1];
      if (name) return { is: "feed", provider, of: kind, name: decoded(name) };
    }
  }
  // What is typed without a scheme is meant as https.
  return { is: "page", address: url.href };
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
