// What a popup's settings may be: used by its forms, by the server and by the site file.
import Joi from "joi";
import { colourRoles, surfaces } from "@/core/brand/brand";
import { fieldSchema, neededWords, spokenSchema } from "@/core/field/schema";
import { oneOf, openingFields } from "@/core/opening/schema";
import { mediaHash } from "@/core/page/kinds/picture";
import { type Popup, type PopupField, popupDesigns, popupFieldKinds, type Thanks } from "./popup";

export const thanksSchema: Joi.ObjectSchema<Thanks> = Joi.object<Thanks>({ kind: oneOf("words", "page") })
  .when(Joi.object({ kind: Joi.valid("words") }).unknown(), {
    then: Joi.object({ title: neededWords(120), text: Joi.string().allow("").max(600).required() }),
  })
  .when(Joi.object({ kind: Joi.valid("page") }).unknown(), {
    then: Joi.object({
      page: Joi.string()
        .pattern(/^[\w-]{1,40}$/)
        .required()
        .messages({ "string.empty": "Choose the page that says thank you." }),
    }),
  });

export const popupSchema: Joi.ObjectSchema<Popup> = Joi.object<Popup>({
  enabled: Joi.boolean().required(),
  design: oneOf(...Object.keys(popupDesigns)),
  words: spokenSchema.required(),
  picture: Joi.object({ media: mediaHash.required(), alt: Joi.string().allow("").max(400).required() })
    .allow(null)
    .required(),
  fields: Joi.array()
    .items(fieldSchema(popupFieldKinds))
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
  thanks: thanksSchema.required(),
  confirmByMail: Joi.boolean().required(),
  letter: Joi.object({ subject: neededWords(120), text: neededWords(2000), button: neededWords(60) }),
  ...openingFields,
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
