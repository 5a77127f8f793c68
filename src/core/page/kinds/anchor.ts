// A place within a section that links can lead to. Visitors do not see it.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";
import { anchorSchema } from "../words/anchor";

export interface AnchorContent {
  readonly anchor: string;
}

export const anchor: KindDefinition = defineKind<AnchorContent>({
  label: "Link target",
  schema: Joi.object<AnchorContent>({ anchor: anchorSchema.required() }),
  fresh: () => ({ anchor: "here" }),
  group: "Ways on",
  inFlow: true,
  looks: [],
  words: {},
  fields: [
    {
      name: "anchor",
      label: "Link target",
      control: { kind: "line" },
      hint: ({ anchor: name }) => `Links lead here by #${name}`,
      layout: true,
    },
  ],
  title: ({ anchor: name }) => `#${name}`,
  ownsId: true,
  draw: () => drawn([], 0),
  css: ".b-anchor{scroll-margin-top:24px;height:0;margin-bottom:calc(-1*var(--gap,calc(14px*var(--space))))}",
  render: (node, content, context) =>
    `<div${context.attributes(node, "b-anchor")} id="${escapeHtml(content.anchor)}"></div>`,
});
