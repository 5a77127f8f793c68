// What a popup's settings may be: used by its forms, by the server and by the site file.
import Joi from "joi";
import { colourRoles, surfaces } from "@/core/brand/brand";
import { languageSchema } from "@/core/locale/schema";
import { mediaHash } from "@/core/page/kinds/picture";
import { wallSchema } from "@/core/time/schema";
import { type Popup, type PopupField, popupDesigns } from "./popup";

const words = (most: number) =>
  Joi.string().trim().min(1).max(most).required().messages({ "string.empty": "This needs a few words." });
const oneOf = (...values: readonly string[]) =>
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

export const triggerSchema = Joi.object({
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

const fieldSchema: Joi.ObjectSchema<PopupField> = Joi.object<PopupField>({
  key: Joi.string()
    .pattern(/^[a-z][a-z0-9_]{0,30}$/)
    .required()
    .messages({ "string.pattern.base": "A key has small letters, digits and _, such as glaze_colour." }),
  kind: oneOf("email", "name", "choice", "tick"),
  label: words(120),
  required: Joi.boolean().required(),
  options: Joi.array().items(Joi.string().trim().min(1).max(80)).min(2).max(20).unique(),
}).when(Joi.object({ kind: Joi.valid("choice") }).unknown(), {
  then: Joi.object({
    options: Joi.required().messages({
      "any.required": "A choice needs at least two options.",
      "array.min": "A choice needs at least two options.",
    }),
  }),
  otherwise: Joi.object({ options: Joi.forbidden() }),
});

export const popupSchema: Joi.ObjectSchema<Popup> = Joi.object<Popup>({
  enabled: Joi.boolean().required(),
  design: oneOf(...Object.keys(popupDesigns)),
  words: Joi.object({
    title: words(120),
    text: Joi.string().allow("").max(1000).required(),
    button: words(40),
    close: words(40),
    consent: Joi.string().allow("").max(600).required(),
  }).required(),
  picture: Joi.object({ media: mediaHash.required(), alt: Joi.string().allow("").max(400).required() })
    .allow(null)
    .required(),
  fields: Joi.array()
    .items(fieldSchema)
    .max(8)
    .unique("key")
    .custom((value: PopupField[], helpers) =>
      value.filter((field) => field.kind === "email" && field.required).length === 1
        ? value
        : helpers.error("fields.email"),
    )
    .required()
    .messages({
      "fields.email": "A signup needs exactly one required e-mail field.",
      "array.unique": "Two fields have the same key.",
    }),
  thanks: Joi.object({ kind: oneOf("words", "page") })
    .when(Joi.object({ kind: Joi.valid("words") }).unknown(), {
      then: Joi.object({ title: words(120), text: Joi.string().allow("").max(600).required() }),
    })
    .when(Joi.object({ kind: Joi.valid("page") }).unknown(), {
      then: Joi.object({
        page: Joi.string()
          .pattern(/^[\w-]{1,40}$/)
          .required()
          .messages({ "string.empty": "Choose the page that says thank you." }),
      }),
    })
    .required(),
  confirmByMail: Joi.boolean().required(),
  letter: Joi.object({ subject: words(120), text: words(2000), button: words(60) }),
  triggers: Joi.array().items(triggerSchema).max(6).required(),
  conditions: Joi.object({
    include: Joi.array().items(pattern).max(50).required(),
    exclude: Joi.array().items(pattern).max(50).required(),
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
    .custom((value: Popup["conditions"], helpers) =>
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
  look: Joi.object({
    surface: oneOf(...surfaces),
    overlayColour: oneOf(...colourRoles),
    overlayStrength: Joi.number().integer().min(0).max(100).required(),
    pageUsable: Joi.boolean().required(),
    closePlace: oneOf("inside", "outside"),
    closeShape: oneOf("cross", "ring", "word"),
    entrance: oneOf("none", "fade", "rise", "slide"),
    side: oneOf("start", "end"),
  }).required(),
});
