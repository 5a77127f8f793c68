// Zips that are made while they are sent: of each file only its own bytes are in memory.
import { Zip, ZipDeflate, ZipPassThrough } from "fflate";

export interface ZipEntry {
  readonly name: string;
  /** Whole, or piece by piece where it is large. */
  readonly bytes: Uint8Array | Iterable<Uint8Array>;
  /** Whether compressing pays; pictures are compressed already. */
  readonly deflate: boolean;
}

/** The zip format's earliest day, so that time does not change the bytes. */
const earliest = new Date(1980, 0, 2);

/** A part of a zip, and how much of the whole is made with it, in percent. */
export interface ZipPart {
  readonly part: Uint8Array;
  readonly percent: number;
}

/** `all` entries as the parts of a zip. Equal entries give equal bytes. */
export async function* zipped(entries: AsyncIterable<ZipEntry>, all: number): AsyncGenerator<ZipPart> {
  let done = 0;
  let parts: Uint8Array[] = [];
  const zip = new Zip((error, part) => {
    if (error) throw error;
    parts.push(part);
  });
  const taken = () => {
    const made = parts;
    parts = [];
    const percent = Math.min(99, Math.floor((100 * done) / Math.max(1, all)));
    return made.map((part) => ({ part, percent }));
  };
  for await (const { name, bytes, deflate } of entries) {
    const file = deflate ? new ZipDeflate(name, { level: 6 }) : new ZipPassThrough(name);
    file.mtime = earliest;
    zip.add(file);
    if (bytes instanceof Uint8Array) file.push(bytes, true);
    else {
      for (const piece of bytes) {
        file.push(piece);
        yield* taken();
      }
      file.push(new Uint8Array(), true);
    }
    done += 1;
    yield* taken();
  }
  zip.end();
  yield* taken();
}

/** The bytes alone. */
export async function* bytesOf(parts: AsyncIterable<ZipPart>): AsyncGenerator<Uint8Array> {
  for await (const { part } of parts) yield part;
}

/** All parts as one: for those who need the whole. */
export async function wholeOf(parts: AsyncIterable<ZipPart>): Promise<Uint8Array> {
  const all: Uint8Array[] = [];
  for await (const { part } of parts) all.push(part);
  return new Uint8Array(Buffer.concat(all));
}
