// What stands in the value of a fill, whatever field it is for.
import type { Ref } from "@/core/kind/holder";
import type { Fill } from "@/core/page/shared/placement";
import { linkRefs, readLink } from "@/core/page/words/link";

/** What a fill says, in short. */
export function fillWords({ value }: Fill): string {
  if (typeof value === "boolean") return "";
  if (typeof value === "string") return value;
  const found: string[] = [];
  const read = (part: unknown, key: string) => {
    if (typeof part === "string" && !["id", "type", "media", "href", "link"].includes(key)) found.push(part);
    else if (Array.isArray(part)) for (const one of part) read(one, "");
    else if (typeof part === "object" && part !== null) for (const [name, one] of Object.entries(part)) read(one, name);
  };
  read(value, "");
  return found.join(" ");
}

const hashPattern = /^[0-9a-f]{64}$/;

/** Pictures, pages and the rest that a fill points at, wherever they stand in its value. */
export function* fillRefs(value: unknown, path: string): Generator<Ref> {
  if (typeof value === "string") {
    if (hashPattern.test(value)) yield { of: "media", id: value, path };
    else if (value.length <= 200 && ["page", "widget", "file"].includes(readLink(value).to))
      yield* linkRefs(value, path);
  } else if (Array.isArray(value))
    for (const [index, one] of value.entries()) yield* fillRefs(one, `${path}[${index}]`);
  else if (typeof value === "object" && value !== null)
    for (const [name, one] of Object.entries(value)) yield* fillRefs(one, `${path}.${name}`);
}
