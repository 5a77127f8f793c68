// What a form's settings may be.
import Joi from "joi";
import { surfaces } from "@/core/brand/brand";
import { type Field, fieldKinds } from "@/core/field/field";
import { fieldSchema } from "@/core/field/schema";
import { oneOf, openingFields } from "@/core/opening/schema";
import { thanksSchema } from "@/core/popup/schema";
import type { Form } from "./form";

const words = (most: number) =>
  Joi.string().trim().min(1).max(most).required().messages({ "string.empty": "This needs a few words." });

export const formSchema: Joi.ObjectSchema<Form> = Joi.object<Form>({
  enabled: Joi.boolean().required(),
  words: Joi.object({
    title: words(120),
    text: Joi.string().allow("").max(1000).required(),
    button: words(40),
    close: words(40),
    consent: Joi.string().allow("").max(600).required(),
  }).required(),
  fields: Joi.array()
    .items(fieldSchema(fieldKinds))
    .min(1)
    .max(20)
    .unique("key")
    .custom((value: Field[], helpers) =>
      value.filter(({ kind }) => kind === "email").length > 1 ? helpers.error("fields.email") : value,
    )
    .required()
    .messages({
      "array.min": "A form asks at least one thing.",
      "array.max": "A form has at most 20 fields.",
      "array.unique": "Two fields have the same key.",
      "fields.email": "A form asks for one e-mail address: the one that is answered to.",
    }),
  thanks: thanksSchema.required(),
  mailed: Joi.boolean().required(),
  confirmation: Joi.object({ subject: words(120), text: words(2000) }),
  ...openingFields,
  surface: oneOf(...surfaces),
})
  .custom((form: Form, helpers) =>
    form.confirmation && !form.fields.some(({ kind, required }) => kind === "email" && required)
      ? helpers.error("confirmation.address", {})
      : form,
  )
  .messages({
    "confirmation.address": "To tell the sender by mail, the form needs a required e-mail field.",
  });
