// A row of links, each with an icon and an address of one's own: mail, phone, a message, a map, any other.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { firstIcons, type Icon, iconSchema, iconSvg } from "../look/icon";
import { drawn } from "../look/shapes";
import { lineId, linesSchema } from "../words/lines";
import { linkProblems, linkRefs, linkSchema } from "../words/link";

interface RowLink {
  readonly id?: string;
  readonly text: string;
  readonly icon?: Icon | null;
  readonly link?: string;
}

export interface LinksContent {
  readonly items: readonly RowLink[];
  readonly as: "both" | "icons" | "column";
}

export const links: KindDefinition = defineKind<LinksContent>({
  label: "Link row",
  schema: Joi.object<LinksContent>({
    items: linesSchema<RowLink>(
      {
        id: lineId,
        text: Joi.string().allow("").max(80).required(),
        icon: iconSchema.allow(null),
        link: linkSchema,
      },
      20,
    ),
    as: Joi.string().valid("both", "icons", "column").required(),
  }),
  fresh: () => ({
    as: "both",
    items: [
      { id: "l1", text: "Write to us", icon: firstIcons.mail },
      { id: "l2", text: "Call us", icon: firstIcons.phone },
    ],
  }),
  group: "Ways on",
  inFlow: true,
  looks: ["size", "colour", "align", "gap", "above", "below", "hidden"],
  words: { items: { parts: { text: "line", icon: "value" } } },
  fields: [
    {
      name: "as",
      label: "As",
      control: {
        kind: "choice",
        options: [
          ["both", "icons and words"],
          ["icons", "icons alone"],
          ["column", "a column"],
        ],
      },
      layout: true,
    },
    {
      name: "items",
      label: "Links",
      control: {
        kind: "items",
        one: "link",
        named: "text",
        fresh: { text: "Words", icon: firstIcons.star },
        parts: [
          { name: "text", label: "Words", control: "line" },
          { name: "link", label: "Leads to", control: "link", layout: true },
          { name: "icon", label: "Icon", control: "icon" },
        ],
      },
    },
  ],
  refs: function* ({ items }) {
    for (const { id, link } of items) yield* linkRefs(link, `items.${id}.link`);
  },
  problems: function* ({ items }, site) {
    for (const { text, link } of items) {
      yield* linkProblems(link, site);
      if (!link) yield { weight: "look", code: "check.linkWithoutTarget", values: { text } };
      else if (!text) yield { weight: "look", code: "check.linkWithoutWords" };
    }
  },
  draw: (_node, width) =>
    drawn(
      [0, 1, 2].map((at) => ({ kind: "key", x: at * Math.min(8, width / 3), width: 3, height: 3 }) as const),
      3,
    ),
  css: ".b-links{list-style:none;padding:0;display:flex;flex-wrap:wrap;justify-content:var(--place,flex-start);gap:var(--gap,.4em 1.6em);margin-block:var(--above,0) var(--below,0)}.b-links.in-column{flex-direction:column;align-items:var(--place,flex-start)}.b-links :is(a,button){display:inline-flex;align-items:center;gap:.55em;min-height:44px;color:inherit;font:inherit;padding:0;border:0;background:none;text-decoration:none;cursor:pointer}.b-links :is(a,button):hover span{text-decoration:underline;text-underline-offset:.2em}.b-links .b-glyph{font-size:1.35em}.b-links.icons-alone :is(a,button){min-width:44px;justify-content:center}",
  cssOf: ["icon"],
  render: (node, { items, as }, context) => {
    const alone = as === "icons";
    const inner = ({ text, icon }: RowLink) =>
      `${icon ? iconSvg(icon) : ""}${alone && icon ? "" : `<span>${escapeHtml(text)}</span>`}`;
    const rows = items.map(
      (item) =>
        `<li${context.line(node, item.id)}>${context.leadTo(item.link, alone && item.icon ? ` aria-label="${escapeHtml(item.text)}"` : "", inner(item))}</li>`,
    );
    const kindClass = { both: "b-links", icons: "b-links icons-alone", column: "b-links in-column" }[as];
    return `<ul${context.attributes(node, kindClass)} role="list">${rows.join("")}</ul>`;
  },
});
