// Patterns of postcodes, as shops write them into tables of zones.

/** Postcodes compare without spaces, hyphens and case: "bt1 5gs" is "BT15GS". */
const plain = (postcode: string): string => postcode.toUpperCase().replace(/[^A-Z0-9]/g, "");

/** What a pattern may be: letters, digits, spaces; one "*" at the end; or two numbers of the same length with a hyphen between. */
const form = /^(?:\d{1,10}-\d{1,10}|[A-Za-z0-9 ]{0,10}\*|[A-Za-z0-9 ]{1,12})$/;

/** What is wrong with a pattern, as a sentence; null for nothing. */
export function postcodeFault(pattern: string): string | null {
  if (!form.test(pattern.trim()))
    return "Write a postcode, its beginning with a star (BT*), or two numbers (1000-1999).";
  const [from, to] = pattern.trim().split("-", 2);
  if (to === undefined) return null;
  if (from?.length !== to.length) return "Both numbers need as many digits, as 1000-1999.";
  return from <= to ? null : "The first number is the smaller one.";
}

/** Whether a postcode is meant by a pattern: "BT*" by its beginning, "1000-1999" by its number, "H91" as it is. */
export function matchesPostcode(pattern: string, postcode: string): boolean {
  const code = plain(postcode);
  const trimmed = pattern.trim();
  if (trimmed.endsWith("*")) return code.startsWith(plain(trimmed));
  const [from, to] = trimmed.split("-", 2);
  if (from !== undefined && to !== undefined && /^\d+$/.test(from) && /^\d+$/.test(to)) {
    const digits = code.slice(0, from.length);
    return /^\d+$/.test(digits) && digits.length === from.length && from <= digits && digits <= to;
  }
  return code === plain(trimmed);
}
