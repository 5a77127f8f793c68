// A feed on a page: its header, its cards and its pages, whole without script.

import { inLanguage } from "@/core/locale/words";
import { escapeHtml, imageHtml, type RenderContext } from "@/core/render/markup";
import { clock, isoLength } from "@/core/video/length";
import type { ReleasedVideo } from "@/core/video/released";
import { asItComes, posterHtml, releasedVideo, targetOf } from "@/core/video/screen";
import { framedOrigin } from "@/core/video/source";
import type { ClipFeed, FeedClip, FoundClips } from "./clips";
import { counted, feedWords } from "./words";

/** How much the page is dimmed behind a clip over it, in %. */
const dimPercent = 80;

/** Where a person opens a clip; "" for a film of the site. */
const placeOf = ({ source, page }: FeedClip): string => (source?.from === "file" ? "" : page);

/** What the page tells the script that plays a clip; null for one that is only opened at its host. */
function releasedClip(clip: FeedClip, feed: ClipFeed, group: string, context: RenderContext): ReleasedVideo | null {
  const { source, title, ratio } = clip;
  if (!source || feed.plays === "host") return null;
  const released = releasedVideo({ source, title, ratio, page: placeOf(clip), asked: asItComes }, context);
  return released && feed.plays === "over" ? { ...released, over: dimPercent, group } : released;
}

/** The day a clip was published, in words and for machines. */
function dateHtml(at: number, context: RenderContext): string {
  const date = new Date(at);
  const words = new Intl.DateTimeFormat(context.language, { dateStyle: "medium", timeZone: context.settings.zone });
  return `<time datetime="${date.toISOString().slice(0, 10)}">${escapeHtml(words.format(date))}</time>`;
}

function cardHtml(clip: FeedClip, feed: ClipFeed, group: string, large: boolean, context: RenderContext): string {
  const { card } = feed;
  const words = inLanguage(feedWords, context.language);
  const released = releasedClip(clip, feed, group, context);
  const origin = released && clip.source ? framedOrigin(clip.source, context.standIn) : null;
  if (origin) context.frames(origin);
  const target = targetOf(released, placeOf(clip));
  const { title: name, seconds, ratio, poster: media } = clip;
  const screen = card.poster
    ? posterHtml(
        {
          media,
          ratio,
          title: name,
          seconds,
          timed: card.length,
          target,
          part: large ? 1 : 1 / feed.columns.wide,
          phonePart: large ? 1 : 1 / feed.columns.phone,
        },
        context,
      )
    : "";
  // Without a poster the title is what is pressed.
  const title = card.title
    ? card.poster
      ? `<h3>${escapeHtml(clip.title)}</h3>`
      : `<h3><a class="b-plays" href="${target}">${escapeHtml(clip.title)}</a></h3>`
    : "";
  const facts = [
    card.date && clip.published !== null ? dateHtml(clip.published, context) : "",
    card.views && clip.views !== null ? escapeHtml(counted(clip.views, words.views, context.language)) : "",
    card.length && !card.poster && clip.seconds ? clock(clip.seconds) : "",
  ].filter(Boolean);
  const about = facts.length ? `<p class="w-facts">${facts.join(" · ")}</p>` : "";
  const text = card.words && clip.words ? `<p class="w-about">${escapeHtml(clip.words)}</p>` : "";
  const plays = released ? `${context.script("video")} data-clip="${escapeHtml(JSON.stringify(released))}"` : "";
  if (released) context.script("player");
  return `<li class="w-card${large ? " w-large" : ""} ${context.style(`--r:${clip.ratio}`)}"${plays}>${screen}${title}${about}${text}</li>`;
}

function headerHtml(feed: ClipFeed, { about }: FoundClips, context: RenderContext): string {
  const { header } = feed;
  if (!header.shown) return "";
  const words = inLanguage(feedWords, context.language);
  const picture = (hash: string | null, className: string) => {
    const found = hash ? context.picture(hash) : null;
    return found ? imageHtml(found, { sizes: "100vw", alt: "", className, loading: context.loading() }, context) : "";
  };
  const count = (shown: boolean, value: number | null | undefined, forms: readonly [string, string]) =>
    shown && value !== null && value !== undefined ? [escapeHtml(counted(value, forms, context.language))] : [];
  const counts = [
    ...count(header.subscribers, about?.subscribers, words.subscribers),
    ...count(header.clips, about?.clips, words.clips),
    ...count(header.views, about?.views, words.views),
  ];
  const name = header.name || about?.title || "";
  const subscribe = header.subscribeAt
    ? `<a class="b-button" href="${escapeHtml(header.subscribeAt)}">${escapeHtml(header.subscribeWords || words.subscribe)}</a>`
    : "";
  return `${picture(header.banner, "w-banner")}<div class="w-head as-${header.subscribePlace}">${picture(header.logo, "w-logo")}<div>${name ? `<h2>${escapeHtml(name)}</h2>` : ""}${counts.length ? `<p class="w-facts">${counts.join(" · ")}</p>` : ""}</div>${subscribe}</div>`;
}

function tellClips(clips: readonly FeedClip[], context: RenderContext) {
  for (const clip of clips) {
    const poster = clip.poster ? context.picture(clip.poster) : null;
    context.tell({
      "@context": "https://schema.org",
      "@type": "VideoObject",
      name: clip.title,
      ...(clip.words ? { description: clip.words } : {}),
      ...(clip.published === null ? {} : { uploadDate: new Date(clip.published).toISOString() }),
      ...(clip.seconds ? { duration: isoLength(clip.seconds) } : {}),
      ...(poster ? { thumbnailUrl: context.absolute(poster.src) } : {}),
      ...(placeOf(clip) ? { url: placeOf(clip) } : {}),
    });
  }
}

/** A feed with its clips; `id` names what its script looks after. `attributes` are those of its own element. */
export function feedHtml(
  id: string,
  feed: ClipFeed,
  found: FoundClips,
  attributes: string,
  context: RenderContext,
): string {
  const words = inLanguage(feedWords, context.language);
  const { clips } = found;
  const group = `feed-${id}`;
  tellClips(clips, context);
  const cards = clips.map((clip, at) =>
    cardHtml(clip, feed, group, feed.layout === "list" && feed.plays === "large" && at === 0, context),
  );
  const list = clips.length
    ? `<ul role="list" class="w-clips"${feed.layout === "strip" ? ' tabindex="0"' : ""}>${cards.join("")}</ul>`
    : `<p class="w-none">${escapeHtml(words.none)}</p>`;
  const { wide, tablet, phone } = feed.columns;
  const looks = context.style(`--wide:${wide};--tablet:${tablet};--phone:${phone};--gap:${feed.gapPx}px`);
  // Without script all of them are there: pages are a convenience, and search engines read everything.
  const pages = feed.paging !== "none" && clips.length > feed.perPage;
  const data = pages || feed.layout === "strip" || feed.plays === "large" ? ` data-w="${id}"` : "";
  return `<div${attributes}${data}><div class="w-feed as-${feed.layout} ${looks}">${headerHtml(feed, found, context)}${list}</div></div>`;
}
