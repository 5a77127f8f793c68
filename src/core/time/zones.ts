// Names of time zones as they come in from outside: one way of writing each, so that tables kept by it stay few.
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
