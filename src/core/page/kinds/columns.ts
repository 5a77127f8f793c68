// Columns beside each other; under each other on phones unless the look says otherwise.
import Joi from "joi";
import { defineKind } from "../kind";

export const columns = defineKind({
  kind: "columns",
  label: "Columns",
  content: Joi.object({}),
  defaults: {},
  holds: ["stack"],
  looks: ["split", "gap", "place", "above", "below", "hidden"],
  words: {},
  css: ".b-columns{width:100%;display:grid;grid-auto-flow:row;grid-template-columns:var(--split,repeat(2,minmax(0,1fr)));gap:var(--gap,calc(32px*var(--space)));margin-block:var(--above,0) var(--below,0)}@media(min-width:601px){.of-1{grid-template-columns:minmax(0,1fr)}.of-2{grid-template-columns:repeat(2,minmax(0,1fr))}.of-3{grid-template-columns:repeat(3,minmax(0,1fr))}}@media(max-width:600px){.b-columns{grid-template-columns:var(--split-phone,minmax(0,1fr))}}",
  render: (node, _content, context) => {
    // A column that was taken out leaves no hole: there are as many tracks as columns.
    const count = node.children?.length ?? 0;
    const tracks = (node.look.base.split ?? "1:1").split(":").length;
    const fewer = count > 0 && count < tracks ? ` of-${count}` : "";
    return `<div${context.attributes(node, `b-columns${fewer}`)}>${context.children(node)}</div>`;
  },
});
