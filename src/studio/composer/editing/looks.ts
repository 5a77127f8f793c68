// Looks: how a block stands at one width, and what departs from that at others.
import type { Edit } from "@/core/page/editing/edit";
import { type Departure, takeBack } from "@/core/page/look/departures";
import type { Width } from "@/core/page/look/look";
import { words } from "../words";
import type { Editor } from "./editor";

export class Looks {
  constructor(private readonly editor: Editor) {}

  set(node: string, width: Width, field: Extract<Edit, { type: "setLook" }>["field"], value: unknown): string | null {
    const document = this.editor.documentOf(node);
    if (!document) return words.blockGone;
    return this.editor.edit(
      document,
      [{ type: "setLook", node, width, field, ...(value === undefined ? {} : { value }) }],
      `${node}.${width}.${field}`,
    );
  }

  /** Takes departures back, as one step a document. */
  takeBack(departures: readonly Departure[]) {
    const documents = new Map<string, Departure[]>();
    for (const one of departures) {
      const document = this.editor.documentOf(one.node);
      if (document) documents.set(document, [...(documents.get(document) ?? []), one]);
    }
    for (const [document, list] of documents) this.editor.edit(document, takeBack(list));
  }
}
