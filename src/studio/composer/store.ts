// The composer's state outside React: the documents in view, what is selected, undo and redo, who else is here.
import { nanoid } from "nanoid";
import { type Departure, takeBack } from "@/core/page/departures";
import { applyEdits, type Edit, editKinds, typedWords } from "@/core/page/edit";
import { spliceBetween } from "@/core/page/edits/line";
import { stepsBetween } from "@/core/page/edits/steps";
import type { Lost } from "@/core/page/follow";
import {
  closeGroup,
  emptyHistory,
  type History,
  notice,
  record,
  redo,
  redone,
  typing,
  undo,
  undone,
} from "@/core/page/history";
import { heldBy, kinds } from "@/core/page/kinds";
import { linkingEdits, looseOn } from "@/core/page/linking";
import type { Width } from "@/core/page/look";
import { lookLike } from "@/core/page/looks";
import { findNode, type Looks, type PageNode, pathTo, withFreshIds } from "@/core/page/node";
import { nodeWords, wordsForm } from "@/core/page/words";
import type { OtherPerson } from "@/server/page/presence";
import { askQuietly } from "@/studio/kit/api";
import { reasonWords } from "@/studio/kit/reasons";
import { DocumentSync, type SyncState } from "./sync";
import { tabName } from "./unsent";
import { words } from "./words";

export interface Selection {
  readonly node: string;
  /** For which width a change holds. */
  readonly width: Width;
}

/** Words that could not be kept, with why: shown until they are put aside. */
export interface LostWords {
  readonly reason: string;
  readonly words: string;
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
  readonly lost: readonly LostWords[];
  readonly people: readonly OtherPerson[];
  /** A block to be brought into view: the one that was just placed. Counted, so that the same one can be shown again. */
  readonly reveal: { readonly node: string; readonly count: number } | null;
}

