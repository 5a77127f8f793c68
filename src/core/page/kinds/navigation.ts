// The links to a site's pages, of the tree of pages or put together by hand, with sub-menus. Where the window is narrow
// they fold into a menu, of one of two designs, that needs no script.

import Joi from "joi";
import { escapeHtml, type NavigationItem, type RenderContext } from "@/core/render/markup";
import { partHtml } from "@/core/storefront/shown";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";
import type { PageNode } from "../node";
import { lineId, linesSchema } from "../words/lines";
import { linkProblems, linkRefs, linkSchema } from "../words/link";
import { shopContent } from "./shop";

interface HandItem {
  readonly id?: string;
  readonly text: string;
  readonly link?: string;
  /** Stands in the sub-menu of the last one that does not. */
  readonly below?: boolean;
}

export interface NavigationContent {
  readonly arrangement: "bar" | "column";
  readonly showName: boolean;
  /** Name for screen readers, when a page has several navigations. */
  readonly label: string;
  /** Word on the folded menu. */
  readonly menuWord: string;
  /** The tree of pages, or `items`. */
  readonly from?: "pages" | "hand";
  readonly items?: readonly HandItem[];
  /** What marks the entry of the page shown: a line below it, that may slide to the entry pointed at. */
  readonly mark?: "line" | "slide";
  /** The menu of narrow windows: a list that drops from its word, or a page of its own over everything. */
  readonly narrow?: "drop" | "cover";
  /** The basket's mark stands at its end. */
  readonly basket?: boolean;
}

/** One entry as markup: its link, and what lies below. */
interface Entry {
  readonly link: string;
  readonly title: string;
  readonly line: string;
  readonly under: readonly Entry[];
}

const currentAttribute = ({ current, above }: NavigationItem) =>
  current ? ' aria-current="page"' : above ? ' aria-current="true"' : "";

const ofPages = (items: readonly NavigationItem[]): readonly Entry[] =>
  items.map((item) => ({
    link: `<a href="${item.href}"${currentAttribute(item)}>${escapeHtml(item.title)}</a>`,
    title: item.title,
    line: "",
    under: ofPages(item.under),
  }));

function ofHand(node: PageNode, items: readonly HandItem[], context: RenderContext): readonly Entry[] {
  const entries: (Entry & { under: Entry[] })[] = [];
  for (const item of items) {
    const here = item.link !== undefined && context.leadsHere(item.link) ? ' aria-current="page"' : "";
    const entry = {
      link: context.leadTo(item.link, here, escapeHtml(item.text)),
      title: item.text,
      line: context.line(node, item.id),
      under: [],
    };
    const last = entries.at(-1);
    if (item.below && last) last.under.push(entry);
    else entries.push(entry);
  }
  return entries;
}

/** A list of links; `named`: its lines are named for the stage, which only one of two copies can be. */
const plainList = (entries: readonly Entry[], named: boolean): string =>
  entries.length
    ? `<ul role="list">${entries.map(({ link, line, under }) => `<li${named ? line : ""}>${link}${plainList(under, named)}</li>`).join("")}</ul>`
    : "";

const chevron =
  '<svg viewBox="0 0 10 6" width="10" height="6" aria-hidden="true"><path d="M1 1l4 4 4-4" fill="none" stroke="currentColor" stroke-width="1.6"/></svg>';

/** A bar's list: what lies below an entry stands behind a disclosure beside its link (WAI-ARIA practices). */
function barList(entries: readonly Entry[], content: NavigationContent, context: RenderContext): string {
  const menus = context.newId("menu");
  const item = ({ link, title, line, under }: Entry) =>
    under.length
      ? `<li${line} class="b-more">${link}<details name="${menus}"><summary aria-label="${escapeHtml(title)}">${chevron}</summary>${plainList(under, true)}</details></li>`
      : `<li${line}>${link}</li>`;
  return `<ul role="list"${content.mark === "slide" ? ' class="b-slide"' : ""}>${entries.map(item).join("")}</ul>`;
}

/** The same links behind a word, for narrow windows. */
function narrowMenu(list: string, content: NavigationContent, name: string, context: RenderContext): string {
  const word = escapeHtml(content.menuWord);
  if (content.narrow !== "cover") return `<details class="b-fold"><summary>${word}</summary>${list}</details>`;
  const id = context.newId("cover");
  const close = `<button type="button" popovertarget="${id}"><span aria-hidden="true">✕</span> ${word}</button>`;
  return `<button type="button" class="b-menu" popovertarget="${id}">${word}</button><div class="b-cover" id="${id}" popover>${close}${name}${list}</div>`;
}

