// A clip on a page before it plays: its poster with what is pressed, and what the page tells the script that plays it.
import { inLanguage } from "@/core/locale/words";
import type { Cut } from "@/core/media/cut";
import { escapeHtml, imageHtml, type RenderContext } from "@/core/render/markup";
import { clock, spokenLength } from "./length";
import type { PlayAsked } from "./provider";
import { providers } from "./providers";
import type { ReleasedVideo } from "./released";
import { hostOf, playerAddress, type Source, sentBy } from "./source";
import { spokenWords, videoWords } from "./words";

/** A play mark of our own: a field with a triangle, in the accent of the brand. */
const signSvg =
  '<svg class="b-sign" viewBox="0 0 64 64" aria-hidden="true"><rect width="64" height="64" rx="8"/><path d="M24 18v28l24-14z"/></svg>';

/** A clip that plays as it comes: from its beginning, with its host's controls. */
export const asItComes: PlayAsked = {
  from: 0,
  to: 0,
  loop: false,
  muted: false,
  controls: "shown",
  fullScreen: true,
  quality: 0,
  captions: "",
};

export interface Shown {
  readonly source: Source;
  readonly title: string;
  readonly ratio: number;
  /** Where a person opens it; "" for a film of the site. */
  readonly page: string;
  readonly asked: PlayAsked;
}

/** What the page tells the script of a clip; null where its film is gone. */
export function releasedVideo(
  { source, title, ratio, page, asked }: Shown,
  context: RenderContext,
): ReleasedVideo | null {
  const all = inLanguage(videoWords, context.language);
  const words = Object.fromEntries(spokenWords.map((name) => [name, all[name]])) as ReleasedVideo["words"];
  const file = source.from === "file" ? context.file(source.media) : null;
  if (source.from === "file" && !file?.film) return null;
  const player = playerAddress(source, asked, context.standIn);
  const [sent] = sentBy(source, context.standIn);
  return {
    ...(player ? { player } : {}),
    ...(file ? { file: { src: file.href, type: file.type } } : {}),
    title,
    from: asked.from,
    to: asked.to,
    ...(asked.loop ? { loop: true } : {}),
    ...(asked.muted ? { auto: true } : {}),
    controls: asked.controls,
    fullScreen: asked.fullScreen,
    ...(source.from === "clip" ? { ended: providers[source.provider].ended } : {}),
    ...(sent ? { purpose: sent.purpose } : {}),
    ...(page ? { page } : {}),
    ratio,
    words: { ...words, failed: words.failed.replace("%1", page ? hostOf(page) : "") },
  };
}

/** What is pressed to play a clip, in words: its title and length. */
export function playName(title: string, seconds: number, context: RenderContext): string {
  const words = inLanguage(videoWords, context.language);
  const long = seconds ? `, ${spokenLength(seconds, context.language)}` : "";
  return (title ? words.play.replace("%1", title) : words.playPlain) + long;
}

/** Where a clip is opened without script: its page, or the film itself; escaped. */
export const targetOf = (released: ReleasedVideo | null, page: string): string =>
  escapeHtml(page) || released?.file?.src || "";

export interface Poster {
  readonly media: string | null;
  readonly cut?: Cut | undefined;
  readonly ratio: number;
  readonly title: string;
  readonly seconds: number;
  /** Whether its length stands on it. */
  readonly timed: boolean;
  /** Escaped. */
  readonly target: string;
  /** How much of its place's width it gets. */
  readonly part?: number;
  readonly phonePart?: number;
}

/** The poster with its play mark, as a link to where the clip stands. */
export function posterHtml(poster: Poster, context: RenderContext): string {
  const { part = 1, phonePart = 1 } = poster;
  const found = poster.media ? context.picture(poster.media, poster.cut) : null;
  const image = found
    ? imageHtml(
        found,
        {
          sizes: context.sizes({ part: part * found.zoom, phonePart: phonePart * found.zoom }),
          alt: "",
          loading: context.loading(),
        },
        context,
      )
    : '<span class="b-none"></span>';
  const length =
    poster.timed && poster.seconds ? `<span class="b-length" aria-hidden="true">${clock(poster.seconds)}</span>` : "";
  const name = escapeHtml(playName(poster.title, poster.seconds, context));
  return `<div class="b-screen ${context.style(`--shape:${poster.ratio}`)}"><a class="b-plays" href="${poster.target}" aria-label="${name}">${image}${signSvg}</a>${length}</div>`;
}
