// Feeds of the stand-in clip host: Media RSS 1.5.1 in RSS 2.0, and Atom (RFC 4287), page by page (RFC 5005, 3).
import { escapeText } from "../answer";
import { type Clip, channels, clips, manyClips, playlists, scenes } from "./catalog";

export interface Listing {
  readonly title: string;
  readonly about: string;
  /** Path of its page. */
  readonly path: string;
  readonly subscribers: number;
  readonly clips: readonly Clip[];
}

const listed = (clip: Clip) => clip.state === undefined;
const newestFirst = (one: Clip, other: Clip) => other.published.localeCompare(one.published);

/** A channel by its key, a playlist, or what a search finds; null for none. */
export function listing(of: string, name: string): Listing | null {
  if (of === "by") {
    const count = Number(/^many-(\d{1,4})$/.exec(name)?.[1] ?? 0);
    if (count)
      return {
        title: `Many ${count}`,
        about: "Generated.",
        path: `/by/${name}`,
        subscribers: 0,
        clips: manyClips(count),
      };
    const channel = channels.find(({ key }) => key === name);
    return (
      (channel && {
        title: channel.name,
        about: channel.about,
        path: `/by/${name}`,
        subscribers: channel.subscribers,
        clips: clips.filter((clip) => clip.channel === name && listed(clip)).sort(newestFirst),
      }) ??
      null
    );
  }
  if (of === "list") {
    const list = playlists.find(({ key }) => key === name);
    return (
      (list && {
        title: list.name,
        about: `A playlist of ${list.name.toLowerCase()}.`,
        path: `/list/${name}`,
        subscribers: 0,
        clips: clips.filter((clip) => clip.lists.includes(name) && listed(clip)).sort(newestFirst),
      }) ??
      null
    );
  }
  const wanted = name.toLowerCase().split(/\s+/).filter(Boolean);
  return {
    title: `Clips about ${name}`,
    about: `What a search for ${name} finds.`,
    path: `/find/${encodeURIComponent(name)}`,
    subscribers: 0,
    clips: clips
      .filter(
        (clip) => listed(clip) && wanted.every((word) => `${clip.title} ${clip.words}`.toLowerCase().includes(word)),
      )
      .sort(newestFirst),
  };
}

/** Origins of the host's pages and of its files. */
export interface Origins {
  readonly pages: string;
  readonly files: string;
}

interface Page {
  readonly page: number;
  readonly size: number;
}

const shown = (list: Listing, { page, size }: Page) => list.clips.slice((page - 1) * size, page * size);

function links(list: Listing, { page, size }: Page, format: "rss" | "atom", { pages }: Origins): string {
  const address = (at: number) => escapeText(`${pages}${list.path}/feed.${format}?page=${at}&size=${size}`);
  const tag = format === "rss" ? "atom:link" : "link";
  const last = Math.max(1, Math.ceil(list.clips.length / size));
  const link = (rel: string, at: number) => `<${tag} rel="${rel}" href="${address(at)}"/>`;
  return [
    link("self", page),
    page < last ? link("next", page + 1) : "",
    page > 1 ? link("previous", page - 1) : "",
  ].join("");
}

const sumOfViews = (list: Listing) => list.clips.reduce((sum, { views }) => sum + views, 0);
const counts = (list: Listing) =>
  `<clips:counts subscribers="${list.subscribers}" clips="${list.clips.length}" views="${sumOfViews(list)}"/>`;

const namespaces =
  'xmlns:media="http://search.yahoo.com/mrss/" xmlns:clips="http://clips.example/ns" xmlns:dc="http://purl.org/dc/elements/1.1/"';

function media(clip: Clip, { pages, files }: Origins): string {
  const { width, height, seconds } = scenes[clip.scene];
  return `<media:content url="${files}/${clip.scene}.mp4" type="video/mp4" medium="video" duration="${seconds}" width="${width}" height="${height}"/><media:player url="${pages}/player/${clip.id}" width="${width}" height="${height}"/><media:thumbnail url="${files}/${clip.scene}.jpg" width="${width}" height="${height}"/><media:description type="plain">${escapeText(clip.words)}</media:description><media:community><media:statistics views="${clip.views}"/></media:community>`;
}

/** A listing as Media RSS. */
export function mediaRss(list: Listing, at: Page, origins: Origins): string {
  const items = shown(list, at).map(
    (clip) =>
      `<item><title>${escapeText(clip.title)}</title><link>${origins.pages}/clip/${clip.id}</link><guid isPermaLink="false">${clip.id}</guid><pubDate>${new Date(clip.published).toUTCString()}</pubDate><dc:creator>${escapeText(clip.channel)}</dc:creator>${media(clip, origins)}</item>`,
  );
  return `<?xml version="1.0" encoding="UTF-8"?><rss version="2.0" xmlns:atom="http://www.w3.org/2005/Atom" ${namespaces}><channel><title>${escapeText(list.title)}</title><link>${origins.pages}${list.path}</link><description>${escapeText(list.about)}</description>${links(list, at, "rss", origins)}${counts(list)}<image><url>${origins.files}/shelf.jpg</url><title>${escapeText(list.title)}</title><link>${origins.pages}${list.path}</link></image>${items.join("")}</channel></rss>`;
}

/** A listing as Atom. */
export function atom(list: Listing, at: Page, origins: Origins): string {
  const entries = shown(list, at).map(
    (clip) =>
      `<entry><id>tag:clips.example,2025:${clip.id}</id><title>${escapeText(clip.title)}</title><link rel="alternate" href="${origins.pages}/clip/${clip.id}"/><published>${clip.published}</published><updated>${clip.published}</updated><author><name>${escapeText(clip.channel)}</name></author><media:group>${media(clip, origins)}</media:group></entry>`,
  );
  const newest = list.clips[0]?.published ?? "2025-01-01T00:00:00Z";
  return `<?xml version="1.0" encoding="UTF-8"?><feed xmlns="http://www.w3.org/2005/Atom" ${namespaces}><id>tag:clips.example,2025:${escapeText(list.path)}</id><title>${escapeText(list.title)}</title><subtitle>${escapeText(list.about)}</subtitle><updated>${newest}</updated><link rel="alternate" href="${origins.pages}${list.path}"/>${links(list, at, "atom", origins)}${counts(list)}${entries.join("")}</feed>`;
}
