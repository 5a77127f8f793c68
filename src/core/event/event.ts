// What an open studio is told while others, visitors and jobs go on: small words of what changed, never the thing itself.
// Whoever hears one asks for what it shows, with the rights it has then.

/** How a job stands. */
export interface JobProgress {
  readonly id: string;
  readonly kind: string;
  readonly state: "queued" | "running" | "done" | "failed";
  readonly done: number;
  readonly total: number;
  readonly error: string | null;
}

export interface StudioEvents {
  /** A batch was stored at the end of a document's line. */
  edits: { readonly document: string; readonly revision: number };
  /** Somebody came to a page, went, or is in another block of it. */
  here: { readonly page: string };
  /** Something of a site's frame changed: pages, widgets, brand, settings, media. `tab` is the one it was done in. */
  changed: { readonly tab: string };
  /** A job that a screen waits for got on. */
  job: JobProgress;
  /**
   * Something of a visitor's arrived, or moved on: signups, bookings (by their kind of widget), letters. `arrival` is set
   * on what nobody of the studio has seen yet.
   */
  desk: { readonly of: string; readonly arrival: boolean };
  /** Another release is live. */
  live: { readonly key: string };
}

export type EventKind = keyof StudioEvents;

/** One event of one site. */
export type StudioEvent = {
  readonly [K in EventKind]: { readonly site: string; readonly kind: K; readonly payload: StudioEvents[K] };
}[EventKind];

/** Of streams: what was missed can't be told event by event; everything shown is to be asked for anew. */
export const missedEvent = "missed";
