// Shared sections: one definition that stands on many pages, and what each page fills into its open fields.
import type { Ref } from "@/core/kind/holder";
import { linkRefs, readLink } from "./link";
import { type Look, type Width, widths } from "./look";
import { everyNode, findNode, type Looks, type PageNode, withFreshIds } from "./node";
import { contentFault, maxNodes, withField } from "./validate";
import { wordsForm } from "./words";

/** A definition: a root that holds sections, and perhaps other shared sections. */
export interface SharedSection {
  readonly id: string;
  readonly name: string;
  readonly body: PageNode;
}

/** What one place puts into one open field of the definition. */
export interface Fill {
  readonly id: string;
  /** The block of the definition, and its content field, or `visibility`. */
  readonly node: string;
  readonly field: string;
  readonly value: unknown;
}

/** What stands on a page in the place of a shared section. */
export interface SharedContent {
  readonly shared: string;
  readonly fills: readonly Fill[];
}

/** Bodies of definitions by their ids. */
export type Definitions = ReadonlyMap<string, PageNode>;

/** Definitions of a site, by their ids. */
export const definitionsOf = (site: { readonly shared?: readonly SharedSection[] }): Definitions =>
  new Map((site.shared ?? []).map(({ id, body }) => [id, body]));

/** The open field that says whether a block is shown: true hides it. */
export const visibility = "hidden";

/** Parts the id of a placement from that of a block in its definition. */
export const within = "~";

export const isPlacement = (node: PageNode): boolean => node.kind === "shared";
export const sharedContent = (node: PageNode): SharedContent => node.content as unknown as SharedContent;

/** The places of shared sections in a page or a definition: they stand where sections do. */
export const placementsIn = (root: PageNode): readonly PageNode[] => (root.children ?? []).filter(isPlacement);

/** Ids of the shared sections that stand in a page or a definition, each once. */
export const sharedIn = (root: PageNode): readonly string[] => [
  ...new Set(placementsIn(root).map((node) => sharedContent(node).shared)),
];

/** The value a field that can be opened has. */
export const openValue = (node: PageNode, field: string): unknown =>
  field === visibility ? (node.look.base.hidden ?? false) : node.content[field];

const withLook = (look: Looks, width: Width, values: Look): Looks => ({
  ...look,
  [width]: { ...look[width], ...values },
});

/** The block with a value in one of its fields; null where the value can't stand there. */
function withFill(node: PageNode, field: string, value: unknown): PageNode | null {
  if (field === visibility)
    return typeof value === "boolean" ? { ...node, look: withLook(node.look, "base", { hidden: value }) } : null;
  const filled = withField(node.kind, node.content, field, value);
  if (filled) return { ...node, content: filled };
  if (value !== null) return null;
  // Nothing, where the field can be left out.
  const { [field]: _left, ...others } = node.content;
  return contentFault(node.kind, others) ? null : { ...node, content: others };
}

/** Whether a value can stand in a field of a block. */
export const takes = (node: PageNode, field: string, value: unknown): boolean => withFill(node, field, value) !== null;

const isOpen = (node: PageNode, field: string) => node.open?.includes(field) ?? false;

/** The last of several fills of one field, as two people may make them at once. */
const lastOf = (fills: readonly Fill[]): ReadonlyMap<string, Fill> =>
  new Map(fills.map((fill) => [`${fill.node} ${fill.field}`, fill]));

const paths = new WeakMap<PageNode, ReadonlyMap<string, readonly number[]>>();

/** The way to every block of a definition, as places among the children; found once for a state of it. */
function pathsIn(body: PageNode): ReadonlyMap<string, readonly number[]> {
  const known = paths.get(body);
  if (known) return known;
  const found = new Map<string, readonly number[]>();
  const walk = (node: PageNode, path: readonly number[]) => {
    found.set(node.id, path);
    for (const [at, child] of (node.children ?? []).entries()) walk(child, [...path, at]);
  };
  walk(body, []);
  paths.set(body, found);
  return found;
}

/** The tree with the block at the end of a path changed; what is off the path keeps its identity. */
function changedAt(node: PageNode, path: readonly number[], change: (node: PageNode) => PageNode, depth = 0): PageNode {
  const at = path[depth];
  if (at === undefined) return change(node);
  const child = node.children?.[at];
  const next = child && changedAt(child, path, change, depth + 1);
  return next && next !== child ? { ...node, children: (node.children ?? []).with(at, next) } : node;
}

