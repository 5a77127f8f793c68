// A picture with its description, in the widths a visitor's screen needs.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { linkProblems, linkRefs, linkSchema } from "../link";
import { drawn } from "../shapes";

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

const loadingOf = { first: ' fetchpriority="high"', now: "", late: ' loading="lazy"' } as const;

export const picture: KindDefinition = defineKind<PictureContent>({
  label: "Picture",
  schema: Joi.object<PictureContent>({
    media: mediaHash.allow(null).required(),
    alt: Joi.string().allow("").max(400).required(),
    decorative: Joi.boolean(),
    caption: Joi.string().allow("").max(300),
    link: linkSchema,
  }),
  fresh: () => ({ media: null, alt: "" }),
  group: "Pictures",
  inFlow: true,
  pressed: true,
  looks: ["ratio", "corners", "order", "above", "below", "hidden"],
  words: { media: "value", alt: "line", decorative: "value", caption: "line" },
  fields: [
    { name: "media", label: "Picture", control: { kind: "picture", clears: { alt: "", decorative: undefined } } },
    {
      name: "alt",
      label: "Description",
      control: { kind: "line", stacked: true },
      hint: ({ decorative, alt }) =>
        decorative || alt ? undefined : "Say what is to be seen, for those who do not see it.",
      open: (content) => !content.decorative,
    },
    { name: "decorative", label: "", control: { kind: "flag", says: "Only decoration" }, optional: true },
    { name: "caption", label: "Caption", control: { kind: "line" }, optional: true },
    { name: "link", label: "Leads to", control: { kind: "link" }, optional: true, layout: true },
  ],
  refs: function* (content) {
    if (content.media) yield { of: "media", id: content.media, path: "media" };
    yield* linkRefs(content.link, "link");
  },
  problems: function* (content, site) {
    if (content.media === null) yield { weight: "look", code: "check.noPicture" };
    else if (site.has("media", content.media) && !content.alt && !content.decorative && !site.describes(content.media))
      yield { weight: "look", code: "check.noDescription" };
    yield* linkProblems(content.link, site);
  },
  draw: (_node, width) => drawn([{ kind: "box", width, height: 14 }], 14),
  css: ".b-picture{margin-block:var(--above,0) var(--below,0);width:100%;border-radius:var(--radius);overflow:hidden}.b-picture img,.b-none{display:block;width:100%;height:auto;aspect-ratio:var(--ratio,auto);object-fit:cover}.b-none{background:color-mix(in srgb,currentColor 9%,transparent);min-height:8rem;border:1px dashed color-mix(in srgb,currentColor 45%,transparent)}.b-pressed{display:block;padding:0;border:0;background:none;width:100%;cursor:pointer}.b-picture figcaption{font-size:.85em;color:var(--quiet);padding-top:.5em}",
  render: (node, content, context) => {
    const found = content.media ? context.picture(content.media) : null;
    const image = found
      ? `<img src="${found.src}"${found.srcset ? ` srcset="${found.srcset}" sizes="${context.sizes()}"` : ""} width="${found.width}" height="${found.height}" alt="${content.decorative ? "" : escapeHtml(content.alt || found.alt)}"${found.position ? ` class="${context.style(found.position)}"` : ""}${loadingOf[context.loading()]} decoding="async">`
      : '<div class="b-none"></div>';
    const linked = content.link ? context.leadTo(content.link, ' class="b-pressed"', image) : image;
    const caption = content.caption ? `<figcaption>${escapeHtml(content.caption)}</figcaption>` : "";
    return caption
      ? `<figure${context.attributes(node, "b-picture")}>${linked}${caption}</figure>`
      : `<div${context.attributes(node, "b-picture")}>${linked}</div>`;
  },
});
