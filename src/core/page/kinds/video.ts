// A video: a clip of another host, or a film of the site. Until it is played there is a picture, and nobody hears of it.
import Joi from "joi";
import { languageSchema } from "@/core/locale/schema";
import { inLanguage } from "@/core/locale/words";
import { type Cut, cutSchema } from "@/core/media/cut";
import { escapeHtml, type RenderContext } from "@/core/render/markup";
import { isoLength, usualRatio } from "@/core/video/length";
import type { PlayAsked } from "@/core/video/provider";
import type { ReleasedVideo } from "@/core/video/released";
import { playName, posterHtml, releasedVideo, targetOf } from "@/core/video/screen";
import { framedOrigin, hostOf, momentOf, pageAddress, type Source, sentBy } from "@/core/video/source";
import { sourceSchema } from "@/core/video/source-schema";
import { videoWords } from "@/core/video/words";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";
import type { PageNode } from "../node";
import { anchorSchema } from "../words/anchor";
import { type Line, lineId, linesSchema } from "../words/lines";
import { mediaHash } from "./picture";

interface Captions extends Line {
  /** BCP 47 tag. */
  readonly language: string;
  readonly media: string | null;
}

interface Chapter extends Line {
  /** "1:15" from the beginning. */
  readonly at: string;
  readonly text: string;
}

export interface VideoContent {
  readonly source: Source | null;
  /** As its host calls it, until somebody calls it otherwise. */
  readonly title: string;
  /** Width by height of the film itself. */
  readonly ratio: number;
  /** How long it is; 0 where nobody says. */
  readonly seconds: number;
  readonly poster: string | null;
  readonly cut?: Cut;
  /** Description of the poster: what the picture says that it was, or will be. */
  readonly alt: string;
  readonly caption?: string;
  readonly titled?: boolean;
  /** Where it plays, and what is pressed for it. */
  readonly as: "here" | "over" | "button" | "link";
  /** Words of the button or link; its title where it says nothing. */
  readonly text: string;
  readonly dim?: number;
  readonly group?: string;
  /** Other blocks that link to this anchor open it, too. */
  readonly anchor?: string;
  readonly from?: number;
  readonly to?: number;
  readonly loop?: boolean;
  readonly auto?: boolean;
  readonly controls: PlayAsked["controls"];
  readonly fullScreen?: boolean;
  readonly quality?: number;
  /** Captions are shown from the beginning. */
  readonly captioned?: boolean;
  readonly captions: readonly Captions[];
  readonly chapters: readonly Chapter[];
}

/** How much the page behind is dimmed where nothing else is said, in %. */
const usualDim = 80;
const longestSeconds = 24 * 3600;
const seconds = Joi.number().min(0).max(longestSeconds).precision(1);
const momentSchema = Joi.string()
  .pattern(/^(?:\d{1,2}:)?\d{1,2}:\d{2}$/)
  .messages({ "string.pattern.base": "Write the moment as 1:15." });

const isFile = ({ source }: VideoContent) => source?.from === "file";
const isClip = ({ source }: VideoContent) => source !== null && source.from !== "file";
const isOver = ({ as }: VideoContent) => as !== "here";

/** How its player is asked to play it. */
export const askedOf = (content: VideoContent, language: string): PlayAsked => ({
  from: content.from ?? 0,
  to: content.to ?? 0,
  loop: content.loop ?? false,
  muted: content.auto ?? false,
  controls: content.controls,
  fullScreen: content.fullScreen ?? true,
  quality: content.quality ?? 0,
  captions: content.captioned ? (language.split("-")[0] ?? "") : "",
});

function trackOf({ language, media }: Captions, context: RenderContext) {
  const file = media ? context.file(media) : null;
  const names = new Intl.DisplayNames([context.language], { type: "language", fallback: "code" });
  return file ? [{ src: file.href, language, label: names.of(language) ?? language }] : [];
}

