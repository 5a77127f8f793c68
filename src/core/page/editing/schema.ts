// The form of edits as they travel: what the server reads before the core judges what they mean.
import Joi from "joi";
import { type Edit, editKinds } from "./edit";

export const editSchema: Joi.AlternativesSchema<Edit> = Joi.alternatives<Edit>().conditional(".type", {
  switch: Object.entries(editKinds).map(([type, { schema }]) => ({
    is: type,

    then: schema.keys({ type: Joi.string().valid(type).required() }),
  })),
  otherwise: Joi.object({
    type: Joi.string()
      .valid(...Object.keys(editKinds))
      .required(),
  }).required(),
});

export const editsSchema = Joi.array().items(editSchema).min(1).max(500);
