// Columns beside each other; under each other on phones unless the look says otherwise.
import Joi from "joi";
import type { Room } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { beside, type Cell, under } from "../look/shapes";
import type { PageNode } from "../node";

/** Columns in rows of as many as the split has parts. */
function rowsOf(node: PageNode): readonly (readonly Cell[])[] {
  const children = node.children ?? [];
  const split = (node.look.base.split ?? "1:1").split(":").map((part) => Number(part) || 1);
  const tracks = Math.max(1, Math.min(split.length, children.length));
  const rows: Cell[][] = [];
  children.forEach((column, index) => {
    const cell = { column, part: split[index % tracks] ?? 1 };
    if (index % tracks === 0) rows.push([cell]);
    else rows.at(-1)?.push(cell);
  });
  return rows;
}

/** The part of the width that the column at `index` gets; under each other each has all of it. */
function partOf(split: string | undefined, count: number, index: number): number {
  if (split === undefined || split === "stacked") return 1;
  const parts = split.split(":").map(Number).slice(0, Math.max(1, count));
  return (parts[index % parts.length] ?? 1) / parts.reduce((sum, part) => sum + part, 0);
}

const roomIn = (index: number, node: PageNode): Room => ({
  part: partOf(node.look.base.split ?? "1:1", node.children?.length ?? 0, index),
  phonePart: partOf(node.look.phone?.split, node.children?.length ?? 0, index),
});

export const columns: KindDefinition = defineKind({
  label: "Columns",
  schema: Joi.object({}),
  fresh: () => ({}),
  group: "Arrangement",
  inFlow: true,
  holds: ["stack"],
  closesEmpty: () => true,
  startsWith: ["stack", "stack"],
  looks: ["split", "gap", "place", "above", "below", "hidden"],
  words: {},
  fields: [],
  fieldsTitle: "Blocks",
  childTitle: (index) => `Column ${index + 1}`,
  countedAs: (node) => `${node.children?.length ?? 0} columns`,
  nodeProblems: function* (node) {
    if (node.children?.some((column) => !column.children?.length)) yield "check.emptyColumn";
  },
  draw: (node, width, inner) => under(rowsOf(node).map((row) => beside(row, width, inner))),
  css: ".b-columns{width:100%;display:grid;grid-auto-flow:row;grid-template-columns:var(--split,repeat(2,minmax(0,1fr)));gap:var(--gap,calc(32px*var(--space)));margin-block:var(--above,0) var(--below,0)}@media(min-width:601px){.of-1{grid-template-columns:minmax(0,1fr)}.of-2{grid-template-columns:repeat(2,minmax(0,1fr))}.of-3{grid-template-columns:repeat(3,minmax(0,1fr))}}@media(max-width:600px){.b-columns{grid-template-columns:var(--split-phone,minmax(0,1fr))}}",
  render: (node, _content, context) => {
    // A column that was taken out, or draws nothing, leaves no hole: there are as many tracks as columns.
    const columns = context.parts(node, roomIn);
    const count = columns.filter(Boolean).length;
    const tracks = (node.look.base.split ?? "1:1").split(":").length;
    const fewer = count > 0 && count < tracks ? ` of-${count}` : "";
    return `<div${context.attributes(node, `b-columns${fewer}`)}>${columns.join("")}</div>`;
  },
});
