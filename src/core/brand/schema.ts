// What a brand may be: used by the Brand screen, the server and the site file.
import Joi from "joi";
import { type Brand, colourRoles, familyKeys } from "./brand";

const colour = Joi.string()
  .pattern(/^#[0-9a-f]{6}$/)
  .required()
  .messages({ "string.pattern.base": "A colour is written as # and six digits, such as #7a3a1c." });
const family = Joi.string()
  .valid(...familyKeys)
  .required();

export const brandSchema: Joi.ObjectSchema<Brand> = Joi.object<Brand>({
  colours: Joi.object(Object.fromEntries(colourRoles.map((role) => [role, colour]))).required(),
  type: Joi.object({
    headings: family,
    text: family,
    headingWeight: Joi.number().integer().min(300).max(900).required(),
    scale: Joi.number().min(1.05).max(1.6).precision(3).required(),
    basePx: Joi.number().min(14).max(22).precision(2).required(),
  }).required(),
  shape: Joi.object({
    radiusPx: Joi.number().integer().min(0).max(40).required(),
    buttonRadiusPx: Joi.number().integer().min(0).max(40).required(),
  }).required(),
  space: Joi.number().min(0.6).max(1.6).precision(2).required(),
});
