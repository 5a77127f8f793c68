// A table: rows of cells, each column by its id, so that two people may write in one table and columns may move.
import Joi from "joi";
import { escapeHtml, type RenderContext } from "@/core/render/markup";
import { defineKind, type KindDefinition } from "../kind";
import { drawn } from "../look/shapes";
import type { PageNode } from "../node";
import { lineId, linesSchema } from "../words/lines";

interface Column {
  readonly id?: string;
}

/** Cells by the ids of their columns; a cell that is missing is empty. */
export type TableRow = Readonly<Record<string, string>>;

export interface TableContent {
  readonly columns: readonly Column[];
  readonly rows: readonly TableRow[];
  readonly caption?: string;
  readonly headRow?: boolean;
  readonly headColumn?: boolean;
  /** On phones it scrolls inside itself, or each row becomes pairs of head and cell. */
  readonly onPhones: "scroll" | "pairs";
}

/** More is no table that people read on a page. */
export const mostColumns = 12;
export const mostRows = 200;
export const longestCell = 400;

const cell = Joi.string()
  .allow("")
  .max(longestCell)
  .messages({ "string.max": `A cell has at most ${longestCell} characters.` });

const cellHtml = (row: TableRow, column: string, tag: string, context: RenderContext, attributes = ""): string =>
  `<${tag}${attributes}${context.written(column)}>${escapeHtml(row[column] ?? "")}</${tag}>`;

/** What a cell is under, for the pairs on phones: the head of its column. The first cell of a row is the pairs' own title. */
function headsOf({ columns, rows, headRow }: TableContent): readonly string[] {
  const [first] = rows;
  return columns.map(({ id = "" }, at) => (at > 0 && headRow && first ? (first[id] ?? "") : ""));
}

export const table: KindDefinition = defineKind<TableContent>({
  label: "Table",
  schema: Joi.object<TableContent>({
    columns: linesSchema<Column>({ id: lineId.required() }, mostColumns)
      .min(1)
      .messages({ "array.max": `A table has at most ${mostColumns} columns.` }),
    rows: Joi.array()
      .items(
        Joi.object({ id: lineId })
          .pattern(/^[\w-]{1,40}$/, cell)
          .max(mostColumns + 9),
      )
      .max(mostRows)
      .unique("id")
      .required()
      .messages({ "array.max": `A table has at most ${mostRows} rows.` }),
    caption: Joi.string().allow("").max(200),
    headRow: Joi.boolean(),
    headColumn: Joi.boolean(),
    onPhones: Joi.string().valid("scroll", "pairs").required(),
  }),
  fresh: () => ({
    columns: [{ id: "c1" }, { id: "c2" }, { id: "c3" }],
    rows: [
      { id: "r1", c1: "What", c2: "How long", c3: "Price" },
      { id: "r2", c1: "The first", c2: "", c3: "" },
      { id: "r3", c1: "The second", c2: "", c3: "" },
    ],
    headRow: true,
    onPhones: "pairs",
  }),
  group: "Words",
  inFlow: true,
  looks: ["size", "colour", "above", "below", "hidden"],
  words: { rows: { parts: "line" }, caption: "line" },
  onPage: "rows",
  fields: [
    { name: "rows", label: "Cells", control: { kind: "table" } },
    { name: "caption", label: "Caption", control: { kind: "line" }, optional: true },
    {
      name: "headRow",
      label: "",
      control: { kind: "flag", says: "The first row heads" },
      optional: true,
      layout: true,
    },
    {
      name: "headColumn",
      label: "",
      control: { kind: "flag", says: "The first column heads" },
      optional: true,
      layout: true,
    },
    {
      name: "onPhones",
      label: "On phones",
      control: {
        kind: "choice",
        options: [
          ["pairs", "each row by itself"],
          ["scroll", "scrolls sideways"],
        ],
      },
      layout: true,
    },
  ],
  countedAs: ({ content }) => `table of ${(content as unknown as TableContent).rows.length} rows`,
  draw: (node: PageNode, width) => {
    const { columns, rows } = node.content as unknown as TableContent;
    const one = width / columns.length;
    return drawn(
      rows.slice(0, 4).flatMap((_row, y) =>
        columns.map(
          (_column, x) =>
            ({
              kind: y === 0 ? "bold" : "line",
              x: x * one,
              y: y * 3.4,
              width: one * 0.75,
              height: 1.3,
            }) as const,
        ),
      ),
      Math.max(3, Math.min(4, rows.length) * 3.4),
    );
  },
  css: ".b-table{width:100%;overflow-x:auto;margin-block:var(--above,0) var(--below,0)}.b-table table{width:100%;border-collapse:collapse;line-height:1.45;font-variant-numeric:tabular-nums}.b-table caption{text-align:start;color:var(--quiet);font-size:.9em;padding-bottom:.6em}.b-table :is(th,td){text-align:start;vertical-align:top;padding:.65em 1.2em .65em 0;border-bottom:1px solid var(--c-line);overflow-wrap:break-word}.b-table :is(th,td):last-child{padding-inline-end:0}.b-table thead th{border-bottom-color:currentColor}.b-table:focus-visible{outline-offset:-3px}@media(max-width:600px){.b-table.scrolls :is(th,td){min-width:8.5em}.b-table.in-pairs :is(table,tbody,tr,td,th,caption){display:block}.b-table.in-pairs thead{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%)}.b-table.in-pairs tr{padding:.7em 0;border-bottom:1px solid var(--c-line)}.b-table.in-pairs tbody :is(th,td){border:0;padding:.2em 0;display:flex;justify-content:space-between;gap:1.2em;text-align:end}.b-table.in-pairs tbody [data-h]::before{content:attr(data-h);color:var(--quiet);text-align:start;font-weight:400}.b-table.in-pairs tbody :is(th,td):not([data-h]){display:block;text-align:start}.b-table.in-pairs tbody :is(th,td):first-child{font-weight:650}.b-table.in-pairs tbody :is(th,td):empty{display:none}}",
  render: (node, content, context) => {
    const { columns, rows, caption, headRow, headColumn, onPhones } = content;
    const ids = columns.map(({ id = "" }) => id);
    const heads = headsOf(content);
    const rowHtml = (row: TableRow, isHead: boolean) => {
      const cells = ids.map((id, at) => {
        if (isHead) return cellHtml(row, id, "th", context, ' scope="col"');
        const head = heads[at] ? ` data-h="${escapeHtml(heads[at] as string)}"` : "";
        return at === 0 && headColumn
          ? cellHtml(row, id, "th", context, ' scope="row"')
          : cellHtml(row, id, "td", context, head);
      });
      return `<tr${context.line(node, row.id)}>${cells.join("")}</tr>`;
    };
    const [first, ...others] = rows;
    const withHead = headRow && first;
    const body = (withHead ? others : rows).map((row) => rowHtml(row, false)).join("");
    const named = caption ? `<caption>${escapeHtml(caption)}</caption>` : "";
    // What scrolls can be reached by keyboard.
    const scrolls = onPhones === "scroll";
    const reach = scrolls ? ` tabindex="0" role="group"${caption ? ` aria-label="${escapeHtml(caption)}"` : ""}` : "";
    return `<div${context.attributes(node, scrolls ? "b-table scrolls" : "b-table in-pairs")}${reach}><table>${named}${withHead ? `<thead>${rowHtml(first, true)}</thead>` : ""}<tbody>${body}</tbody></table></div>`;
  },
});
