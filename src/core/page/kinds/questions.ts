// Questions that fold open to their answers, told to search engines where one asks for it.
import Joi from "joi";
import { escapeHtml } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";

export interface QuestionsContent {
  /** One answer at a time: another closes. */
  readonly oneOpen?: boolean;
  /** Told to search engines as schema.org's FAQPage. */
  readonly told?: boolean;
}

export interface QuestionContent {
  readonly title: string;
  readonly open?: boolean;
}

export const questions: KindDefinition = defineKind<QuestionsContent>({
  label: "Folding questions",
  schema: Joi.object<QuestionsContent>({ oneOpen: Joi.boolean(), told: Joi.boolean() }),
  fresh: () => ({}),
  group: "Words",
  inFlow: true,
  holds: ["question"],
  startsWith: ["question", "question", "question"],
  looks: ["size", "above", "below", "hidden"],
  words: {},
  fieldsTitle: "Questions",
  fields: [
    {
      name: "oneOpen",
      label: "",
      control: { kind: "flag", says: "One open at a time" },
      optional: true,
      layout: true,
    },
    {
      name: "told",
      label: "",
      control: { kind: "flag", says: "Tell search engines (FAQ)" },
      optional: true,
      layout: true,
    },
  ],
  countedAs: (node) => `${node.children?.length ?? 0} questions`,
  nodeProblems: function* (node) {
    if (node.children?.some((question) => !question.children?.length)) yield "check.questionWithoutAnswer";
  },
  draw: (node, width) =>
    drawn(
      Array.from({ length: Math.min(4, node.children?.length ?? 0) }).flatMap((_one, at) => [
        { kind: "bold", y: at * 5, width: width * 0.6, height: 1.6 } as const,
        { kind: "line", x: width - 2, y: at * 5, width: 2, height: 1.6 } as const,
      ]),
      Math.max(3, Math.min(4, node.children?.length ?? 0) * 5),
    ),
  css: '.b-questions{width:100%;border-top:1px solid var(--c-line);margin-block:var(--above,0) var(--below,0)}.b-question{border-bottom:1px solid var(--c-line)}.b-question>summary{cursor:pointer;font-weight:600;line-height:1.4;padding:.95em 0;list-style:none;display:flex;justify-content:space-between;gap:1em}.b-question>summary::-webkit-details-marker{display:none}.b-question>summary::after{content:"+";font-weight:400;font-size:1.2em;line-height:1}.b-question[open]>summary::after{content:"−"}',
  cssOf: ["tabs"],
  render: (node, { told }, context) => {
    const asked = (node.children ?? []).flatMap((question) => {
      const { title } = question.content as unknown as QuestionContent;
      const answer = context
        .words({ ...question, content: { ...question.content, title: "" } })
        .replace(/\s+/g, " ")
        .trim();
      return title && answer
        ? [{ "@type": "Question", name: title, acceptedAnswer: { "@type": "Answer", text: answer } }]
        : [];
    });
    if (told && asked.length) context.tell({ "@context": "https://schema.org", "@type": "FAQPage", mainEntity: asked });
    return `<div${context.attributes(node, "b-questions")}>${context.children(node)}</div>`;
  },
});

export const question: KindDefinition = defineKind<QuestionContent>({
  label: "Question",
  schema: Joi.object<QuestionContent>({ title: Joi.string().allow("").max(200).required(), open: Joi.boolean() }),
  fresh: () => ({ title: "What people ask" }),
  holds: "flow",
  startsWith: ["richText"],
  looks: ["gap", "hidden"],
  words: { title: "line" },
  onPage: "title",
  fields: [
    { name: "title", label: "Question", stacked: true, control: { kind: "line" } },
    { name: "open", label: "", control: { kind: "flag", says: "Open from the start" }, optional: true, layout: true },
  ],
  title: ({ title }) => title || "Question",
  css: "",
  cssOf: ["questions"],
  render: (node, { title, open }, context) => {
    const { holder } = context;
    const name = holder?.content.oneOpen ? ` name="${escapeHtml(`questions-${holder.id}`)}"` : "";
    return `<details${context.attributes(node, "b-question")}${name}${open ? " open" : ""}><summary><span${context.written("title")}>${escapeHtml(title)}</span></summary><div class="b-fold-in">${context.children(node)}</div></details>`;
  },
});
