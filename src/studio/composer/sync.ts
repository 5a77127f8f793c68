// Keeping one document in step with the server: edits hold at once here, travel in batches, survive a lost connection.
// What they mean after others' edits is the core's (core/page/follow); this sends, waits, and keeps.
import { type Edit, joined } from "@/core/page/editing/edit";
import {
  type Copy,
  catchUp,
  type Followed,
  follow,
  giveUp,
  type Lost,
  refusedByServer,
  type Stored,
  takeIn,
} from "@/core/page/editing/follow";
import type { PageNode } from "@/core/page/node";
import { ask, Refusal } from "@/studio/kit/api";
import { keep, type Left, tabName, takeLeft } from "./unsent";

export type SyncState =
  | { readonly kind: "saved" }
  | { readonly kind: "saving" }
  /** The server can't be reached; edits wait in the browser. */
  | { readonly kind: "waiting"; readonly edits: number }
  /** The session ended; edits wait in the browser until somebody signs in. */
  | { readonly kind: "signedOut"; readonly edits: number }
  | { readonly kind: "refused"; readonly message: string };

/** How long edits are gathered before they travel, in ms. */
const gatherMs = 250;
const retryMs = [1000, 2000, 4000, 8000];
/** A batch of more edits is closed, and the next begun. */
const mostInBatch = 300;

export interface SyncListener {
  changed(): void;
  /** What others did, as seen from the page that was shown. */
  foreign(document: string, edits: readonly Edit[]): void;
  /** Own edits that can't be kept, with the reasons. */
  lost(lost: readonly Lost[]): void;
}

export class DocumentSync {
  private copy: Copy;
  state: SyncState = { kind: "saved" };
  /** The batch that still takes edits. */
  private open: string | null = null;
  private busy = false;
  private running: Promise<void> = Promise.resolve();
  private failures = 0;
  private closed = false;
  private tab: string | null = null;
  private gatherTimer: ReturnType<typeof setTimeout> | undefined;
  private retryTimer: ReturnType<typeof setTimeout> | undefined;
  /** Edits stay here until they are let go: of a shared section, which changes many pages at once. */
  private readonly holds: boolean;
  /** Whether they do now. */
  private held: boolean;
  private readonly online = () => this.flush();
  /** What earlier visits left has been taken in. */
  readonly recovered: Promise<void>;

  constructor(
    private readonly site: string,
    readonly document: string,
    opened: { readonly body: PageNode; readonly revision: number },
    private readonly newId: () => string,
    private readonly listener: SyncListener,
    { held = false }: { readonly held?: boolean } = {},
  ) {
    this.holds = held;
    this.held = held;
    this.copy = { stored: opened.body, revision: opened.revision, unsent: [], page: opened.body };
    addEventListener("online", this.online);
    this.recovered = this.recover();
  }

  /** What is shown: what the server has, then every unsent edit. */
  get page(): PageNode {
    return this.copy.page;
  }

  get revision(): number {
    return this.copy.revision;
  }

  get unsentEdits(): number {
    return this.copy.unsent.reduce((sum, batch) => sum + batch.edits.length, 0);
  }

  /** Ends the timers; what is unsent stays in the browser's storage. */
  close() {
    this.closed = true;
    clearTimeout(this.gatherTimer);
    clearTimeout(this.retryTimer);
    removeEventListener("online", this.online);
    void this.flush();
  }

  /** Takes in what this tab, or one that is gone, could not send. */
  private async recover(): Promise<void> {
    this.tab = await tabName(this.newId);
    const left = await takeLeft(this.site, this.document, this.tab);
    for (const one of left) await this.recoverOne(one);
    this.remember();
    if (this.copy.unsent.length) await this.flush();
  }

  private async recoverOne(left: Left): Promise<void> {
    let { batches, revision } = left;
    while (revision < this.copy.revision && batches.length) {
      const answer = await ask("pages.line", { site: this.site, document: this.document, since: revision }).catch(
        () => null,
      );
      // Not to be reached now: put back for the next visit.
      if (!answer?.line.length) return keep(this.site, this.document, this.newId(), { revision, batches });
      const line = answer.line.filter((entry) => entry.revision <= this.copy.revision);
      batches = catchUp(batches, revision, line);
      revision = line.at(-1)?.revision ?? this.copy.revision;
    }
    // A number beyond the server's is of a database that was put back: there the edits are tried as they are.
    if (batches.length) this.take(takeIn(this.copy, batches));
  }

  private remember() {
    const { unsent: batches, revision } = this.copy;
    if (this.tab) keep(this.site, this.document, this.tab, { revision, batches });
  }

