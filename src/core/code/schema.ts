// An origin that code may reach.
import Joi from "joi";

export const originSchema = Joi.string()
  .pattern(/^https?:\/\/[a-z0-9.-]{1,253}(?::\d{1,5})?$/)
  .messages({ "string.pattern.base": "Write an origin as https://host.example, without a path." });