/** What the page tells the video's script; null where there is nothing to play. */
function releasedOf(content: VideoContent, context: RenderContext): ReleasedVideo | null {
  const { source, title, ratio } = content;
  if (!source) return null;
  const page = pageAddress(source, context.standIn) ?? "";
  const released = releasedVideo({ source, title, ratio, page, asked: askedOf(content, context.language) }, context);
  if (!released) return null;
  const tracks = released.file ? content.captions.flatMap((one) => trackOf(one, context)) : [];
  return {
    ...released,
    ...(tracks.length ? { tracks } : {}),
    ...(content.captioned ? { captions: true } : {}),
    ...(isOver(content) ? { over: content.dim ?? usualDim } : {}),
    ...(isOver(content) && content.group ? { group: content.group } : {}),
  };
}

/** Who hears of it once it plays, as a sentence of the page; "" for a film of the site. */
function hearsHtml(source: Source, context: RenderContext): string {
  const page = pageAddress(source, context.standIn);
  if (!page) return "";
  const words = inLanguage(videoWords, context.language);
  const left = [...sentBy(source, context.standIn)].flatMap(({ sets }) => sets).length;
  const things = words.cookies[left === 1 ? 0 : 1].replace("%1", String(left));
  const sentence = (left ? words.leaves : words.hears).replace("%1", hostOf(page)).replace("%2", things);
  return `<p class="b-hears">${escapeHtml(sentence)}</p>`;
}

function tellEngines(
  content: VideoContent,
  released: ReleasedVideo,
  poster: string | undefined,
  context: RenderContext,
) {
  if (!content.title) return;
  context.tell({
    "@context": "https://schema.org",
    "@type": "VideoObject",
    name: content.title,
    ...(content.caption ? { description: content.caption } : {}),
    ...(content.seconds ? { duration: isoLength(content.seconds) } : {}),
    ...(poster ? { thumbnailUrl: context.absolute(poster) } : {}),
    ...(released.player ? { embedUrl: released.player } : {}),
    ...(released.file ? { contentUrl: context.absolute(released.file.src) } : {}),
  });
}

function openerHtml(content: VideoContent, released: ReleasedVideo, context: RenderContext): string {
  const target = targetOf(released, released.page ?? "");
  if (content.as === "button" || content.as === "link") {
    const text = content.text || playName(content.title, 0, context);
    return `<a class="b-plays ${content.as === "button" ? "b-button" : "b-link"}" href="${target}"${context.written("text")}>${escapeHtml(text)}</a>`;
  }
  const { poster: media, cut, ratio, title, seconds: long } = content;
  return posterHtml({ media, cut, ratio, title, seconds: long, timed: true, target }, context);
}

function chaptersHtml(node: PageNode, content: VideoContent, context: RenderContext): string {
  const chapters = isFile(content) ? content.chapters.filter(({ text }) => text) : [];
  if (!chapters.length) return "";
  const { chapters: title } = inLanguage(videoWords, context.language);
  const lines = chapters.map(
    ({ id, at, text }) =>
      `<li${context.line(node, id)}><button type="button" data-at="${momentOf(at)}"><span>${escapeHtml(at)}</span> <span${context.written("text")}>${escapeHtml(text)}</span></button></li>`,
  );
  return `<ol class="b-chapters" aria-label="${escapeHtml(title)}">${lines.join("")}</ol>`;
}

