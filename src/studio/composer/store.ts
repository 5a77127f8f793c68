// The composer's state outside React: the documents in view, what is selected, undo and redo, who else is here.

import { applyEdits, type Edit, editKinds, typedWords } from "@/core/page/editing/edit";
import type { Lost } from "@/core/page/editing/follow";
import {
  closeGroup,
  emptyHistory,
  forget,
  type History,
  notice,
  record,
  redo,
  redone,
  undo,
  undone,
} from "@/core/page/editing/history";
import type { Width } from "@/core/page/look/look";
import { findNode, noHeaderFooter, type PageNode } from "@/core/page/node";
import { chainTo } from "@/core/page/shared/circle";
import { type Definitions, isPlacement, sharedContent, within } from "@/core/page/shared/placement";
import { placesShown } from "@/core/page/shared/sections";
import { fillWords } from "@/core/page/shared/value";
import { nodeWords } from "@/core/page/words/words";
import type { OtherPerson } from "@/server/page/presence";
import { pageReasonWords } from "@/studio/stage/page-reasons";
import { Blocks } from "./editing/blocks";
import { Content } from "./editing/content";
import { type Around, Documents, nothingAround, type Opened } from "./editing/documents";
import type { Editor } from "./editing/editor";
import { Following } from "./editing/following";
import { InPlaceWork } from "./editing/in-place";
import { Lines } from "./editing/lines";
import { Looks } from "./editing/looks";
import { Nodes } from "./editing/nodes";
import type { DocumentSync, SyncState } from "./sync";
import { words } from "./words";

export interface Selection {
  readonly node: string;
  /** For which width a change holds. */
  readonly width: Width;
  /** Further blocks that are selected with it. */
  readonly more?: readonly string[];
}

/** Words that could not be kept, with why: shown until they are put aside. */
export interface LostWords {
  readonly reason: string;
  readonly words: string;
}

/** The shared section that is worked on in one of its places. */
export interface InPlace {
  /** The placement, below those it stands in. */
  readonly at: string;
  readonly shared: string;
  /** Edits that are not kept yet. */
  readonly edits: number;
}

/** One sentence to the designer, until the next edit. */
export interface Notice {
  readonly text: string;
  readonly tone: "moss" | "amber" | "brick";
}

const wrong = (text: string): Notice => ({ text, tone: "brick" });

export interface ComposerView {
  /** Definitions of the shared sections that are shown, as they stand here. */
  readonly shared: Definitions;
  readonly inPlace: InPlace | null;
  readonly header: PageNode;
  readonly page: PageNode;
  readonly footer: PageNode;
  readonly pageId: string;
  readonly selection: Selection | null;
  readonly history: History;
  readonly sync: SyncState;
  /** Of the page. */
  readonly revision: number;
  readonly notice: Notice | null;
  readonly lost: readonly LostWords[];
  readonly people: readonly OtherPerson[];
  /** A block to be brought into view: the one that was just placed. Counted, so that the same one can be shown again. */
  readonly reveal: { readonly node: string; readonly count: number } | null;
}

/** How long the panels wait for more letters of words typed on the stage, in ms. */
const panelDelayMs = 60;

/** What letters typed into one field of a block are grouped by. */
const fieldOf = ([edit]: readonly Edit[]): string =>
  edit && "node" in edit && "field" in edit ? `${String(edit.node)}.${edit.field}` : "";

/** What was written in a block, or in the place of a shared section. */
const wordsOf = (node: PageNode): string =>
  isPlacement(node) ? sharedContent(node).fills.map(fillWords).filter(Boolean).join("\n") : nodeWords(node);

export class Composer implements Editor {
  private listeners = new Set<() => void>();
  private readonly stageListeners = new Set<() => void>();
  private typing = false;
  private toTell: ReturnType<typeof setTimeout> | undefined;
  private history: History = emptyHistory;
  private selection: Selection | null = null;
  private notice: Notice | null = null;
  private lost: readonly LostWords[] = [];
  private reveal: ComposerView["reveal"] = null;
  /** Blocks that words were typed into here. */
  private readonly wroteIn = new Set<string>();
  private closed = false;
  readonly documents: Documents;
  readonly inPlace: InPlaceWork;
  readonly following: Following;
  /** Where blocks stand. */
  private readonly nodes = new Nodes(() => ({ worked: this.worked, shared: this.documents.shared }));
  readonly documentOf = (node: string): string | null => this.nodes.documentOf(node);
  readonly path = (node: string): readonly PageNode[] => this.nodes.path(node);
  readonly node = (id: string): PageNode | null => this.nodes.node(id);
  readonly place: Editor["place"] = (node) => this.nodes.place(node);
  readonly isInside = (node: string): boolean => this.nodes.isInside(node);
  readonly mayWrite = (node: string, field: string): boolean => this.nodes.mayWrite(node, field);
  readonly chosen = (node: string): string => this.nodes.chosen(node);
  readonly content = new Content(this);
  readonly looks = new Looks(this);
  readonly lines = new Lines(this);
  readonly blocks = new Blocks(this);
  view: ComposerView;

