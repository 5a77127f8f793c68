// Parts of which one is open at a time: tabs beside each other where there is room, under each other on phones. Native
// details of one name, so no script is needed and a search in the page finds what is folded.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn, under } from "../look/shapes";

export interface TabContent {
  readonly title: string;
}

export const tabs: KindDefinition = defineKind({
  label: "Tabs",
  schema: Joi.object({}),
  fresh: () => ({}),
  group: "Arrangement",
  inFlow: true,
  holds: ["tab"],
  startsWith: ["tab", "tab"],
  looks: ["above", "below", "hidden"],
  words: {},
  fields: [],
  fieldsTitle: "Tabs",
  countedAs: (node) => `${node.children?.length ?? 0} tabs`,
  draw: (node, width, inner) => {
    const count = Math.max(1, node.children?.length ?? 0);
    const one = Math.min(10, width / count - 1.5);
    const names = drawn(
      Array.from(
        { length: count },
        (_tab, at) => ({ kind: at ? "line" : "bold", x: at * (one + 1.5), width: one, height: 1.8 }) as const,
      ),
      3,
    );
    const [first] = node.children ?? [];
    return under(first ? [names, inner(first, width)] : [names]);
  },
  css: '.b-tabs{width:100%;margin-block:var(--above,0) var(--below,0)}.b-tab{border-bottom:1px solid var(--c-line)}.b-tab>summary{cursor:pointer;font-weight:600;padding:.9em 0;list-style:none;display:flex;justify-content:space-between;gap:1em}.b-tab>summary::-webkit-details-marker{display:none}.b-tab>summary::after{content:"+";font-weight:400}.b-tab[open]>summary::after{content:"−"}.b-fold-in{display:flex;flex-direction:column;gap:calc(14px*var(--space));padding-bottom:1.4em}.b-fold-in>*{max-width:100%}@supports selector(::details-content){@media(min-width:601px){.b-tabs{display:flex;flex-wrap:wrap;column-gap:calc(28px*var(--space))}.b-tab{display:contents}.b-tab>summary{border-bottom:3px solid transparent;padding:.6em 0}.b-tab>summary::after,.b-tab[open]>summary::after{content:none}.b-tab[open]>summary{border-color:currentColor}.b-tab::details-content{order:1;flex:0 0 100%;min-width:0;border-top:1px solid var(--c-line)}.b-tab:not([open])::details-content{display:none}.b-fold-in{padding-top:1.4em}}}',
  render: (node, _content, context) => `<div${context.attributes(node, "b-tabs")}>${context.children(node)}</div>`,
});

export const tab: KindDefinition = defineKind<TabContent>({
  label: "Tab",
  schema: Joi.object<TabContent>({
    title: Joi.string().allow("").max(80).required(),
  }),
  fresh: () => ({ title: "A tab" }),
  holds: "flow",
  startsWith: ["richText"],
  looks: ["gap", "hidden"],
  words: { title: "line" },
  onPage: "title",
  fields: [{ name: "title", label: "Title", control: { kind: "line" } }],
  title: ({ title }) => title || "Tab",
  css: "",
  cssOf: ["tabs"],
  render: (node, { title }, context) => {
    const { holder, index } = context;
    // One name joins those that close each other.
    const name = holder ? ` name="${escapeHtml(`tabs-${holder.id}`)}"` : "";
    return `<details${context.attributes(node, "b-tab")}${name}${index === 0 ? " open" : ""}><summary><span${context.written("title")}>${escapeHtml(title)}</span></summary><div class="b-fold-in">${context.children(node)}</div></details>`;
  },
});
