// A band across the page: one entry of the running order.
import Joi from "joi";
import { escapeHtml, type Room } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { type Ground, groundRefs, groundSchema } from "../look/ground";
import { groundCss, groundHtml } from "../look/ground-html";
import type { PageNode } from "../node";
import { anchorSchema } from "../words/anchor";

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

const rooms = Object.fromEntries(Object.entries(limits).map(([width, limitRem]) => [width, { limitRem }])) as Readonly<
  Record<keyof typeof limits, Room>
>;

/** How wide what it holds gets at most. */
const roomIn = (_index: number, { look }: PageNode): Room => rooms[look.base.width ?? "normal"];

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
      label: "Link target",
      control: { kind: "line" },
      hint: ({ anchor }) =>
        anchor ? `Links lead here by #${anchor}` : "One word, such as prices: links can lead here by it.",
      optional: true,
      layout: true,
    },
    { name: "ground", label: "Picture behind", control: { kind: "ground" }, optional: true, layout: true },
  ],
  refs: ({ ground }) => groundRefs(ground),
  title: (content) => content.name,
  // Its id is its anchor.
  ownsId: true,
  // A picture behind it is something to see.
  closesEmpty: ({ content }) => content.ground === undefined,
  shareable: true,
  css: `${groundCss}.b-section{position:relative;padding:var(--above,calc(72px*var(--space))) var(--edge,clamp(20px,4vw,48px)) var(--below,calc(72px*var(--space)))}.b-section{min-height:max(var(--tall,0px),var(--height,0px));display:grid;grid-template-columns:minmax(0,1fr);align-content:center}.b-section:has(>.b-ground){isolation:isolate;overflow:clip}.b-in{width:100%;--line:var(--measure,100%);max-width:var(--grid,74rem);margin-inline:auto;display:flex;flex-direction:column;align-items:var(--place,stretch);gap:var(--gap,calc(24px*var(--space)))}.b-in>*{max-width:min(100%,var(--line))}@media(max-width:600px){.b-section{padding-block:var(--above,calc(48px*var(--space))) var(--below,calc(48px*var(--space)))}}main:has(>.on-ink:last-child)+footer>.on-ink:first-child,main:has(>.on-accent:last-child)+footer>.on-accent:first-child{border-top:1px solid color-mix(in srgb,currentColor 35%,transparent)}`,
  render: (node, content, context) =>
    `<section${context.attributes(node, node.look.base.surface ? `b-section on-${node.look.base.surface}` : "b-section")}${content.anchor ? ` id="${escapeHtml(content.anchor)}"` : ""}>${groundHtml(content.ground, context)}<div class="b-in">${context.children(node, roomIn)}</div>${context.takeBehind()}</section>`,
});
