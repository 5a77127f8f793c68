// Where bytes are kept: in the database, or in a folder that all processes share. Chosen by a setting; nothing else knows.

export interface ByteStore {
  /** Keeps bytes under a key. The same key always stands for the same bytes: putting them again only says they are used. */
  put(key: string, bytes: Uint8Array): Promise<void>;
  /** As `put`, for many at once. */
  putAll(entries: ReadonlyMap<string, Uint8Array>): Promise<void>;
  get(key: string): Promise<Buffer | null>;
  /** Which of these are kept; they count as put now, so that they are not swept away before somebody names them. */
  touch(keys: readonly string[]): Promise<ReadonlySet<string>>;
  /** Keys that were last put before a moment, some at a time, after `after` in their order. */
  putBefore(moment: Date, after: string, limit: number): Promise<readonly string[]>;
  /** Lets go of those that were not put again since the moment. */
  remove(keys: readonly string[], unlessPutSince: Date): Promise<void>;
}

/** A hash, and for a compressed form its ending: what a key may be, and what a file name may be with it. */
export const keyForm = /^[0-9a-f]{64}(\.br|\.gz)?$/;

/** Times here are real ones: the set clock must not let anything go early. */
export const realNow = (): Date => new Date();
