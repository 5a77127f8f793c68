// Custom code: HTML, CSS and script of one's own, in a frame that shares nothing with the page.
import Joi from "joi";
import { type CodeContent, longestCode, mostOrigins } from "@/core/code/code";
import { codeDocument, codeRights, stillDocument } from "@/core/code/document";
import { originSchema } from "@/core/code/schema";
import { categories } from "@/core/consent/category";
import type { ReleasedEmbed } from "@/core/embed/released";
import { waitingHtml } from "@/core/embed/waiting";
import { escapeHtml } from "@/core/render/markup";
import { hostOf } from "@/core/video/source";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";

const part = Joi.string()
  .allow("")
  .max(longestCode)
  .required()
  .messages({ "string.max": "This is longer than a hundred thousand letters. Load the rest as a file of its own." });

export const code: KindDefinition = defineKind<CodeContent>({
  label: "Custom code",
  schema: Joi.object<CodeContent>({
    title: Joi.string().allow("").max(120).required(),
    html: part,
    css: part,
    script: part,
    origins: Joi.array().items(originSchema).unique().max(mostOrigins).required(),
    purpose: Joi.string()
      .valid(...categories)
      .required(),
  }),
  fresh: () => ({
    title: "",
    html: "<p>Your own words and script.</p>",
    css: "",
    script: "",
    origins: [],
    purpose: "marketing",
  }),
  group: "Working parts",
  inFlow: true,
  looks: ["height", "part", "align", "order", "above", "below", "hidden"],
  words: { title: "line" },
  title: ({ title }) => title,
  fields: [
    {
      name: "title",
      label: "Title",
      stacked: true,
      control: { kind: "line" },
      hint: ({ title }) => (title ? undefined : "Say what it is, for those who do not see it."),
    },
    { name: "html", label: "HTML", control: { kind: "code", language: "html" }, layout: true },
    { name: "css", label: "CSS", control: { kind: "code", language: "css" }, layout: true },
    { name: "script", label: "Script", control: { kind: "code", language: "javascript" }, layout: true },
    {
      name: "origins",
      label: "Reaches",
      control: { kind: "list", one: "origin" },
      hint: ({ origins }) =>
        origins.length ? undefined : "Origins that it asks, as https://host.example, one a line. Any other is refused.",
      layout: true,
    },
    {
      name: "purpose",
      label: "It is for",
      control: {
        kind: "choice",
        options: [
          ["needed", "needed at once"],
          ["preferences", "preferences"],
          ["statistics", "statistics"],
          ["marketing", "marketing"],
        ],
      },
      hint: ({ purpose }) => (purpose === "needed" ? undefined : "It waits for the visitor’s yes."),
      layout: true,
    },
  ],
  sends: function* ({ origins, purpose }) {
    for (const origin of origins) yield { origin, purpose, sets: [] };
  },
  problems: function* ({ title, html, script }) {
    if (!title) yield { weight: "stops", code: "check.noCodeTitle" };
    if (!html.trim() && !script.trim()) yield { weight: "look", code: "check.emptyCode" };
  },
  draw: (_node, width) =>
    drawn(
      [
        { kind: "box", width, height: 10 },
        { kind: "line", x: 2, y: 3, width: width * 0.3, height: 1.2 },
        { kind: "line", x: 4, y: 6, width: width * 0.4, height: 1.2 },
      ],
      10,
    ),
  css: ".b-code{margin-block:var(--above,0) var(--below,0);width:var(--part,100%);align-self:var(--place,auto)}.b-code iframe{display:block;width:100%;height:100%;min-height:var(--height,40px);border:0}",
  cssOf: ["embed", "button"],
  render: (node, content, context) => {
    const looks = context.attributes(node, "b-code");
    const src = context.document(codeDocument(content, context.language), content.origins);
    // Where nothing runs, its HTML and CSS stand there as they are.
    if (src === null)
      return `<div${looks}><iframe title="${escapeHtml(content.title)}" sandbox="" srcdoc="${escapeHtml(stillDocument(content))}"></iframe></div>`;
    const { title, purpose, origins } = content;
    const waits = purpose !== "needed";
    const hosts = origins.map(hostOf).join(", ");
    const released: ReleasedEmbed = {
      src,
      title,
      sandbox: codeRights,
      allow: "",
      code: true,
      grows: true,
      ...(waits ? { purpose, ...(hosts ? { hosts } : {}) } : {}),
    };
    const waiting = waits ? waitingHtml({ title, host: hosts, leaves: 0, poster: null }, context) : "";
    return `<div${looks}${context.script("embed")} data-frame="${escapeHtml(JSON.stringify(released))}">${waiting}</div>`;
  },
});
