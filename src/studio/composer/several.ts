// What is done with all selected blocks at once, and where blocks that come from elsewhere are put.
import type { Edit } from "@/core/page/editing/edit";
import { heldBy, kinds, standsOnPage } from "@/core/page/kinds";
import { lookLike } from "@/core/page/look/looks";
import { type Looks, type PageNode, withFreshIds } from "@/core/page/node";
import { newId } from "@/studio/kit/new-id";
import type { Composer } from "./store";
import { words } from "./words";

/** A spot among the children of a block. */
export interface Place {
  readonly parent: string;
  readonly index: number;
}

/** Edits of several documents, each as one step; answers the first refusal. */
function editEach(
  composer: Composer,
  edits: readonly { readonly document: string; readonly edit: Edit }[],
): string | null {
  const documents = [...new Set(edits.map(({ document }) => document))];
  const refusals = documents.map((document) =>
    composer.edit(
      document,
      edits.filter((one) => one.document === document).map(({ edit }) => edit),
    ),
  );
  return refusals.find((refusal) => refusal !== null) ?? null;
}

/** Where blocks of this kind would be pasted: after the selection, or in it where they fit only there. */
function placeFor(composer: Composer, kind: PageNode["kind"]): Place | null {
  const selected = composer.view.selection ? composer.path(composer.view.selection.node) : [composer.view.page];
  for (let depth = selected.length - 1; depth >= 0; depth--) {
    const holder = selected[depth] as PageNode;
    if (composer.isInside(holder.id) || !heldBy(holder.kind)?.includes(kind)) continue;
    const after = selected[depth + 1];
    const children = holder.children ?? [];
    return { parent: holder.id, index: after ? children.indexOf(after) + 1 : children.length };
  }
  return null;
}

/** Whether a block of this kind has a place at the selection. */
export const takesHere = (composer: Composer, kind: PageNode["kind"]): boolean => placeFor(composer, kind) !== null;

/** The block in a section of its own; a section as it is. */
export const inSection = (node: PageNode, name: string = words.newSection): PageNode =>
  standsOnPage(node.kind)
    ? node
    : { id: newId(), kind: "section", content: { name }, look: { base: {} }, children: [node] };

/** Sections as they are, and what stands between them in sections made for it, neighbours in one. */
function allInSections(nodes: readonly PageNode[], name: string): readonly PageNode[] {
  const sections: PageNode[] = [];
  const made = new Set<string>();
  for (const node of nodes) {
    const last = sections.at(-1);
    if (last && made.has(last.id) && !standsOnPage(node.kind)) {
      sections[sections.length - 1] = { ...last, children: [...(last.children ?? []), node] };
      continue;
    }
    const section = inSection(node, name);
    if (section !== node) made.add(section.id);
    sections.push(section);
  }
  return sections;
}

export function removeSelected(composer: Composer) {
  const nodes = composer.selected();
  const [only] = nodes;
  if (only && nodes.length === 1) return composer.blocks.remove(only.id);
  const edits = nodes.flatMap(({ id }) => {
    const document = composer.documentOf(id);
    return document ? [{ document, edit: { type: "remove", node: id } as Edit }] : [];
  });
  composer.select(null);
  const refusal = editEach(composer, edits);
  if (refusal) composer.say(refusal);
}

export function duplicateSelected(composer: Composer) {
  const nodes = composer.selected();
  const [only] = nodes;
  if (only && nodes.length === 1) return composer.blocks.duplicate(only.id);
  const made: string[] = [];
  // Behind the last of them, so that the copies stand together where the blocks do.
  const counts = new Map<string, number>();
  const lasts = new Map<string, number>();
  for (const { id } of nodes) {
    const place = composer.place(id);
    if (place) lasts.set(place.parent.id, Math.max(lasts.get(place.parent.id) ?? 0, place.index));
  }
  const edits = nodes.flatMap((node) => {
    const place = composer.place(node.id);
    if (!place) return [];
    const copy = withFreshIds(node, newId);
    made.push(copy.id);
    const nth = (counts.get(place.parent.id) ?? 0) + 1;
    counts.set(place.parent.id, nth);
    const index = (lasts.get(place.parent.id) ?? place.index) + nth;
    return [{ document: place.document, edit: { type: "insert", parent: place.parent.id, index, node: copy } as Edit }];
  });
  const refusal = editEach(composer, edits);
  if (refusal) composer.say(refusal);
  else composer.selectAll(made, composer.view.selection?.width ?? "base");
}

/** Gives the selected blocks the looks of another, as one step. */
export function pasteLooks(composer: Composer, looks: Looks) {
  const edits = composer.selected().flatMap((block) => {
    const document = composer.documentOf(block.id);
    return document ? lookLike(block, looks).map((edit) => ({ document, edit })) : [];
  });
  const refusal = edits.length ? editEach(composer, edits) : words.looksAlready;
  if (refusal) composer.say(refusal);
}

/** Puts a new block at a place, in a section of its own where only sections stand. */
export function putAt(composer: Composer, place: Place, node: PageNode): string | null {
  const holder = composer.node(place.parent);
  const fits = holder && heldBy(holder.kind)?.includes(node.kind);
  return composer.blocks.insert(place.parent, place.index, fits ? node : inSection(node));
}

/** Moves a block to a place, which is counted while it still stands at its old one. */
export function moveTo(composer: Composer, node: string, place: Place): string | null {
  const now = composer.place(node);
  if (!now) return words.placeGone;
  const same = now.parent.id === place.parent;
  const index = same && now.index < place.index ? place.index - 1 : place.index;
  if (same && index === now.index) return null;
  return composer.edit(now.document, [{ type: "move", node, parent: place.parent, index }]);
}

/** Copies of blocks after the selection, as one step. Those that have no place there stand in a section called `name`. */
export function pasteAll(
  composer: Composer,
  copied: readonly PageNode[],
  name: string = words.pastedSection,
): string | null {
  const fresh = copied.map((node) => withFreshIds(node, newId));
  const [first] = fresh;
  if (!first) return null;
  const alike = fresh.every((node) => standsOnPage(node.kind) === standsOnPage(first.kind));
  const place = alike ? placeFor(composer, first.kind) : null;
  const joined = place ? fresh : allInSections(fresh, name);
  const at = place ?? placeFor(composer, "section");
  const document = at && composer.documentOf(at.parent);
  if (!at || !document) return words.noPlace(kinds[first.kind].label.toLowerCase());
  const refusal = composer.edit(
    document,
    joined.map((node, nth): Edit => ({ type: "insert", parent: at.parent, index: at.index + nth, node })),
  );
  if (refusal) return refusal;
  const [shown] = joined;
  if (shown) composer.show(shown.id);
  composer.selectAll(
    joined.map(({ id }) => id),
    composer.view.selection?.width ?? "base",
  );
  return null;
}
