// Many files on their way: a few at once, each told apart; what fails can be sent again, what is refused says why.
import { documentTypeOf } from "@/core/media/documents";
import type { MediaEntry } from "@/core/site/site";
import { Refusal, upload } from "@/studio/kit/api";

export interface Upload {
  readonly file: File;
  readonly state: "waiting" | "sending" | "done" | "refused" | "failed";
  /** Why it was refused or failed. */
  readonly why: string;
}

/** So many are sent at once: reading a picture takes the server longer than sending it. */
const atOnce = 3;

/** A class, since it has a life: it goes on while its screen is drawn anew, and is stopped by whoever began it. */
export class Uploads {
  list: readonly Upload[] = [];
  private running = 0;
  private stopped = false;
  private listeners = new Set<() => void>();

  constructor(
    private readonly site: string,
    /** Called when the last one of those under way has come to an end. */
    private readonly settled: () => void,
  ) {}

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };
  readonly getList = () => this.list;

  private set(list: readonly Upload[]) {
    this.list = list;
    for (const listener of this.listeners) listener();
  }

  private change(file: File, part: Partial<Upload>) {
    this.set(this.list.map((one) => (one.file === file ? { ...one, ...part } : one)));
  }

  add(files: readonly File[]) {
    this.stopped = false;
    this.set([...this.list, ...files.map((file): Upload => ({ file, state: "waiting", why: "" }))]);
    this.go();
  }

  /** Sends what failed once more: the server may not have been reached. */
  again() {
    this.stopped = false;
    this.set(this.list.map((one) => (one.state === "failed" ? { ...one, state: "waiting", why: "" } : one)));
    this.go();
  }

  /** What waits is not sent any more; what is under way comes to its end. */
  stop() {
    this.stopped = true;
    this.set(this.list.filter(({ state }) => state !== "waiting"));
  }

  clear() {
    this.set(this.list.filter(({ state }) => state === "waiting" || state === "sending"));
  }

  private go() {
    while (this.running < atOnce && !this.stopped) {
      const next = this.list.find(({ state }) => state === "waiting");
      if (!next) return;
      this.running += 1;
      this.change(next.file, { state: "sending" });
      void this.send(next.file);
    }
  }

  private async send(file: File) {
    const path = `/api/sites/${this.site}/media${documentTypeOf(file.name) ? "?as=document" : ""}`;
    try {
      await upload<MediaEntry>(path, file);
      this.change(file, { state: "done" });
    } catch (error) {
      const passes = error instanceof Refusal && (error.status === 0 || error.status === 429 || error.status >= 500);
      const why = error instanceof Refusal ? (error.at("file") ?? error.message) : String(error);
      this.change(file, { state: passes ? "failed" : "refused", why });
    }
    this.running -= 1;
    this.go();
    if (!this.running) this.settled();
  }
}
