// A time zone as it comes in.
import Joi from "joi";
import { canonicalZone } from "./zones";

/** A zone's name, taken in any case and given in its one spelling. */
export const zoneSchema = (example = "Europe/Dublin") =>
  Joi.string()
    .custom((value: string, helpers) => canonicalZone(value) ?? helpers.error("zone.unknown"))
    .messages({
      "zone.unknown": `There is no time zone of this name. Write it as ${example}.`,
      "string.empty": `A time zone is needed, such as ${example}.`,
    });
