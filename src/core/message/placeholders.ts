// Words in braces that are filled in for each person who is written to: {name}.

const placeholder = /\{([^{}\s]{1,30})\}/g;

/** The first placeholder in a text that is none of `names`, with its braces; null for none. */
export function strangeIn(text: string, names: readonly string[]): string | null {
  for (const [whole, name] of text.matchAll(placeholder)) if (!names.includes(name ?? "")) return whole;
  return null;
}

/** A text with its placeholders filled in, once: what a value holds is never read as a placeholder. */
export const fillIn = (text: string, values: Readonly<Record<string, string>>): string =>
  text.replace(placeholder, (whole, name: string) => (Object.hasOwn(values, name) ? (values[name] as string) : whole));

/** One line, whatever a value holds. */
export const oneLine = (text: string): string => text.replace(/\s+/g, " ").trim();
