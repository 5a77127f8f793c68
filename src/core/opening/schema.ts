// What rules about opening may be: used by forms, by the server and by the site file.
import Joi from "joi";
import { lineSchema } from "@/core/input/text";
import { languageSchema } from "@/core/locale/schema";
import { wallSchema } from "@/core/time/schema";
import { type Conditions, type Floating, floatDistances } from "./opening";

export const oneOf = (...values: readonly string[]) =>
  Joi.string()
    .valid(...values)
    .required();
const seconds = Joi.number().min(0).max(3600).precision(1).required().messages({
  "number.base": "Write the seconds as a number.",
  "number.min": "Seconds can't be negative.",
  "number.max": "An hour (3600 seconds) is the most.",
});
const pattern = Joi.string()
  .pattern(/^\/[^\s?#]{0,200}$/)
  .messages({ "string.pattern.base": "A path starts with /, such as /classes or /journal/*." });
const wallTime = wallSchema.allow(null).required();

const triggerSchema = Joi.object({
  on: oneOf("after", "scroll", "leave", "click", "idle"),
})
  .when(Joi.object({ on: Joi.valid("after", "idle") }).unknown(), { then: Joi.object({ seconds }) })
  .when(Joi.object({ on: Joi.valid("scroll") }).unknown(), {
    then: Joi.object({
      percent: Joi.number().integer().min(1).max(100).required().messages({
        "number.base": "Write the depth as a number from 1 to 100.",
        "number.min": "The depth is at least 1 %.",
        "number.max": "The depth is at most 100 %.",
      }),
    }),
  })
  .when(Joi.object({ on: Joi.valid("click") }).unknown(), {
    then: Joi.object({
      block: Joi.string()
        .pattern(/^[\w-]{1,40}$/)
        .required()
        .messages({
          "string.empty": "Choose the block that is clicked.",
          "any.required": "Choose the block that is clicked.",
        }),
    }),
  });

/** The two lists of path patterns. */
export const pagesFields = {
  include: Joi.array().items(pattern).max(50).required(),
  exclude: Joi.array().items(pattern).max(50).required(),
};

/** A button that floats over pages. */
export const floatingSchema = Joi.object<Floating>({
  words: lineSchema(40).min(1).required().messages({ "string.empty": "The button needs a word or two." }),
  corner: oneOf("start", "end"),
  distance: Joi.number().valid(...floatDistances),
  ...pagesFields,
});

/** The fields of an opening, for the schema of what has one. */
export const openingFields = {
  triggers: Joi.array().items(triggerSchema).max(6).required(),
  conditions: Joi.object({
    ...pagesFields,
    devices: Joi.array()
      .items(Joi.string().valid("wide", "tablet", "phone"))
      .unique()
      .required(),
    languages: Joi.array().items(languageSchema).max(30).required(),
    countries: Joi.array()
      .items(
        Joi.string()
          .pattern(/^[A-Z]{2}$/)
          .messages({ "string.pattern.base": "A country is two capital letters, such as IE." }),
      )
      .max(250)
      .required(),
    visits: oneOf("all", "first", "later"),
    cameFrom: Joi.array()
      .items(
        Joi.string()
          .pattern(/^[a-z0-9-]+(\.[a-z0-9-]+)+$/)
          .messages({ "string.pattern.base": "Write the host name only, such as letters.example." }),
      )
      .max(50)
      .required(),
    from: wallTime,
    to: wallTime,
  })
    .custom((value: Conditions, helpers) =>
      value.from && value.to && value.from >= value.to ? helpers.error("dates.order") : value,
    )
    .messages({ "dates.order": "“To” must be later than “from”." })
    .required(),
  restraint: Joi.object({
    perVisit: Joi.number().integer().min(1).max(20).required(),
    restDays: Joi.number().integer().min(0).max(365).required(),
    neverAfterSignup: Joi.boolean().required(),
  }).required(),
  priority: Joi.number().integer().min(-100).max(100).required(),
};
