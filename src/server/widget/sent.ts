// What every form on a page sends besides its fields.
import Joi from "joi";
import { languageSchema } from "@/core/locale/schema";

/** A person needs at least this long from the opened form to a sent one, in ms. */
export const minimumMs = 1200;

export interface SentFrom {
  readonly widget: string;
  readonly page: string;
  readonly language: string;
  readonly fields: Record<string, unknown>;
  /** Must stay empty: only a machine fills a field nobody sees. */
  readonly website?: string;
}

/** The fields of a call's schema that say so. */
export const sentFrom = {
  widget: Joi.string().max(40).required(),
  page: Joi.string()
    .pattern(/^\/[^\s]{0,398}$/)
    .required()
    .messages({ "string.pattern.base": "A page is a path such as /visit." }),
  language: languageSchema.required(),
  fields: Joi.object().unknown().required(),
  website: Joi.string().allow("").max(2000),
} satisfies Joi.PartialSchemaMap<SentFrom>;
