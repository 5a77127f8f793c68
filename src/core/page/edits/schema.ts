// Fields that several kinds of edits travel with.
import Joi from "joi";

export const idField = Joi.string()
  .pattern(/^[\w-]{1,40}$/)
  .required();
export const indexField = Joi.number().integer().min(0).max(10_000).required();
/** "text", or a line's part by the line's id: "items.k3x.aside". */
export const pathField = Joi.string()
  .pattern(/^[a-zA-Z]{1,40}(\.[\w-]{1,40}\.(?!__)[\w-]{1,40})?$/)
  .invalid("__proto__", "constructor")
  .required()
  .messages({ "string.pattern.base": "A field is named by letters, a line’s part by the line’s id." });
