// What a popup's settings may be: used by its forms, by the server and by the site file.
import Joi from "joi";
import { colourRoles, surfaces } from "@/core/brand/brand";
import { fieldSchema, neededWords, spokenSchema, thanksSchema } from "@/core/field/schema";
import { oneOf, openingFields } from "@/core/opening/schema";
import { mediaHash } from "@/core/page/kinds/picture";
import { type Popup, type PopupField, popupDesigns, popupFieldKinds } from "./popup";

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
