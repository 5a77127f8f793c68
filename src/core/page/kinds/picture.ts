// A picture with its description, in the widths a visitor's screen needs.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind } from "../kind";
import { linkSchema } from "../link";

export interface PictureContent {
  /** SHA-256 of the media, in hex; null until one is chosen. */
  readonly media: string | null;
  /** Description for those who do not see it; empty only on decorative pictures. */
  readonly alt: string;
  readonly decorative?: boolean;
  readonly caption?: string;
  readonly link?: string;
}

export const mediaHash = Joi.string()
  .pattern(/^[0-9a-f]{64}$/)
  .messages({ "string.pattern.base": "A media reference is the SHA-256 of the file, as 64 hex digits." });

export const picture = defineKind<PictureContent>({
  kind: "picture",
  label: "Picture",
  content: Joi.object<PictureContent>({
    media: mediaHash.allow(null).required(),
    alt: Joi.string().allow("").max(400).required(),
    decorative: Joi.boolean(),
    caption: Joi.string().allow("").max(300),
    link: linkSchema,
  }),
  defaults: { media: null, alt: "" },
  looks: ["ratio", "corners", "above", "below", "hidden"],
  words: { media: "value", alt: "line", decorative: "value", caption: "line" },
  css: ".b-picture{margin-block:var(--above,0) var(--below,0);width:100%;border-radius:var(--radius);overflow:hidden}.b-picture img,.b-none{display:block;width:100%;height:auto;aspect-ratio:var(--ratio,auto);object-fit:cover}.b-none{background:color-mix(in srgb,currentColor 9%,transparent);min-height:8rem;border:1px dashed color-mix(in srgb,currentColor 45%,transparent)}.b-picture figcaption{font-size:.85em;color:var(--quiet);padding-top:.5em}",
  render: (node, content, context) => {
    const found = content.media ? context.picture(content.media) : null;
    const image = found
      ? `<img src="${found.src}"${found.srcset ? ` srcset="${found.srcset}" sizes="(max-width:600px) 100vw, 50vw"` : ""} width="${found.width}" height="${found.height}" alt="${content.decorative ? "" : escapeHtml(content.alt)}"${context.eager ? ' fetchpriority="high"' : ' loading="lazy"'} decoding="async">`
      : '<div class="b-none"></div>';
    const href = content.link ? context.href(content.link) : null;
    const linked = href === null ? image : `<a href="${href}">${image}</a>`;
    const caption = content.caption ? `<figcaption>${escapeHtml(content.caption)}</figcaption>` : "";
    return caption
      ? `<figure${context.attributes(node, "b-picture")}>${linked}${caption}</figure>`
      : `<div${context.attributes(node, "b-picture")}>${linked}</div>`;
  },
});
