// What of a tree looks otherwise on tablets and phones than at every width: listed, so that it can be found and taken back.
import type { Edit } from "../editing/edit";
import { everyNode, type PageNode } from "../node";
import { type LookField, lookProperties, type Width } from "./look";

export type NarrowWidth = Exclude<Width, "base">;
export const narrowWidths: readonly NarrowWidth[] = ["tablet", "phone"];

export interface Departure {
  readonly node: string;
  readonly width: NarrowWidth;
  readonly field: LookField;
  readonly value: unknown;
}

/** The departures of a tree, width by width, in the order of its blocks. */
export function departuresIn(root: PageNode): readonly Departure[] {
  const found: Departure[] = [];
  for (const width of narrowWidths)
    for (const node of everyNode(root))
      for (const [field, value] of Object.entries(node.look[width] ?? {}))
        found.push({ node: node.id, width, field: field as LookField, value });
  return found;
}

/** Edits that take departures back. */
export const takeBack = (departures: readonly Departure[]): readonly Edit[] =>
  departures.map(({ node, width, field }) => ({ type: "setLook", node, width, field }));

/** A look's value as its control names it: "under each other", "48 px". */
export function valueWords(field: LookField, value: unknown): string {
  const { control } = lookProperties[field];
  if (control.kind === "choice") return control.options.find(([one]) => one === value)?.[1] ?? String(value);
  if (control.kind === "number") return `${String(value)} ${control.unit}`;
  if (control.kind === "flag") return value === true ? "yes" : "no";
  return String(value);
}
