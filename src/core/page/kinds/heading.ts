// A heading of level 1 to 6.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";

export interface HeadingContent {
  readonly text: string;
  readonly level: number;
}

const levels = [1, 2, 3, 4, 5, 6].map(
  (level) => [level, level === 1 ? "Heading 1, page title" : `Heading ${level}`] as const,
);

export const heading: KindDefinition = defineKind<HeadingContent>({
  label: "Heading",
  schema: Joi.object<HeadingContent>({
    text: Joi.string()
      .allow("")
      .max(300)
      .required()
      .messages({ "string.max": "A heading has at most 300 characters." }),
    level: Joi.number().integer().min(1).max(6).required(),
  }),
  fresh: () => ({ text: "A new heading", level: 2 }),
  group: "Words",
  inFlow: true,
  pressed: true,
  looks: ["size", "colour", "align", "measure", "above", "below", "hidden"],
  words: { text: "line" },
  onPage: "text",
  fieldsTitle: "What it says",
  fields: [
    { name: "text", label: "Words", stacked: true, control: { kind: "line", counted: true } },
    { name: "level", label: "Level", control: { kind: "choice", options: levels }, layout: true },
  ],
  headingLevel: (content) => content.level,
  draw: (_node, width) => drawn([{ kind: "bold", width: width * 0.85, height: 2.4 }], 3),
  css: [
    ".b-heading{font-family:var(--f-head);font-weight:var(--head-weight);line-height:1.12;letter-spacing:-.01em;text-wrap:balance;overflow-wrap:break-word;margin-block:var(--above,0) var(--below,0)}",
    ...[1, 2, 3, 4, 5, 6].map((level) => `:where(h${level}).b-heading{font-size:var(--h${level})}`),
  ].join(""),
  render: (node, content, context) =>
    `<h${content.level}${context.attributes(node, "b-heading")}>${escapeHtml(content.text)}</h${content.level}>`,
});
