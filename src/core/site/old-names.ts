// What site files and kept sites were called by before: read on under the names of today.

const renamed = { surrounds: "headersFooters" } as const;

/** A site as it was read, with the names of today. Nothing that has them is touched. */
export function withNamesOfToday<T>(site: T): T {
  if (typeof site !== "object" || site === null || Array.isArray(site)) return site;
  const old = Object.keys(renamed).filter((name) => Object.hasOwn(site, name));
  if (!old.length) return site;
  return Object.fromEntries(
    Object.entries(site).map(([name, value]) => [
      Object.hasOwn(renamed, name) ? renamed[name as keyof typeof renamed] : name,
      value,
    ]),
  ) as T;
}
