// Whether a tree is a page: every node of a known kind, with valid content and look, in a place it may stand.
import Joi from "joi";
import { kinds } from "./kinds";
import { type LookField, lookRules, type Width, widths } from "./look";
import type { Kind } from "./node";

/** A fault with the way to it ("children[2].content.text") and a sentence about it. */
export interface Fault {
  readonly path: string;
  readonly message: string;
}

/** Limits that keep a page a page: a tree beyond them is refused whole. */
export const maxNodes = 5000;
export const maxDepth = 12;

const options: Joi.ValidationOptions = { abortEarly: false, convert: false };
const nodeId = /^[\w-]{1,40}$/;
const emptySchema = Joi.object({});

/** Joi's path as "a.b[0]". */
export const pathOf = (path: readonly (string | number)[]): string =>
  path.reduce<string>(
    (text, part) => (typeof part === "number" ? `${text}[${part}]` : text ? `${text}.${part}` : part),
    "",
  );

function faultsOf(schema: Joi.Schema, value: unknown, at: string): Fault[] {
  const { error } = schema.validate(value, options);
  return (error?.details ?? []).map((detail) => ({
    path: [at, pathOf(detail.path)].filter(Boolean).join("."),
    message: detail.message.replaceAll('"', "“").replace(/“([^“]*)“/g, "“$1”"),
  }));
}

/** The fault of one content field's value, or null. Used before an edit changes it. */
export function contentFault(kind: Kind, content: Readonly<Record<string, unknown>>): Fault | null {
  return faultsOf(kinds[kind].content, content, "content")[0] ?? null;
}

/** The fault of one look value, or null. */
export function lookFault(kind: Kind, field: string, value: unknown): Fault | null {
  if (!(kinds[kind].looks as readonly string[]).includes(field))
    return { path: `look.${field}`, message: `A ${kinds[kind].label.toLowerCase()} has no “${field}”.` };
  return faultsOf(lookRules[field as LookField].schema.required(), value, `look.${field}`)[0] ?? null;
}

function nodeFaults(node: unknown, at: string, mayBe: readonly Kind[], seen: Set<string>, depth: number): Fault[] {
  const here = (path: string) => [at, path].filter(Boolean).join(".");
  if (typeof node !== "object" || node === null) return [{ path: at, message: "Here a block was expected." }];
  const { id, kind, content, look, children, ...others } = node as Record<string, unknown>;
  const faults: Fault[] = Object.keys(others).map((key) => ({ path: here(key), message: `A block has no “${key}”.` }));
  if (typeof id !== "string" || !nodeId.test(id))
    faults.push({ path: here("id"), message: "A block needs an id of letters, digits, _ and -." });
  else if (seen.has(id)) faults.push({ path: here("id"), message: `The id “${id}” stands twice.` });
  else seen.add(id);
  if (seen.size > maxNodes) return [{ path: at, message: `A page holds at most ${maxNodes} blocks.` }];
  if (depth > maxDepth) return [{ path: at, message: `Blocks can stand at most ${maxDepth} levels deep.` }];
  if (typeof kind !== "string" || !Object.hasOwn(kinds, kind))
    return [...faults, { path: here("kind"), message: `There is no block of the kind “${String(kind)}”.` }];
  if (!mayBe.includes(kind as Kind))
    return [
      ...faults,
      { path: here("kind"), message: `A ${kinds[kind as Kind].label.toLowerCase()} can't stand here.` },
    ];
  const definition = kinds[kind as Kind];
  faults.push(...faultsOf(definition.content.required(), content, here("content")));
  faults.push(...looksFaults(kind as Kind, look, here("look")));
  if (definition.holds) {
    if (!Array.isArray(children))
      faults.push({ path: here("children"), message: "Here a list of blocks was expected." });
    else
      children.forEach((child, index) => {
        faults.push(...nodeFaults(child, here(`children[${index}]`), definition.holds ?? [], seen, depth + 1));
      });
  } else if (children !== undefined)
    faults.push({ path: here("children"), message: `A ${definition.label.toLowerCase()} holds no other blocks.` });
  return faults;
}

function looksFaults(kind: Kind, look: unknown, at: string): Fault[] {
  if (typeof look !== "object" || look === null || !("base" in look))
    return [{ path: at, message: "A look needs the values for every width under “base”." }];
  const faults: Fault[] = [];
  for (const [width, values] of Object.entries(look)) {
    if (!widths.includes(width as Width))
      faults.push({ path: `${at}.${width}`, message: `There is no width “${width}”.` });
    else if (typeof values !== "object" || values === null)
      faults.push(...faultsOf(emptySchema, values, `${at}.${width}`));
    else
      for (const [field, value] of Object.entries(values)) {
        const fault = lookFault(kind, field, value);
        if (fault) faults.push({ path: `${at}.${width}.${field}`, message: fault.message });
      }
  }
  return faults;
}

/** Every fault of a subtree that would stand in a node of the kind `parent` (or as a root); none for a valid one. */
export function subtreeFaults(node: unknown, parent: Kind | null): readonly Fault[] {
  const mayBe: readonly Kind[] = parent === null ? ["page"] : (kinds[parent].holds ?? []);
  return nodeFaults(node, "", mayBe, new Set(), 0);
}

/** Every fault of a whole page. */
export const pageFaults = (root: unknown): readonly Fault[] => subtreeFaults(root, null);
