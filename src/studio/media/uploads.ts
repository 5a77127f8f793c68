// Many files on their way: a few at once, each told apart; what fails can be sent again, what is refused says why. Large
// ones go in parts, and after a broken connection only the rest is sent.
import type { MediaEntry } from "@/core/media/entry";
import { finishUpload, partsSent, Refusal, sendPart } from "@/studio/kit/api";
import { mediaPath, sendMedium } from "./send";

export interface Upload {
  readonly file: File;
  readonly state: "waiting" | "sending" | "done" | "refused" | "failed";
  /** How much of it is there, from 0 to 1. */
  readonly sent: number;
  /** Why it was refused or failed. */
  readonly why: string;
  /** What it has become. */
  readonly entry?: MediaEntry;
}

/** So many are sent at once: reading a picture takes the server longer than sending it. */
const atOnce = 3;

const partBytes = 1 << 20;

/** The SHA-256 of a file in hex; null where the browser has none to give (on a plain address that is not this machine). */
async function nameOf(file: File): Promise<string | null> {
  if (!globalThis.crypto?.subtle) return null;
  const hash = await crypto.subtle.digest("SHA-256", await file.arrayBuffer());
  return [...new Uint8Array(hash)].map((byte) => byte.toString(16).padStart(2, "0")).join("");
}

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
    this.set([...this.list, ...files.map((file): Upload => ({ file, state: "waiting", sent: 0, why: "" }))]);
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
    try {
      const entry = await this.whole(file);
      this.change(file, { state: "done", sent: 1, entry });
    } catch (error) {
      const passes =
        error instanceof Refusal && (error.status === 0 || [409, 429].includes(error.status) || error.status >= 500);
      const why = error instanceof Refusal ? (error.at("file") ?? error.message) : String(error);
      this.change(file, { state: passes ? "failed" : "refused", why });
    }
    this.running -= 1;
    this.go();
    if (!this.running) this.settled();
  }

  /** Sends a file at once, or what is missing of its parts. */
  private async whole(file: File): Promise<MediaEntry> {
    const path = `/api/sites/${this.site}/media`;
    const parts = Math.ceil(file.size / partBytes);
    const name = parts > 1 && parts <= 20 ? await nameOf(file) : null;
    if (!name) return sendMedium(this.site, file);
    const there = new Set(await partsSent(path, name));
    for (let part = 0; part < parts; part += 1) {
      if (!there.has(part)) await sendPart(path, name, part, file.slice(part * partBytes, (part + 1) * partBytes));
      this.change(file, { sent: (part + 1) / (parts + 1) });
    }
    return finishUpload<MediaEntry>(`${mediaPath(this.site, file.name)}&upload=${name}&parts=${parts}`, file.name);
  }
}