  constructor(
    site: string,
    readonly pageId: string,
    opened: Opened,
    readonly mayLayout: boolean,
    /** Which header and footer stand here and why, and what all of them are called. */
    readonly around: Around = nothingAround,
  ) {
    this.documents = new Documents(site, opened, around, {
      changed: () => this.changed(),
      foreign: (id, edits) => this.othersDid(id, edits),
      lost: (lost) => this.tellLost(lost),
      // What an earlier visit did not keep is worked on again.
      recovered: (shared) => {
        if (this.inPlace.now || this.closed) return;
        const place = [...placesShown(this.view.page, this.documents.shared)].find(({ id }) => id === shared);
        if (place) this.inPlace.open(place.prefix.slice(0, -within.length));
      },
    });
    this.inPlace = new InPlaceWork(this, this.documents, (shared) => {
      this.history = forget(this.history, shared);
    });
    this.following = new Following({
      site,
      page: pageId,
      documents: () => this.documents.all,
      node: () => this.selection?.node.split(within)[0] ?? null,
      changed: () => this.changed(),
    });
    this.documents.begin();
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
    for (const sync of this.documents.all) sync.close();
    this.following.close();
  }

  /** Somebody stored edits up to `revision` of a document: they are asked for, if they are not here yet. */
  stored(document: string, revision: number) {
    const sync = this.documents.all.find((one) => one.document === document);
    if (sync && sync.revision < revision) void this.following.follow();
  }

  /** Those whose blocks are worked on: a shared section only in its place. */
  get worked(): readonly DocumentSync[] {
    return this.documents.worked(this.inPlace.now?.shared ?? null);
  }

  private look(): ComposerView {
    const states = this.documents.all.map((sync) => sync.state);
    const worst = (["refused", "signedOut", "waiting", "saving"] as const).flatMap((kind) =>
      states.filter((state) => state.kind === kind),
    )[0];
    const { now } = this.inPlace;
    return {
      shared: this.documents.shared,
      inPlace: now && { ...now, edits: this.documents.sync(now.shared).unsentEdits },
      header: this.documents.headerFooter("header")?.page ?? noHeaderFooter,
      page: this.documents.sync(this.pageId).page,
      footer: this.documents.headerFooter("footer")?.page ?? noHeaderFooter,
      pageId: this.pageId,
      selection: this.selection,
      history: this.history,
      sync: worst ?? { kind: "saved" },
      revision: this.documents.sync(this.pageId).revision,
      notice: this.notice,
      lost: this.lost,
      people: this.following.people,
      reveal: this.reveal,
    };
  }

