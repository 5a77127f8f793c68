// The composer's state outside React: the documents in view, what is selected, undo and redo.
import { nanoid } from "nanoid";
import { applyEdits, type Edit } from "@/core/page/edit";
import { closeGroup, emptyHistory, type History, record, redo, undo } from "@/core/page/history";
import { kinds } from "@/core/page/kinds";
import type { Width } from "@/core/page/look";
import { findNode, type PageNode, pathTo, withFreshIds } from "@/core/page/node";
import type { Reason } from "@/core/visitor/decision";
import { reasonWords } from "@/studio/kit/reasons";
import { DocumentSync, type SyncState } from "./sync";

export interface Selection {
  readonly node: string;
  /** For which width a change holds. */
  readonly width: Width;
}

export interface ComposerView {
  readonly header: PageNode;
  readonly page: PageNode;
  readonly footer: PageNode;
  readonly pageId: string;
  readonly selection: Selection | null;
  readonly history: History;
  readonly sync: SyncState;
  /** Of the page. */
  readonly revision: number;
  readonly notice: string | null;
}

/** How long the panels wait for more letters of words typed on the stage, in ms. */
const panelDelayMs = 60;

export const newId = () => nanoid(10);

type Opened = readonly {
  readonly id: string;
  readonly kind: "page" | "header" | "footer";
  readonly body: PageNode;
  readonly revision: number;
}[];

export class Composer {
  private readonly syncs: readonly DocumentSync[];
  private listeners = new Set<() => void>();
  private readonly stageListeners = new Set<() => void>();
  private typing = false;
  private toTell: ReturnType<typeof setTimeout> | undefined;
  private history: History = emptyHistory;
  private selection: Selection | null = null;
  private notice: string | null = null;
  view: ComposerView;

  constructor(
    site: string,
    readonly pageId: string,
    opened: Opened,
    readonly mayLayout: boolean,
  ) {
    this.syncs = opened.map(
      (document) =>
        new DocumentSync(
          site,
          document.id,
          document,
          newId,
          () => this.changed(),
          (refusals) => this.tellRefusals(refusals),
        ),
    );
    this.view = this.look();
  }

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly getView = () => this.view;

  /** Frames are told of every change at once, before anything else of the screen follows. */
  readonly onStage = (listener: () => void) => {
    this.stageListeners.add(listener);
    return () => {
      this.stageListeners.delete(listener);
    };
  };

  close() {
    clearTimeout(this.toTell);
    for (const sync of this.syncs) sync.close();
  }

  private sync(document: string): DocumentSync {
    return this.syncs.find((sync) => sync.document === document) as DocumentSync;
  }

  private look(): ComposerView {
    const states = this.syncs.map((sync) => sync.state);
    const worst = (["refused", "waiting", "saving"] as const).flatMap((kind) =>
      states.filter((state) => state.kind === kind),
    )[0];
    return {
      header: this.sync("header").page,
      page: this.sync(this.pageId).page,
      footer: this.sync("footer").page,
      pageId: this.pageId,
      selection: this.selection,
      history: this.history,
      sync: worst ?? { kind: "saved" },
      revision: this.sync(this.pageId).revision,
      notice: this.notice,
    };
  }

  private changed() {
    // The first calls come while the documents are still being made.
    if (!this.syncs) return;
    if (this.selection && !this.documentOf(this.selection.node)) this.selection = null;
    this.view = this.look();
    for (const listener of this.stageListeners) listener();
    // While words are typed on the stage, the panels follow a moment later: the letter is painted first.
    if (!this.typing) this.tell();
    else this.toTell ??= setTimeout(() => this.tell(), panelDelayMs);
  }

  private tell() {
    clearTimeout(this.toTell);
    this.toTell = undefined;
    for (const listener of this.listeners) listener();
  }

  private tellRefusals(refusals: readonly { reason: Reason }[]) {
    this.say(
      `${refusals.length === 1 ? "One change was" : `${refusals.length} changes were`} not kept: ${reasonWords(refusals[0]?.reason as Reason)}`,
    );
  }

  say(notice: string | null) {
    this.notice = notice;
    this.changed();
  }

  /** The document a node stands in, or null. */
  documentOf(node: string): string | null {
    return this.syncs.find((sync) => findNode(sync.page, node))?.document ?? null;
  }

  /** Nodes from the document's root down to `node`; empty when it is gone. */
  path(node: string): readonly PageNode[] {
    for (const sync of this.syncs) {
      const path = pathTo(sync.page, node);
      if (path) return path;
    }
    return [];
  }

  node(id: string): PageNode | null {
    return this.path(id).at(-1) ?? null;
  }

  select(node: string | null, width: Width = this.selection?.width ?? "base") {
    this.history = closeGroup(this.history);
    this.selection = node ? { node, width } : null;
    this.changed();
  }

