// What of a zip is wanted, unpacked while what comes out is counted: by bytes, and by how many times what went in.
import { Unzip, UnzipInflate } from "fflate";

export interface UnzipLimits {
  readonly entries: number;
  /** Of everything that is unpacked. */
  readonly bytes: number;
  /** How many times what was packed it may be, once it is larger than a MiB: words are packed to a tenth, a bomb to a thousandth. */
  readonly ratio: number;
}

class TooMuch extends Error {}

/** What may be unpacked before its ratio counts. */
const freeBytes = 2 ** 20;
/** Unpacks in pieces this large, so that what comes out is counted while it comes. */
const pieceBytes = 16 << 10;

/** The wanted files by name; null where there would be too much of them. Throws where it is no zip. */
export function unzipped(
  file: Uint8Array,
  wanted: (name: string) => boolean,
  { entries, bytes, ratio }: UnzipLimits,
): ReadonlyMap<string, Uint8Array> | null {
  const found = new Map<string, Uint8Array[]>();
  let seen = 0;
  let came = 0;
  let went = 0;
  const unzip = new Unzip((entry) => {
    seen += 1;
    if (seen > entries) throw new TooMuch();
    if (!wanted(entry.name)) return;
    const parts: Uint8Array[] = [];
    found.set(entry.name, parts);
    entry.ondata = (error, part) => {
      if (error) throw error;
      came += part.length;
      if (came > bytes || came > Math.max(freeBytes, ratio * went)) throw new TooMuch();
      parts.push(part);
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < file.length; at += pieceBytes) {
      went = Math.min(file.length, at + pieceBytes);
      unzip.push(file.subarray(at, went), went === file.length);
    }
  } catch (error) {
    if (error instanceof TooMuch) return null;
    throw error;
  }
  return new Map([...found].map(([name, parts]) => [name, Buffer.concat(parts)]));
}