/** How long the panels wait for more letters of words typed on the stage, in ms. */
const panelDelayMs = 60;
/** How long a selection stands before others are told of it, in ms. */
const whereMs = 300;

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
  private toFollow: ReturnType<typeof setTimeout> | undefined;
  private history: History = emptyHistory;
  private selection: Selection | null = null;
  private notice: string | null = null;
  private lost: readonly LostWords[] = [];
  private people: readonly OtherPerson[] = [];
  private reveal: ComposerView["reveal"] = null;
  /** Blocks that words were typed into here. */
  private readonly wroteIn = new Set<string>();
  private closed = false;
  view: ComposerView;

  constructor(
    private readonly site: string,
    readonly pageId: string,
    opened: Opened,
    readonly mayLayout: boolean,
  ) {
    this.syncs = opened.map(
      (document) =>
        new DocumentSync(site, document.id, document, newId, {
          changed: () => this.changed(),
          foreign: (id, edits) => this.othersDid(id, edits),
          lost: (lost) => this.tellLost(lost),
        }),
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
    this.closed = true;
    clearTimeout(this.toTell);
    clearTimeout(this.toFollow);
    for (const sync of this.syncs) sync.close();
    void tabName(newId).then((tab) => askQuietly("pages.leave", { site: this.site, tab }).catch(() => null));
  }

  /** Somebody stored edits up to `revision` of a document: they are asked for, if they are not here yet. */
  stored(document: string, revision: number) {
    const sync = this.syncs.find((one) => one.document === document);
    if (sync && sync.revision < revision) void this.follow();
  }

  private following: Promise<void> | null = null;
  private followAgain = false;
  /** Asks what others did and where they are, and tells where this tab is; once more where it was asked for meanwhile. */
  follow(): Promise<void> {
    clearTimeout(this.toFollow);
    this.followAgain = this.following !== null;
    this.following ??= this.followOnce().finally(() => {
      this.following = null;
      if (this.followAgain && !this.closed) void this.follow();
    });
    return this.following;
  }

  private async followOnce(): Promise<void> {
    const answer = await askQuietly("pages.follow", {
      site: this.site,
      page: this.pageId,
      known: this.syncs.map((sync) => ({ document: sync.document, revision: sync.revision })),
      tab: await tabName(newId),
      node: this.selection?.node ?? null,
    }).catch(() => null);
    if (this.closed || !answer) return;
    for (const { document: id, line } of answer.lines) this.sync(id).receive(line);
    if (JSON.stringify(answer.people) === JSON.stringify(this.people)) return;
    this.people = answer.people;
    this.changed();
  }

  private sync(document: string): DocumentSync {
    return this.syncs.find((sync) => sync.document === document) as DocumentSync;
  }

  private look(): ComposerView {
    const states = this.syncs.map((sync) => sync.state);
    const worst = (["refused", "signedOut", "waiting", "saving"] as const).flatMap((kind) =>
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
      lost: this.lost,
      people: this.people,
      reveal: this.reveal,
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

  private othersDid(document: string, edits: readonly Edit[]) {
    this.history = notice(this.history, document, edits);
    for (const edit of edits) {
      // A block one wrote in is not taken away without a word.
      const taken = editKinds[edit.type].takesBlock?.(edit);
      if (taken === undefined || !this.wroteIn.has(taken)) continue;
      const before = findNode(this.documentBefore(document), taken);
      if (before) this.lost = [...this.lost, { reason: words.blockRemoved, words: nodeWords(before) }];
    }
  }

  /** The document as the screen still shows it while others' edits are taken in. */
  private documentBefore(document: string): PageNode {
    if (document === "header") return this.view.header;
    return document === "footer" ? this.view.footer : this.view.page;
  }

  private tellLost(lost: readonly Lost[]) {
    const told = lost.flatMap(({ edits, reason }) => {
      const typed = typedWords(edits);
      if (typed && this.lost.some((one) => one.words.includes(typed.trim()))) return [];
      return typed ? [{ reason: reasonWords(reason), words: typed }] : [];
    });
    if (told.length) this.lost = [...this.lost, ...told];
    else if (!this.lost.length) this.notice = words.notKept(lost.length, reasonWords((lost[0] as Lost).reason));
  }

  /** Puts the words aside that could not be kept. */
  forgetLost() {
    this.lost = [];
    this.changed();
  }

  say(text: string | null) {
    this.notice = text;
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
    const moved = (this.selection?.node ?? null) !== node;
    this.selection = node ? { node, width } : null;
    this.changed();
    if (!moved) return;
    clearTimeout(this.toFollow);
    this.toFollow = setTimeout(() => void this.follow(), whereMs);
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
    for (const edit of result.applied)
      if (editKinds[edit.type].typed?.(edit) && "node" in edit && typeof edit.node === "string")
        this.noteWriting(edit.node);
    sync.made(result.applied, result.page);
    return null;
  }

  private noteWriting(node: string) {
    for (const one of this.path(node)) this.wroteIn.add(one.id);
  }

  /** Sets a content field, or a part of a line in it. Words change letter by letter, so that others' words beside them stay. */
  setContent(node: string, field: string, value: unknown, group?: string): string | null {
    const document = this.documentOf(node);
    const block = this.node(node);
    if (!document || !block) return words.blockGone;
    if (wordsForm(block, field) === "line" && typeof value === "string") {
      const edit = spliceBetween(node, field, this.lineOf(block, field), value);
      return edit ? this.edit(document, [edit], typing) : null;
    }
    return this.edit(document, [{ type: "setContent", node, field, ...(value === undefined ? {} : { value }) }], group);
  }

  /** The text of a line of words: of a field, or of a part of a line in a list. */
  lineOf(block: PageNode, field: string): string {
    const [name = "", line, part = ""] = field.split(".");
    const value = block.content[name];
    if (line === undefined) return String(value ?? "");
    const found = (value as readonly Record<string, unknown>[] | undefined)?.find((one) => one.id === line);
    return String(found?.[part] ?? "");
  }

  /** Runs a change that comes from the stage: the panels follow it a moment later. */
  fromStage<T>(change: () => T): T {
    this.typing = true;
    try {
      return change();
    } finally {
      this.typing = false;
    }
  }

  /** Takes a change of running text: the editor's own steps where they fit, what differs where they do not. */
  writeWords(node: string, field: string, after: unknown, steps: readonly Record<string, unknown>[]): string | null {
    const document = this.documentOf(node);
    const block = this.node(node);
    if (!document || !block) return words.blockGone;
    const own: Edit = { type: "steps", node, field, steps };
    const result = steps.length ? applyEdits(this.sync(document).page, [own]) : null;
    const fits = result && JSON.stringify(findNode(result.page, node)?.content[field]) === JSON.stringify(after);
    const edit = fits ? own : stepsBetween(node, field, block.content[field], after);
    return edit ? this.edit(document, [edit], typing) : null;
  }

  /** Gives a block the looks of another, as one step. */
  pasteLooks(node: string, looks: Looks) {
    const document = this.documentOf(node);
    const block = this.node(node);
    if (!document || !block) return;
    const edits = lookLike(block, looks);
    const refusal = edits.length ? this.edit(document, edits) : words.looksAlready;
    if (refusal) this.say(refusal);
  }

  /** Takes departures back, as one step a document. */
  takeBack(departures: readonly Departure[]) {
    const documents = new Map<string, Departure[]>();
    for (const one of departures) {
      const document = this.documentOf(one.node);
      if (document) documents.set(document, [...(documents.get(document) ?? []), one]);
    }
    for (const [document, list] of documents) this.edit(document, takeBack(list));
  }

  /** How many numbers and addresses in the open documents' running text are no links yet. */
  get loose(): number {
    return this.syncs.reduce((sum, { page }) => sum + looseOn(page).reduce((of, { count }) => of + count, 0), 0);
  }

  /** Links every loose number and address: of one block, or of the page with header and footer. One step a document. */
  linkLoose(node: string | null = null) {
    for (const { document, page } of this.syncs) {
      const edits = linkingEdits(page, node);
      if (edits.length) this.edit(document, edits);
    }
  }

  /** Adds a line to a list behind `after` (null: at the front; undefined: at the end); answers its id. */
  addLine(node: string, field: string, line: Record<string, unknown>, after?: string | null): string | null {
    const document = this.documentOf(node);
    const lines = (this.node(node)?.content[field] ?? []) as readonly { id: string }[];
    if (!document) return null;
    const index =
      after === undefined ? lines.length : after === null ? 0 : lines.findIndex((one) => one.id === after) + 1;
    const id = newId();
    const refusal = this.edit(document, [{ type: "addLine", node, field, index, line: { ...line, id } }]);
    if (refusal) this.say(refusal);
    return refusal ? null : id;
  }

  /** Adds lines at the end of a list, in one step. */
  addLines(node: string, field: string, lines: readonly Record<string, unknown>[]): string | null {
    const document = this.documentOf(node);
    const there = (this.node(node)?.content[field] ?? []) as readonly unknown[];
    if (!document) return words.blockGone;
    const edits = lines.map(
      (line, at): Edit => ({ type: "addLine", node, field, index: there.length + at, line: { ...line, id: newId() } }),
    );
    return edits.length ? this.edit(document, edits) : null;
  }

  /** Parts a line in two at a letter: what stands behind it becomes a line of its own. Answers the new line's id. */
  splitLine(node: string, field: string, line: string, part: string, caret: number): string | null {
    const document = this.documentOf(node);
    const block = this.node(node);
    if (!document || !block) return null;
    const path = `${field}.${line}.${part}`;
    const text = this.lineOf(block, path);
    const index = (block.content[field] as readonly { id: string }[]).findIndex((one) => one.id === line) + 1;
    const made = { id: newId(), [part]: text.slice(caret).trimStart() };
    const rest = spliceBetween(node, path, text, text.slice(0, caret));
    const refusal = this.edit(document, [{ type: "addLine", node, field, index, line: made }, ...(rest ? [rest] : [])]);
    if (refusal) this.say(refusal);
    return refusal ? null : made.id;
  }

  removeLine(node: string, field: string, line: string) {
    const document = this.documentOf(node);
    if (document) this.edit(document, [{ type: "removeLine", node, field, line }]);
  }

  /** One place up (-1) or down (+1) in its list. */
  moveLine(node: string, field: string, line: string, by: -1 | 1) {
    const document = this.documentOf(node);
    const lines = (this.node(node)?.content[field] ?? []) as readonly { id: string }[];
    const index = lines.findIndex((one) => one.id === line) + by;
    if (document && index >= 0 && index < lines.length)
      this.edit(document, [{ type: "moveLine", node, field, line, index }]);
  }

  /** Sets several content fields in one step; undefined takes a field away. */
  setContents(node: string, values: Readonly<Record<string, unknown>>): string | null {
    const document = this.documentOf(node);
    if (!document) return words.blockGone;
    const edits = Object.entries(values).map(
      ([field, value]): Edit => ({ type: "setContent", node, field, ...(value === undefined ? {} : { value }) }),
    );
    return this.edit(document, edits);
  }

  setLook(
    node: string,
    width: Width,
    field: Extract<Edit, { type: "setLook" }>["field"],
    value: unknown,
  ): string | null {
    const document = this.documentOf(node);
    if (!document) return words.blockGone;
    return this.edit(
      document,
      [{ type: "setLook", node, width, field, ...(value === undefined ? {} : { value }) }],
      `${node}.${width}.${field}`,
    );
  }

  /** Inserts a tree and selects it. */
  insert(parent: string, index: number, node: PageNode): string | null {
    const document = this.documentOf(parent);
    const refusal = document ? this.edit(document, [{ type: "insert", parent, index, node }]) : words.placeGone;
    if (!refusal) {
      this.show(node.id);
      this.select(node.id);
    }
    return refusal;
  }

  /** Brings a block into view on every frame. */
  show(node: string) {
    this.reveal = { node, count: (this.reveal?.count ?? 0) + 1 };
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
      if (!heldBy(holder.kind)?.includes(fresh.kind)) continue;
      const after = selected[depth + 1];
      const index = after ? (holder.children ?? []).indexOf(after) + 1 : (holder.children ?? []).length;
      return this.insert(holder.id, index, fresh);
    }
    return words.noPlace(kinds[fresh.kind].label.toLowerCase());
  }

  private step(take: typeof undo, done: typeof undone, failed: (reason: string) => string) {
    const taken = take(this.history);
    if (!taken) return;
    const sync = this.sync(taken.document);
    const result = applyEdits(sync.page, taken.edits);
    this.history = done(taken.history, taken.document, result.applied, result.inverses);
    this.notice = result.refusals[0] ? failed(reasonWords(result.refusals[0].reason)) : null;
    if (result.applied.length) sync.made(result.applied, result.page);
    else this.changed();
  }

  undo() {
    this.step(undo, undone, words.notUndone);
  }

  redo() {
    this.step(redo, redone, words.notRedone);
  }

  /** Resolves once everything has reached the server, or can't for now. */
  async settled(): Promise<boolean> {
    await Promise.all(this.syncs.map((sync) => sync.recovered.then(() => sync.flush())));
    return this.syncs.every((sync) => sync.state.kind === "saved");
  }
}
