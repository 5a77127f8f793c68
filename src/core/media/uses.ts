// Where media stand in a tree of blocks, by their hashes; and the edits that put another in the place of one everywhere.
import type { Edit } from "@/core/page/editing/edit";
import { everyNode, type PageNode } from "@/core/page/node";

const fileLink = "file:";
const isHash = (text: string) => /^[0-9a-f]{64}$/.test(text);

/** The medium that a value names: by its hash alone, or as a link to a file; null for any other. */
const mediumOf = (text: string): string | null => {
  const hash = text.startsWith(fileLink) ? text.slice(fileLink.length) : text;
  return isHash(hash) ? hash : null;
};

function* textsIn(value: unknown): Generator<string> {
  if (typeof value === "string") yield value;
  else if (Array.isArray(value)) for (const one of value) yield* textsIn(one);
  else if (typeof value === "object" && value !== null) for (const one of Object.values(value)) yield* textsIn(one);
}

/** Every medium named in any value, each once. */
export function mediaNamed(value: unknown): readonly string[] {
  const found = new Set<string>();
  for (const text of textsIn(value)) {
    const hash = mediumOf(text);
    if (hash) found.add(hash);
  }
  return [...found];
}

/** Media that stand on a page, header, footer or in a shared section. */
export function mediaOn(root: PageNode): readonly string[] {
  const found = new Set<string>();
  for (const { content } of everyNode(root)) for (const hash of mediaNamed(content)) found.add(hash);
  return [...found];
}

/** A value with one medium in the place of another; what stands beside it (a crop, a description) stays. */
export function withMedium<T>(value: T, from: string, to: string): T {
  if (typeof value === "string") {
    if (value === from) return to as T;
    return (value === fileLink + from ? fileLink + to : value) as T;
  }
  if (Array.isArray(value)) return value.map((one) => withMedium(one, from, to)) as T;
  if (typeof value !== "object" || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, withMedium(one, from, to)])) as T;
}

interface Line {
  readonly id: string;
  readonly [part: string]: unknown;
}

const isLines = (value: unknown): value is readonly Line[] =>
  Array.isArray(value) && value.every((one) => typeof one === "object" && one !== null && typeof one.id === "string");

/** Edits that put one medium in the place of another in a tree: of a line of a list only its own part. */
export function replaceMediumEdits(root: PageNode, from: string, to: string): readonly Edit[] {
  const edits: Edit[] = [];
  for (const { id: node, content } of everyNode(root))
    for (const [field, value] of Object.entries(content)) {
      if (!mediaNamed(value).includes(from)) continue;
      const put = (path: string, before: unknown) =>
        edits.push({ type: "setContent", node, field: path, value: withMedium(before, from, to) });
      if (!isLines(value)) put(field, value);
      else
        for (const line of value)
          for (const [part, before] of Object.entries(line))
            if (part !== "id" && mediaNamed(before).includes(from)) put(`${field}.${line.id}.${part}`, before);
    }
  return edits;
}
