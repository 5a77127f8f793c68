// The root of a page, a header or a footer: it holds sections in their running order.
import Joi from "joi";
import { defineKind, type KindDefinition } from "../kind";

export const page: KindDefinition = defineKind({
  label: "Page",
  schema: Joi.object({}),
  fresh: () => ({}),
  holds: ["section", "shared"],
  looks: [],
  words: {},
  fields: [],
  css: "",
  render: (node, _content, context) => context.children(node),
});
