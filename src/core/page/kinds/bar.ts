// A row of its own, as at the head or the foot of a page: parts at its start, in its middle and at its end, of one height.
import Joi from "joi";
import { defineKind, type KindDefinition } from "../kind";
import { beside } from "../look/shapes";

const places = ["Start", "Middle", "End"] as const;

export const bar: KindDefinition = defineKind({
  label: "Bar",
  schema: Joi.object({}),
  fresh: () => ({}),
  group: "Arrangement",
  inFlow: true,
  holds: ["stack"],
  startsWith: ["stack", "stack", "stack"],
  acrossInside: true,
  looks: ["gap", "place", "above", "below", "hidden"],
  words: {},
  fields: [],
  fieldsTitle: "Parts",
  fieldsNote:
    "What stands in its start, middle and end is dragged there, or moved with Alt and the arrows to the left and right.",
  childTitle: (index) => places[index] ?? `Part ${index + 1}`,
  draw: (node, width, inner) =>
    beside(
      (node.children ?? []).map((column) => ({ column, part: column.children?.length ? 2 : 1 })),
      width,
      inner,
    ),
  // The middle is that of the row, whatever stands beside it; without one the two ends share the row as they need. On phones
  // what does not fit goes below, and a menu folds by itself.
  css: ".b-row{width:100%;display:grid;grid-template-columns:minmax(0,1fr) auto minmax(0,1fr);align-items:var(--place,center);gap:8px var(--gap,calc(24px*var(--space)));margin-block:var(--above,0) var(--below,0)}.b-row.no-middle{grid-template-columns:auto minmax(0,1fr)}.b-row.no-middle>:nth-child(2){display:none}.b-row>.b-stack{flex-direction:row;flex-wrap:wrap;align-items:center;gap:8px var(--gap,calc(20px*var(--space)));margin-block:0}.b-row>:nth-child(2){justify-content:center}.b-row>:last-child:not(:first-child){justify-content:flex-end}.b-row .b-nav{width:auto;margin-block:0}.b-row>*>*{margin-block:0;min-width:0}.b-row .b-heading,.b-row .b-rich{width:auto}@media(max-width:600px){.b-row,.b-row.no-middle{display:flex;flex-wrap:wrap;justify-content:space-between}.b-row>:empty{display:none}.b-row>:last-child{margin-inline-start:auto}}",
  render: (node, _content, context) => {
    const middle = node.children?.[1];
    const none = middle && !middle.children?.length ? " no-middle" : "";
    return `<div${context.attributes(node, `b-row${none}`)}>${context.children(node)}</div>`;
  },
});