export const video: KindDefinition = defineKind<VideoContent>({
  label: "Video",
  schema: Joi.object<VideoContent>({
    source: sourceSchema.allow(null).required(),
    title: Joi.string().allow("").max(200).required(),
    ratio: Joi.number().min(0.25).max(4).required(),
    seconds: seconds.required(),
    poster: mediaHash.allow(null).required(),
    cut: cutSchema,
    alt: Joi.string().allow("").max(400).required(),
    caption: Joi.string().allow("").max(300),
    titled: Joi.boolean(),
    as: Joi.string().valid("here", "over", "button", "link").required(),
    text: Joi.string().allow("").max(120).required(),
    dim: Joi.number().integer().min(40).max(96),
    group: Joi.string().allow("").max(40),
    anchor: anchorSchema,
    from: seconds,
    to: seconds,
    loop: Joi.boolean(),
    auto: Joi.boolean(),
    controls: Joi.string().valid("shown", "resting", "none").required(),
    fullScreen: Joi.boolean(),
    quality: Joi.number().valid(0, 360, 480, 720, 1080),
    captioned: Joi.boolean(),
    captions: linesSchema<Captions>(
      { id: lineId, language: languageSchema.required(), media: mediaHash.allow(null).required() },
      24,
    ),
    chapters: linesSchema<Chapter>(
      { id: lineId, at: momentSchema.required(), text: Joi.string().allow("").max(120).required() },
      60,
    ),
  }),
  fresh: () => ({
    source: null,
    title: "",
    ratio: usualRatio,
    seconds: 0,
    poster: null,
    alt: "",
    as: "here",
    text: "",
    controls: "shown",
    fullScreen: true,
    captions: [],
    chapters: [],
  }),
  group: "Pictures",
  inFlow: true,
  looks: ["ratio", "part", "align", "corners", "order", "above", "below", "hidden"],
  words: {
    source: "value",
    poster: "value",
    cut: "value",
    title: "line",
    caption: "line",
    text: "line",
    captions: { parts: { media: "value" } },
    chapters: { parts: { text: "line" } },
  },
  plays: ({ source }) => source,
  title: ({ title }) => title,
  fields: [
    { name: "source", label: "Video", control: { kind: "video" } },
    { name: "poster", label: "Poster", control: { kind: "picture", cut: "cut" } },
    { name: "title", label: "Title", stacked: true, control: { kind: "line" } },
    { name: "titled", label: "", control: { kind: "flag", says: "The title stands below it" }, optional: true },
    { name: "caption", label: "Caption", control: { kind: "line" }, optional: true },
    {
      name: "as",
      label: "Plays",
      control: {
        kind: "choice",
        options: [
          ["here", "in its place"],
          ["over", "over the page, from its poster"],
          ["button", "over the page, from a button"],
          ["link", "over the page, from a link"],
        ],
      },
      layout: true,
    },
    {
      name: "text",
      label: "Words",
      control: { kind: "line" },
      shown: ({ as }) => as === "button" || as === "link",
    },
    {
      name: "dim",
      label: "Page dimmed",
      control: { kind: "value", of: { kind: "number", unit: "%", step: 4, min: 40, max: 96 } },
      optional: true,
      shown: isOver,
      hint: ({ dim }) => (dim === undefined ? `As long as nothing is said, ${usualDim} %.` : undefined),
      layout: true,
    },
    {
      name: "group",
      label: "Group",
      control: { kind: "line" },
      optional: true,
      shown: isOver,
      hint: () => "Videos of one group on a page follow each other.",
      layout: true,
    },
    {
      name: "anchor",
      label: "Link target",
      control: { kind: "line" },
      optional: true,
      shown: isOver,
      hint: ({ anchor }) =>
        anchor ? `Any block whose link is #${anchor} opens it, too.` : "For other blocks that open it, too: #anchor.",
      layout: true,
    },
    {
      name: "from",
      label: "Begins at",
      control: { kind: "value", of: { kind: "number", unit: "s", step: 1, min: 0, max: longestSeconds } },
      optional: true,
      layout: true,
    },
    {
      name: "to",
      label: "Ends at",
      control: { kind: "value", of: { kind: "number", unit: "s", step: 1, min: 0, max: longestSeconds } },
      optional: true,
      hint: ({ to }) => (to ? undefined : "0 is its end."),
      layout: true,
    },
    {
      name: "loop",
      label: "",
      control: { kind: "flag", says: "Begins again at its end" },
      optional: true,
      layout: true,
    },
    {
      name: "auto",
      label: "",
      control: { kind: "flag", says: "Plays by itself, without sound" },
      optional: true,
      layout: true,
      shown: (content) => !isOver(content),
      hint: (content) =>
        isClip(content)
          ? "Browsers let only silent clips play by themselves. One of another host waits for the visitor’s consent."
          : "Browsers let only silent clips play by themselves. Who wants nothing to move, or saves data, presses.",
    },
    {
      name: "controls",
      label: "Controls",
      control: {
        kind: "choice",
        options: [
          ["shown", "shown"],
          ["resting", "hidden while it plays"],
          ["none", "none: a press stops it"],
        ],
      },
      layout: true,
    },
    { name: "fullScreen", label: "", control: { kind: "flag", says: "May fill the screen" }, layout: true },
    {
      name: "quality",
      label: "Quality",
      control: {
        kind: "choice",
        options: [
          [0, "as the host thinks best"],
          [360, "360 lines"],
          [480, "480 lines"],
          [720, "720 lines"],
          [1080, "1,080 lines"],
        ],
      },
      optional: true,
      shown: isClip,
      layout: true,
    },
    {
      name: "captioned",
      label: "",
      control: { kind: "flag", says: "Captions are shown from the beginning" },
      optional: true,
    },
    {
      name: "captions",
      label: "Captions",
      control: {
        kind: "items",
        one: "language",
        named: "language",
        fresh: { language: "en", media: null },
        parts: [
          { name: "language", label: "Language", control: "line", hint: "A tag such as en, de or fr." },
          { name: "media", label: "Captions (WebVTT)", control: "captions" },
        ],
      },
      shown: isFile,
    },
    {
      name: "chapters",
      label: "Chapters",
      control: {
        kind: "items",
        one: "chapter",
        named: "text",
        fresh: { at: "0:00", text: "" },
        parts: [
          { name: "at", label: "Begins at", control: "line", hint: "As 1:15." },
          { name: "text", label: "Words", control: "line" },
        ],
      },
      shown: isFile,
    },
  ],
  becomes: [
    {
      kind: "picture",
      label: "Make a picture of it",
      content: ({ poster, alt, caption, cut }) => ({
        media: poster,
        alt,
        ...(cut ? { cut } : {}),
        ...(caption ? { caption } : {}),
      }),
    },
  ],
  refs: function* ({ source, poster, captions }) {
    if (source?.from === "file") yield { of: "media", id: source.media, path: "source.media" };
    if (poster) yield { of: "media", id: poster, path: "poster" };
    for (const { id, media } of captions) if (media) yield { of: "media", id: media, path: `captions.${id}.media` };
  },
  sends: ({ source }, standIns) => sentBy(source, standIns),
  problems: function* (content, site) {
    if (!content.source) yield { weight: "stops", code: "check.noVideo" };
    else if (content.source.from === "file" && site.has("media", content.source.media)) {
      if (!content.captions.some(({ media }) => media)) yield { weight: "look", code: "check.noCaptions" };
    }
    if (content.source && !content.title) yield { weight: "look", code: "check.noVideoTitle" };
    if (content.source && !content.poster && !(content.as === "button" || content.as === "link"))
      yield { weight: "look", code: "check.noPoster" };
    if (content.to && content.to <= (content.from ?? 0)) yield { weight: "stops", code: "check.videoEndsFirst" };
  },
  draw: (_node, width) =>
    drawn(
      [
        { kind: "box", width, height: 14 },
        { kind: "key", x: width / 2 - 2.5, y: 4.5, width: 5, height: 5 },
      ],
      14,
    ),
  css: '.b-video{margin-block:var(--above,0) var(--below,0);width:var(--part,100%);align-self:var(--place,auto);margin-inline:0;max-width:100%;border-radius:0!important}.b-screen{position:relative;aspect-ratio:var(--ratio,auto);background:#000;border-radius:var(--corners,var(--radius));overflow:hidden}.b-screen::before{content:"";display:block;aspect-ratio:var(--shape)}.b-screen .b-plays{position:absolute;inset:0;display:block;color:#fff}.b-screen img,.b-screen .b-none{display:block;width:100%;height:100%;object-fit:cover;aspect-ratio:auto;min-height:0}.b-screen .b-none{background:color-mix(in srgb,var(--c-ink) 82%,var(--c-paper));border:0}.b-sign{position:absolute;inset-inline-start:16px;bottom:16px;width:56px;height:56px}.b-sign rect{fill:var(--c-accent)}.b-sign path{fill:var(--c-onAccent)}.b-length{position:absolute;inset-inline-end:12px;bottom:12px;background:#000c;color:#fff;font-size:.85rem;padding:.15em .5em;border-radius:3px;pointer-events:none;font-variant-numeric:tabular-nums}.b-screen>div,.b-screen iframe,.b-screen video,.b-box>div,.b-box iframe,.b-box video{position:absolute;inset:0;width:100%;height:100%;border:0;background:#000;object-fit:contain}.b-screen:focus-within{outline-offset:3px}.b-on .b-length{display:none}.b-plays:hover .b-sign{scale:1.06}.b-about{padding-top:.5em;font-size:.9em}.b-about strong{display:block}.b-hears{font-size:.8em;color:var(--quiet);padding-top:.35em;max-width:60ch}.b-again,.b-pause{position:absolute;inset-inline-start:16px;bottom:16px;min-height:44px;padding:.4em 1em;border:0;border-radius:var(--button-radius);background:var(--c-accent);color:var(--c-onAccent);font:600 1rem/1.2 var(--f-text);cursor:pointer;z-index:1}.b-pause{inset-inline:auto 12px;inset-block:12px auto;background:#000c;color:#fff}.b-failed{position:absolute;inset:0;display:grid;place-content:center;gap:12px;padding:20px;color:#fff;background:#000d;text-align:center}.b-failed a{color:inherit}.b-chapters{list-style:none;padding:0;margin-top:10px;border-top:1px solid var(--c-line)}.b-chapters button{display:flex;gap:1em;width:100%;min-height:44px;align-items:center;padding:.3em 0;border:0;border-bottom:1px solid var(--c-line);background:none;color:inherit;font:inherit;text-align:start;cursor:pointer}.b-chapters button span:first-child{color:var(--quiet);font-variant-numeric:tabular-nums;min-width:3.5em}.b-link{color:inherit;text-underline-offset:.18em;display:inline-block;min-height:24px}.b-theatre{width:100vw;height:100dvh;max-width:none;max-height:none;margin:0;border:0;padding:0;background:none;color:#fff}.b-theatre::backdrop{background:#000;opacity:var(--dim,.8)}.b-theatre .b-seat{position:absolute;inset:64px clamp(12px,6vw,88px) 72px;display:grid;place-content:center}.b-theatre .b-box{position:relative;background:#000;width:min(100vw - 2*clamp(12px,6vw,88px),(100dvh - 136px)*var(--shape));aspect-ratio:var(--shape)}.b-theatre p{position:absolute;inset:auto 16px 20px;text-align:center;margin:0}.b-theatre>button{position:absolute;width:44px;height:44px;border:0;border-radius:var(--button-radius);background:var(--c-paper);color:var(--c-ink);font:600 1.3rem/1 var(--f-text);cursor:pointer;z-index:2}.b-theatre .b-close{top:10px;inset-inline-end:12px}.b-theatre .b-next{bottom:12px;inset-inline-end:12px}.b-theatre .b-before{bottom:12px;inset-inline-start:12px}',
  cssOf: ["picture", "button"],
  render: (node, content, context) => {
    const released = releasedOf(content, context);
    const shape = context.style(`--shape:${content.ratio}`);
    if (!content.source || !released)
      return context.placeholder(
        `<div${context.attributes(node, "b-video")}><div class="b-screen ${shape}"><div class="b-none"></div></div></div>`,
      );
    const origin = framedOrigin(content.source, context.standIn);
    if (origin) context.frames(origin);
    // Only noted here, and loaded once it plays.
    context.script("player");
    const found = content.poster ? context.picture(content.poster, content.cut) : null;
    tellEngines(content, released, found?.src, context);
    const title =
      content.titled && content.title ? `<strong${context.written("title")}>${escapeHtml(content.title)}</strong>` : "";
    const caption = content.caption ? `<span${context.written("caption")}>${escapeHtml(content.caption)}</span>` : "";
    const below = title || caption ? `<p class="b-about">${title}${caption}</p>` : "";
    // What opens it from elsewhere may be pressed before it is near: its script comes at once.
    const target =
      content.anchor && isOver(content) ? `<span data-anchor id="${escapeHtml(content.anchor)}"></span>` : "";
    return `<div${context.attributes(node, "b-video")}${context.script("video")}${target ? " data-now" : ""} data-clip="${escapeHtml(JSON.stringify(released))}">${target}${openerHtml(content, released, context)}${below}${chaptersHtml(node, content, context)}${hearsHtml(content.source, context)}</div>`;
  },
});