  private changed() {
    // The first calls come while the documents are still being made.
    if (!this.documents.begun) return;
    this.documents.refresh();
    this.documents.fetchMissing();
    this.inPlace.check();
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
      if (before) this.lost = [...this.lost, { reason: words.blockRemoved, words: wordsOf(before) }];
    }
  }

  /** The document as the screen still shows it while others' edits are taken in. */
  private documentBefore(document: string): PageNode {
    const definition = this.view.shared.get(document);
    if (definition) return definition;
    if (document === this.documents.headerFooter("header")?.document) return this.view.header;
    return document === this.documents.headerFooter("footer")?.document ? this.view.footer : this.view.page;
  }

  private tellLost(lost: readonly Lost[]) {
    const told = lost.flatMap(({ edits, reason }) => {
      const typed = typedWords(edits);
      if (typed && this.lost.some((one) => one.words.includes(typed.trim()))) return [];
      return typed ? [{ reason: pageReasonWords(reason), words: typed }] : [];
    });
    if (told.length) this.lost = [...this.lost, ...told];
    else if (!this.lost.length)
      this.notice = wrong(words.notKept(lost.length, pageReasonWords((lost[0] as Lost).reason)));
  }

  /** Puts the words aside that could not be kept. */
  forgetLost() {
    this.lost = [];
    this.changed();
  }

  /** Tells the designer something: why a command cannot be, or in a milder tone what came of one. */
  say(text: string | null, tone: Notice["tone"] = "brick") {
    this.notice = text === null ? null : { text, tone };
    this.changed();
  }

  /** Selects a block. The page itself is what is at hand while none is. */
  select(chosen: string | null, width: Width = this.selection?.width ?? "base") {
    const node = chosen === this.view.page.id ? null : chosen;
    this.history = closeGroup(this.history);
    const moved = (this.selection?.node ?? null) !== node;
    this.selection = node ? { node, width } : null;
    this.changed();
    if (!moved) return;
    this.following.moved();
  }

  /** Adds a block to those that are selected, or takes it out. */
  toggle(node: string, width: Width) {
    const { selection } = this;
    if (!selection) return this.select(node, width);
    const all = [selection.node, ...(selection.more ?? [])];
    const next = all.includes(node) ? all.filter((one) => one !== node) : [...all, node];
    this.selectAll(next, selection.width);
  }

  /** Selects several blocks: the first is the one whose width counts. */
  selectAll(nodes: readonly string[], width: Width) {
    const [first, ...more] = nodes;
    this.select(first ?? null, width);
    if (this.selection && more.length) {
      this.selection = { ...this.selection, more };
      this.changed();
    }
  }

  /** The selected blocks in the order of the page; of one that holds another only the outer. */
  selected(): readonly PageNode[] {
    const { selection } = this;
    if (!selection) return [];
    const chosen = new Set([selection.node, ...(selection.more ?? [])]);
    if (chosen.size === 1) return [this.node(selection.node)].filter((node) => node !== null);
    const found: PageNode[] = [];
    const walk = (node: PageNode) => {
      if (chosen.has(node.id)) found.push(node);
      else for (const child of node.children ?? []) walk(child);
    };
    const inOrder = [
      this.documents.headerFooter("header")?.document,
      this.pageId,
      this.documents.headerFooter("footer")?.document,
    ];
    const place = ({ document }: DocumentSync) => inOrder.indexOf(document);
    for (const { page } of [...this.worked].sort((one, other) => place(one) - place(other))) walk(page);
    return found;
  }

  /** Makes edits to one document; answers why the first that can't be made can't. `group` joins typed letters. */
  edit(document: string, edits: readonly Edit[], group?: string): string | null {
    const inside = this.nodes.throughPlace(edits);
    if (typeof inside === "string") return inside;
    // Letters of one field are one step, whether they make a fill or change it.
    if (inside) return inside.length ? this.edit(document, inside, group && fieldOf(edits)) : null;
    const sync = this.documents.sync(document);
    const circle = this.closes(document, edits);
    if (circle) return circle;
    const result = applyEdits(sync.page, edits);
    const refusal = result.refusals[0];
    if (refusal) return pageReasonWords(refusal.reason);
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

  /** Why edits of a shared section can't be: they would let it hold itself. */
  private closes(document: string, edits: readonly Edit[]): string | null {
    if (!this.documents.isShared(document)) return null;
    for (const edit of edits) {
      if (edit.type !== "insert" || !isPlacement(edit.node)) continue;
      const chain = chainTo(sharedContent(edit.node).shared, document, this.documents.shared);
      if (chain) return words.holdsItself([document, ...chain].map((id) => this.documents.nameOf(id)));
    }
    return null;
  }

  /** Whether a block is not the page's to change as a whole, and says so. */
  refusesInside(node: string): boolean {
    if (!this.nodes.isInside(node)) return false;
    this.say(pageReasonWords({ code: "page.notOpen" }));
    return true;
  }

  private noteWriting(node: string) {
    for (const one of this.path(node)) this.wroteIn.add(one.id);
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

  /** Ends the step that is being made: what follows is another. */
  closeStep() {
    this.history = closeGroup(this.history);
  }

  /** Takes the last step back as if it had not been. */
  takeStepBack() {
    this.undo();
    this.history = { ...this.history, future: this.history.future.slice(1) };
    this.changed();
  }

  /** Brings a block into view on every frame. */
  show(node: string) {
    this.reveal = { node, count: (this.reveal?.count ?? 0) + 1 };
  }

  private step(take: typeof undo, done: typeof undone, failed: (reason: string) => string) {
    const taken = take(this.history);
    if (!taken) return;
    const sync = this.documents.sync(taken.document);
    const result = applyEdits(sync.page, taken.edits);
    this.history = done(taken.history, taken.document, result.applied, result.inverses);
    this.notice = result.refusals[0] ? wrong(failed(pageReasonWords(result.refusals[0].reason))) : null;
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
    await Promise.all(this.documents.all.map((sync) => sync.recovered.then(() => sync.flush())));
    return this.isSaved;
  }

  private get isSaved(): boolean {
    return this.documents.all.every((sync) => sync.state.kind === "saved");
  }

  /** Resolves once everything has reached the server, however often it has to be tried. */
  async reached(): Promise<void> {
    await this.settled();
    while (!this.isSaved)
      await new Promise<void>((resolve) => {
        const end = this.subscribe(() => {
          end();
          resolve();
        });
      });
  }
}
