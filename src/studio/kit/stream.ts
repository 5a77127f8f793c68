// The tab's one stream of events: it comes back by itself, and says when something may have been missed.
import { type EventKind, missedEvent, type StudioEvents } from "@/core/event/event";

export type StreamEvent<K extends EventKind> = StudioEvents[K] & { readonly site: string };
/** What an EventSource is here; tests bring their own. */
export type Source = Pick<EventSource, "addEventListener" | "close" | "readyState">;

type Hearer = (heard: never) => void;

/** How long a hidden tab keeps its stream, in ms: browsers open only a few connections to one host. */
const hiddenMs = 20_000;
/** How soon a stream that was refused is tried again, in ms. */
const againMs = [1000, 3000, 10_000, 30_000];
/** The state of a source that the browser does not open again by itself. */
const closedState = 2;

const kinds = ["edits", "here", "changed", "job", "desk", "live"] as const satisfies readonly EventKind[];

export class EventStream {
  private source: Source | null = null;
  private readonly hearers = new Map<string, Set<Hearer>>();
  private failures = 0;
  private toOpen: ReturnType<typeof setTimeout> | undefined;
  private toHide: ReturnType<typeof setTimeout> | undefined;
  private opening = false;
  private closed = false;

  constructor(private readonly connect: () => Promise<Source>) {}

  /** Listens; the answer ends it. Whoever listens to nothing else should still take `onMissed`. */
  on<K extends EventKind>(kind: K, hearer: (heard: StreamEvent<K>) => void): () => void {
    return this.add(kind, hearer as Hearer);
  }

  /** Called when events may have been missed: at the beginning, and after every gap. */
  onMissed(hearer: () => void): () => void {
    return this.add(missedEvent, hearer as Hearer);
  }

  private add(name: string, hearer: Hearer): () => void {
    const all = this.hearers.get(name) ?? new Set<Hearer>();
    this.hearers.set(name, all.add(hearer));
    return () => all.delete(hearer);
  }

  private tell(name: string, heard: unknown) {
    for (const hearer of [...(this.hearers.get(name) ?? [])]) hearer(heard as never);
  }

  async open(): Promise<void> {
    clearTimeout(this.toOpen);
    if (this.source || this.opening || this.closed) return;
    this.opening = true;
    const source = await this.connect().finally(() => {
      this.opening = false;
    });
    if (this.closed) return source.close();
    this.source = source;
    for (const name of [...kinds, missedEvent])
      source.addEventListener(name, (event: MessageEvent | Event) => {
        if (name === missedEvent) this.failures = 0;
        this.tell(name, JSON.parse(String((event as MessageEvent).data)));
      });
    source.addEventListener("error", () => {
      // A lost connection the browser mends itself; a refusal (signed out, too many) ends the source.
      if (source.readyState !== closedState || source !== this.source) return;
      this.source = null;
      const wait = againMs[Math.min(this.failures, againMs.length - 1)];
      this.failures += 1;
      if (!this.closed) this.toOpen = setTimeout(() => void this.open(), wait);
    });
  }

  private drop() {
    this.source?.close();
    this.source = null;
  }

  /** The tab is seen, or not. */
  seen(visible: boolean) {
    clearTimeout(this.toHide);
    if (visible) void this.open();
    else
      this.toHide = setTimeout(() => {
        clearTimeout(this.toOpen);
        this.drop();
      }, hiddenMs);
  }

  close() {
    this.closed = true;
    clearTimeout(this.toOpen);
    clearTimeout(this.toHide);
    this.drop();
  }
}
