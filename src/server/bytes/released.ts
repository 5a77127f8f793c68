// Bytes of released files: what compressing makes smaller is kept compressed alone, since nearly all visitors take it so.
import { promisify } from "node:util";
import { gunzip } from "node:zlib";
import type { ByteStore } from "./store";

const gunzipped = promisify(gunzip);

/** A file of a release, as its row names it. */
export interface Released {
  readonly blob: string;
  /** Whether it is kept compressed, as ".gz" and ".br". */
  readonly packed: boolean;
}

/** Keys under which a file's bytes are kept. */
export const keysOf = ({ blob, packed }: Released): readonly string[] =>
  packed ? [`${blob}.gz`, `${blob}.br`] : [blob];

export interface ReleasedForms {
  readonly identity: Buffer;
  readonly br: Buffer | null;
  readonly gzip: Buffer | null;
}

/** A file's bytes in every form it is answered in; null where they are gone. */
export async function releasedForms(store: ByteStore, file: Released): Promise<ReleasedForms | null> {
  if (!file.packed) {
    const identity = await store.get(file.blob);
    return identity && { identity, br: null, gzip: null };
  }
  const [gzip, br] = await Promise.all([store.get(`${file.blob}.gz`), store.get(`${file.blob}.br`)]);
  return gzip && br && { identity: await gunzipped(gzip), br, gzip };
}

/** A file's bytes as they were before they were compressed; null where they are gone. */
export async function releasedBytes(store: ByteStore, file: Released): Promise<Buffer | null> {
  if (!file.packed) return store.get(file.blob);
  const gzip = await store.get(`${file.blob}.gz`);
  return gzip && gunzipped(gzip);
}
