// A line between things.
import Joi from "joi";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";

export const divider: KindDefinition = defineKind({
  label: "Divider",
  schema: Joi.object({}),
  fresh: () => ({}),
  group: "Arrangement",
  inFlow: true,
  looks: ["above", "below", "hidden"],
  words: {},
  fields: [],
  draw: (_node, width) => drawn([{ kind: "line", width, height: 0.6 }], 1),
  css: ".b-divider{width:100%;border:0;border-top:1px solid var(--c-line);margin-block:var(--above,0) var(--below,0)}",
  render: (node, _content, context) => `<hr${context.attributes(node, "b-divider")}>`,
});
