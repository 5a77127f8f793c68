// What a form's settings may be.
import Joi from "joi";
import { type Field, fieldKinds } from "@/core/field/field";
import { fieldSchema, neededWords, spokenSchema, thanksSchema } from "@/core/field/schema";
import { openingFields } from "@/core/opening/schema";
import type { Form } from "./form";

export const formSchema: Joi.ObjectSchema<Form> = Joi.object<Form>({
  enabled: Joi.boolean().required(),
  words: spokenSchema.required(),
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
  confirmation: Joi.object({ subject: neededWords(120), text: neededWords(2000) }),
  ...openingFields,
})
  .custom((form: Form, helpers) =>
    form.confirmation && !form.fields.some(({ kind, required }) => kind === "email" && required)
      ? helpers.error("confirmation.address", {})
      : form,
  )
  .messages({
    "confirmation.address": "To tell the sender by mail, the form needs a required e-mail field.",
  });
