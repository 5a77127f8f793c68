// How a place on a page that links can lead to is named.
import Joi from "joi";

export const anchorSchema = Joi.string()
  .pattern(/^[a-z][a-z0-9-]{0,58}$/)
  .messages({ "string.pattern.base": "An anchor is written in small letters, digits and hyphens." });
