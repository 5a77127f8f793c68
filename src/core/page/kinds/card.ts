// A group of blocks that leads somewhere as a whole: one link, whose reach is the card.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { linkProblems, linkRefs, linkSchema } from "../words/link";

export interface CardContent {
  readonly link?: string;
  /** Words of the link, the last line of the card; without them its first heading names it. */
  readonly words?: string;
}

export const card: KindDefinition = defineKind<CardContent>({
  label: "Card",
  schema: Joi.object<CardContent>({ link: linkSchema, words: Joi.string().allow("").max(80) }),
  fresh: () => ({}),
  group: "Arrangement",
  inFlow: true,
  pressed: true,
  closesEmpty: () => true,
  holds: "flow",
  startsWith: ["picture", "heading", "richText"],
  looks: ["surface", "inset", "gap", "edge", "corners", "align", "order", "above", "below", "hidden"],
  words: { words: "line" },
  fieldsTitle: "The whole card",
  fields: [
    { name: "link", label: "Leads to", control: { kind: "link" }, optional: true, layout: true },
    {
      name: "words",
      label: "Words",
      control: { kind: "line" },
      hint: ({ words }) => (words ? undefined : "Without words its first heading names the link."),
      shown: ({ link }) => link !== undefined,
      optional: true,
    },
  ],
  refs: ({ link }) => linkRefs(link, "link"),
  problems: ({ link }, site) => linkProblems(link, site),
  nodeProblems: function* (node, nameOf) {
    if (!node.children?.length) yield "check.emptyCard";
    const { link, words } = node.content as CardContent;
    if (link && !words && !nameOf(node)) yield "check.cardWithoutName";
  },
  css: '.b-card{position:relative;display:flex;flex-direction:column;align-items:var(--place,stretch);gap:var(--gap,calc(14px*var(--space)));padding:calc(20px*var(--space));border:1px solid color-mix(in srgb,currentColor 18%,transparent);border-radius:var(--radius);margin-block:var(--above,0) var(--below,0);min-width:0}.b-stack>.b-card{flex:1 0 auto}.b-card>*{max-width:100%}.b-over{color:inherit;font:inherit;font-weight:600;text-underline-offset:.2em;padding:0;border:0;background:none;text-align:start;cursor:pointer;margin-top:auto}.b-over:empty{position:absolute;inset:0}.b-over::after{content:"";position:absolute;inset:0;border-radius:inherit}.b-over:focus-visible{outline:0}.b-over:focus-visible::after{outline:3px solid currentColor;outline-offset:3px}.b-card :is(a,button,summary,input,select):not(.b-over){position:relative;z-index:1}.b-card:has(.b-over:hover){border-color:currentColor}',
  render: (node, { link, words }, context) => {
    const over = link
      ? context.leadTo(
          link,
          words ? ' class="b-over"' : ` class="b-over" aria-label="${escapeHtml(context.nameOf(node))}"`,
          escapeHtml(words ?? ""),
        )
      : "";
    return `<div${context.attributes(node, "b-card")}>${context.children(node)}${over}</div>`;
  },
});
