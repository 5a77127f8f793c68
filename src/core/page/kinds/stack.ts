// Blocks under each other: a column, a card, a group that moves as one.
import Joi from "joi";
import { defineKind, type KindDefinition } from "../kind";

export const stack: KindDefinition = defineKind({
  label: "Stack",
  schema: Joi.object({}),
  fresh: () => ({}),
  group: "Arrangement",
  inFlow: true,
  pressed: true,
  holds: "flow",
  closesEmpty: ({ look }) => look.base.surface === undefined,
  looks: [
    "surface",
    "inset",
    "gap",
    "edge",
    "corners",
    "align",
    "place",
    "order",
    "sticky",
    "above",
    "below",
    "hidden",
  ],
  words: {},
  fields: [],
  fieldsTitle: "Blocks",
  css: ".b-stack{display:flex;flex-direction:column;align-items:var(--place,stretch);justify-content:var(--down,flex-start);gap:var(--gap,calc(14px*var(--space)));margin-block:var(--above,0) var(--below,0);min-width:0}.b-stack>*{max-width:100%}",
  render: (node, _content, context) => `<div${context.attributes(node, "b-stack")}>${context.children(node)}</div>`,
});
