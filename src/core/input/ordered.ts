// Equal values as equal texts: for files that are compared, and for hashes of what is stored.

/** A value with the keys of every object in order, so that equal sites are equal texts. */
export function ordered(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(ordered);
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, inner]) => inner !== undefined)
      .sort(([one], [other]) => (one < other ? -1 : 1))
      .map(([key, inner]) => [key, ordered(inner)]),
  );
}
