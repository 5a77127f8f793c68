// Whether a tree is a page: every node of a known kind, with valid content and look, in a place it may stand.
import Joi from "joi";
import { type Fault, mostFaults, pathOf } from "@/core/input/fault";
import { sentences } from "@/core/input/sentences";
import { formShape, shapeFault } from "@/core/input/shape";
import { kindNames } from "./kind-names";
import { heldBy, kinds } from "./kinds";
import { type LookField, lookProperties, type Width, widths } from "./look/look";
import type { Kind } from "./node";

/** Limits that keep a page a page: a tree beyond them is refused whole. */
export const maxNodes = 5000;
export const maxDepth = 12;

/** More values than a look has are not looked at. */
const mostLooks = 60;
const nodeId = /^[\w-]{1,40}$/;
const emptySchema = Joi.object({});

function faultsOf(schema: Joi.Schema, value: unknown, at: string): Fault[] {
  // Of something small all that is wrong is told; of something large, the first.
  const abortEarly = shapeFault(value, formShape) !== null;
  const { error } = schema.validate(value, {
    abortEarly,
    convert: false,
    messages: sentences,
    errors: { wrap: { label: false } },
  });
  return (error?.details ?? []).slice(0, mostFaults).map((detail) => ({
    path: [at, pathOf(detail.path)].filter(Boolean).join(".").replace(".[", "["),
    message: detail.message.replaceAll('"', "“").replace(/“([^“]*)“/g, "“$1”"),
  }));
}

/** The fault of one content field's value, or null. Used before an edit changes it. */
export function contentFault(kind: Kind, content: Readonly<Record<string, unknown>>): Fault | null {
  return faultsOf(kinds[kind].schema, content, "content")[0] ?? null;
}

const quiet = { convert: false, abortEarly: true } as const;

/** The schema of one field by itself: no kind judges its fields by each other. Null for one that the kind has not got. */
function fieldSchema(kind: Kind, field: string): Joi.Schema | null {
  try {
    return kinds[kind].schema.extract(field).required().prefs(quiet);
  } catch {
    return null;
  }
}

const fieldSchemas = new Map<string, Joi.Schema | null>();

/**
 * The content with a value in one of its fields; null where it can't stand there. For who asks it of hundreds of blocks at
 * once: nothing is said of what is wrong. The content itself has to be one.
 */
export function withField(
  kind: Kind,
  content: Readonly<Record<string, unknown>>,
  field: string,
  value: unknown,
): Readonly<Record<string, unknown>> | null {
  const name = `${kind} ${field}`;
  const known = fieldSchemas.get(name);
  const own = known === undefined ? fieldSchema(kind, field) : known;
  if (known === undefined) fieldSchemas.set(name, own);
  return own && !own.validate(value).error ? { ...content, [field]: value } : null;
}

/** The fault of one look value, or null. */
export function lookFault(kind: Kind, field: string, value: unknown): Fault | null {
  if (!(kinds[kind].looks as readonly string[]).includes(field))
    return { path: `look.${field}`, message: `A ${kinds[kind].label.toLowerCase()} has no “${field}”.` };
  return faultsOf(lookProperties[field as LookField].schema.required(), value, `look.${field}`)[0] ?? null;
}

const openControls: readonly string[] = ["picture", "link", "icon", "file"];

/** Fields of a block that a shared section can open: words, pictures, links, lists, and whether it is shown. */
export function openable({ kind }: { readonly kind: Kind }): readonly string[] {
  const { fields, looks, words } = kinds[kind];
  const named = fields.filter(({ name, control }) => openControls.includes(control.kind) || name in words);
  const others = Object.keys(words).filter((name) => !named.some((field) => field.name === name));
  // What a shared section in another one takes is filled there, as a whole.
  const own = kind === "shared" ? [] : [...named.map(({ name }) => name), ...others];
  return [...own, ...(looks.includes("hidden") ? ["hidden"] : [])];
}

/** The fault of the list of a block's open fields, or null. */
export function openFault(node: { readonly kind: Kind }, open: unknown): Fault | null {
  const may = openable(node);
  const schema = Joi.array()
    .items(Joi.string().valid(...may))
    .unique()
    .max(may.length);
  return faultsOf(schema, open, "open")[0] ?? null;
}

/** Why so many blocks can't stand beside each other, as their kinds say; null where they can. */
export function crowdedFault(children: readonly { readonly kind?: unknown }[]): Fault | null {
  for (const kind of kindNames) {
    const { label, mostBeside } = kinds[kind];
    if (mostBeside !== undefined && children.filter((child) => child?.kind === kind).length > mostBeside)
      return { path: "children", message: `At most ${mostBeside} of the kind “${label}” stand in one place.` };
  }
  return null;
}