  /** Makes edits to one document; answers why the first that can't be made can't. `group` joins typed letters. */
  edit(document: string, edits: readonly Edit[], group?: string): string | null {
    const sync = this.sync(document);
    const result = applyEdits(sync.page, edits);
    const refusal = result.refusals[0];
    if (refusal) return reasonWords(refusal.reason);
    this.notice = null;
    this.history = record(this.history, {
      document,
      edits: result.applied,
      inverses: result.inverses,
      ...(group ? { group } : {}),
    });
    sync.take(result.applied, result.page);
    return null;
  }

  setContent(node: string, field: string, value: unknown, group?: string): string | null {
    const document = this.documentOf(node);
    if (!document) return "This block is gone.";
    return this.edit(document, [{ type: "setContent", node, field, ...(value === undefined ? {} : { value }) }], group);
  }

  /** A letter typed on the stage: as setContent, with the panels following a moment later. */
  typeWords(node: string, field: string, value: unknown): string | null {
    this.typing = true;
    try {
      return this.setContent(node, field, value, `${node}.${field}`);
    } finally {
      this.typing = false;
    }
  }

  setLook(
    node: string,
    width: Width,
    field: Extract<Edit, { type: "setLook" }>["field"],
    value: unknown,
  ): string | null {
    const document = this.documentOf(node);
    if (!document) return "This block is gone.";
    return this.edit(
      document,
      [{ type: "setLook", node, width, field, ...(value === undefined ? {} : { value }) }],
      `${node}.${width}.${field}`,
    );
  }

  /** Inserts a tree and selects it. */
  insert(parent: string, index: number, node: PageNode): string | null {
    const document = this.documentOf(parent);
    const refusal = document ? this.edit(document, [{ type: "insert", parent, index, node }]) : "This place is gone.";
    if (!refusal) this.select(node.id);
    return refusal;
  }

  /** Where `node` stands: its parent, its index and the parent's document. */
  place(node: string): { parent: PageNode; index: number; document: string } | null {
    const path = this.path(node);
    const parent = path.at(-2);
    const document = this.documentOf(node);
    if (!parent || !document) return null;
    return { parent, index: (parent.children ?? []).findIndex((child) => child.id === node), document };
  }

  remove(node: string) {
    const place = this.place(node);
    if (!place) return;
    const siblings = place.parent.children ?? [];
    const next =
      siblings[place.index + 1] ?? siblings[place.index - 1] ?? (place.parent.kind === "page" ? null : place.parent);
    this.edit(place.document, [{ type: "remove", node }]);
    this.select(next?.id ?? null);
  }

  duplicate(node: string) {
    const place = this.place(node);
    const original = this.node(node);
    if (place && original) this.insert(place.parent.id, place.index + 1, withFreshIds(original, newId));
  }

  /** One place up (-1) or down (+1) among its siblings. */
  moveBy(node: string, by: -1 | 1) {
    const place = this.place(node);
    if (!place) return;
    const index = place.index + by;
    if (index < 0 || index >= (place.parent.children ?? []).length) return;
    this.edit(place.document, [{ type: "move", node, parent: place.parent.id, index }]);
  }

  /** A copy of `copied` after the selection, or in it where it fits only there. */
  paste(copied: PageNode): string | null {
    const fresh = withFreshIds(copied, newId);
    const selected = this.selection ? this.path(this.selection.node) : [this.view.page];
    for (let depth = selected.length - 1; depth >= 0; depth--) {
      const holder = selected[depth] as PageNode;
      if (!kinds[holder.kind].holds?.includes(fresh.kind)) continue;
      const after = selected[depth + 1];
      const index = after ? (holder.children ?? []).indexOf(after) + 1 : (holder.children ?? []).length;
      return this.insert(holder.id, index, fresh);
    }
    return `A ${kinds[fresh.kind].label.toLowerCase()} has no place here.`;
  }

  private step(direction: typeof undo) {
    const taken = direction(this.history);
    if (!taken) return;
    const edits = direction === undo ? taken.step.inverses : taken.step.edits;
    const sync = this.sync(taken.step.document);
    const result = applyEdits(sync.page, edits);
    this.history = taken.history;
    this.notice = result.refusals[0]
      ? `This could not be ${direction === undo ? "undone" : "redone"} whole: ${reasonWords(result.refusals[0].reason)}`
      : null;
    sync.take(result.applied, result.page);
  }

  undo() {
    this.step(undo);
  }

  redo() {
    this.step(redo);
  }

  /** Resolves once everything has reached the server, or can't for now. */
  async settled(): Promise<boolean> {
    await Promise.all(this.syncs.map((sync) => sync.flush()));
    return this.syncs.every((sync) => sync.state.kind === "saved");
  }
}
