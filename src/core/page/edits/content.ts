// Where a value stands in a block's content: a field, or a part of one line of a list, named by the line's id.
import type { Content } from "@/core/page/node";
import { without } from "./tree";

interface Line {
  readonly id?: string;
  readonly [part: string]: unknown;
}

/** The lines of a list field; null when there is no list there. */
export function linesOf(content: Content, field: string): readonly Line[] | null {
  const lines = Object.hasOwn(content, field) ? content[field] : undefined;
  return Array.isArray(lines) ? lines : null;
}

/** What stands at a path whose line is gone: no value, since a line may well hold null. */
export const goneLine: unique symbol = Symbol("a line that is gone");

/** The value at a path; undefined where there is none, `goneLine` where the line it names is gone. */
export function valueAt(content: Content, path: string): unknown {
  const [field = "", line, part = ""] = path.split(".");
  if (line === undefined) return Object.hasOwn(content, field) ? content[field] : undefined;
  const found = linesOf(content, field)?.find((one) => one.id === line);
  return found ? (Object.hasOwn(found, part) ? found[part] : undefined) : goneLine;
}

/** The content with another value at a path; undefined takes it away. */
export function withValueAt(content: Content, path: string, value: unknown): Content {
  const [field = "", line, part = ""] = path.split(".");
  const put = <T extends object>(holder: T, key: string): T =>
    value === undefined ? without(holder, key) : { ...holder, [key]: value };
  if (line === undefined) return put(content, field);
  return { ...content, [field]: linesOf(content, field)?.map((one) => (one.id === line ? put(one, part) : one)) };
}
