// What opening hours may be.
import Joi from "joi";
import type { OpenSpan } from "./open-hours";

const clockField = Joi.string()
  .pattern(/^([01]\d|2[0-3]):[0-5]\d$|^24:00$/)
  .messages({ "string.pattern.base": "Write times as 09:00." });

/** When it is open on one day. */
export const spansSchema = Joi.array()
  .items(
    Joi.object({ from: clockField.required(), to: clockField.required() }).custom((span: OpenSpan, helpers) =>
      span.from < span.to ? span : helpers.error("hours.order"),
    ),
  )
  .max(4)
  .messages({ "hours.order": "The end must be later than the beginning." });

/** The week, Monday first. */
export const weekSchema = Joi.array().items(spansSchema).length(7).messages({
  "array.length": "A week has seven days, Monday first.",
});
