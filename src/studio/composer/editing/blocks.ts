// Blocks as wholes: put in, taken out, copied, moved, made another kind.
import { kinds } from "@/core/page/kinds";
import { type Kind, type PageNode, withFreshIds } from "@/core/page/node";
import { newId } from "@/studio/kit/new-id";
import { words } from "../words";
import type { Editor } from "./editor";

export class Blocks {
  constructor(private readonly editor: Editor) {}

  /** Inserts a tree and selects it. */
  insert(parent: string, index: number, node: PageNode): string | null {
    const document = this.editor.documentOf(parent);
    const refusal = document ? this.editor.edit(document, [{ type: "insert", parent, index, node }]) : words.placeGone;
    if (!refusal) {
      this.editor.show(node.id);
      this.editor.select(node.id);
    }
    return refusal;
  }

  remove(node: string) {
    if (this.editor.refusesInside(node)) return;
    const place = this.editor.place(node);
    if (!place) return;
    const siblings = place.parent.children ?? [];
    const next =
      siblings[place.index + 1] ?? siblings[place.index - 1] ?? (place.parent.kind === "page" ? null : place.parent);
    this.editor.edit(place.document, [{ type: "remove", node }]);
    this.editor.select(next?.id ?? null);
  }

  /** Puts a block of another kind in the place of one, as one step; the looks that both know stay. */
  become(node: string, kind: Kind, content: PageNode["content"]) {
    if (this.editor.refusesInside(node)) return;
    const place = this.editor.place(node);
    const before = this.editor.node(node);
    if (!place || !before) return;
    const known = new Set<string>(kinds[kind].looks);
    const kept = (look: object | undefined) =>
      Object.fromEntries(Object.entries(look ?? {}).filter(([field]) => known.has(field)));
    const look = Object.fromEntries(Object.entries(before.look).map(([width, of]) => [width, kept(of as object)]));
    const after = { ...before, id: newId(), kind, content, look: look as PageNode["look"] };
    const refusal = this.editor.edit(place.document, [
      { type: "insert", parent: place.parent.id, index: place.index, node: after },
      { type: "remove", node },
    ]);
    if (refusal) this.editor.say(refusal);
    else this.editor.select(after.id);
  }

  duplicate(node: string) {
    if (this.editor.refusesInside(node)) return;
    const place = this.editor.place(node);
    const original = this.editor.node(node);
    if (place && original) this.insert(place.parent.id, place.index + 1, withFreshIds(original, newId));
  }

  /** Into the column or the part of a bar before (-1) or behind (+1) the one it stands in. */
  moveAcross(node: string, by: -1 | 1) {
    if (this.editor.refusesInside(node)) return;
    const place = this.editor.place(node);
    const around = place && this.editor.place(place.parent.id);
    const beside = around?.parent.children?.[around.index + by];
    if (!place || !around || !beside || beside.kind !== place.parent.kind || around.document !== place.document) return;
    if (place.parent.kind === "section") return;
    const index = by === 1 ? 0 : (beside.children ?? []).length;
    const refusal = this.editor.edit(place.document, [{ type: "move", node, parent: beside.id, index }]);
    if (refusal) this.editor.say(refusal);
  }

  /** One place up (-1) or down (+1) among its siblings. */
  moveBy(node: string, by: -1 | 1) {
    if (this.editor.refusesInside(node)) return;
    const place = this.editor.place(node);
    if (!place) return;
    const index = place.index + by;
    if (index < 0 || index >= (place.parent.children ?? []).length) return;
    this.editor.edit(place.document, [{ type: "move", node, parent: place.parent.id, index }]);
  }
}
