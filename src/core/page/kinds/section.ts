// A band across the page: one entry of the running order.
import Joi from "joi";
import { inLanguage } from "@/core/locale/words";
import { escapeHtml, imageHtml, type RenderContext } from "@/core/render/markup";
import { anchorSchema } from "../anchor";
import { type Ground, groundSchema } from "../ground";
import { groundWords } from "../ground-words";
import { defineKind, type KindDefinition } from "../kind";

export interface SectionContent {
  /** Name in the running order; visitors do not see it. */
  readonly name: string;
  /** Target of "#anchor" links. */
  readonly anchor?: string;
  /** A picture behind all that stands in it. */
  readonly ground?: Ground;
}

/** How wide what stands in a section gets, in rem: as the look of its width says. */
const limits = { narrow: 44, normal: 74, wide: 74, full: null } as const;

/** The picture behind a section, and the film over it. It says nothing: what is to be read stands over it. */
function behind(ground: Ground | undefined, context: RenderContext): string {
  const found = ground && context.picture(ground.media, ground);
  if (!found) return "";
  const loading = context.loading() === "late" ? "late" : "now";
  const image = imageHtml(found, { sizes: `${Math.round(100 * found.zoom)}vw`, alt: "", loading }, context);
  const film = ground.film ? context.file(ground.film) : null;
  const style = context.style(`--veil:${ground.veil / 100}`);
  if (!film?.film) return `<div class="b-ground ${style}">${image}</div>`;
  const words = inLanguage(groundWords, context.language);
  // Stopped by whoever wants it still, at any time (WCAG 2.2, SC 2.2.2); the button comes with the film.
  const still = `<button type="button" class="b-still" data-pause="${escapeHtml(words.pause)}" data-play="${escapeHtml(words.play)}" hidden>${escapeHtml(words.pause)}</button>`;
  return `<div class="b-ground ${style}" data-film="${film.href}"${context.script("ground")}>${image}</div>${still}`;
}

export const section: KindDefinition = defineKind<SectionContent>({
  label: "Section",
  schema: Joi.object<SectionContent>({
    name: Joi.string().trim().min(1).max(60).required().messages({ "string.empty": "A section needs a name." }),
    anchor: anchorSchema,
    ground: groundSchema,
  }),
  fresh: () => ({ name: "Section" }),
  holds: "flow",
  looks: ["surface", "toward", "above", "below", "width", "gap", "align", "tall", "height", "hidden"],
  spaceInside: true,
  dragsHeight: true,
  words: {},
  fields: [
    { name: "name", label: "Name", control: { kind: "line" }, layout: true },
    {
      name: "anchor",
      label: "Anchor",
      control: { kind: "line" },
      hint: () => "For links to this place: #anchor",
      optional: true,
      layout: true,
    },
    { name: "ground", label: "Picture behind", control: { kind: "ground" }, optional: true, layout: true },
  ],
  refs: function* ({ ground }) {
    if (ground) yield { of: "media", id: ground.media, path: "ground.media" };
    if (ground?.film) yield { of: "media", id: ground.film, path: "ground.film" };
  },
  title: (content) => content.name,
  // Its id is its anchor.
  ownsId: true,
  css: '.b-section{position:relative;padding:var(--above,calc(72px*var(--space))) var(--edge,clamp(20px,4vw,48px)) var(--below,calc(72px*var(--space)))}.b-section{min-height:max(var(--tall,0px),var(--height,0px));display:grid;grid-template-columns:minmax(0,1fr);align-content:center}.b-section:has(>.b-ground){isolation:isolate;overflow:clip}.b-ground{position:absolute;inset:0;z-index:-1}.b-ground img,.b-ground video{display:block;width:100%;height:100%;object-fit:cover}.b-ground video{position:absolute;inset:0}.b-ground::after{content:"";position:absolute;inset:0;background:var(--ground);opacity:var(--veil,.6)}.b-still{position:absolute;z-index:1;bottom:12px;inset-inline-end:12px;min-height:44px;padding:.4em 1em;border:2px solid currentColor;border-radius:var(--button-radius);background:var(--ground);color:var(--words);font:600 .875rem/1.2 var(--f-text);cursor:pointer}.b-still[hidden]{display:none}.b-in{width:100%;--line:var(--measure,100%);max-width:var(--grid,74rem);margin-inline:auto;display:flex;flex-direction:column;align-items:var(--place,stretch);gap:var(--gap,calc(24px*var(--space)))}.b-in>*{max-width:min(100%,var(--line))}@media(max-width:600px){.b-section{padding-block:var(--above,calc(48px*var(--space))) var(--below,calc(48px*var(--space)))}}main:has(>.on-ink:last-child)+footer>.on-ink:first-child,main:has(>.on-accent:last-child)+footer>.on-accent:first-child{border-top:1px solid color-mix(in srgb,currentColor 35%,transparent)}',
  render: (node, content, context) =>
    `<section${context.attributes(node, node.look.base.surface ? `b-section on-${node.look.base.surface}` : "b-section")}${content.anchor ? ` id="${escapeHtml(content.anchor)}"` : ""}>${behind(content.ground, context)}<div class="b-in">${context.children(node, () => ({ limitRem: limits[node.look.base.width ?? "normal"] }))}</div>${context.takeBehind()}</section>`,
});
