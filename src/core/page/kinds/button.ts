// A link that looks like a button.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn, keyShape } from "../look/shapes";
import { linkProblems, linkRefs, linkSchema } from "../words/link";

export interface ButtonContent {
  readonly text: string;
  readonly link?: string;
}

const buttonCss =
  ".b-button{display:inline-block;align-self:var(--place,flex-start);font:inherit;font-weight:600;line-height:1.2;padding:.8em 1.3em;border:1.5px solid var(--key,var(--c-accent));border-radius:var(--button-radius);background:var(--key,var(--c-accent));color:var(--on-key,var(--on-accent));text-decoration:none;cursor:pointer;margin-block:var(--above,0) var(--below,0)}.b-button:hover{filter:brightness(1.08)}";

export const button: KindDefinition = defineKind<ButtonContent>({
  label: "Button",
  schema: Joi.object<ButtonContent>({
    text: Joi.string().allow("").max(80).required(),
    link: linkSchema,
  }),
  fresh: () => ({ text: "Read more" }),
  group: "Ways on",
  inFlow: true,
  pressed: true,
  looks: ["tone", "size", "align", "above", "below", "hidden"],
  words: { text: "line" },
  onPage: "text",
  fields: [
    { name: "text", label: "Words", control: { kind: "line" } },
    { name: "link", label: "Leads to", control: { kind: "link" }, optional: true, layout: true },
  ],
  refs: (content) => linkRefs(content.link, "link"),
  problems: function* (content, site) {
    if (!content.link) yield { weight: "look", code: "check.buttonWithoutLink", values: { text: content.text } };
    yield* linkProblems(content.link, site);
  },
  draw: (_node, width) => drawn([keyShape(width)], 4),
  css: buttonCss,
  // A link without a target is still a link element, so the look stays; it takes no focus.
  render: (node, content, context) =>
    context.leadTo(content.link, context.attributes(node, "b-button"), escapeHtml(content.text)),
});
