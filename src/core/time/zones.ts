// Names of time zones as they come in from outside: one way of writing each, so that tables kept by it stay few.
import Joi from "joi";
import { LRUCache } from "lru-cache";
import { Temporal } from "temporal-polyfill";

/** An IANA name: no offset, no bracket, nothing longer than the longest there is. */
const namePattern = /^[A-Za-z][\w+-]{1,31}(\/[\w+-]{1,31}){0,2}$/;

/** Names by their small letters; strangers ask about any text, so only a bounded number is remembered. */
const known = new LRUCache<string, string>({ max: 1000 });

/** The name of a zone in its one spelling ("europe/berlin" is "Europe/Berlin"), or null where there is no such zone. */
export function canonicalZone(name: string): string | null {
  if (!namePattern.test(name)) return null;
  const key = name.toLowerCase();
  const kept = known.get(key);
  if (kept) return kept;
  let found: string;
  try {
    found = Temporal.Instant.fromEpochMilliseconds(0).toZonedDateTimeISO(name).timeZoneId;
  } catch {
    return null;
  }
  known.set(key, found);
  return found;
}

/** A zone's name, taken in any case and given in its one spelling. */
export const zoneSchema = (example = "Europe/Dublin") =>
  Joi.string()
    .custom((value: string, helpers) => canonicalZone(value) ?? helpers.error("zone.unknown"))
    .messages({
      "zone.unknown": `There is no time zone of this name. Write it as ${example}.`,
      "string.empty": `A time zone is needed, such as ${example}.`,
    });
