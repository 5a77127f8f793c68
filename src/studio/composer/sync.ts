// Keeping one document in step with the server: edits hold at once here, travel in batches, survive a lost connection.
import { applyEdits, type Edit } from "@/core/page/edit";
import type { PageNode } from "@/core/page/node";
import type { Reason } from "@/core/visitor/decision";
import { ask, Refusal } from "@/studio/kit/api";

interface Batch {
  readonly batch: string;
  readonly base: number;
  readonly edits: readonly Edit[];
}

export type SyncState =
  | { readonly kind: "saved" }
  | { readonly kind: "saving" }
  /** The server can't be reached; edits wait in the browser. */
  | { readonly kind: "waiting"; readonly edits: number }
  | { readonly kind: "refused"; readonly message: string };

/** How long edits are gathered before they travel, and how often others' edits are asked for, in ms. */
const gatherMs = 250;
const pollMs = 3000;
const retryMs = [1000, 2000, 4000, 8000];

interface Unsent {
  /** Real time of the last change, in ms. */
  readonly at: number;
  readonly batches: readonly Batch[];
}

const storagePrefix = (site: string, document: string) => `webitor.unsent.${site}.${document}.`;

/** What another tab left this long ago it will not send itself (or sends too, which is harmless), in ms. */
const leftBehindMs = 2000;

/** This tab's name; it outlives a reload. */
function tabName(newId: () => string): string {
  try {
    const known = sessionStorage.getItem("webitor.tab") ?? newId();
    sessionStorage.setItem("webitor.tab", known);
    return known;
  } catch {
    return newId();
  }
}

/** Batches of a document that this browser still has to send, from this tab's or an earlier visit. */
function takeUnsent(prefix: string, own: string): Batch[] {
  try {
    return Object.keys(localStorage)
      .filter((key) => key.startsWith(prefix))
      .flatMap((key) => {
        const { at, batches } = JSON.parse(localStorage.getItem(key) ?? "{}") as Unsent;
        if (key !== own && Date.now() - at < leftBehindMs) return [];
        if (key !== own) localStorage.removeItem(key);
        return batches;
      });
  } catch {
    return [];
  }
}

export class DocumentSync {
  /** What the server has confirmed. */
  private confirmed: PageNode;
  revision: number;
  /** What is shown: confirmed, then every unsent edit. */
  page: PageNode;
  state: SyncState = { kind: "saved" };
  private gathering: Edit[] = [];
  private sending: Batch[] = [];
  private busy = false;
  private running: Promise<void> = Promise.resolve();
  private failures = 0;
  private gatherTimer: ReturnType<typeof setTimeout> | undefined;
  private retryTimer: ReturnType<typeof setTimeout> | undefined;
  private readonly pollTimer: ReturnType<typeof setInterval>;
  private readonly key: string;
  private readonly online = () => this.flush();

  constructor(
    private readonly site: string,
    readonly document: string,
    opened: { readonly body: PageNode; readonly revision: number },
    private readonly newId: () => string,
    private readonly changed: () => void,
    /** Edits that others' work has made impossible, with the reasons. */
    private readonly refused: (refusals: readonly { edit: Edit; reason: Reason }[]) => void,
  ) {
    this.confirmed = opened.body;
    this.revision = opened.revision;
    const prefix = storagePrefix(site, document);
    this.key = prefix + tabName(newId);
    // Sending a batch twice is harmless, so what another tab left behind can simply be taken along.
    this.sending = takeUnsent(prefix, this.key);
    this.page = this.replay();
    this.pollTimer = setInterval(() => void this.poll(), pollMs);
    addEventListener("online", this.online);
    if (this.sending.length) void this.flush();
  }

  /** Ends the timers; what is unsent stays in the browser's storage. */
  close() {
    clearInterval(this.pollTimer);
    clearTimeout(this.gatherTimer);
    clearTimeout(this.retryTimer);
    removeEventListener("online", this.online);
    void this.flush();
  }

  private replay(): PageNode {
    return applyEdits(this.confirmed, [...this.sending.flatMap((batch) => batch.edits), ...this.gathering]).page;
  }

