// A line between things.
import Joi from "joi";
import { defineKind } from "../kind";

export const divider = defineKind({
  kind: "divider",
  label: "Divider",
  content: Joi.object({}),
  defaults: {},
  looks: ["above", "below", "hidden"],
  words: {},
  css: ".b-divider{width:100%;border:0;border-top:1px solid var(--c-line);margin-block:var(--above,0) var(--below,0)}",
  render: (node, _content, context) => `<hr${context.attributes(node, "b-divider")}>`,
});
