// Our renderer against React's renderToStaticMarkup of the same tree, in one run.
import { createElement, Fragment, type ReactNode } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { sourceLocale } from "@/core/locale/site-locale";
import type { ListItem } from "@/core/page/kinds/list";
import type { PageNode } from "@/core/page/node";
import type { RichDoc } from "@/core/page/richtext";
import { createRenderer } from "@/core/render/render";
import { styleRule } from "@/core/render/style";
import { largeSite } from "./sample";

const site = largeSite("bench-render", 1);
const page = site.pages[0] as (typeof site.pages)[number];
const options = {
  locale: sourceLocale(site),
  linkBase: "",
  origin: null,
  mediaUrl: (hash: string) => hash,
  documentUrl: () => "",
  fontUrl: (file: string) => file,
};

const classes = (node: PageNode, kind: string) => {
  const rule = styleRule(node.look);
  return rule ? `${kind} ${rule.className}` : kind;
};

/** One component per kind, with the markup of ours. */
function Block({ node }: { node: PageNode }): ReactNode {
  const children = node.children?.map((child) => createElement(Block, { node: child, key: child.id }));
  const { content } = node;
  switch (node.kind) {
    case "section":
      return createElement(
        "section",
        { className: classes(node, node.look.base.surface ? `b-section on-${node.look.base.surface}` : "b-section") },
        createElement("div", { className: "b-in" }, children),
      );
    case "columns":
      return createElement("div", { className: classes(node, "b-columns") }, children);
    case "stack":
      return createElement("div", { className: classes(node, "b-stack") }, children);
    case "heading":
      return createElement(
        `h${String(content.level)}`,
        { className: classes(node, "b-heading") },
        String(content.text),
      );
    case "richText":
      return createElement(
        "div",
        { className: classes(node, "b-rich") },
        (content.doc as RichDoc).content.map((block, index) =>
          createElement(
            "p",
            { key: index },
            block.type === "paragraph" ? block.content?.map((part) => ("text" in part ? part.text : null)) : null,
          ),
        ),
      );
    case "picture":
      return createElement(
        "div",
        { className: classes(node, "b-picture") },
        createElement("div", { className: "b-none" }),
      );
    case "button":
      return createElement("a", { className: classes(node, "b-button") }, String(content.text));
    case "list":
      return createElement(
        "ul",
        { className: classes(node, "b-list b-rows"), role: "list" },
        (content.items as readonly ListItem[]).map((item, index) =>
          createElement(
            "li",
            { key: index },
            createElement("span", null, item.text),
            item.aside ? createElement("span", null, item.aside) : null,
          ),
        ),
      );
    default:
      return createElement(Fragment, null, children);
  }
}

const rendered = () => createRenderer(site, options).render(page, page.body);
// Both are asked for their length in bytes: an engine joins the pieces of a string only when somebody reads it.
const ours = () => Buffer.byteLength(rendered().html);
const reactMarkup = () => renderToStaticMarkup(createElement(Block, { node: page.body }));
const reacts = () => Buffer.byteLength(reactMarkup());

/** How many times as fast we are: the median over rounds in which both take turns. */
export function renderVsReact(): number {
  if (
    rendered()
      .parts.main.map((part) => part.html)
      .join("") !== reactMarkup()
  )
    throw new Error("The two renderings are not the same markup; the comparison would mean nothing.");
  const time = (work: () => unknown) => {
    const from = performance.now();
    for (let count = 0; count < 12; count++) work();
    return performance.now() - from;
  };
  for (let count = 0; count < 30; count++) {
    ours();
    reacts();
  }
  const ratios = Array.from({ length: 15 }, () => time(reacts) / time(ours)).sort((one, other) => one - other);
  return ratios[7] as number;
}
