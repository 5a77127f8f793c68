// A bar with something visitors should know now: closed days, a new date, a change.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { firstIcons, type Icon, iconSchema, iconSvg } from "../look/icon";
import { drawn } from "../look/shapes";
import { linkProblems, linkRefs, linkSchema } from "../words/link";

export interface NoticeContent {
  readonly text: string;
  readonly icon?: Icon | null;
  readonly link?: string;
  readonly linkWords?: string;
}

export const notice: KindDefinition = defineKind<NoticeContent>({
  label: "Notice bar",
  schema: Joi.object<NoticeContent>({
    text: Joi.string().allow("").max(300).required(),
    icon: iconSchema.allow(null),
    link: linkSchema,
    linkWords: Joi.string().allow("").max(60),
  }),
  fresh: () => ({ text: "What visitors should know today.", icon: firstIcons.megaphone }),
  group: "Words",
  inFlow: true,
  pressed: true,
  looks: ["surface", "inset", "size", "align", "edge", "corners", "above", "below", "hidden"],
  words: { text: "line", icon: "value", linkWords: "line" },
  onPage: "text",
  fields: [
    { name: "text", label: "Words", stacked: true, control: { kind: "line", counted: true } },
    { name: "icon", label: "Icon", control: { kind: "icon", none: "No icon" }, optional: true },
    { name: "link", label: "Leads to", control: { kind: "link" }, optional: true, layout: true },
    {
      name: "linkWords",
      label: "Link words",
      control: { kind: "line" },
      shown: ({ link }) => link !== undefined,
      optional: true,
    },
  ],
  refs: ({ link }) => linkRefs(link, "link"),
  problems: function* ({ link, linkWords }, site) {
    yield* linkProblems(link, site);
    if (link && !linkWords) yield { weight: "look", code: "check.linkWithoutWords" };
  },
  draw: (_node, width) =>
    drawn(
      [
        { kind: "key", width: 2.4, height: 2.4 },
        { kind: "line", x: 4, y: 0.6, width: width - 4, height: 1.4 },
      ],
      3,
    ),
  css: ".b-notice{display:flex;align-items:baseline;justify-content:var(--place,flex-start);gap:.8em;padding:.8em 1.1em;border:1px solid color-mix(in srgb,currentColor 35%,transparent);background:color-mix(in srgb,currentColor 5%,transparent);border-radius:var(--radius);line-height:1.4;margin-block:var(--above,0) var(--below,0)}.b-notice .b-glyph{font-size:1.25em;align-self:flex-start}.b-notice a,.b-notice button{color:inherit;font:inherit;font-weight:600;padding:0;border:0;background:none;text-decoration:underline;text-underline-offset:.18em;cursor:pointer}",
  cssOf: ["icon"],
  render: (node, { text, icon, link, linkWords }, context) => {
    const further = link && linkWords ? context.leadTo(link, "", escapeHtml(linkWords)) : "";
    return `<div${context.attributes(node, "b-notice")} role="note">${icon ? iconSvg(icon) : ""}<p><span${context.written("text")}>${escapeHtml(text)}</span>${further && ` ${further}`}</p></div>`;
  },
});
