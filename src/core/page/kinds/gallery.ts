// Pictures together: in a grid, in rows of equal height, or in a strip. Pressed, one opens large over the page.
import Joi from "joi";
import { type Cut, cutSchema } from "@/core/media/cut";
import { escapeHtml, imageHtml, type RenderContext } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { largeAttributes, largeLink } from "../look/large";
import { drawn } from "../look/shapes";
import type { PageNode } from "../node";
import { lineId, linesSchema } from "../words/lines";
import { mediaHash } from "./picture";

interface GalleryPicture {
  readonly id?: string;
  readonly media: string | null;
  readonly alt: string;
  readonly caption?: string;
  readonly cut?: Cut;
}

export interface GalleryContent {
  readonly items: readonly GalleryPicture[];
  readonly as: "grid" | "rows" | "strip";
}

/** The shape a picture has in rows of equal height where its own is not known. */
const usualRatio = 1.5;

function itemHtml(node: PageNode, item: GalleryPicture, as: GalleryContent["as"], context: RenderContext): string {
  const found = item.media ? context.picture(item.media, item.cut) : null;
  const caption = item.caption ? `<figcaption>${escapeHtml(item.caption)}</figcaption>` : "";
  const ratio = Math.round((found ? found.width / found.height : usualRatio) * 1000) / 1000;
  const shape = as === "grid" ? "" : ` class="${context.style(`--r:${ratio}`)}"`;
  const line = context.line(node, item.id);
  if (!found) return context.placeholder(`<li${shape}${line}><div class="b-none"></div></li>`);
  const columns = Number(node.look.base.columns ?? 3);
  const onPhones = Number(node.look.phone?.columns ?? 2);
  const { zoom } = found;
  const sizes = context.sizes(
    as === "grid" ? { part: zoom / columns, phonePart: zoom / onPhones } : { part: 0.4 * zoom },
  );
  const loading = context.loading() === "late" ? "late" : "now";
  const image = imageHtml(found, { sizes, alt: item.alt || found.alt, loading }, context);
  return `<li${shape}${line}><figure>${largeLink(found, item.alt || found.alt, image, context)}${caption}</figure></li>`;
}

