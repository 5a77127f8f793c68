// Our renderer against React's renderToStaticMarkup of the same tree, in one run.
import { createElement, Fragment, type ReactNode } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { sourceLocale } from "@/core/locale/site-locale";
import type { ListItem } from "@/core/page/kinds/list";
import { everyNode, type PageNode } from "@/core/page/node";
import { definitionsOf } from "@/core/page/shared/placement";
import { resolved } from "@/core/page/shared/sections";
import { openable } from "@/core/page/validate";
import type { RichDoc } from "@/core/page/words/richtext";
import { createRenderer } from "@/core/render/render";
import { styleRule } from "@/core/render/style";
import { beside, collect, took } from "./pace";
import { largePage, largeSite, madeOf } from "./sample";

const site = largeSite("bench-render", 1);
const covered = madeOf("section", "columns", "stack", "heading", "richText", "picture", "button", "list").filter(
  ({ key }) => key !== "price-cards",
);
const page = { ...(site.pages[0] as (typeof site.pages)[number]), body: largePage(200, covered) };
const options = {
  locale: sourceLocale(site),
  linkBase: "",
  origin: null,
  mediaUrl: (hash: string) => hash,
  documentUrl: () => "",
  fontUrl: (file: string) => file,
  standIn: (label: string) => `http://${label}.example`,
};

let made = 0;

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
/**
 * One renderer that stays, as a screen and a release have one: where memory is cleared while there is none, an engine lets go of
 * what it made fast of all of them, and each round would begin with that.
 */
const atHand = createRenderer(site, options);
// Both are asked for their length in bytes: an engine joins the pieces of a string only when somebody reads it.
const ours = () => Buffer.byteLength(rendered().html);
const reactMarkup = () => renderToStaticMarkup(createElement(Block, { node: page.body }));
const reacts = () => Buffer.byteLength(reactMarkup());

/** How many times as fast we are: the median over rounds in which both take turns. */
export function renderVsReact(): Promise<number> {
  if (
    atHand
      .render(page, page.body)
      .parts.main.map((part) => part.html)
      .join("") !== reactMarkup()
  )
    throw new Error("The two renderings are not the same markup; the comparison would mean nothing.");
  const time = (work: () => unknown) => {
    collect();
    return took(() => {
      for (let count = 0; count < 12; count++) work();
    });
  };
  for (let count = 0; count < 30; count++) {
    ours();
    reacts();
  }
  return beside(
    15,
    () => time(reacts),
    () => time(ours),
  );
}

/** How many times as long a page of 100 shared sections with fills takes as the same page resolved, the median of rounds in turns. */
export async function sharedVsPlain(): Promise<number> {
  const opened = (node: PageNode): PageNode => ({
    ...node,
    ...(openable(node).length ? { open: openable(node) } : {}),
    ...(node.children ? { children: node.children.map(opened) } : {}),
  });
  const shared = covered.slice(0, 10).map((entry, nth) => ({
    id: `shared${nth}`,
    name: entry.name,
    body: {
      id: `root${nth}`,
      kind: "page",
      content: {},
      look: { base: {} },
      children: [opened(entry.make(() => `d${nth}-${++made}`))],
    } as PageNode,
  }));
  const placements = Array.from({ length: 100 }, (_, nth): PageNode => {
    const definition = shared[nth % shared.length] as (typeof shared)[number];
    const heading = [...everyNode(definition.body)].find(({ kind }) => kind === "heading");
    return {
      id: `place${nth}`,
      kind: "shared",
      content: {
        shared: definition.id,
        fills: heading ? [{ id: "f1", node: heading.id, field: "text", value: `Filled ${nth}` }] : [],
      },
      look: { base: {} },
    };
  });
  const whole: PageNode = { id: "root", kind: "page", content: {}, look: { base: {} }, children: placements };
  const withShared = { ...site, shared };
  const plain = resolved(whole, definitionsOf(withShared));
  // Copies of their own for each rendering: nothing may be at hand from the one before.
  const time = (body: PageNode) => {
    const copies = Array.from({ length: 8 }, () => structuredClone(body));
    // What was copied is not to be cleared away while one of the two is timed.
    collect();
    return took(() => {
      for (const copy of copies) createRenderer(withShared, options).render(page, copy);
    });
  };
  const inTurns = () =>
    beside(
      15,
      () => time(whole),
      () => time(plain),
    );
  // The first time is for what runs it to be compiled.
  await inTurns();
  return inTurns();
}
