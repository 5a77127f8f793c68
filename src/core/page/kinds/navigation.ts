// The site's name and the links to its pages. On phones a bar folds into a menu that needs no script.
import Joi from "joi";
import { escapeHtml, type NavigationItem } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../shapes";

export interface NavigationContent {
  readonly arrangement: "bar" | "column";
  readonly showName: boolean;
  /** Name for screen readers, when a page has several navigations. */
  readonly label: string;
  /** Word on the folded menu. */
  readonly menuWord: string;
}

const links = (items: readonly NavigationItem[]) =>
  `<ul role="list">${items.map((item) => `<li><a href="${item.href}"${item.current ? ' aria-current="page"' : ""}>${escapeHtml(item.title)}</a></li>`).join("")}</ul>`;

export const navigation: KindDefinition = defineKind<NavigationContent>({
  label: "Navigation",
  schema: Joi.object<NavigationContent>({
    arrangement: Joi.string().valid("bar", "column").required(),
    showName: Joi.boolean().required(),
    label: Joi.string().min(1).max(60).required(),
    menuWord: Joi.string().min(1).max(30).required(),
  }),
  fresh: () => ({ arrangement: "bar", showName: true, label: "Main", menuWord: "Menu" }),
  group: "Ways on",
  inFlow: true,
  looks: ["size", "colour", "above", "below", "hidden"],
  words: { menuWord: "line" },
  fieldsNote: "It lists the pages that are shown in navigation.",
  fields: [
    { name: "menuWord", label: "Menu word", control: { kind: "line" } },
    {
      name: "arrangement",
      label: "As",
      control: {
        kind: "choice",
        options: [
          ["bar", "a bar"],
          ["column", "a column"],
        ],
      },
      layout: true,
    },
    { name: "showName", label: "", control: { kind: "flag", says: "Show the site’s name" }, layout: true },
  ],
  draw: (_node, width) =>
    drawn(
      [
        { kind: "bold", width: width * 0.3, height: 2 },
        { kind: "line", x: width * 0.65, y: 0.4, width: width * 0.35, height: 1.4 },
      ],
      3,
    ),
  css: ".b-nav{display:flex;align-items:center;justify-content:space-between;gap:1.5em;width:100%;margin-block:var(--above,0) var(--below,0)}.b-nav ul{display:flex;flex-wrap:wrap;gap:.4em 1.5em;list-style:none;padding:0;margin:0}.b-nav a{color:inherit;text-decoration:none;display:inline-block;padding:.35em 0}.b-nav li a:hover,.b-nav [aria-current]{text-decoration:underline;text-underline-offset:.3em}.b-name{font-family:var(--f-head);font-weight:var(--head-weight);font-size:1.25rem}.b-fold{display:none}.b-column{flex-direction:column;align-items:flex-start;gap:.6em}.b-column ul{flex-direction:column;gap:.2em}@media(max-width:600px){.b-bar>ul{display:none}.b-fold{display:block;position:relative}.b-fold summary{cursor:pointer;padding:.5em .9em;border:1px solid currentColor;border-radius:var(--button-radius);list-style:none;font-weight:600;font-size:.9em}.b-fold summary::-webkit-details-marker{display:none}.b-fold ul{position:absolute;inset-inline-end:0;top:calc(100% + 6px);z-index:5;flex-direction:column;gap:0;min-width:12rem;background:var(--c-paper);color:var(--c-ink);border:1px solid var(--c-line);border-radius:var(--radius);padding:.5em 1.1em}.b-fold li+li{border-top:1px solid var(--c-line)}.b-fold li a{display:block;padding:.7em 0}}",
  render: (node, content, context) => {
    const bar = content.arrangement === "bar";
    const name = content.showName
      ? `<a class="b-name" href="${context.homeHref}">${escapeHtml(context.siteName)}</a>`
      : "";
    const fold = bar
      ? `<details class="b-fold"><summary>${escapeHtml(content.menuWord)}</summary>${links(context.navigation)}</details>`
      : "";
    return `<nav${context.attributes(node, bar ? "b-nav b-bar" : "b-nav b-column")} aria-label="${escapeHtml(content.label)}">${name}${links(context.navigation)}${fold}</nav>`;
  },
});
