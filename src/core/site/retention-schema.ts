// The form of how long a site keeps what visitors sent.
import Joi from "joi";
import { type Retention, retentionBounds } from "./retention";

const days = (of: keyof Retention) => {
  const { least, most } = retentionBounds[of];
  const message = `Between ${least} and ${most} days are possible.`;
  return Joi.number()
    .integer()
    .min(least)
    .max(most)
    .required()
    .messages({ "number.min": message, "number.max": message });
};

export const retentionSchema: Joi.ObjectSchema<Retention> = Joi.object<Retention>({
  signups: days("signups"),
  // Of settings from before there were forms.
  forms: days("forms").optional().default(retentionBounds.forms.usual),
  bookings: days("bookings"),
  // Of settings from before anybody was asked.
  consents: days("consents").optional().default(retentionBounds.consents.usual),
  letters: days("letters"),
  log: days("log"),
});
