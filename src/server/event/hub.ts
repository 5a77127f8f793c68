// What happened, read once a process from the outbox and handed to whoever listens in it.
import type { Logger } from "pino";
import type { StudioEvent } from "@/core/event/event";
import type { Database } from "@/data/connection";
import { type EventRow, eventsAfter, newestEvent, sweepOutbox } from "@/data/event/outbox";

/** How often the outbox is read, in ms. */
const everyMs = 250;
/** How many events are taken at once. */
const atOnce = 500;
/**
 * Numbers are given out when a row is written and seen when its transaction ends: a number that was skipped may still
 * come. So long is it waited for, in ms; what a rollback took never comes.
 */
const lateMs = 60_000;
/** How many skipped numbers are waited for; also how far a process that begins looks back for them. */
const mostLate = 1000;
/** How long events are kept, in ms: who was away for longer is told that something was missed. */
const keptMs = 600_000;
const sweepEveryMs = 60_000;

export interface Listener {
  heard(event: StudioEvent): void;
  /** Events were missed: what is known may be old. */
  missed(): void;
}

export class EventHub {
  private readonly listeners = new Map<Listener, ReadonlySet<string> | null>();
  private newest: number | null = null;
  /** Skipped numbers, with the moment until which each is waited for. */
  private readonly late = new Map<number, number>();
  private readAt = 0;
  private sweptAt = 0;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private reading: Promise<void> = Promise.resolve();
  private closed = false;
  private hasBegun: () => void = () => {};
  /** From this moment on nothing is missed unsaid. */
  readonly begun = new Promise<void>((resolve) => {
    this.hasBegun = resolve;
  });

  constructor(
    private readonly db: Database,
    private readonly log: Pick<Logger, "warn">,
  ) {}

  /** Hears of these sites' events (null: of all) until the answer is called. */
  listen(sites: ReadonlySet<string> | null, listener: Listener): () => void {
    this.listeners.set(listener, sites);
    if (!this.timer && !this.closed) this.timer = setTimeout(() => this.read(), 0);
    return () => {
      this.listeners.delete(listener);
    };
  }

  /** Ends reading; those who listen hear that they miss something from now on. */
  async close(): Promise<void> {
    this.closed = true;
    clearTimeout(this.timer);
    for (const listener of [...this.listeners.keys()]) listener.missed();
    this.listeners.clear();
    await this.reading;
  }

  private read() {
    this.reading = this.readOnce()
      .catch((error: unknown) => this.log.warn({ err: error }, "events could not be read"))
      .finally(() => {
        this.timer = undefined;
        if (this.listeners.size && !this.closed) this.timer = setTimeout(() => this.read(), everyMs);
      });
  }

  private async readOnce() {
    const now = Date.now();
    if (this.newest === null) await this.begin(now);
    else if (now - this.readAt > keptMs / 2) {
      // Asleep or cut off for so long that events may be gone again.
      await this.begin(now);
      for (const listener of this.listeners.keys()) listener.missed();
    }
    const rows = await eventsAfter(this.db, this.newest ?? 0, [...this.late.keys()], atOnce);
    this.readAt = Date.now();
    this.hasBegun();
    for (const row of rows) this.take(row, now);
    for (const [number, until] of this.late) if (until < now) this.late.delete(number);
    if (now - this.sweptAt < sweepEveryMs) return;
    this.sweptAt = now;
    await sweepOutbox(this.db, new Date(now - keptMs));
  }

  /** From here on: what is there was before, and what is missing among it may still come. */
  private async begin(now: number) {
    this.newest = await newestEvent(this.db);
    this.late.clear();
    const from = Math.max(0, this.newest - mostLate);
    const there = new Set((await eventsAfter(this.db, from, [], mostLate + atOnce)).map(({ id }) => id));
    for (let number = from + 1; number <= this.newest; number++)
      if (!there.has(number)) this.late.set(number, now + lateMs);
    // What came between the two readings is read with the next.
  }

  private take({ id, siteId, kind, payload }: EventRow, now: number) {
    const newest = this.newest ?? 0;
    if (id > newest) {
      for (let number = Math.max(newest + 1, id - mostLate); number < id; number++) this.late.set(number, now + lateMs);
      this.newest = id;
    } else if (!this.late.delete(id)) return;
    const event = { site: siteId, kind, payload } as StudioEvent;
    for (const [listener, sites] of this.listeners) if (sites === null || sites.has(siteId)) listener.heard(event);
  }
}