  private take(followed: Followed) {
    this.copy = followed.copy;
    this.remember();
    if (followed.foreign.length) this.listener.foreign(this.document, followed.foreign);
    if (followed.lost.length) this.listener.lost(followed.lost);
    this.listener.changed();
  }

  /** Takes edits that were made on `page` as it was, and `page` as it is with them. */
  made(edits: readonly Edit[], page: PageNode) {
    // A batch takes no more than the server does at once: what is more goes into the next.
    for (let at = 0; at < edits.length; at += mostInBatch) this.gather(edits.slice(at, at + mostInBatch));
    this.copy = { ...this.copy, page };
    this.remember();
    if (this.held) return this.listener.changed();
    this.setState(this.waits() ?? { kind: "saving" });
    clearTimeout(this.gatherTimer);
    this.gatherTimer = setTimeout(() => void this.flush(), gatherMs);
  }

  private gather(edits: readonly Edit[]) {
    const last = this.copy.unsent.at(-1);
    const gathers = last !== undefined && last.batch === this.open && last.edits.length + edits.length <= mostInBatch;
    const batch = gathers ? last : { batch: this.newId(), edits: [] };
    this.open = batch.batch;
    const grown = { ...batch, edits: edits.reduce<readonly Edit[]>(joined, batch.edits) };
    const unsent = gathers ? [...this.copy.unsent.slice(0, -1), grown] : [...this.copy.unsent, grown];
    this.copy = { ...this.copy, unsent };
  }

  /** What the server has, without what is held back here. */
  get stored(): PageNode {
    return this.copy.stored;
  }

  /** Sends what was held back. Whether it is stored: where the server can't be reached it goes as soon as it can be. */
  async letGo(): Promise<boolean> {
    this.held = false;
    await this.flush();
    return this.copy.unsent.length === 0 && this.state.kind !== "refused";
  }

  /** Puts aside what was held back. */
  putBack() {
    this.copy = { ...this.copy, unsent: [], page: this.copy.stored };
    this.open = null;
    this.remember();
    this.setState({ kind: "saved" });
  }

  private waits(): SyncState | null {
    const { kind } = this.state;
    return kind === "waiting" || kind === "signedOut" ? { kind, edits: this.unsentEdits } : null;
  }

  private setState(state: SyncState) {
    this.state = state;
    this.listener.changed();
  }

  /** Sends what there is, one batch at a time and in order. */
  async flush(): Promise<void> {
    clearTimeout(this.gatherTimer);
    this.open = null;
    if (this.held) return;
    // Whoever waits for a flush waits for the one under way; it also takes what was just put in line.
    if (this.busy) return this.running;
    this.busy = true;
    clearTimeout(this.retryTimer);
    this.running = this.sendAll();
    return this.running;
  }

  private async sendAll(): Promise<void> {
    try {
      while (this.copy.unsent.length) await this.send();
      this.failures = 0;
      this.held = this.holds;
      if (this.state.kind !== "refused" && this.state.kind !== "saved") this.setState({ kind: "saved" });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      this.failed(error);
    } finally {
      this.busy = false;
    }
  }

  private async send() {
    const [batch] = this.copy.unsent;
    if (!batch) return;
    if (batch.batch === this.open) this.open = null;
    const { site, document } = this;
    try {
      const answer = await ask("pages.edit", {
        site,
        document,
        batch: batch.batch,
        base: this.copy.revision,
        edits: [...batch.edits],
      });
      if (answer.line.length === 0) throw new Refusal(503, "failed", "The server did not say what it stored.");
      this.take(follow(this.copy, answer.line));
      if (this.state.kind === "refused") this.setState({ kind: "saving" });
    } catch (error) {
      if (!(error instanceof Refusal) || passes(error)) throw error;
      // What can't be kept is named and taken out; what was made after it is sent without it.
      this.take(giveUp(this.copy, batch.batch, refusedByServer(error.message)));
      this.setState({ kind: "refused", message: error.message });
    }
  }

  private failed(error: Refusal) {
    this.remember();
    if (error.status === 401) return this.setState({ kind: "signedOut", edits: this.unsentEdits });
    const wait = retryMs[Math.min(this.failures, retryMs.length - 1)] as number;
    this.failures += 1;
    this.setState({ kind: "waiting", edits: this.unsentEdits });
    if (!this.closed) this.retryTimer = setTimeout(() => void this.flush(), wait);
  }

  /** Takes in what others have stored. */
  receive(line: readonly Stored[]) {
    if (line.length) this.take(follow(this.copy, line));
  }
}

/** Whether a refusal is about the line or the session, and not about what was sent. */
const passes = ({ status }: Refusal) => status === 0 || status === 401 || status === 429 || status >= 500;
