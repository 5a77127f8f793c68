// Language tags as they come in from outside (BCP 47).

/** The longest tag that is read: language, script, region and a few variants (RFC 5646, section 4.4.1 wants 35). */
const longest = 35;
/** Language, script, region, variants; without extensions and private parts, which choose no words. */
const plainTag = /^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8}){0,3}$/;

/** A tag in its one spelling ("EN-gb" is "en-GB"), or null for what is no language tag. */
export function canonicalLanguage(tag: string): string | null {
  if (tag.length > longest || !plainTag.test(tag)) return null;
  try {
    return Intl.getCanonicalLocales(tag)[0] ?? null;
  } catch {
    return null;
  }
}

/** How many languages of an Accept-Language are looked at; nobody reads more. */
const mostRead = 12;

/** The first language of an Accept-Language that is one (RFC 9110, section 12.5.4), or `fallback`. */
export function preferredLanguage(accept: string | null | undefined, fallback = "en"): string {
  for (const part of (accept ?? "").slice(0, 500).split(",", mostRead)) {
    const tag = canonicalLanguage((part.split(";", 1)[0] ?? "").trim());
    if (tag) return tag;
  }
  return fallback;
}
