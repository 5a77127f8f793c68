// Blocks under each other: a column, a card, a group that moves as one.
import Joi from "joi";
import { defineKind, flowKinds } from "../kind";

export const stack = defineKind({
  kind: "stack",
  label: "Stack",
  content: Joi.object({}),
  defaults: {},
  holds: flowKinds,
  looks: ["surface", "inset", "gap", "edge", "corners", "align", "place", "above", "below", "hidden"],
  words: {},
  css: ".b-stack{display:flex;flex-direction:column;align-items:var(--place,stretch);justify-content:var(--down,flex-start);gap:var(--gap,calc(14px*var(--space)));margin-block:var(--above,0) var(--below,0);min-width:0}.b-stack>*{max-width:100%}",
  render: (node, _content, context) => `<div${context.attributes(node, "b-stack")}>${context.children(node)}</div>`,
});
