// A shared section in its place on a page: whose it is, and what this page fills into its open fields.
import Joi from "joi";
import type { SharedContent } from "@/core/page/shared/placement";
import { fillRefs } from "@/core/page/shared/value";
import { defineKind, type KindDefinition } from "../kind";

const id = Joi.string()
  .pattern(/^[\w-]{1,40}$/)
  .required();

export const mostFills = 400;

export const shared: KindDefinition = defineKind<SharedContent>({
  label: "Shared section",
  schema: Joi.object<SharedContent>({
    shared: id,
    // What a value may be is its field's matter, judged when it is put there.
    fills: Joi.array()
      .items(
        Joi.object({
          id,
          node: id,
          field: Joi.string()
            .pattern(/^[a-zA-Z]{1,40}$/)
            .required(),
          value: Joi.any().required(),
        }),
      )
      .max(mostFills)
      .unique("id")
      .required()
      .messages({ "array.max": `A shared section takes at most ${mostFills} fills on one page.` }),
  }),
  fresh: () => ({ shared: "none", fills: [] }),
  // Each shows as many blocks as a page may hold.
  mostBeside: 100,
  looks: ["hidden"],
  words: { fills: { parts: { value: "value" } } },
  fields: [],
  refs: function* ({ shared, fills }) {
    yield { of: "shared", id: shared, path: "shared" };
    for (const [index, { value }] of fills.entries()) yield* fillRefs(value, `fills[${index}].value`);
  },
  css: "",
  render: (node, _content, context) => context.shared(node),
});