/** The definition with what is filled in. Of two fills of one field the later counts. */
function filledBody(body: PageNode, fills: readonly Fill[]): PageNode {
  if (!fills.length) return body;
  const ways = pathsIn(body);
  let filled = body;
  for (const { node, field, value } of fills) {
    const path = ways.get(node);
    if (path)
      filled = changedAt(filled, path, (block) =>
        isOpen(block, field) ? (withFill(block, field, value) ?? block) : block,
      );
  }
  return filled;
}

/** A placement that is hidden at a width hides its sections there. */
function hiddenAs(placement: PageNode, section: PageNode): PageNode {
  let { look } = section;
  for (const width of widths) {
    const hidden = placement.look[width]?.hidden;
    if (hidden !== undefined) look = withLook(look, width, { hidden });
  }
  return look === section.look ? section : { ...section, look };
}

const kept = new WeakMap<PageNode, WeakMap<PageNode, readonly PageNode[]>>();

/**
 * What stands in the place of a placement: the definition's sections with what the placement fills into them. Blocks
 * keep their ids of the definition, those without fills their identity. Other shared sections in it stay placements.
 */
export function sectionsOf(placement: PageNode, body: PageNode): readonly PageNode[] {
  const ofBody = kept.get(body) ?? new WeakMap<PageNode, readonly PageNode[]>();
  kept.set(body, ofBody);
  const known = ofBody.get(placement);
  if (known) return known;
  const filled = filledBody(body, sharedContent(placement).fills).children ?? [];
  const sections = filled.map((section) => hiddenAs(placement, section));
  ofBody.set(placement, sections);
  return sections;
}

/** Several sections as one, for who draws or counts what stands in a place. */
export const asSection = (id: string, name: string, sections: readonly PageNode[]): PageNode => ({
  id,
  kind: "section",
  content: { name },
  look: sections[0]?.look ?? { base: {} },
  children: sections.flatMap((section) => section.children ?? []),
});

const prefixed = (node: PageNode, prefix: string): PageNode => ({
  ...node,
  id: prefix + node.id,
  ...(node.children ? { children: node.children.map((child) => prefixed(child, prefix)) } : {}),
});

/**
 * A page with every shared section in its place, whatever stands in it. Their blocks are named by the placement and
 * their id in the definition, joined by `within`. What is gone, or would hold itself, leaves nothing.
 */
export function resolved(root: PageNode, shared: Definitions, chain: readonly string[] = []): PageNode {
  if (!placementsIn(root).length) return root;
  const children = (root.children ?? []).flatMap((node): readonly PageNode[] => {
    if (!isPlacement(node)) return [node];
    const id = sharedContent(node).shared;
    const body = shared.get(id);
    if (!body || chain.includes(id)) return [];
    const inner = resolved({ ...body, children: sectionsOf(node, body) }, shared, [...chain, id]);
    return (inner.children ?? []).map((section) => prefixed(section, `${node.id}${within}`));
  });
  return { ...root, children };
}

/** The sections that a page shows, in their order, those of shared sections as they are filled. */
export function* sectionsShown(
  root: PageNode,
  shared: Definitions,
  chain: readonly string[] = [],
): Generator<PageNode> {
  for (const node of root.children ?? []) {
    if (!isPlacement(node)) {
      yield node;
      continue;
    }
    const id = sharedContent(node).shared;
    const body = shared.get(id);
    if (body && !chain.includes(id))
      yield* sectionsShown({ ...body, children: sectionsOf(node, body) }, shared, [...chain, id]);
  }
}

/** Every place of a tree where a shared section stands, be it in another one: its id, and the ids that lead there. */
export function* placesShown(
  root: PageNode,
  shared: Definitions,
  prefix = "",
  chain: readonly string[] = [],
): Generator<{ readonly id: string; readonly prefix: string }> {
  for (const node of placementsIn(root)) {
    const id = sharedContent(node).shared;
    const body = shared.get(id);
    if (!body || chain.includes(id)) continue;
    const inner = `${prefix}${node.id}${within}`;
    yield { id, prefix: inner };
    yield* placesShown(body, shared, inner, [...chain, id]);
  }
}

/** A definition's open fields, in its order. */
export function openFields(body: PageNode): readonly { readonly node: PageNode; readonly field: string }[] {
  return [...everyNode(body)].flatMap((node) => (node.open ?? []).map((field) => ({ node, field })));
}

/** Fills that hold, and those put aside because their field is gone, closed, or takes no such value. */
export function sortFills(fills: readonly Fill[], body: PageNode): { held: readonly Fill[]; aside: readonly Fill[] } {
  const held: Fill[] = [];
  const aside: Fill[] = [];
  const last = lastOf(fills);
  for (const fill of fills) {
    const node = findNode(body, fill.node);
    const holds = node && isOpen(node, fill.field) && withFill(node, fill.field, fill.value);
    if (!holds) aside.push(fill);
    else if (last.get(`${fill.node} ${fill.field}`) === fill) held.push(fill);
  }
  return { held, aside };
}