  private remember() {
    const gathered = this.gathering.length ? [this.batchOf(this.gathering)] : [];
    const unsent = [...this.sending, ...gathered];
    try {
      if (unsent.length)
        localStorage.setItem(this.key, JSON.stringify({ at: Date.now(), batches: unsent } satisfies Unsent));
      else localStorage.removeItem(this.key);
    } catch {
      // Full or forbidden storage: the edits still stand in memory.
    }
  }

  private gatheredId: string | null = null;
  private batchOf(edits: readonly Edit[]): Batch {
    this.gatheredId ??= this.newId();
    return { batch: this.gatheredId, base: this.revision, edits };
  }

  /** Takes edits that already hold on `page`. */
  take(edits: readonly Edit[], page: PageNode) {
    this.page = page;
    for (const edit of edits) {
      const last = this.gathering.at(-1);
      // Letters typed one after the other are one change of the same field.
      if (
        last?.type === "setContent" &&
        edit.type === "setContent" &&
        last.node === edit.node &&
        last.field === edit.field
      )
        this.gathering[this.gathering.length - 1] = edit;
      else this.gathering.push(edit);
    }
    this.remember();
    this.setState(this.failures ? { kind: "waiting", edits: this.unsentEdits } : { kind: "saving" });
    clearTimeout(this.gatherTimer);
    this.gatherTimer = setTimeout(() => void this.flush(), gatherMs);
  }

  private get unsentEdits(): number {
    return this.sending.reduce((sum, batch) => sum + batch.edits.length, this.gathering.length);
  }

  private setState(state: SyncState) {
    this.state = state;
    this.changed();
  }

  /** Sends what there is, one batch at a time and in order. */
  async flush(): Promise<void> {
    clearTimeout(this.gatherTimer);
    if (this.gathering.length) {
      this.sending.push(this.batchOf(this.gathering));
      this.gathering = [];
      this.gatheredId = null;
      this.remember();
    }
    // Whoever waits for a flush waits for the one under way; it also takes what was just put in line.
    if (this.busy) return this.running;
    this.busy = true;
    clearTimeout(this.retryTimer);
    this.running = this.sendAll();
    return this.running;
  }

  private async sendAll(): Promise<void> {
    try {
      for (let next = this.sending[0]; next; next = this.sending[0]) await this.send({ ...next, base: this.revision });
      this.failures = 0;
      if (this.state.kind !== "refused") this.setState({ kind: "saved" });
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      this.failed(error);
    } finally {
      this.busy = false;
    }
  }

  private async send(batch: Batch) {
    const saved = await ask("pages.edit", {
      site: this.site,
      document: this.document,
      ...batch,
      edits: [...batch.edits],
    });
    const others = saved.others.flatMap((other) => other.edits);
    const refusedEdits = new Set(saved.refusals.map((refusal) => JSON.stringify(refusal.edit)));
    const own = batch.edits.filter((edit) => !refusedEdits.has(JSON.stringify(edit)));
    this.confirmed = applyEdits(this.confirmed, [...others, ...own]).page;
    this.revision = saved.revision;
    this.sending.shift();
    this.remember();
    if (others.length || saved.refusals.length) {
      this.page = this.replay();
      if (saved.refusals.length) this.refused(saved.refusals);
    }
    this.changed();
  }

  private failed(error: Refusal) {
    if (error.status === 0 || error.status >= 500 || error.status === 429) {
      const wait = retryMs[Math.min(this.failures, retryMs.length - 1)] as number;
      this.failures += 1;
      this.remember();
      this.setState({ kind: "waiting", edits: this.unsentEdits });
      this.retryTimer = setTimeout(() => void this.flush(), wait);
      return;
    }
    // A refused batch is taken back here; the words are in the message's reach until the next edit.
    this.sending.shift();
    this.remember();
    this.page = this.replay();
    this.setState({ kind: "refused", message: error.message });
  }

  /** Takes in what others have changed meanwhile. */
  private async poll() {
    if (this.busy || this.unsentEdits || document.visibilityState === "hidden") return;
    const since = this.revision;
    const answer = await ask("pages.since", { site: this.site, document: this.document, since }).catch(() => null);
    if (!answer?.batches.length || this.revision !== since || this.unsentEdits || this.busy) return;
    this.confirmed = applyEdits(
      this.confirmed,
      answer.batches.flatMap((batch) => batch.edits),
    ).page;
    this.revision = answer.batches.at(-1)?.revision ?? this.revision;
    this.page = this.confirmed;
    this.changed();
  }
}
