// Schemas of words that people write into forms.
import Joi from "joi";

const breaks = /[\n\r\t\u2028\u2029]/;

/** A single line of words, trimmed: a name, a title. Line breaks and tabs are refused, wherever it will be shown. */
export const lineSchema = (most: number) =>
  Joi.string()
    .trim()
    .max(most)
    .custom((value: string, helpers) => (breaks.test(value) ? helpers.error("line.break") : value))
    .messages({ "line.break": "This is one line; please leave out the line break." });

/** A mail address, trimmed and in small letters. */
export const mailSchema = Joi.string().trim().lowercase().email({ tlds: false }).max(254).messages({
  "string.email": "This is not an e-mail address. One looks like ana@mail.example.",
  "string.empty": "An e-mail address is needed.",
  "string.max": "An e-mail address has at most 254 characters.",
});

/** What names a thing within its site. */
export const idSchema = Joi.string()
  .pattern(/^[\w-]{1,40}$/)
  .messages({ "string.pattern.base": "An id has letters, digits, _ and -, at most 40." });

/** Origins of other sites, written as https://its-host.example. */
export const originsSchema = Joi.array()
  .items(
    Joi.string()
      .max(300)
      .custom((value: string, helpers) =>
        URL.canParse(value) && new URL(value).origin === value && /^https?:/.test(value)
          ? value
          : helpers.error("origin.none"),
      )
      .messages({
        "origin.none": "Write another site as https://its-host.example, without a path.",
        "string.empty": "Write another site as https://its-host.example, without a path.",
      }),
  )
  .max(50)
  .unique()
  .messages({
    "array.max": "At most 50 other sites are possible.",
    "array.unique": "This site is named twice.",
  });
