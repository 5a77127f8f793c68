// Own words with placeholders, checked as they are typed.
import type Joi from "joi";
import { strangeIn } from "./placeholders";

/** Own words, in which only placeholders of `names` stand. */
export const withPlaceholders = (schema: Joi.StringSchema, names: readonly string[]): Joi.StringSchema =>
  schema
    .allow("")
    .required()
    .custom((value: string, helpers) => {
      const strange = strangeIn(value, names);
      const all = names.map((one) => `{${one}}`).join(", ");
      return strange === null ? value : helpers.error("letter.placeholder", { strange, all });
    })
    .messages({ "letter.placeholder": "There is no {#strange} to fill in; there are {#all}." });
