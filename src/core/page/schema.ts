// The form of edits as they travel: what the server reads before the core judges what they mean.
import Joi from "joi";
import type { Edit } from "./edit";
import { lookFields, widths } from "./look";

const id = Joi.string()
  .pattern(/^[\w-]{1,40}$/)
  .required();
const index = Joi.number().integer().min(0).max(10_000).required();
const of = (type: Edit["type"], fields: Joi.PartialSchemaMap) =>
  Joi.object({ type: Joi.string().valid(type).required(), ...fields });

export const editSchema: Joi.AlternativesSchema<Edit> = Joi.alternatives<Edit>().try(
  of("insert", { parent: id, index, node: Joi.object().unknown().required() }),
  of("remove", { node: id }),
  of("move", { node: id, parent: id, index }),
  of("setContent", { node: id, field: Joi.string().max(40).invalid("__proto__").required(), value: Joi.any() }),
  of("setLook", {
    node: id,
    width: Joi.string()
      .valid(...widths)
      .required(),
    field: Joi.string()
      .valid(...lookFields)
      .required(),
    value: Joi.any(),
  }),
);

export const editsSchema = Joi.array().items(editSchema).min(1).max(500);
