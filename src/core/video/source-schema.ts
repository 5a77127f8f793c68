// The form of where a video comes from.
import Joi from "joi";
import { providerNames } from "./providers";

const outsideAddress = Joi.string()
  .pattern(/^https?:\/\/[^\s"'<>\\]{3,1900}$/)
  .messages({ "string.pattern.base": "This is no address on the web." });

export const sourceSchema = Joi.alternatives(
  Joi.object({
    from: Joi.valid("clip").required(),
    provider: Joi.string()
      .valid(...providerNames)
      .required(),
    clip: Joi.string()
      .pattern(/^[\w-]{1,80}$/)
      .required(),
  }),
  Joi.object({
    from: Joi.valid("page").required(),
    address: outsideAddress.required(),
    player: outsideAddress.required(),
  }),
  Joi.object({
    from: Joi.valid("file").required(),
    media: Joi.string()
      .pattern(/^[0-9a-f]{64}$/)
      .required(),
  }),
).messages({
  "alternatives.match": "This is no video that we know how to show.",
  "alternatives.any": "This is no video that we know how to show.",
});
