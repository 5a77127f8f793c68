// Zips that are made while they are sent: of each file only its own bytes are in memory.
import { Zip, ZipDeflate, ZipPassThrough } from "fflate";

export interface ZipEntry {
  readonly name: string;
  readonly bytes: Uint8Array;
  /** Whether compressing pays; pictures are compressed already. */
  readonly deflate: boolean;
}

/** The zip format's earliest day, so that time does not change the bytes. */
const earliest = new Date(1980, 0, 2);

/** The entries as the parts of a zip. Equal entries give equal bytes. */
export async function* zipped(entries: AsyncIterable<ZipEntry>): AsyncGenerator<Uint8Array> {
  let parts: Uint8Array[] = [];
  const zip = new Zip((error, part) => {
    if (error) throw error;
    parts.push(part);
  });
  const taken = () => {
    const made = parts;
    parts = [];
    return made;
  };
  for await (const { name, bytes, deflate } of entries) {
    const file = deflate ? new ZipDeflate(name, { level: 6 }) : new ZipPassThrough(name);
    file.mtime = earliest;
    zip.add(file);
    file.push(bytes, true);
    yield* taken();
  }
  zip.end();
  yield* taken();
}

/** All parts as one: for those who need the whole. */
export async function wholeOf(parts: AsyncIterable<Uint8Array>): Promise<Uint8Array> {
  const all: Uint8Array[] = [];
  for await (const part of parts) all.push(part);
  return new Uint8Array(Buffer.concat(all));
}
