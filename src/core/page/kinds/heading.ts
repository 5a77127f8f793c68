// A heading of level 1 to 6.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind } from "../kind";

export interface HeadingContent {
  readonly text: string;
  readonly level: number;
}

export const heading = defineKind<HeadingContent>({
  kind: "heading",
  label: "Heading",
  content: Joi.object<HeadingContent>({
    text: Joi.string()
      .allow("")
      .max(300)
      .required()
      .messages({ "string.max": "A heading has at most 300 characters." }),
    level: Joi.number().integer().min(1).max(6).required(),
  }),
  defaults: { text: "A new heading", level: 2 },
  looks: ["size", "colour", "align", "measure", "above", "below", "hidden"],
  words: { text: "line" },
  onPage: "text",
  css: [
    ".b-heading{font-family:var(--f-head);font-weight:var(--head-weight);line-height:1.12;letter-spacing:-.01em;text-wrap:balance;overflow-wrap:break-word;margin-block:var(--above,0) var(--below,0)}",
    ...[1, 2, 3, 4, 5, 6].map((level) => `:where(h${level}).b-heading{font-size:var(--h${level})}`),
  ].join(""),
  render: (node, content, context) =>
    `<h${content.level}${context.attributes(node, "b-heading")}>${escapeHtml(content.text)}</h${content.level}>`,
});
