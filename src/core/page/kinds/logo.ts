// The site's sign, leading home: its picture, another one on dark grounds, or the site's name in type.
import Joi from "joi";
import { escapeHtml, imageHtml, type RenderContext } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";
import { mediaHash } from "./picture";

export interface LogoContent {
  /** SHA-256 of the media; null shows the site's name. */
  readonly media: string | null;
  /** On dark grounds. */
  readonly dark?: string | null;
  /** In a header that is scrolled. */
  readonly scrolled?: string | null;
}

function image(media: string | null | undefined, context: RenderContext, className: string): string {
  const found = media ? context.picture(media) : null;
  return found
    ? imageHtml(found, { sizes: "240px", alt: context.siteName, className, loading: "now", whole: true }, context)
    : "";
}

export const logo: KindDefinition = defineKind<LogoContent>({
  label: "Logo",
  schema: Joi.object<LogoContent>({
    media: mediaHash.allow(null).required(),
    dark: mediaHash.allow(null),
    scrolled: mediaHash.allow(null),
  }),
  fresh: () => ({ media: null }),
  group: "Pictures",
  inFlow: true,
  looks: ["size", "height", "align", "above", "below", "hidden"],
  words: { media: "value", dark: "value", scrolled: "value" },
  fieldsNote: "Without a picture it is the site’s name. It leads to the home page.",
  fields: [
    { name: "media", label: "Picture", control: { kind: "picture", none: "The name instead" } },
    {
      name: "dark",
      label: "On dark grounds",
      control: { kind: "picture", none: "The same as on light ones" },
      shown: ({ media }) => media !== null,
      optional: true,
    },
    {
      name: "scrolled",
      label: "Once scrolled",
      control: { kind: "picture", none: "The same" },
      hint: () => "Only in a header that stays in view.",
      shown: ({ media }) => media !== null,
      optional: true,
    },
  ],
  refs: function* ({ media, dark, scrolled }) {
    if (media) yield { of: "media", id: media, path: "media" };
    if (dark) yield { of: "media", id: dark, path: "dark" };
    if (scrolled) yield { of: "media", id: scrolled, path: "scrolled" };
  },
  draw: (_node, width) => drawn([{ kind: "bold", width: Math.min(width, 14), height: 3 }], 3),
  css: ".b-logo{display:inline-block;align-self:var(--place,flex-start);color:inherit;text-decoration:none;font-family:var(--f-head);font-weight:var(--head-weight);font-size:1.25rem;line-height:1.2;padding-block:.2em;margin-block:var(--above,0) var(--below,0)}.b-logo img{display:block;height:var(--height,48px);width:auto;max-width:100%;object-fit:contain}.b-logo .has-dark{display:var(--for-light,block)}.b-logo .dark{display:var(--for-dark,none)}.b-logo .scrolled{display:none}",
  render: (node, { media, dark, scrolled }, context) => {
    const onDark = image(dark, context, "dark");
    const shown = image(media, context, onDark ? "has-dark" : "light");
    return `<a${context.attributes(node, "b-logo")} href="${context.homeHref}">${shown ? shown + onDark + image(scrolled, context, "scrolled") : escapeHtml(context.siteName)}</a>`;
  },
});
