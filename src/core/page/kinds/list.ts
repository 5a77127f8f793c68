// A list of short lines: bullets, numbers, or rows with something at their end (a price, opening hours).
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { daysThatDiffer, toldHours } from "@/core/site/told-hours";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";
import { lineId, linesSchema } from "../words/lines";

export interface ListItem {
  /** Names the line, so that two people may change one list. A file may leave it out: a page always has it. */
  readonly id?: string;
  readonly text: string;
  /** Stands at the end of a row: a price, hours. */
  readonly aside?: string;
}

export interface ListContent {
  readonly style: "bullets" | "numbers" | "rows";
  readonly items: readonly ListItem[];
}

const styles = [
  ["bullets", "bullets"],
  ["numbers", "numbers"],
  ["rows", "rows with an end"],
] as const;

/** Lines that many sites have: only together with what stands at their end are they those of the shelf. */
const days: ReadonlySet<string> = new Set(["Tuesday to Friday", "Saturday", "Sunday and Monday"]);

export const list: KindDefinition = defineKind<ListContent>({
  label: "List",
  schema: Joi.object<ListContent>({
    style: Joi.string().valid("bullets", "numbers", "rows").required(),
    items: linesSchema<ListItem>(
      { id: lineId, text: Joi.string().allow("").max(300).required(), aside: Joi.string().allow("").max(80) },
      200,
    ),
  }),
  fresh: () => ({
    style: "bullets",
    items: [
      { id: "l1", text: "First" },
      { id: "l2", text: "Second" },
    ],
  }),
  group: "Words",
  inFlow: true,
  pressed: true,
  looks: ["size", "colour", "measure", "gap", "above", "below", "hidden"],
  words: { items: { parts: { text: "line", aside: "line" } } },
  onPage: "items",
  fields: [
    { name: "style", label: "As", control: { kind: "choice", options: styles }, layout: true },
    { name: "items", label: "Lines", control: { kind: "lines", aside: (content) => content.style === "rows" } },
  ],
  // Lists are judged by their words, whatever their prices say.
  sampleLines: (content) =>
    content.items.map(({ text, aside }) => (days.has(text) ? `${text}, ${aside ?? ""}` : text)).filter(Boolean),
  problems: function* ({ style, items }, site) {
    if (style !== "rows" || !site.hours) return;
    const told = toldHours(items, site.language);
    const days = told ? daysThatDiffer(told, site.hours) : [];
    if (days.length) yield { weight: "look", code: "check.hoursDiffer", values: { days: days.join() } };
  },
  draw: (_node, width) =>
    drawn(
      [0, 3, 6].map((y) => ({ kind: "line", y, width, height: 1.4 }) as const),
      8,
    ),
  css: ".b-list{text-wrap:pretty;display:flex;flex-direction:column;gap:var(--gap,.45em);line-height:1.5;margin-block:var(--above,0) var(--below,0);padding-inline-start:1.2em}.b-rows{list-style:none;padding:0;gap:0;width:100%}.b-rows li{display:flex;justify-content:space-between;gap:1.5em;padding:.65em 0;border-bottom:1px solid var(--c-line)}.b-rows li span+span{font-variant-numeric:tabular-nums;text-align:end;flex:none}",
  render: (node, content, context) => {
    const rows = content.style === "rows";
    const tag = content.style === "numbers" ? "ol" : "ul";
    let items = "";
    for (const item of content.items) {
      items += rows
        ? `<li${context.line(node, item.id)}><span${context.written("text")}>${escapeHtml(item.text)}</span>${item.aside ? `<span${context.written("aside")}>${escapeHtml(item.aside)}</span>` : ""}</li>`
        : `<li${context.line(node, item.id)}>${escapeHtml(item.text)}</li>`;
    }
    return `<${tag}${context.attributes(node, rows ? "b-list b-rows" : "b-list")}${rows ? ' role="list"' : ""}>${items}</${tag}>`;
  },
});
