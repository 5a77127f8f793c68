// Room between things, as high as its look says at each width.
import Joi from "joi";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";

export const spacer: KindDefinition = defineKind({
  label: "Spacer",
  schema: Joi.object({}),
  fresh: () => ({}),
  group: "Arrangement",
  inFlow: true,
  looks: ["height", "hidden"],
  dragsHeight: true,
  words: {},
  fields: [],
  draw: () => drawn([], 4),
  css: ".b-spacer{height:var(--height,calc(48px*var(--space)));flex:none}",
  render: (node, _content, context) => `<div${context.attributes(node, "b-spacer")}></div>`,
});
