// The composer's state outside React: the documents in view, what is selected, undo and redo, who else is here.

import { applyEdits, type Edit, editKinds, typedWords } from "@/core/page/editing/edit";
import { asFills } from "@/core/page/editing/fill-edits";
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
  typing,
  undo,
  undone,
} from "@/core/page/editing/history";
import { spliceBetween } from "@/core/page/edits/line";
import { stepsBetween } from "@/core/page/edits/steps";
import { kinds } from "@/core/page/kinds";
import { type Departure, takeBack } from "@/core/page/look/departures";
import type { Width } from "@/core/page/look/look";
import { findNode, type Kind, noSurround, type PageNode, pathTo, withFreshIds } from "@/core/page/node";
import { chainTo } from "@/core/page/shared/circle";
import { type Definitions, isPlacement, sharedContent, sharedIn, within } from "@/core/page/shared/placement";
import { placesShown, sectionsOf } from "@/core/page/shared/sections";
import { fillWords } from "@/core/page/shared/value";
import { type Choice, type SurroundOf, surroundKinds } from "@/core/page/surround/standing";
import { linkingEdits, looseOn } from "@/core/page/words/linking";
import { nodeWords, wordsForm } from "@/core/page/words/words";
import type { OtherPerson } from "@/server/page/presence";
import { ask, askQuietly } from "@/studio/kit/api";
import { newId } from "@/studio/kit/new-id";
import { blockTitle } from "@/studio/stage/names";
import { pageReasonWords } from "@/studio/stage/page-reasons";
import { DocumentSync, type SyncState } from "./sync";
import { tabName } from "./unsent";
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
/** How long a selection stands before others are told of it, in ms. */
const whereMs = 300;

/** What letters typed into one field of a block are grouped by. */
const fieldOf = ([edit]: readonly Edit[]): string =>
  edit && "node" in edit && "field" in edit ? `${String(edit.node)}.${edit.field}` : "";

/** What was written in a block, or in the place of a shared section. */
const wordsOf = (node: PageNode): string =>
  isPlacement(node) ? sharedContent(node).fills.map(fillWords).filter(Boolean).join("\n") : nodeWords(node);

type Opened = readonly {
  readonly id: string;
  readonly kind: "page" | "header" | "footer" | "shared" | "pattern";
  readonly title: string;
  readonly body: PageNode;
  readonly revision: number;
}[];

export interface Around {
  readonly choices: Readonly<Record<SurroundOf, Choice>>;
  /** Names of headers and footers by their ids. */
  readonly names: Readonly<Record<string, string>>;
}

const noChoice: Choice = { chosen: null, claims: [] };

