// The documents in view: the page, its header and footer, and the shared sections that stand on them, each followed by itself.
import type { Edit } from "@/core/page/editing/edit";
import type { Lost } from "@/core/page/editing/follow";
import { type Choice, type HeaderOrFooter, headerFooterKinds } from "@/core/page/header-footer/standing";
import type { PageNode } from "@/core/page/node";
import { type Definitions, isPlacement, sharedContent, sharedIn } from "@/core/page/shared/placement";
import { ask } from "@/studio/kit/api";
import { newId } from "@/studio/kit/new-id";
import { blockTitle } from "@/studio/stage/names";
import { DocumentSync } from "../sync";
import { words } from "../words";

export type Opened = readonly {
  readonly id: string;
  readonly kind: "page" | "header" | "footer" | "shared" | "pattern";
  readonly title: string;
  readonly body: PageNode;
  readonly revision: number;
}[];

export interface Around {
  readonly choices: Readonly<Record<HeaderOrFooter, Choice>>;
  /** Names of headers and footers by their ids. */
  readonly names: Readonly<Record<string, string>>;
}

const noChoice: Choice = { chosen: null, claims: [] };
export const nothingAround: Around = { choices: { header: noChoice, footer: noChoice }, names: {} };

/** What is heard of documents. */
interface Heard {
  changed(): void;
  foreign(document: string, edits: readonly Edit[]): void;
  lost(lost: readonly Lost[]): void;
  /** What an earlier visit did to a shared section and did not keep is here again. */
  recovered(shared: string): void;
}

export class Documents {
  private syncs: readonly DocumentSync[] = [];
  /** Of the shared sections that are shown, by their ids. */
  private readonly definitions = new Map<string, DocumentSync>();
  private readonly asked = new Set<string>();
  private readonly names = new Map<string, string>();
  /** Definitions of the shared sections, as they stand here: the same map as long as none has changed. */
  shared: Definitions = new Map();

  constructor(
    private readonly site: string,
    private readonly opened: Opened,
    readonly around: Around,
    private readonly heard: Heard,
  ) {}

  /** Begins to follow what was opened. */
  begin() {
    for (const document of this.opened) if (document.kind === "shared") this.define(document);
    this.syncs = this.opened.filter(({ kind }) => kind !== "shared").map((document) => this.follows(document));
    this.refresh();
  }

  get begun(): boolean {
    return this.syncs.length > 0;
  }

  get all(): readonly DocumentSync[] {
    return [...this.syncs, ...this.definitions.values()];
  }

  /** Those whose blocks are worked on: of the shared sections the one that is worked on in its place. */
  worked(inPlace: string | null): readonly DocumentSync[] {
    const own = inPlace === null ? undefined : this.definitions.get(inPlace);
    return own ? [own, ...this.syncs] : this.syncs;
  }

  sync(document: string): DocumentSync {
    return (this.syncs.find((sync) => sync.document === document) ?? this.definitions.get(document)) as DocumentSync;
  }

  private follows(document: Opened[number]): DocumentSync {
    const { changed, foreign, lost } = this.heard;
    return new DocumentSync(
      this.site,
      document.id,
      document,
      newId,
      { changed, foreign, lost },
      {
        held: document.kind === "shared",
      },
    );
  }

  private define(document: Opened[number]) {
    if (this.definitions.has(document.id)) return;
    const sync = this.follows(document);
    this.definitions.set(document.id, sync);
    this.asked.add(document.id);
    this.names.set(document.id, document.title);
    void sync.recovered.then(() => {
      if (sync.unsentEdits) this.heard.recovered(document.id);
    });
  }

  /** Takes in how the definitions stand now. */
  refresh() {
    const now = [...this.definitions].map(([id, sync]) => [id, sync.page] as const);
    const same = now.length === this.shared.size && now.every(([id, body]) => this.shared.get(id) === body);
    if (!same) this.shared = new Map(now);
  }

  /** Asks for definitions that stand somewhere and are not here yet. */
  fetchMissing() {
    const missing = this.all.flatMap(({ page }) => sharedIn(page)).filter((id) => !this.asked.has(id));
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
    this.heard.changed();
  }

  isShared(document: string): boolean {
    return this.definitions.has(document);
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
    this.heard.changed();
  }

  /** The document of the header or footer that stands here; undefined where none does. */
  headerFooter(of: HeaderOrFooter): DocumentSync | undefined {
    const id = this.opened.find(({ kind }) => kind === of)?.id;
    return id === undefined ? undefined : this.syncs.find((sync) => sync.document === id);
  }

  /** The header or footer whose root a node is; null for any other node. */
  headerFooterAt(
    node: string,
  ): { readonly of: HeaderOrFooter; readonly document: string; readonly root: PageNode } | null {
    for (const of of headerFooterKinds) {
      const sync = this.headerFooter(of);
      if (sync?.page.id === node) return { of, document: sync.document, root: sync.page };
    }
    return null;
  }

  /** What a header or footer is called. */
  headerFooterName(document: string): string {
    return this.around.names[document] ?? "";
  }
}
