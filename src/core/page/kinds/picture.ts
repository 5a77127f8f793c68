// A picture with its description, in the widths a visitor's screen needs.
import Joi from "joi";
import { type Cut, cutSchema } from "@/core/media/cut";
import { escapeHtml, imageHtml } from "@/core/render/markup";
import { usualRatio } from "@/core/video/length";
import { defineKind, type KindDefinition } from "../kind";
import { largeAttributes, largeLink } from "../look/large";
import { drawn } from "../look/shapes";
import { linkProblems, linkRefs, linkSchema } from "../words/link";

export interface PictureContent {
  /** SHA-256 of the media, in hex; null until one is chosen. */
  readonly media: string | null;
  /** Description for those who do not see it; empty only on decorative pictures. */
  readonly alt: string;
  readonly decorative?: boolean;
  readonly caption?: string;
  readonly link?: string;
  readonly cut?: Cut;
  /** Pressed, it opens large over the page. */
  readonly large?: boolean;
}

export const mediaHash = Joi.string()
  .pattern(/^[0-9a-f]{64}$/)
  .messages({ "string.pattern.base": "A media reference is the SHA-256 of the file, as 64 hex digits." });

export const picture: KindDefinition = defineKind<PictureContent>({
  label: "Picture",
  schema: Joi.object<PictureContent>({
    media: mediaHash.allow(null).required(),
    alt: Joi.string().allow("").max(400).required(),
    decorative: Joi.boolean(),
    caption: Joi.string().allow("").max(300),
    link: linkSchema,
    cut: cutSchema,
    large: Joi.boolean(),
  }),
  fresh: () => ({ media: null, alt: "" }),
  group: "Pictures",
  inFlow: true,
  pressed: true,
  looks: ["ratio", "corners", "order", "above", "below", "hidden"],
  words: { media: "value", cut: "value", alt: "line", decorative: "value", caption: "line" },
  fields: [
    {
      name: "media",
      label: "Picture",
      control: { kind: "picture", cut: "cut", clears: { alt: "", decorative: undefined } },
    },
    {
      name: "alt",
      label: "Description",
      stacked: true,
      control: { kind: "line", describes: "media" },
      hint: ({ decorative, alt }) =>
        decorative || alt ? undefined : "Say what is to be seen, for those who do not see it.",
      open: (content) => !content.decorative,
    },
    { name: "decorative", label: "", control: { kind: "flag", says: "Only decoration" }, optional: true },
    { name: "caption", label: "Caption", control: { kind: "line" }, optional: true },
    { name: "link", label: "Leads to", control: { kind: "link" }, optional: true, layout: true },
    {
      name: "large",
      label: "",
      control: { kind: "flag", says: "Opens large when it is pressed" },
      shown: ({ link }) => !link,
      optional: true,
      layout: true,
    },
  ],
  becomes: [
    {
      kind: "video",
      label: "Make a video of it",
      content: ({ media, alt, caption, cut }) => ({
        source: null,
        title: "",
        ratio: usualRatio,
        seconds: 0,
        poster: media,
        ...(cut ? { cut } : {}),
        alt,
        ...(caption ? { caption } : {}),
        as: "here",
        text: "",
        controls: "shown",
        fullScreen: true,
        captions: [],
        chapters: [],
      }),
    },
  ],
  refs: function* (content) {
    if (content.media) yield { of: "media", id: content.media, path: "media" };
    yield* linkRefs(content.link, "link");
  },
  problems: function* (content, site) {
    if (content.media === null) yield { weight: "look", code: "check.noPicture" };
    else if (site.has("media", content.media) && !content.alt && !content.decorative && !site.describes(content.media))
      yield { weight: "look", code: "check.noDescription", values: { name: site.called(content.media) } };
    yield* linkProblems(content.link, site);
  },
  draw: (_node, width) => drawn([{ kind: "box", width, height: 14 }], 14),
  css: ".b-picture{margin-block:var(--above,0) var(--below,0);width:100%;border-radius:var(--radius);overflow:hidden}.b-picture img,.b-none{display:block;width:100%;height:auto;aspect-ratio:var(--ratio,auto);object-fit:cover}.b-none{background:color-mix(in srgb,currentColor 9%,transparent);min-height:8rem;border:1px dashed color-mix(in srgb,currentColor 45%,transparent)}.b-pressed{display:block;padding:0;border:0;background:none;width:100%;cursor:pointer}.b-picture .b-large{display:block}.b-picture figcaption{font-size:.85em;color:var(--quiet);padding-top:.5em}",
  render: (node, content, context) => {
    const found = content.media ? context.picture(content.media, content.cut) : null;
    const alt = content.decorative ? "" : content.alt || (found?.alt ?? "");
    const image = found
      ? imageHtml(
          found,
          {
            sizes: context.sizes({ part: found.zoom, phonePart: found.zoom }),
            alt,
            loading: context.loading(),
          },
          context,
        )
      : context.placeholder('<div class="b-none"></div>');
    if (!image) return "";
    const large = found && content.large && !content.link ? found : null;
    const linked = content.link
      ? context.leadTo(content.link, ' class="b-pressed"', image)
      : large
        ? largeLink(large, alt, image, context)
        : image;
    if (large) context.needsCss("gallery");
    const opens = large ? largeAttributes(context) : "";
    const caption = content.caption ? `<figcaption>${escapeHtml(content.caption)}</figcaption>` : "";
    return caption
      ? `<figure${context.attributes(node, "b-picture")}${opens}>${linked}${caption}</figure>`
      : `<div${context.attributes(node, "b-picture")}${opens}>${linked}</div>`;
  },
});