export const navigation: KindDefinition = defineKind<NavigationContent>({
  label: "Navigation",
  schema: Joi.object<NavigationContent>({
    arrangement: Joi.string().valid("bar", "column").required(),
    showName: Joi.boolean().required(),
    label: Joi.string().min(1).max(60).required(),
    menuWord: Joi.string().min(1).max(30).required(),
    from: Joi.string().valid("pages", "hand"),
    items: linesSchema<HandItem>(
      { id: lineId, text: Joi.string().allow("").max(80).required(), link: linkSchema, below: Joi.boolean() },
      60,
    ).optional(),
    mark: Joi.string().valid("line", "slide"),
    narrow: Joi.string().valid("drop", "cover"),
    basket: Joi.boolean(),
  }),
  cartField: ({ arrangement }) => (arrangement === "bar" ? "basket" : null),
  fresh: () => ({ arrangement: "bar", showName: true, label: "Main", menuWord: "Menu", mark: "slide" }),
  group: "Ways on",
  inFlow: true,
  looks: ["size", "colour", "align", "above", "below", "hidden"],
  words: { menuWord: "line", items: { parts: { text: "line" } } },
  fieldsNote: "Pages come in the order of the tree under “All pages”, or by hand.",
  fields: [
    {
      name: "from",
      label: "Entries",
      control: {
        kind: "choice",
        options: [
          ["pages", "the tree of pages"],
          ["hand", "put together by hand"],
        ],
      },
      layout: true,
    },
    {
      name: "items",
      label: "Entries",
      control: {
        kind: "items",
        one: "entry",
        named: "text",
        fresh: { text: "Entry" },
        parts: [
          { name: "text", label: "Words", control: "line" },
          { name: "link", label: "Leads to", control: "link", layout: true },
          { name: "below", label: "In the sub-menu of the one before", control: "flag", layout: true },
        ],
      },
      shown: ({ from }) => from === "hand",
      optional: true,
    },
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
    {
      name: "mark",
      label: "Mark",
      control: {
        kind: "choice",
        options: [
          ["line", "a still line"],
          ["slide", "a sliding line"],
        ],
      },
      shown: ({ arrangement }) => arrangement === "bar",
      layout: true,
    },
    {
      name: "narrow",
      label: "Narrow",
      control: {
        kind: "choice",
        options: [
          ["drop", "a dropping list"],
          ["cover", "a whole page"],
        ],
      },
      shown: ({ arrangement }) => arrangement === "bar",
      layout: true,
    },
    {
      name: "basket",
      label: "",
      control: { kind: "flag", says: "The shop’s basket stands at its end" },
      shown: ({ arrangement }) => arrangement === "bar",
      layout: true,
      optional: true,
    },
    { name: "showName", label: "", control: { kind: "flag", says: "Show the site’s name" }, layout: true },
  ],
  refs: function* ({ from, items }) {
    if (from === "hand") for (const { id, link } of items ?? []) yield* linkRefs(link, `items.${id}.link`);
  },
  problems: function* ({ from, items }, site) {
    if (from !== "hand") return;
    for (const { text, link } of items ?? []) {
      yield* linkProblems(link, site);
      if (!link) yield { weight: "look", code: "check.linkWithoutTarget", values: { text } };
      else if (!text) yield { weight: "look", code: "check.linkWithoutWords" };
    }
  },
  draw: (_node, width) =>
    drawn(
      [
        { kind: "bold", width: width * 0.3, height: 2 },
        { kind: "line", x: width * 0.65, y: 0.4, width: width * 0.35, height: 1.4 },
      ],
      3,
    ),
  css: `.b-nav{display:flex;align-items:center;justify-content:var(--place,space-between);gap:1.5em;width:100%;margin-block:var(--above,0) var(--below,0)}.b-nav ul{display:flex;flex-wrap:wrap;justify-content:var(--place,flex-start);gap:.4em 1.5em;list-style:none;padding:0;margin:0}.b-nav :is(a,li>button){color:inherit;text-decoration:none;display:inline-block;padding:.35em 0;font:inherit;border:0;background:none;cursor:pointer}.b-nav li>:is(a,button):hover,.b-nav ul:not(.on) [aria-current]{text-decoration:underline;text-underline-offset:.3em}.b-name{font-family:var(--f-head);font-weight:var(--head-weight);font-size:1.25rem}.b-fold,.b-menu,.b-cover:not(:popover-open){display:none}.b-basket{flex:none}.b-basket:empty{display:none}.b-nav .b-basket .s-cart{display:inline-flex;vertical-align:top;align-items:center;gap:6px;min-height:44px;min-width:44px;padding:0;font-variant-numeric:tabular-nums}.b-bar:has(>.b-basket)>ul{margin-inline-start:auto}.b-column{flex-direction:column;align-items:var(--place,flex-start);gap:.6em}.b-column ul{flex-direction:column;gap:.2em}.b-nav li>ul{padding-inline-start:1.1em;font-size:.94em}.b-more{position:relative;display:flex;align-items:center}.b-more summary{list-style:none;cursor:pointer;display:grid;place-items:center;min-width:28px;min-height:28px}.b-more summary::-webkit-details-marker{display:none}.b-more [open] svg{transform:rotate(180deg)}.b-nav .b-more details>ul{position:absolute;top:calc(100% + 4px);inset-inline-start:-1.1em;z-index:5;flex-direction:column;gap:0;min-width:13rem;width:max-content;max-width:20rem;background:var(--c-paper);color:var(--c-ink);border:1px solid var(--c-line);border-radius:var(--radius);padding:.5em 1.1em}.b-nav .b-more:last-child:not(:first-child) details>ul{inset-inline:auto 0}.b-more li :is(a,button){display:block;padding:.5em 0}.b-more li ul{flex-direction:column;gap:0;padding-inline-start:1em}.b-slide{position:relative}.b-slide.on>li>:is(a,button):hover{text-decoration:none}.b-slide.on::after{content:"";position:absolute;bottom:-1px;inset-inline-start:0;width:100px;height:2px;background:currentColor;transform-origin:0 0;transform:translateX(var(--x,0)) scaleX(var(--w,0))}@media(prefers-reduced-motion:no-preference){.b-slide.on::after{transition:transform .2s}}.b-cover{position:fixed;inset:0;width:auto;height:auto;max-width:none;max-height:none;margin:0;border:0;padding:24px clamp(20px,6vw,64px) 48px;overflow:auto;background:var(--s-ink);color:var(--on-ink);--words:var(--on-ink)}.b-cover:popover-open{display:flex;flex-direction:column;gap:1.2em}html:has(.b-cover:popover-open){overflow:hidden}.b-cover ul{flex-direction:column;gap:0}.b-cover>ul>li{border-top:1px solid color-mix(in srgb,currentColor 30%,transparent);padding-block:.5em}.b-cover>ul>li>:is(a,button){font-family:var(--f-head);font-weight:var(--head-weight);font-size:clamp(1.6rem,8vw,2.4rem);line-height:1.2}:is(.b-menu,.b-cover>button){cursor:pointer;font:inherit;font-weight:600;font-size:.9em;padding:.5em .9em;min-height:40px;border:1px solid currentColor;border-radius:var(--button-radius);background:none;color:inherit}.b-cover>button{align-self:flex-end}@media(max-width:600px){.b-bar>ul{display:none}.b-nav>.b-basket{margin-inline-start:auto}.b-menu{display:block}.b-fold{display:block;position:relative}.b-fold summary{cursor:pointer;padding:.5em .9em;border:1px solid currentColor;border-radius:var(--button-radius);list-style:none;font-weight:600;font-size:.9em}.b-fold summary::-webkit-details-marker{display:none}.b-fold>ul{position:absolute;inset-inline-end:0;top:calc(100% + 6px);z-index:5;flex-direction:column;gap:0;min-width:12rem;max-height:70vh;overflow:auto;background:var(--c-paper);color:var(--c-ink);border:1px solid var(--c-line);border-radius:var(--radius);padding:.5em 1.1em}.b-fold li ul{flex-direction:column;gap:0}.b-fold li+li{border-top:1px solid var(--c-line)}.b-fold li :is(a,button){display:block;padding:.7em 0}}@media(min-width:601px){.b-cover:popover-open{display:none}}`,
  render: (node, content, context) => {
    const bar = content.arrangement === "bar";
    const name = content.showName
      ? `<a class="b-name" href="${context.homeHref}">${escapeHtml(context.siteName)}</a>`
      : "";
    const entries = content.from === "hand" ? ofHand(node, content.items ?? [], context) : ofPages(context.navigation);
    const attributes = ` aria-label="${escapeHtml(content.label)}"`;
    if (!bar)
      return `<nav${context.attributes(node, "b-nav b-column")}${attributes}>${name}${plainList(entries, true)}</nav>`;
    if (content.mark === "slide" || entries.some(({ under }) => under.length)) context.headScript();
    const menu = narrowMenu(plainList(entries, false), content, name, context);
    // A link alone: what opens a basket at the side comes with the shop's own pages, and other pages carry none of it.
    const basket = content.basket
      ? `<div class="b-basket" data-p="mark">${partHtml(shopContent("mark"), context, true)}</div>`
      : "";
    return `<nav${context.attributes(node, "b-nav b-bar")}${attributes}>${name}${barList(entries, content, context)}${basket}${menu}</nav>`;
  },
});
