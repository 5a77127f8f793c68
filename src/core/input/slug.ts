// A name as a part of an address.

/** "Mugs & jugs" as "mugs-jugs", at most 60 characters; "" for a name without letters or digits. */
export const slugFrom = (name: string): string =>
  name
    .normalize("NFKD")
    .replace(/\p{M}/gu, "")
    .split(/[^A-Za-z0-9]+/)
    .filter(Boolean)
    .join("-")
    .toLowerCase()
    .slice(0, 60)
    .replace(/-$/, "");
