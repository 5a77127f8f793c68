// A widget placed on a page: in the flow, or behind a button or a text link.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn, keyShape } from "../look/shapes";

export interface WidgetContent {
  readonly widget: string | null;
  readonly as: "flow" | "button" | "link";
  readonly text: string;
}

export const widget: KindDefinition = defineKind<WidgetContent>({
  label: "Widget",
  group: "Working parts",
  inFlow: true,
  schema: Joi.object<WidgetContent>({
    widget: Joi.string()
      .pattern(/^[\w-]{1,40}$/)
      .allow(null)
      .required(),
    as: Joi.string().valid("flow", "button", "link").required(),
    text: Joi.string().allow("").max(80).required(),
  }),
  fresh: () => ({ widget: null, as: "button", text: "Sign up" }),
  looks: ["tone", "size", "align", "above", "below", "hidden"],
  words: { text: "line" },
  onPage: "text",
  // In the flow it shows what the widget says, and its own words to nobody.
  sampleLines: ({ as, text }) => (as === "flow" || !text ? [] : [text]),
  fields: [
    { name: "text", label: "Words", control: { kind: "line" }, shown: ({ as }) => as !== "flow" },
    { name: "widget", label: "Shows", control: { kind: "widget" }, layout: true },
  ],
  refs: (content) => (content.widget ? [{ of: "widget", id: content.widget, path: "widget" }] : []),
  problems: function* (content, site) {
    if (content.widget === null) return yield { weight: "stops", code: "check.noWidget" };
    const found = site.widget(content.widget);
    if (found && !found.enabled) yield { weight: "stops", code: "check.widgetOff", values: { name: found.name } };
    if (found && !found.placements.includes(content.as))
      yield { weight: "stops", code: "check.widgetNotSo", values: { name: found.name } };
  },
  countedAs: () => "widget",
  draw: (_node, width) => drawn([keyShape(width)], 4),
  css: ".b-open{font:inherit;background:none;border:0;padding:.35em 0;color:inherit;text-decoration:underline;text-underline-offset:.2em;cursor:pointer;align-self:var(--place,flex-start)}.b-unset{align-self:var(--place,flex-start);border:1px dashed color-mix(in srgb,currentColor 45%,transparent);padding:.8em 1.3em}",
  cssOf: ["button"],
  render: (node, content, context) => {
    const attributes = (kindClass: string) => context.attributes(node, kindClass);
    const shown = content.widget === null ? null : context.placed(content.widget, { ...content, attributes });
    // Nothing chosen yet, or gone: the words stand, and open nothing.
    const className = content.as === "flow" ? "b-unset" : content.as === "link" ? "b-open" : "b-button";
    return shown ?? context.placeholder(`<div${attributes(className)}>${escapeHtml(content.text)}</div>`);
  },
});
