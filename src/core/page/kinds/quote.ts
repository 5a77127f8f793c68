// Words somebody said, and who.
import Joi from "joi";
import { type Cut, cutSchema } from "@/core/media/cut";
import { escapeHtml, imageHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";
import { mediaHash } from "./picture";

export interface QuoteContent {
  readonly text: string;
  /** Who said it, and what one should know of them. */
  readonly who?: string;
  readonly about?: string;
  /** A picture of them: only decoration, since the name stands beside it. */
  readonly media?: string | null;
  readonly cut?: Cut;
}

export const quote: KindDefinition = defineKind<QuoteContent>({
  label: "Quote",
  schema: Joi.object<QuoteContent>({
    text: Joi.string()
      .allow("")
      .max(1200)
      .required()
      .messages({ "string.max": "A quote has at most 1,200 characters." }),
    who: Joi.string().allow("").max(120),
    about: Joi.string().allow("").max(160),
    media: mediaHash.allow(null),
    cut: cutSchema,
  }),
  fresh: () => ({ text: "What somebody said, in their own words.", who: "First name" }),
  group: "Words",
  inFlow: true,
  pressed: true,
  looks: ["size", "colour", "align", "measure", "above", "below", "hidden"],
  words: { text: "line", who: "line", about: "line", media: "value", cut: "value" },
  onPage: "text",
  fields: [
    { name: "text", label: "Words", stacked: true, control: { kind: "line", counted: true } },
    { name: "who", label: "Who", control: { kind: "line" }, optional: true },
    { name: "about", label: "About them", control: { kind: "line" }, optional: true },
    { name: "media", label: "Picture", control: { kind: "picture", none: "No picture", cut: "cut" }, optional: true },
  ],
  refs: ({ media }) => (media ? [{ of: "media", id: media, path: "media" }] : []),
  problems: function* ({ who }) {
    if (!who) yield { weight: "look", code: "check.quoteWithoutName" };
  },
  draw: (_node, width) =>
    drawn(
      [
        { kind: "bold", width, height: 1.8 },
        { kind: "bold", y: 3, width: width * 0.8, height: 1.8 },
        { kind: "line", y: 6.4, width: width * 0.4, height: 1.2 },
      ],
      8,
    ),
  css: ".b-quote{margin:0;margin-block:var(--above,0) var(--below,0);display:flex;flex-direction:column;gap:1em;align-items:var(--place,flex-start)}.b-quote blockquote{margin:0;font-family:var(--f-head);font-size:1.4em;line-height:1.35;text-wrap:pretty;overflow-wrap:break-word}.b-said{quotes:auto}.b-said::before{content:open-quote}.b-said::after{content:close-quote}.b-quote figcaption{display:flex;justify-content:var(--place,flex-start);gap:.8em;align-items:center;color:var(--quiet);line-height:1.35}.b-quote figcaption:has(img){text-align:start}.b-quote figcaption strong{display:block;color:var(--words)}.b-quote img{width:3.2rem;height:3.2rem;border-radius:50%;object-fit:cover;flex:none}.b-quote .b-cut{width:3.2rem;height:3.2rem;border-radius:50%;flex:none}",
  render: (node, { text, who, about, media, cut }, context) => {
    const found = media ? context.picture(media, cut) : null;
    const image = found ? imageHtml(found, { sizes: `${Math.round(52 * found.zoom)}px`, alt: "" }, context) : "";
    const name = who ? `<strong>${escapeHtml(who)}</strong>` : "";
    const caption =
      name || about || image ? `<figcaption>${image}<span>${name}${escapeHtml(about ?? "")}</span></figcaption>` : "";
    return `<figure${context.attributes(node, "b-quote")}><blockquote><p class="b-said"${context.written("text")}>${escapeHtml(text)}</p></blockquote>${caption}</figure>`;
  },
});
