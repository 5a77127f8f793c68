// The root of a page, a header or a footer: it holds sections in their running order.
import Joi from "joi";
import { defineKind } from "../kind";

export const page = defineKind({
  kind: "page",
  label: "Page",
  content: Joi.object({}),
  defaults: {},
  holds: ["section"],
  looks: [],
  words: {},
  css: "",
  render: (node, _content, context) => context.children(node),
});
