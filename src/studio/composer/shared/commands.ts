// What is done with shared sections in their places: placed, filled, swapped, made the page's own, opened for pages.
import type { Edit } from "@/core/page/editing/edit";
import { fillEdit } from "@/core/page/editing/fill-edits";
import type { PageNode } from "@/core/page/node";
import { takes } from "@/core/page/shared/fill";
import { type Fill, isPlacement, sharedContent, visibility } from "@/core/page/shared/placement";
import { madeOwn, swapped } from "@/core/page/shared/swap";
import { newId } from "@/studio/kit/new-id";
import type { Composer } from "../store";
import { words } from "../words";

function placementOf(composer: Composer, id: string) {
  const placement = composer.node(id);
  const body =
    placement && isPlacement(placement) ? composer.view.shared.get(sharedContent(placement).shared) : undefined;
  const place = composer.place(id);
  return placement && body && place ? { placement, body, place } : null;
}

/** Places a shared section, once its definition is here. */
export async function placeShared(
  composer: Composer,
  shared: string,
  parent: string,
  index: number,
): Promise<string | null> {
  await composer.documents.ensure([shared]);
  return composer.blocks.insert(parent, index, {
    id: newId(),
    kind: "shared",
    content: { shared, fills: [] },
    look: { base: {} },
  });
}

/** Puts a shared section, which the server has, into the place of the section it was made from. */
export async function standFor(composer: Composer, section: string, shared: string): Promise<string | null> {
  await composer.documents.ensure([shared]);
  const place = composer.place(section);
  if (!place) return words.placeGone;
  const node: PageNode = { id: newId(), kind: "shared", content: { shared, fills: [] }, look: { base: {} } };
  const refusal = composer.edit(place.document, [
    { type: "remove", node: section },
    { type: "insert", parent: place.parent.id, index: place.index, node },
  ]);
  if (!refusal) composer.select(node.id);
  return refusal;
}

/** Takes what a page filled into a field out again. */
export function takeFillOut(composer: Composer, placement: string, node: string, field: string) {
  const document = composer.documentOf(placement);
  const found = composer.node(placement);
  if (document && found) composer.edit(document, fillEdit(found, node, field, undefined, newId));
}

/** Whether an open field that nobody has filled here could take a value. */
export function wouldTake(node: PageNode, field: string, value: unknown): boolean {
  return field !== visibility && typeof value !== "boolean" && takes(node, field, value);
}

/** Fills a field with what was put aside, in one step. */
export function refill(composer: Composer, placement: string, fill: Fill, node: string, field: string) {
  const document = composer.documentOf(placement);
  const found = composer.node(placement);
  if (!document || !found) return;
  const refusal = composer.edit(document, [
    { type: "removeLine", node: placement, field: "fills", line: fill.id },
    ...fillEdit(found, node, field, fill.value, newId),
  ]);
  if (refusal) composer.say(refusal);
}

/** Lets a placement stand for another shared section: what was filled in goes on where it fits. */
export async function swap(composer: Composer, id: string, shared: string): Promise<string | null> {
  await composer.documents.ensure([shared]);
  const found = placementOf(composer, id);
  const body = composer.view.shared.get(shared);
  if (!found || !body) return words.placeGone;
  const { fills } = sharedContent(swapped(found.placement, found.body, { id: shared, body }, newId));
  return composer.edit(found.place.document, [
    { type: "setContent", node: id, field: "shared", value: shared },
    { type: "setContent", node: id, field: "fills", value: fills },
  ]);
}

/** Makes sections of the page's own from what a placement shows, in one step. */
export function makeOwn(composer: Composer, id: string): string | null {
  const found = placementOf(composer, id);
  if (!found) return words.placeGone;
  const { parent, index, document } = found.place;
  const sections = madeOwn(found.placement, found.body, newId);
  const refusal = composer.edit(document, [
    { type: "remove", node: id },
    ...sections.map((node, at): Edit => ({ type: "insert", parent: parent.id, index: index + at, node })),
  ]);
  if (!refusal && sections[0]) composer.select(sections[0].id);
  return refusal;
}

/** Opens fields of a block in a shared section for the pages it stands on. */
export function setOpen(composer: Composer, node: string, open: readonly string[]): string | null {
  const document = composer.documentOf(node);
  return document ? composer.edit(document, [{ type: "setOpen", node, open }]) : words.blockGone;
}