export const gallery: KindDefinition = defineKind<GalleryContent>({
  label: "Gallery",
  schema: Joi.object<GalleryContent>({
    items: linesSchema<GalleryPicture>(
      {
        id: lineId,
        media: mediaHash.allow(null).required(),
        alt: Joi.string().allow("").max(400).required(),
        caption: Joi.string().allow("").max(300),
        cut: cutSchema,
      },
      120,
    ),
    as: Joi.string().valid("grid", "rows", "strip").required(),
  }),
  fresh: () => ({
    as: "grid",
    items: ["l1", "l2", "l3"].map((id) => ({ id, media: null, alt: "" })),
  }),
  group: "Pictures",
  inFlow: true,
  looks: ["columns", "height", "ratio", "gap", "corners", "order", "above", "below", "hidden"],
  words: { items: { parts: { media: "value", cut: "value", alt: "line", caption: "line" } } },
  fields: [
    {
      name: "as",
      label: "As",
      control: {
        kind: "choice",
        options: [
          ["grid", "a grid"],
          ["rows", "rows of equal height"],
          ["strip", "a strip that scrolls"],
        ],
      },
      layout: true,
    },
    {
      name: "items",
      label: "Pictures",
      control: {
        kind: "items",
        one: "picture",
        named: "alt",
        fresh: { media: null, alt: "" },
        chosenAs: "media",
        parts: [
          { name: "media", label: "Picture", control: "picture", cut: "cut" },
          { name: "alt", label: "Description", control: "line", describes: "media" },
          { name: "caption", label: "Caption", control: "line" },
        ],
      },
    },
  ],
  refs: function* ({ items }) {
    for (const { id, media } of items) if (media) yield { of: "media", id: media, path: `items.${id}.media` };
  },
  problems: function* ({ items }, site) {
    for (const { media, alt } of items)
      if (media === null) yield { weight: "look", code: "check.noPicture" };
      else if (!alt && site.has("media", media) && !site.describes(media))
        yield { weight: "look", code: "check.noDescription", values: { name: site.called(media) } };
  },
  draw: (node, width) => {
    const columns = Math.min(6, Number(node.look.base.columns ?? 3));
    const one = (width - (columns - 1) * 1.5) / columns;
    const count = Math.min(((node.content.items as readonly unknown[] | undefined) ?? []).length, columns * 2);
    const rows = Math.max(1, Math.ceil(count / columns));
    return drawn(
      Array.from(
        { length: Math.max(1, count) },
        (_one, at) =>
          ({
            kind: "box",
            x: (at % columns) * (one + 1.5),
            y: Math.floor(at / columns) * (one * 0.8 + 1.5),
            width: one,
            height: one * 0.8,
          }) as const,
      ),
      rows * (one * 0.8 + 1.5),
    );
  },
  css: '.b-gallery{margin-block:var(--above,0) var(--below,0);width:100%;border-radius:0!important}.b-gallery ul{list-style:none;padding:0;gap:var(--gap,12px)}.b-gallery li{min-width:0}.b-gallery figure{height:100%;display:flex;flex-direction:column}.b-gallery .b-large{display:block;flex:1;min-height:0}.b-gallery img,.b-gallery .b-none{display:block;width:100%;height:100%;min-height:0;object-fit:cover;border-radius:var(--corners,var(--radius))}.b-gallery figcaption{font-size:.85em;color:var(--quiet);padding-top:.4em}.b-gallery .b-cut{border-radius:var(--corners,var(--radius))}.b-gallery.as-grid .b-cut{height:auto}.b-gallery.as-grid ul{display:grid;grid-template-columns:repeat(var(--columns,3),minmax(0,1fr))}.b-gallery.as-grid .b-large{flex:none}.b-gallery.as-grid img,.b-gallery.as-grid .b-none{height:auto;aspect-ratio:var(--ratio,1)}.b-gallery.as-rows ul{display:flex;flex-wrap:wrap}.b-gallery.as-rows li{flex:var(--r,1.5) 1 calc(var(--r,1.5)*var(--height,240px)*.82);height:var(--height,240px)}.b-gallery.as-rows ul::after{content:"";flex:10 1 0}.b-gallery.as-strip ul{display:flex;overflow-x:auto;scroll-snap-type:x proximity;padding-bottom:10px}.b-gallery.as-strip li{flex:none;height:var(--height,320px);width:calc(var(--r,1.5)*var(--height,320px));max-width:86vw;scroll-snap-align:start}@media(max-width:600px){.b-gallery .b-cut{border-radius:var(--corners,var(--radius))}.b-gallery.as-grid .b-cut{height:auto}.b-gallery.as-grid ul{grid-template-columns:repeat(var(--columns-phone,2),minmax(0,1fr))}.b-gallery.as-rows li{height:auto;flex-basis:calc(var(--r,1.5)*105px);aspect-ratio:var(--r,1.5)}.b-gallery.as-strip li{height:calc(var(--height,320px)*.7);width:calc(var(--r,1.5)*var(--height,320px)*.7)}}.b-lightbox{position:fixed;inset:0;width:100vw;height:100dvh;max-width:none;max-height:none;margin:0;border:0;padding:0;background:color-mix(in srgb,var(--c-ink) 92%,transparent);color:var(--c-paper)}.b-lightbox::backdrop{background:transparent}.b-lightbox figure{display:grid;grid-template-rows:minmax(0,1fr) auto;height:100%;gap:10px;padding:16px clamp(16px,7vw,96px) 20px}.b-lightbox img{width:100%;height:100%;object-fit:contain;min-height:0}.b-lightbox figcaption{text-align:center;color:inherit;font-size:.95em;min-height:1.5em}.b-lightbox button{position:absolute;width:44px;height:44px;padding:0;border:0;border-radius:var(--button-radius);background:var(--c-paper);color:var(--c-ink);font:600 1.3rem/1 var(--f-text);cursor:pointer}.b-lightbox .b-close{top:12px;inset-inline-end:12px}.b-lightbox .b-next{top:calc(50% - 22px);inset-inline-end:12px}.b-lightbox .b-before{top:calc(50% - 22px);inset-inline-start:12px}',
  cssOf: ["picture"],
  render: (node, { items, as }, context) => {
    const pictures = items.map((item) => itemHtml(node, item, as, context)).join("");
    if (!pictures) return "";
    const opens = items.some(({ media }) => media) ? largeAttributes(context) : "";
    return `<div${context.attributes(node, `b-gallery as-${as}`)}${opens}><ul role="list"${as === "strip" ? ' tabindex="0"' : ""}>${pictures}</ul></div>`;
  },
});