export class Composer {
  private readonly syncs: readonly DocumentSync[];
  /** Of the shared sections that are shown, by their ids. */
  private readonly definitions = new Map<string, DocumentSync>();
  private readonly asked = new Set<string>();
  private readonly names = new Map<string, string>();
  private shared: Definitions = new Map();
  private inPlace: { readonly at: string; readonly shared: string } | null = null;
  private listeners = new Set<() => void>();
  private readonly stageListeners = new Set<() => void>();
  private typing = false;
  private toTell: ReturnType<typeof setTimeout> | undefined;
  private toFollow: ReturnType<typeof setTimeout> | undefined;
  private history: History = emptyHistory;
  private selection: Selection | null = null;
  private notice: Notice | null = null;
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
    private readonly opened: Opened,
    readonly mayLayout: boolean,
    /** Which header and footer stand here and why, and what all of them are called. */
    readonly around: Around = { choices: { header: noChoice, footer: noChoice }, names: {} },
  ) {
    for (const document of opened) if (document.kind === "shared") this.define(document);
    this.syncs = opened.filter(({ kind }) => kind !== "shared").map((document) => this.follows(document));
    this.shared = this.definitionsNow();
    this.view = this.look();
  }

  private follows(document: Opened[number]): DocumentSync {
    const listener = {
      changed: () => this.changed(),
      foreign: (id: string, edits: readonly Edit[]) => this.othersDid(id, edits),
      lost: (lost: readonly Lost[]) => this.tellLost(lost),
    };
    return new DocumentSync(this.site, document.id, document, newId, listener, { held: document.kind === "shared" });
  }

  private define(document: Opened[number]) {
    if (this.definitions.has(document.id)) return;
    const sync = this.follows(document);
    this.definitions.set(document.id, sync);
    this.asked.add(document.id);
    this.names.set(document.id, document.title);
    // What an earlier visit did not keep is worked on again.
    void sync.recovered.then(() => {
      if (!sync.unsentEdits || this.inPlace || this.closed) return;
      const place = [...placesShown(this.view.page, this.shared)].find(({ id }) => id === document.id);
      if (place) this.openInPlace(place.prefix.slice(0, -within.length));
    });
  }

  /** The same map as long as no definition has changed. */
  private definitionsNow(): Definitions {
    const now = [...this.definitions].map(([id, sync]) => [id, sync.page] as const);
    const same = now.length === this.shared.size && now.every(([id, body]) => this.shared.get(id) === body);
    return same ? this.shared : new Map(now);
  }

  /** Asks for definitions that stand somewhere and are not here yet. */
  private fetchMissing() {
    const shown = [...this.syncs, ...this.definitions.values()].flatMap(({ page }) => sharedIn(page));
    const missing = shown.filter((id) => !this.asked.has(id));
    if (missing.length) void this.ensure(missing).catch(() => {});
  }

  /** Brings definitions here with all that stand in them. */
  async ensure(ids: readonly string[]): Promise<void> {
    const missing = ids.filter((id) => !this.definitions.has(id));
    if (!missing.length) return;
    for (const id of missing) this.asked.add(id);
    try {
      const { documents } = await ask("shared.open", { site: this.site, shared: [...missing] });
      for (const document of documents) this.define(document);
    } catch (error) {
      for (const id of missing) this.asked.delete(id);
      throw error;
    }
    this.changed();
  }

  /** What a shared section is called. */
  nameOf(shared: string): string {
    return this.names.get(shared) ?? words.sharedSection;
  }

  /** What a block is called: a shared section by its own name. */
  titleOf(node: PageNode): string {
    return isPlacement(node) ? this.nameOf(sharedContent(node).shared) : blockTitle(node);
  }

  named(shared: string, name: string) {
    this.names.set(shared, name);
    this.changed();
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
    for (const sync of this.all) sync.close();
    void tabName(newId).then((tab) => askQuietly("pages.leave", { site: this.site, tab }).catch(() => null));
  }

  /** Somebody stored edits up to `revision` of a document: they are asked for, if they are not here yet. */
  stored(document: string, revision: number) {
    const sync = this.all.find((one) => one.document === document);
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
      known: this.all.map((sync) => ({ document: sync.document, revision: sync.revision })),
      tab: await tabName(newId),
      node: this.selection?.node.split(within)[0] ?? null,
    }).catch(() => null);
    if (this.closed || !answer) return;
    for (const { document: id, line } of answer.lines) this.sync(id)?.receive(line);
    if (JSON.stringify(answer.people) === JSON.stringify(this.people)) return;
    this.people = answer.people;
    this.changed();
  }

  private get all(): readonly DocumentSync[] {
    return [...this.syncs, ...this.definitions.values()];
  }

  /** Those whose blocks are worked on: a shared section only in its place. */
  private get worked(): readonly DocumentSync[] {
    const own = this.inPlace && this.definitions.get(this.inPlace.shared);
    return own ? [own, ...this.syncs] : this.syncs;
  }

  /** The document of the header or footer that stands here; undefined where none does. */
  private surround(of: SurroundOf): DocumentSync | undefined {
    const id = this.opened.find(({ kind }) => kind === of)?.id;
    return id === undefined ? undefined : this.syncs.find((sync) => sync.document === id);
  }

  /** The header or footer whose root a node is; null for any other node. */
  surroundAt(node: string): { readonly of: SurroundOf; readonly document: string; readonly root: PageNode } | null {
    for (const of of surroundKinds) {
      const sync = this.surround(of);
      if (sync?.page.id === node) return { of, document: sync.document, root: sync.page };
    }
    return null;
  }

  /** What a header or footer is called. */
  surroundName(document: string): string {
    return this.around.names[document] ?? "";
  }

  private sync(document: string): DocumentSync {
    return (this.syncs.find((sync) => sync.document === document) ?? this.definitions.get(document)) as DocumentSync;
  }

  private look(): ComposerView {
    const states = this.all.map((sync) => sync.state);
    const worst = (["refused", "signedOut", "waiting", "saving"] as const).flatMap((kind) =>
      states.filter((state) => state.kind === kind),
    )[0];
    const { inPlace } = this;
    return {
      shared: this.shared,
      inPlace: inPlace && { ...inPlace, edits: this.sync(inPlace.shared).unsentEdits },
      header: this.surround("header")?.page ?? noSurround,
      page: this.sync(this.pageId).page,
      footer: this.surround("footer")?.page ?? noSurround,
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
    this.shared = this.definitionsNow();
    this.fetchMissing();
    // The place may have gone by somebody else's deed.
    if (this.inPlace && !this.place(this.inPlace.at)) this.inPlace = null;
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
    if (document === this.surround("header")?.document) return this.view.header;
    return document === this.surround("footer")?.document ? this.view.footer : this.view.page;
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

  /** Tells the designer something: why a deed cannot be, or in a milder tone what came of one. */
  say(text: string | null, tone: Notice["tone"] = "brick") {
    this.notice = text === null ? null : { text, tone };
    this.changed();
  }

  /** The document a node stands in, or null. */
  documentOf(node: string): string | null {
    const [first = ""] = node.split(within);
    return this.worked.find((sync) => findNode(sync.page, first))?.document ?? null;
  }

  /** The placement that a block inside of a shared section stands in, and the block's id in the definition. */
  private inside(id: string): { readonly placement: PageNode; readonly body: PageNode; readonly node: string } | null {
    const at = id.lastIndexOf(within);
    const placement = at < 0 ? null : this.node(id.slice(0, at));
    const body = placement && isPlacement(placement) ? this.shared.get(sharedContent(placement).shared) : undefined;
    return placement && body ? { placement, body, node: id.slice(at + 1) } : null;
  }

  /** Blocks as they stand in a place, under the names they have there: the same as long as nothing has changed. */
  private readonly underNames = new WeakMap<PageNode, Map<string, PageNode>>();
  private under(prefix: string, node: PageNode): PageNode {
    const known = this.underNames.get(node) ?? new Map<string, PageNode>();
    this.underNames.set(node, known);
    const made = known.get(prefix) ?? {
      ...node,
      id: prefix + node.id,
      ...(node.children ? { children: node.children.map((child) => this.under(prefix, child)) } : {}),
    };
    known.set(prefix, made);
    return made;
  }

  /** Nodes from the document's root down to `node`; empty when it is gone. */
  path(node: string): readonly PageNode[] {
    const at = node.lastIndexOf(within);
    if (at >= 0) {
      const inside = this.inside(node);
      if (!inside) return [];
      const { placement, body } = inside;
      for (const section of sectionsOf(placement, body)) {
        const path = pathTo(section, inside.node);
        const prefix = node.slice(0, at + 1);
        if (path) return [...this.path(node.slice(0, at)), ...path.map((one) => this.under(prefix, one))];
      }
      return [];
    }
    for (const sync of this.worked) {
      const path = pathTo(sync.page, node);
      if (path) return path;
    }
    return [];
  }

  node(id: string): PageNode | null {
    return this.path(id).at(-1) ?? null;
  }

  /** Selects a block. The page itself is what is at hand while none is. */
  select(chosen: string | null, width: Width = this.selection?.width ?? "base") {
    const node = chosen === this.view.page.id ? null : chosen;
    this.history = closeGroup(this.history);
    const moved = (this.selection?.node ?? null) !== node;
    this.selection = node ? { node, width } : null;
    this.changed();
    if (!moved) return;
    clearTimeout(this.toFollow);
    this.toFollow = setTimeout(() => void this.follow(), whereMs);
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
    const inOrder = [this.surround("header")?.document, this.pageId, this.surround("footer")?.document];
    const place = ({ document }: DocumentSync) => inOrder.indexOf(document);
    for (const { page } of [...this.worked].sort((one, other) => place(one) - place(other))) walk(page);
    return found;
  }

  /** Makes edits to one document; answers why the first that can't be made can't. `group` joins typed letters. */
  edit(document: string, edits: readonly Edit[], group?: string): string | null {
    const inside = this.throughPlace(edits);
    if (typeof inside === "string") return inside;
    // Letters of one field are one step, whether they make a fill or change it.
    if (inside) return inside.length ? this.edit(document, inside, group && fieldOf(edits)) : null;
    const sync = this.sync(document);
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

  /** Edits of blocks in the place of a shared section, as what the page fills in; null for edits of its own blocks. */
  private throughPlace(edits: readonly Edit[]): readonly Edit[] | string | null {
    const idOf = (edit: Edit) => ("parent" in edit ? edit.parent : edit.node);
    const first = edits.map(idOf).find((id) => id.includes(within));
    if (first === undefined) return null;
    const prefix = first.slice(0, first.lastIndexOf(within) + 1);
    const place = this.inside(first);
    // What a shared section fills into one that stands in it is set where that one is edited.
    if (!place || place.placement.id.includes(within)) return pageReasonWords({ code: "page.notOpen" });
    if (!edits.every((edit) => idOf(edit).startsWith(prefix))) return words.blockGone;
    const plain = edits.map((edit) => {
      const bare = (id: string) => id.slice(prefix.length);
      return {
        ...edit,
        ...("parent" in edit ? { parent: bare(edit.parent) } : {}),
        ...("node" in edit && typeof edit.node === "string" ? { node: bare(edit.node) } : {}),
      } as Edit;
    });
    const outcome = asFills(place.placement, place.body, plain, newId);
    return outcome.ok ? outcome.value : pageReasonWords(outcome.reason);
  }

  /** Why edits of a shared section can't be: they would let it hold itself. */
  private closes(document: string, edits: readonly Edit[]): string | null {
    if (!this.definitions.has(document)) return null;
    for (const edit of edits) {
      if (edit.type !== "insert" || !isPlacement(edit.node)) continue;
      const chain = chainTo(sharedContent(edit.node).shared, document, this.shared);
      if (chain) return words.holdsItself([document, ...chain].map((id) => this.nameOf(id)));
    }
    return null;
  }

  /** Whether a block stands in the place of a shared section, and so belongs to that. */
  isInside(node: string): boolean {
    return node.includes(within);
  }

  /** Whether a field of a block can be written here: of one in a shared section, whether it is open. */
  mayWrite(node: string, field: string): boolean {
    if (!this.isInside(node)) return true;
    const [name = ""] = field.split(".");
    return node.split(within).length === 2 && (this.node(node)?.open?.includes(name) ?? false);
  }

  private refusesInside(node: string): boolean {
    if (!this.isInside(node)) return false;
    this.say(pageReasonWords({ code: "page.notOpen" }));
    return true;
  }

  /** What a click on a block selects: a block of a shared section only where something of it is open. */
  chosen(node: string): string {
    if (!this.isInside(node) || (node.split(within).length === 2 && this.node(node)?.open?.length)) return node;
    return node.split(within)[0] ?? node;
  }

  /** Works on a shared section in one of its places. */
  openInPlace(at: string) {
    const placement = this.node(at);
    if (!placement || !isPlacement(placement)) return;
    const { shared } = sharedContent(placement);
    const body = this.shared.get(shared);
    if (!body) return;
    if (this.inPlace && this.inPlace.shared !== shared && this.sync(this.inPlace.shared).unsentEdits) {
      this.say(words.keepFirst(this.nameOf(this.inPlace.shared)));
      return;
    }
    this.inPlace = { at, shared };
    this.select(body.children?.[0]?.id ?? null);
  }

  /** What is worked on in its place, as it is kept and as it would be. */
  get inPlaceStates(): { readonly before: PageNode; readonly after: PageNode } | null {
    const sync = this.inPlace && this.sync(this.inPlace.shared);
    return sync ? { before: sync.stored, after: sync.page } : null;
  }

  private leavePlace() {
    if (!this.inPlace) return;
    const { at, shared } = this.inPlace;
    this.history = forget(this.history, shared);
    this.inPlace = null;
    this.select(at);
  }

  /** Keeps what was done to the shared section, on every page it stands on. Whether it is kept. */
  async keepInPlace(): Promise<boolean> {
    const sync = this.inPlace && this.sync(this.inPlace.shared);
    if (!sync) return false;
    const done = await sync.letGo();
    if (done) this.leavePlace();
    return done;
  }

  /** Puts aside what was done to it. */
  putBackInPlace() {
    if (!this.inPlace) return;
    this.sync(this.inPlace.shared).putBack();
    this.leavePlace();
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
    if (this.isInside(node)) return this.edit(document, [{ type: "setContent", node, field, value: after }], typing);
    const own: Edit = { type: "steps", node, field, steps };
    const result = steps.length ? applyEdits(this.sync(document).page, [own]) : null;
    const fits = result && JSON.stringify(findNode(result.page, node)?.content[field]) === JSON.stringify(after);
    const edit = fits ? own : stepsBetween(node, field, block.content[field], after);
    return edit ? this.edit(document, [edit], typing) : null;
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
    return this.worked.reduce((sum, { page }) => sum + looseOn(page).reduce((of, { count }) => of + count, 0), 0);
  }

  /** Links every loose number and address: of one block, or of the page with header and footer. One step a document. */
  linkLoose(node: string | null = null) {
    for (const { document, page } of this.worked) {
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
    if (this.refusesInside(node)) return;
    const place = this.place(node);
    if (!place) return;
    const siblings = place.parent.children ?? [];
    const next =
      siblings[place.index + 1] ?? siblings[place.index - 1] ?? (place.parent.kind === "page" ? null : place.parent);
    this.edit(place.document, [{ type: "remove", node }]);
    this.select(next?.id ?? null);
  }

  /** Puts a block of another kind in the place of one, as one step; the looks that both know stay. */
  become(node: string, kind: Kind, content: PageNode["content"]) {
    if (this.refusesInside(node)) return;
    const place = this.place(node);
    const before = this.node(node);
    if (!place || !before) return;
    const known = new Set<string>(kinds[kind].looks);
    const kept = (look: object | undefined) =>
      Object.fromEntries(Object.entries(look ?? {}).filter(([field]) => known.has(field)));
    const look = Object.fromEntries(Object.entries(before.look).map(([width, of]) => [width, kept(of as object)]));
    const after = { ...before, id: newId(), kind, content, look: look as PageNode["look"] };
    const refusal = this.edit(place.document, [
      { type: "insert", parent: place.parent.id, index: place.index, node: after },
      { type: "remove", node },
    ]);
    if (refusal) this.say(refusal);
    else this.select(after.id);
  }

  duplicate(node: string) {
    if (this.refusesInside(node)) return;
    const place = this.place(node);
    const original = this.node(node);
    if (place && original) this.insert(place.parent.id, place.index + 1, withFreshIds(original, newId));
  }

  /** One place up (-1) or down (+1) among its siblings. */
  moveBy(node: string, by: -1 | 1) {
    if (this.refusesInside(node)) return;
    const place = this.place(node);
    if (!place) return;
    const index = place.index + by;
    if (index < 0 || index >= (place.parent.children ?? []).length) return;
    this.edit(place.document, [{ type: "move", node, parent: place.parent.id, index }]);
  }

  private step(take: typeof undo, done: typeof undone, failed: (reason: string) => string) {
    const taken = take(this.history);
    if (!taken) return;
    const sync = this.sync(taken.document);
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
    await Promise.all(this.all.map((sync) => sync.recovered.then(() => sync.flush())));
    return this.isSaved;
  }

  private get isSaved(): boolean {
    return this.all.every((sync) => sync.state.kind === "saved");
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
