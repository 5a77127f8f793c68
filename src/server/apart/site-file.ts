// A site file read whole: unzipped with every size counted, its site judged, its pictures decoded.
import { createHash } from "node:crypto";
import { Unzip, type UnzipFile, UnzipInflate } from "fflate";
import type { Fault } from "@/core/page/validate";
import { readSiteFile } from "@/core/site/read";
import type { MediaEntry, SiteFile } from "@/core/site/site";
import type { Answer } from "./answer";

/** Largest site file, zipped and unpacked, and its site.json, in bytes. */
export const siteFileLimits = { zipped: 200 << 20, unpacked: 400 << 20, json: 48 << 20, entries: 12_000 };

const extensions: Readonly<Record<MediaEntry["type"], string>> = {
  "image/jpeg": "jpg",
  "image/png": "png",
  "image/webp": "webp",
  "image/avif": "avif",
};

/** Name of a medium inside the zip. */
export const mediaFileName = (entry: Pick<MediaEntry, "hash" | "type">): string =>
  `media/${entry.hash}.${extensions[entry.type]}`;

export interface WholeSite {
  readonly site: SiteFile;
  /** Bytes of the media by their hashes. */
  readonly media: ReadonlyMap<string, Uint8Array>;
}

class Faulty extends Error {
  constructor(readonly fault: Fault) {
    super(fault.message);
  }
}
const faulty = (path: string, message: string) => new Faulty({ path, message });

const isWanted = (name: string) => name === "site.json" || /^media\/[0-9a-f]{64}\.[a-z]{3,4}$/.test(name);

/** Unpacks in pieces this large, so that what comes out is counted while it comes. */
const pieceBytes = 64 << 10;

/**
 * The files of a zip that a site file has. What really comes out is counted: a zip is refused the moment an entry
 * yields more than its header says, or all of them more than the limits.
 */
function unpack(bytes: Uint8Array): Map<string, Uint8Array> {
  const files = new Map<string, Uint8Array>();
  const open = new Map<string, Uint8Array[]>();
  let entries = 0;
  let all = 0;
  const take = (file: UnzipFile) => {
    entries += 1;
    if (entries > siteFileLimits.entries)
      throw faulty("zip", `A site file holds at most ${siteFileLimits.entries} files.`);
    if (!isWanted(file.name)) return;
    if (files.has(file.name) || open.has(file.name)) throw faulty("zip", `${file.name} stands in it twice.`);
    const most = file.name === "site.json" ? siteFileLimits.json : siteFileLimits.unpacked;
    const said = file.originalSize ?? most;
    if (said > most || all + said > siteFileLimits.unpacked + most)
      throw faulty("zip", `${file.name} unpacks to more than a site file may hold.`);
    const parts: Uint8Array[] = [];
    let size = 0;
    open.set(file.name, parts);
    file.ondata = (error, part, final) => {
      // What is thrown below comes back here once more.
      if (error instanceof Faulty) throw error;
      if (error) throw faulty("zip", `${file.name} can't be unpacked (${error.message}).`);
      size += part.length;
      all += part.length;
      if (size > said) throw faulty("zip", `${file.name} is larger than the zip says.`);
      if (all > siteFileLimits.unpacked)
        throw faulty("zip", "This file unpacks to more than a site file may hold (400 MB).");
      parts.push(part);
      if (!final) return;
      if (file.originalSize !== undefined && size !== file.originalSize)
        throw faulty("zip", `${file.name} is smaller than the zip says.`);
      open.delete(file.name);
      files.set(file.name, parts.length === 1 ? part : Buffer.concat(parts));
    };
    file.start();
  };
  const unzip = new Unzip(take);
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length; at += pieceBytes)
      unzip.push(bytes.subarray(at, at + pieceBytes), at + pieceBytes >= bytes.length);
  } catch (error) {
    if (error instanceof Faulty) throw error;
    throw faulty("zip", `This is not a zip that can be read (${(error as Error).message.slice(0, 100)}).`);
  }
  if (!entries) throw faulty("zip", "This is not a zip that can be read.");
  const [unfinished] = open.keys();
  if (unfinished) throw faulty("zip", `The zip ends in the middle of ${unfinished}.`);
  return files;
}

async function mediaOf(site: SiteFile, files: ReadonlyMap<string, Uint8Array>): Promise<Map<string, Uint8Array>> {
  const media = new Map<string, Uint8Array>();
  for (const [index, entry] of site.media.entries()) {
    const path = `media[${index}]`;
    const name = mediaFileName(entry);
    const bytes = files.get(name);
    if (!bytes) throw faulty(path, `The file ${name} is missing.`);
    if (createHash("sha256").update(bytes).digest("hex") !== entry.hash)
      throw faulty(path, `The file ${name} is not the one its name says.`);
    // Loaded here: most files that are refused are refused before a picture is looked at.
    const { pictureFrom } = await import("./picture");
    const found = await pictureFrom(bytes);
    if (!found.ok) throw faulty(path, found.faults[0]?.message ?? "This picture can't be read.");
    const { type, widthPx, heightPx } = found.value;
    if (type !== entry.type || widthPx !== entry.widthPx || heightPx !== entry.heightPx)
      throw faulty(path, "The picture is not of the type or size that the file says.");
    media.set(entry.hash, bytes);
  }
  return media;
}

/** A site and its media from a site file, zipped or as its files by name, every medium checked against its hash. */
export async function readWhole(given: Uint8Array | ReadonlyMap<string, Uint8Array>): Promise<Answer<WholeSite>> {
  try {
    const files = given instanceof Uint8Array ? unpack(given) : given;
    const json = files.get("site.json");
    if (!json) throw faulty("site.json", "This file is missing.");
    if (json.length > siteFileLimits.json)
      throw faulty(
        "site.json",
        `This file has more than ${siteFileLimits.json >> 20} MB, which is more than a site has.`,
      );
    const read = readSiteFile(new TextDecoder().decode(json));
    if (!read.ok) return read;
    return { ok: true, value: { site: read.site, media: await mediaOf(read.site, files) } };
  } catch (error) {
    if (error instanceof Faulty) return { ok: false, faults: [error.fault] };
    throw error;
  }
}
