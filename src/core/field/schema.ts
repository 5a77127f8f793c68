// What a field's settings may be, and what may be answered to it: used by the studio, the server and the site file.
import Joi from "joi";
import { lineSchema, mailSchema } from "@/core/input/text";
import { dateSchema } from "@/core/time/schema";
import { chooses, type Field, type FieldKind, type SpokenWords, type Thanks } from "./field";

/** A few words that have to be there. */
export const neededWords = (most: number) =>
  Joi.string().trim().min(1).max(most).required().messages({ "string.empty": "This needs a few words." });

/** What is said around the fields. */
export const spokenSchema: Joi.ObjectSchema<SpokenWords> = Joi.object<SpokenWords>({
  title: neededWords(120),
  text: Joi.string().allow("").max(1000).required(),
  button: neededWords(40),
  close: neededWords(40),
  consent: Joi.string().allow("").max(600).required(),
});

/** What follows when it was sent. */
export const thanksSchema: Joi.ObjectSchema<Thanks> = Joi.object<Thanks>({
  kind: Joi.string().valid("words", "page").required(),
})
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

/** Settings of one field, of these sorts. */
export const fieldSchema = (kinds: readonly FieldKind[]): Joi.ObjectSchema<Field> =>
  Joi.object<Field>({
    key: Joi.string()
      .pattern(/^[a-z][a-z0-9_]{0,30}$/)
      .required()
      .messages({ "string.pattern.base": "A key has small letters, digits and _, such as glaze_colour." }),
    kind: Joi.string()
      .valid(...kinds)
      .required(),
    label: neededWords(120),
    hint: Joi.string().allow("").max(200),
    required: Joi.boolean().required(),
    options: Joi.array().items(Joi.string().trim().min(1).max(80)).min(2).max(20).unique(),
  }).when(Joi.object({ kind: Joi.valid(...kinds.filter(chooses)) }).unknown(), {
    then: Joi.object({
      options: Joi.required().messages({
        "any.required": "A choice needs at least two options.",
        "array.min": "A choice needs at least two options.",
      }),
    }),
    otherwise: Joi.object({ options: Joi.forbidden() }),
  });

/** What is answered to a field. A file is named here; its bytes come beside it. */
export type Answer = string | number | boolean | readonly string[];

const words = (most: number, sentence: string) =>
  Joi.string()
    .trim()
    .max(most)
    .messages({ "string.max": `At most ${most.toLocaleString("en")} characters. ${sentence}`.trim() });

const oneOfThem = (field: Field) => Joi.string().valid(...(field.options ?? []));

const answerSchemas: Readonly<Record<FieldKind, (field: Field) => Joi.Schema>> = {
  text: () => lineSchema(300),
  long: () => words(5000, "Send the rest as a file, or by mail."),
  email: () => mailSchema,
  name: () => lineSchema(120),
  phone: () =>
    Joi.string()
      .trim()
      .pattern(/^\+?[\d ()/.-]{4,40}$/)
      .messages({ "string.pattern.base": "Write a phone number, such as +353 1 555 0100." }),
  number: () =>
    Joi.number().min(-1e12).max(1e12).messages({
      "number.base": "Write a number, such as 12 or 2.5.",
      "number.unsafe": "This number is too large.",
    }),
  date: () => dateSchema,
  choice: (field) => oneOfThem(field).messages({ "any.only": "Please choose one of the list." }),
  several: (field) =>
    Joi.array()
      .items(oneOfThem(field).messages({ "any.only": "Please choose from the list." }))
      .single()
      .unique()
      .max(20)
      .min(field.required ? 1 : 0)
      .messages({ "array.min": "Please choose at least one." }),
  tick: (field) =>
    field.required ? Joi.boolean().valid(true).messages({ "any.only": "Please tick this to go on." }) : Joi.boolean(),
  file: () => lineSchema(200),
};

/** Sorts whose empty answer is another value than the empty text. */
const ownEmpty: ReadonlySet<FieldKind> = new Set(["several", "tick"]);

/** The schema of what a form sends, by its own fields. */
export const answersSchema = (fields: readonly Field[]): Joi.ObjectSchema<Record<string, Answer>> =>
  Joi.object(
    Object.fromEntries(
      fields.map((field) => {
        const schema = answerSchemas[field.kind](field).messages({
          "any.required": "This is needed.",
          "string.empty": "This is needed.",
        });
        if (field.required) return [field.key, schema.required()];
        return [
          field.key,
          ownEmpty.has(field.kind)
            ? schema
            : Joi.alternatives().conditional(Joi.valid(""), { then: Joi.valid(""), otherwise: schema }),
        ];
      }),
    ),
  );

/** An answer as one line of words. */
export const answerWords = (answer: Answer | undefined): string => {
  if (answer === undefined) return "";
  if (typeof answer === "boolean") return answer ? "yes" : "no";
  return typeof answer === "object" ? answer.join(", ") : String(answer);
};