/** Fills that hold in a definition and would not in another state of it. */
export function fillsLost(fills: readonly Fill[], before: PageNode, after: PageNode): readonly Fill[] {
  const still = new Set(sortFills(fills, after).held);
  return sortFills(fills, before).held.filter((fill) => !still.has(fill));
}

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

/** What two open fields need to have alike so that a fill of the one can stand in the other. */
const sortOf = (node: PageNode, field: string) =>
  field === visibility ? visibility : `${node.kind} ${field} ${JSON.stringify(wordsForm(node, field) ?? "")}`;

/**
 * A placement that stands for another shared section. Fills go on to the field of the same sort and number in it; those
 * it had stay beside them, so that they hold again when it is swapped back.
 */
export function swapped(
  placement: PageNode,
  from: PageNode,
  to: { readonly id: string; readonly body: PageNode },
  newId: () => string,
): PageNode {
  const { fills } = sharedContent(placement);
  const numbered = (body: PageNode) => {
    const counts = new Map<string, number>();
    return openFields(body).map((open) => {
      const sort = sortOf(open.node, open.field);
      const number = (counts.get(sort) ?? 0) + 1;
      counts.set(sort, number);
      return { ...open, key: `${sort} ${number}` };
    });
  };
  const held = sortFills(fills, from).held;
  const targets = new Map(numbered(to.body).map((open) => [open.key, open]));
  let next = [...fills];
  for (const { node, field, key } of numbered(from)) {
    const fill = held.find((one) => one.node === node.id && one.field === field);
    const target = targets.get(key);
    if (!fill || !target || !withFill(target.node, target.field, fill.value)) continue;
    const there = next.findLast((one) => one.node === target.node.id && one.field === target.field);
    if (there) next = next.map((one) => (one === there ? { ...one, value: fill.value } : one));
    else next.push({ id: newId(), node: target.node.id, field: target.field, value: fill.value });
  }
  return { ...placement, content: { shared: to.id, fills: next } };
}

const closed = ({ open: _open, ...node }: PageNode): PageNode => ({
  ...node,
  ...(node.children ? { children: node.children.map(closed) } : {}),
});

/** What a placement shows, as sections of the page's own. */
export const madeOwn = (placement: PageNode, body: PageNode, newId: () => string): readonly PageNode[] =>
  sectionsOf(placement, body).map((section) => withFreshIds(closed(section), newId));

/**
 * Shared sections from `from` to `to`, each held by the one before; null where `from` does not hold `to`. Placing
 * `from` in `to` would close the circle.
 */
export function chainTo(from: string, to: string, shared: Definitions): readonly string[] | null {
  const seen = new Set<string>();
  const walk = (id: string): readonly string[] | null => {
    if (id === to) return [id];
    const body = shared.get(id);
    if (seen.has(id) || !body) return null;
    seen.add(id);
    for (const inner of sharedIn(body)) {
      const rest = walk(inner);
      if (rest) return [id, ...rest];
    }
    return null;
  };
  return walk(from);
}

/** The first circle among definitions, from a shared section back to itself; null where there is none. */
export function circleIn(shared: Definitions): readonly string[] | null {
  for (const [id, body] of shared)
    for (const inner of sharedIn(body)) {
      const chain = chainTo(inner, id, shared);
      if (chain) return [id, ...chain];
    }
  return null;
}

/**
 * The first definition that would show more than `maxNodes` blocks with all that stands in it; null where none does. Each of
 * them is counted once, however often it stands: what doubles with every level is found without being drawn. Definitions in
 * a circle count for nothing.
 */
export function tooLarge(shared: Definitions): string | null {
  const counted = new Map<string, number>();
  const count = (id: string): number => {
    const known = counted.get(id);
    const body = shared.get(id);
    if (known !== undefined || !body) return known ?? 0;
    counted.set(id, 0);
    let all = 0;
    for (const section of body.children ?? [])
      all += 1 + (isPlacement(section) ? count(sharedContent(section).shared) : countNodes(section));
    counted.set(id, Math.min(all, maxNodes + 1));
    return Math.min(all, maxNodes + 1);
  };
  for (const id of shared.keys()) if (count(id) > maxNodes) return id;
  return null;
}

const countNodes = (node: PageNode): number => (node.children ?? []).reduce((sum, child) => sum + countNodes(child), 1);
