// A change between two states of a site, as a person is told of it.

export const changeUnits = ["page", "header", "footer", "shared", "brand", "settings", "widget", "redirect"] as const;
export type ChangeOf = (typeof changeUnits)[number];

/** One thing about a change: the code of a sentence, with the values in it. */
export interface ChangeDetail {
  readonly code:
    | "sectionNew"
    | "sectionChanged"
    | "sectionGone"
    | "sectionsMoved"
    | "words"
    | "title"
    | "slug"
    | "description"
    | "navigation"
    | "more"
    | "standing"
    | "top"
    | "value";
  readonly name?: string;
  readonly before?: string;
  readonly after?: string;
}

export interface Change {
  readonly of: ChangeOf;
  readonly id: string;
  readonly name: string;
  readonly what: "new" | "changed" | "removed";
  /** What is different, the most telling first; no more than `mostDetails`. */
  readonly details: readonly ChangeDetail[];
}

/** Names a change: what is left out of a release, or taken back. */
export type ChangeName = Pick<Change, "of" | "id">;

export const mostDetails = 30;

/** Whether two values are written alike. */
export const same = (one: unknown, other: unknown) => JSON.stringify(one) === JSON.stringify(other);

/** Values that differ between two objects, by their paths: "colours.accent" from one value to another. */
export function valueDetails(before: unknown, now: unknown, path = ""): readonly ChangeDetail[] {
  const plain = (value: unknown): value is Record<string, unknown> =>
    typeof value === "object" && value !== null && !Array.isArray(value);
  if (same(before, now)) return [];
  if (!plain(before) || !plain(now)) {
    const said = (value: unknown) =>
      value === undefined || value === null ? "" : typeof value === "object" ? "…" : String(value);
    return [{ code: "value", name: path, before: said(before), after: said(now) }];
  }
  return [...new Set([...Object.keys(before), ...Object.keys(now)])].flatMap((key) =>
    valueDetails(before[key], now[key], path ? `${path}.${key}` : key),
  );
}
