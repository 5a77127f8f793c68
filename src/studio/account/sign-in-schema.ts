// What is wrong in the forms of signing in, before they are sent.
import Joi from "joi";
import { words as own } from "./sign-in-words";

const email = Joi.string().trim().email({ tlds: false }).required().messages({
  "string.empty": own.mailWanted,
  "string.email": own.noMailAddress,
});
export const signInSchema = Joi.object({
  email,
  password: Joi.string().required().messages({ "string.empty": own.passwordWanted }),
  code: Joi.string().allow(""),
});
export const lostSchema = Joi.object({ email });
