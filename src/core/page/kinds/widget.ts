// A widget placed in the flow: for a popup, the button or text link that opens it.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind } from "../kind";

export interface WidgetContent {
  readonly widget: string | null;
  readonly as: "button" | "link";
  readonly text: string;
}

export const widget = defineKind<WidgetContent>({
  kind: "widget",
  label: "Widget",
  content: Joi.object<WidgetContent>({
    widget: Joi.string()
      .pattern(/^[\w-]{1,40}$/)
      .allow(null)
      .required(),
    as: Joi.string().valid("button", "link").required(),
    text: Joi.string().allow("").max(80).required(),
  }),
  defaults: { widget: null, as: "button", text: "Sign up" },
  looks: ["tone", "size", "align", "above", "below", "hidden"],
  words: { text: "line" },
  onPage: "text",
  css: ".b-open{font:inherit;background:none;border:0;padding:.35em 0;color:inherit;text-decoration:underline;text-underline-offset:.2em;cursor:pointer;align-self:var(--place,flex-start)}",
  render: (node, content, context) => {
    if (content.widget) context.need(content.widget);
    const target = content.widget ? ` data-opens="${escapeHtml(content.widget)}"` : "";
    return `<button type="button"${context.attributes(node, content.as === "button" ? "b-button" : "b-open")}${target}>${escapeHtml(content.text)}</button>`;
  },
});
