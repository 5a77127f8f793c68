// The form of languages that come in from outside.
import Joi from "joi";
import { canonicalLanguage } from "./language";

/** A language tag, taken in any case and given in its one spelling. */
export const languageSchema = Joi.string()
  .custom((value: string, helpers) => canonicalLanguage(value) ?? helpers.error("language.unknown"))
  .messages({
    "language.unknown": "A language is a tag such as en-IE.",
    "string.empty": "A language is needed, such as en-IE.",
  });