/** What is left of what is looked at: a tree of a million wrong blocks is not gone through to its end. */
class Judging {
  readonly faults: Fault[] = [];
  private readonly seen = new Set<string>();
  private nodes = 0;

  add(...faults: readonly Fault[]): void {
    this.faults.push(...faults.slice(0, mostFaults - this.faults.length));
  }

  get ended(): boolean {
    return this.faults.length >= mostFaults || this.nodes > maxNodes;
  }

  private outsideLimits(node: unknown, depth: number): string | null {
    if (this.nodes > maxNodes) return `A page holds at most ${maxNodes} blocks.`;
    if (depth > maxDepth) return `Blocks can stand at most ${maxDepth} levels deep.`;
    return typeof node === "object" && node !== null ? null : "Here a block was expected.";
  }

  node(node: unknown, at: string, mayBe: readonly Kind[], depth: number): void {
    if (this.ended) return;
    this.nodes += 1;
    const here = (path: string) => [at, path].filter(Boolean).join(".");
    const outside = this.outsideLimits(node, depth);
    if (outside) {
      this.add({ path: at, message: outside });
      return;
    }
    const { id, kind, content, look, children, open, ...others } = node as Record<string, unknown>;
    this.add(
      ...Object.keys(others)
        .slice(0, mostFaults)
        .map((key) => ({ path: here(key.slice(0, 60)), message: `A block has no “${key.slice(0, 60)}”.` })),
    );
    if (typeof id !== "string" || !nodeId.test(id))
      this.add({ path: here("id"), message: "A block needs an id of letters, digits, _ and -." });
    else if (this.seen.has(id)) this.add({ path: here("id"), message: `The id “${id}” stands twice.` });
    else this.seen.add(id);
    const known = typeof kind === "string" && Object.hasOwn(kinds, kind);
    if (!known || !mayBe.includes(kind as Kind)) {
      const message = known
        ? `A ${kinds[kind as Kind].label.toLowerCase()} can't stand here.`
        : `There is no block of the kind “${String(kind).slice(0, 60)}”.`;
      this.add({ path: here("kind"), message });
      return;
    }
    const definition = kinds[kind as Kind];
    this.add(...faultsOf(definition.schema.required(), content, here("content")));
    this.add(...looksFaults(kind as Kind, look, here("look")));
    const openOnes = open === undefined ? null : openFault({ kind: kind as Kind }, open);
    if (openOnes) this.add({ path: here(openOnes.path), message: openOnes.message });
    const holds = heldBy(kind as Kind);
    if (holds) {
      if (Array.isArray(children)) {
        const crowded = crowdedFault(children);
        if (crowded) this.add({ path: here(crowded.path), message: crowded.message });
        for (const [index, child] of children.entries()) {
          if (this.ended) return;
          this.node(child, here(`children[${index}]`), holds, depth + 1);
        }
      } else this.add({ path: here("children"), message: "Here a list of blocks was expected." });
    } else if (children !== undefined)
      this.add({ path: here("children"), message: `A ${definition.label.toLowerCase()} holds no other blocks.` });
  }
}

function looksFaults(kind: Kind, look: unknown, at: string): Fault[] {
  if (typeof look !== "object" || look === null || !("base" in look))
    return [{ path: at, message: "A look needs the values for every width under “base”." }];
  const faults: Fault[] = [];
  for (const [width, values] of Object.entries(look)) {
    if (faults.length >= mostFaults) break;
    if (!widths.includes(width as Width))
      faults.push({ path: `${at}.${width}`, message: `There is no width “${width}”.` });
    else if (typeof values !== "object" || values === null)
      faults.push(...faultsOf(emptySchema, values, `${at}.${width}`));
    else
      for (const [field, value] of Object.entries(values).slice(0, mostLooks)) {
        const fault = lookFault(kind, field, value);
        if (fault) faults.push({ path: `${at}.${width}.${field}`, message: fault.message });
      }
  }
  return faults;
}

/** The faults (at most `mostFaults`) of a subtree that would stand in a node of the kind `parent` (or as a root); none for a valid one. */
export function subtreeFaults(node: unknown, parent: Kind | null): readonly Fault[] {
  const judging = new Judging();
  judging.node(node, "", parent === null ? ["page"] : (heldBy(parent) ?? []), 0);
  return judging.faults;
}

/** The faults of a whole page, at most `mostFaults`. */
export const pageFaults = (root: unknown): readonly Fault[] => subtreeFaults(root, null);
