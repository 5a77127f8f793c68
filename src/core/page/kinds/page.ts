// The root of a page, a header or a footer: it holds sections in their running order. That of a page may have a picture or a
// film behind all of it; that of a header or footer says where it stands, and that of a header how it behaves while one scrolls.
import Joi from "joi";
import { type Standing, standingSchema } from "../header-footer/standing";
import { type Top, topSchema } from "../header-footer/top";
import { defineKind, type KindDefinition } from "../kind";
import { type Ground, groundRefs, groundSchema } from "../look/ground";
import { groundHtml } from "../look/ground-html";

export interface RootContent {
  readonly standing?: Standing;
  readonly top?: Top;
  /** Stays in view behind the whole page; sections with a surface of their own lie over it. */
  readonly ground?: Ground;
}

export const page: KindDefinition = defineKind<RootContent>({
  label: "Page",
  schema: Joi.object<RootContent>({ standing: standingSchema, top: topSchema, ground: groundSchema }),
  fresh: () => ({}),
  holds: ["section", "shared"],
  looks: [],
  words: {},
  fieldsTitle: "The whole page",
  fields: [
    {
      name: "ground",
      label: "Picture behind the whole page",
      control: { kind: "ground" },
      optional: true,
      layout: true,
    },
  ],
  refs: ({ ground }) => groundRefs(ground),
  // Over the canvas and below all that stands on the page. Its button is a mark at the edge, clear of what floats in the
  // corners; its words are for those who listen, and for whoever points at it.
  css: ".b-behind>.b-ground{position:fixed}.b-behind>.b-still{position:fixed;bottom:50%;inset-inline-end:0;width:44px;padding:0;border-inline-end:0;border-start-end-radius:0;border-end-end-radius:0;font-size:0}.b-behind>.b-still::before{content:'';display:block;width:14px;height:16px;margin:auto;border-inline:5px solid}.b-behind>.b-still[data-rests]::before{width:0;height:0;border-block:8px solid transparent;border-inline:14px solid;border-inline-end:0}@media print{.b-behind{display:none}}",
  cssOf: ["section"],
  /** What lies behind the page. Its sections are parts of their own. */
  render: (node, { ground }, context) => {
    const behind = groundHtml(ground, context);
    return behind && `<div${context.attributes(node, "b-behind")}>${behind}</div>`;
  },
});
