// The root of a page, a header or a footer: it holds sections in their running order. That of a header or footer says
// where it stands, and that of a header how it behaves while one scrolls.
import Joi from "joi";
import { defineKind, type KindDefinition } from "../kind";
import { type Standing, standingSchema } from "../surround/standing";
import { type Top, topSchema } from "../surround/top";

export interface RootContent {
  readonly standing?: Standing;
  readonly top?: Top;
}

export const page: KindDefinition = defineKind<RootContent>({
  label: "Page",
  schema: Joi.object<RootContent>({ standing: standingSchema, top: topSchema }),
  fresh: () => ({}),
  holds: ["section", "shared"],
  looks: [],
  words: {},
  fields: [],
  css: "",
  render: (node, _content, context) => context.children(node),
});
