// Short ways to write trees of nodes by hand: for the shelf, the starters and the demo.
import type { Look } from "./look/look";
import type { Kind, Looks, PageNode } from "./node";
import { paragraphs } from "./words/richtext";

type Given = Look | Looks;

const looks = (look: Given): Looks => ("base" in look ? (look as Looks) : { base: look as Look });

/** Makes nodes whose ids come from `newId`. */
export function builder(newId: () => string) {
  const node = (
    kind: Kind,
    content: Record<string, unknown>,
    look: Given = {},
    children?: readonly PageNode[],
  ): PageNode => ({
    id: newId(),
    kind,
    content,
    look: looks(look),
    ...(children ? { children } : {}),
  });
  return {
    node,
    page: (...sections: readonly PageNode[]) => node("page", {}, {}, sections),
    section: (name: string, look: Given, ...children: readonly PageNode[]) => node("section", { name }, look, children),
    columns: (look: Given, ...children: readonly PageNode[]) => node("columns", {}, look, children),
    /** What stands at its start, in its middle and at its end. */
    bar: (look: Given, ...places: readonly (readonly PageNode[])[]) =>
      node(
        "bar",
        {},
        look,
        [0, 1, 2].map((at) => node("stack", {}, {}, places[at] ?? [])),
      ),
    stack: (look: Given, ...children: readonly PageNode[]) => node("stack", {}, look, children),
    heading: (level: number, text: string, look: Given = {}) => node("heading", { text, level }, look),
    words: (text: string | readonly string[], look: Given = {}) =>
      node("richText", { doc: paragraphs(...(typeof text === "string" ? [text] : text)) }, look),
    picture: (media: string | null, alt: string, look: Given = {}, caption?: string) =>
      node("picture", { media, alt, ...(caption ? { caption } : {}) }, look),
    button: (text: string, link?: string, look: Given = {}) =>
      node("button", { text, ...(link ? { link } : {}) }, look),
    rows: (items: readonly (readonly [string, string])[], look: Given = {}) =>
      node(
        "list",
        { style: "rows", items: items.map(([text, aside], index) => ({ id: `l${index + 1}`, text, aside })) },
        look,
      ),
    bullets: (items: readonly string[], look: Given = {}) =>
      node("list", { style: "bullets", items: items.map((text, index) => ({ id: `l${index + 1}`, text })) }, look),
    navigation: (arrangement: "bar" | "column", label: string, showName: boolean) =>
      node("navigation", { arrangement, showName, label, menuWord: "Menu" }),
    logo: (media: string | null = null, look: Given = {}) => node("logo", { media }, look),
  };
}
