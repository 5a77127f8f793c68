// A site file read from end to end: unzipped with every size counted, its site judged, its pictures decoded one by one.
import { createHash } from "node:crypto";
import { Unzip, type UnzipFile, UnzipInflate } from "fflate";
import type { Fault } from "@/core/input/fault";
import { documentKindOf, documentKinds, documentTypeOf, filmTypes } from "@/core/media/documents";
import type { MediaEntry, PictureType } from "@/core/media/entry";
import { siteFileLimits, siteLimits } from "@/core/site/limits";
import { readSiteFile } from "@/core/site/read";
import type { SiteFile } from "@/core/site/site";
import type { Answer } from "@/server/sandbox/answer";
import type { Ask, Tasks } from "@/server/sandbox/task";
import type { WholeSite } from "@/server/sandbox/whole-site";

const pictureExtensions: Readonly<Record<PictureType, string>> = {
  "image/jpeg": "jpg",
  "image/png": "png",
  "image/webp": "webp",
  "image/avif": "avif",
  "image/gif": "gif",
  "image/svg+xml": "svg",
};

/** Name of a medium inside the zip. */
export const mediaFileName = (entry: Pick<MediaEntry, "hash" | "type">): string =>
  `media/${entry.hash}.${documentKindOf(entry.type)?.extension ?? pictureExtensions[entry.type as PictureType]}`;

class Faulty extends Error {
  constructor(readonly fault: Fault) {
    super(fault.message);
  }
}

const faulty = (path: string, message: string) => new Faulty({ path, message });

const mediaName = /^media\/([0-9a-f]{64})\.[a-z0-9]{3,4}$/;

const isWanted = (name: string) => name === "site.json" || mediaName.test(name);

/** Unpacks in pieces this large, so that what comes out is counted while it comes. */
const pieceBytes = 64 << 10;

interface Entry {
  readonly name: string;
  readonly bytes: Uint8Array;
}

/**
 * The files of a zip that a site file has, each as soon as it is whole. What really comes out is counted: a zip is refused
 * the moment an entry yields more than its header says, or all of them more than the limits.
 */
async function* unpacked(parts: () => Promise<Uint8Array | null>): AsyncGenerator<Entry> {
  const seen = new Set<string>();
  const open = new Map<string, Uint8Array[]>();
  let whole: Entry[] = [];
  let entries = 0;
  let all = 0;
  const take = (file: UnzipFile) => {
    entries += 1;
    if (entries > siteFileLimits.entries)
      throw faulty("zip", `A site file holds at most ${siteFileLimits.entries} files.`);
    if (!isWanted(file.name)) return;
    if (seen.has(file.name)) throw faulty("zip", `${file.name} stands in it twice.`);
    seen.add(file.name);
    const most = file.name === "site.json" ? siteFileLimits.json : siteLimits.picture;
    const said = file.originalSize ?? most;
    if (said > most || all + said > siteFileLimits.unpacked)
      throw faulty("zip", `${file.name} unpacks to more than a site file may hold.`);
    const got: Uint8Array[] = [];
    let size = 0;
    open.set(file.name, got);
    file.ondata = (error, part, final) => {
      // What is thrown below comes back here once more.
      if (error instanceof Faulty) throw error;
      if (error) throw faulty("zip", `${file.name} can't be unpacked (${error.message}).`);
      size += part.length;
      all += part.length;
      if (size > said) throw faulty("zip", `${file.name} is larger than the zip says.`);
      if (all > siteFileLimits.unpacked)
        throw faulty(
          "zip",
          `This file unpacks to more than a site file may hold (${siteFileLimits.unpacked / 2 ** 20} MB).`,
        );
      got.push(part);
      if (!final) return;
      if (file.originalSize !== undefined && size !== file.originalSize)
        throw faulty("zip", `${file.name} is smaller than the zip says.`);
      open.delete(file.name);
      whole.push({ name: file.name, bytes: Buffer.concat(got) });
    };
    file.start();
  };
  const unzip = new Unzip(take);
  unzip.register(UnzipInflate);
  const push = (piece: Uint8Array, last: boolean) => {
    try {
      unzip.push(piece, last);
    } catch (error) {
      if (error instanceof Faulty) throw error;
      throw faulty("zip", `This is not a zip that can be read (${(error as Error).message.slice(0, 100)}).`);
    }
    const done = whole;
    whole = [];
    return done;
  };
  for (let part = await parts(); part; part = await parts())
    for (let at = 0; at < part.length; at += pieceBytes) yield* push(part.subarray(at, at + pieceBytes), false);
  yield* push(new Uint8Array(), true);
  if (!entries) throw faulty("zip", "This is not a zip that can be read.");
  const [unfinished] = open.keys();
  if (unfinished) throw faulty("zip", `The zip ends in the middle of ${unfinished}.`);
}

/** Files by name in the order in which they are judged. */
async function* listed(files: ReadonlyMap<string, Uint8Array>): AsyncGenerator<Entry> {
  const json = files.get("site.json");
  if (json) yield { name: "site.json", bytes: json };
  for (const [name, bytes] of files) if (mediaName.test(name)) yield { name, bytes };
}

function siteIn(json: Uint8Array): SiteFile {
  if (json.length > siteFileLimits.json)
    throw faulty(
      "site.json",
      `This file has more than ${siteFileLimits.json / 2 ** 20} MB, which is more than a site has.`,
    );
  const read = readSiteFile(new TextDecoder().decode(json));
  if (!read.ok) throw new FaultySite(read.faults);
  return read.site;
}

class FaultySite extends Error {
  constructor(readonly faults: readonly Fault[]) {
    super("The site is faulty");
  }
}

type Found = Pick<MediaEntry, "type" | "widthPx" | "heightPx" | "lengthMs" | "moves"> & {
  readonly name: string;
  readonly size: number;
};

/** A medium as it is, judged against its name. */
async function judged({ name, bytes }: Entry, path: string): Promise<Found> {
  if (createHash("sha256").update(bytes).digest("hex") !== mediaName.exec(name)?.[1])
    throw faulty(path, `The file ${name} is not the one its name says.`);
  const document = documentTypeOf(name);
  if (document) {
    const fault = documentKinds[document].fault(bytes);
    if (fault) throw faulty(path, fault);
    if (!filmTypes.includes(document)) return { type: document, widthPx: 0, heightPx: 0, name, size: bytes.length };
    const film = await (await import("./film")).readFilm(bytes);
    if (!film.ok) throw faulty(path, film.faults[0]?.message ?? "This film can't be read.");
    return { type: document, ...film.value, name, size: bytes.length };
  }
  // Loaded here: most files that are refused are refused before a picture is looked at.
  const { readPicture } = await import("./picture");
  const found = await readPicture(bytes);
  if (!found.ok) throw faulty(path, found.faults[0]?.message ?? "This picture can't be read.");
  const { picture, bytes: cleaned } = found.value;
  if (picture.type === "image/svg+xml" && cleaned)
    throw faulty(
      path,
      "This drawing holds what could run or fetch from elsewhere. Send it in Media by itself: there it is cleaned.",
    );
  return { ...picture, name, size: bytes.length };
}

async function readEntries(entries: AsyncIterable<Entry>, ask: Ask<Tasks["siteFile"]["asks"]>): Promise<WholeSite> {
  let site: SiteFile | null = null;
  let places: ReadonlyMap<string, number> = new Map();
  const found = new Map<string, Found>();
  const media = new Map<string, number>();
  for await (const entry of entries) {
    if (entry.name === "site.json") {
      site = siteIn(entry.bytes);
      places = new Map(site.media.map((one, index) => [one.hash, index]));
      continue;
    }
    const hash = mediaName.exec(entry.name)?.[1] as string;
    const place = places.get(hash);
    // What the site does not name is not kept; before the site has come nobody knows.
    if (site && place === undefined) continue;
    found.set(hash, await judged(entry, place === undefined ? entry.name : `media[${place}]`));
    await ask("keep", { hash, bytes: entry.bytes });
  }
  if (!site) throw faulty("site.json", "This file is missing.");
  for (const [index, entry] of site.media.entries()) {
    const path = `media[${index}]`;
    const one = found.get(entry.hash);
    if (one?.name !== mediaFileName(entry)) throw faulty(path, `The file ${mediaFileName(entry)} is missing.`);
    if (one.type !== entry.type || one.widthPx !== entry.widthPx || one.heightPx !== entry.heightPx)
      throw faulty(path, "The picture is not of the type or size that the file says.");
    if (one.lengthMs !== entry.lengthMs) throw faulty(path, "The film is not as long as the file says.");
    if ((one.moves ?? false) !== (entry.moves ?? false))
      throw faulty(path, "The file says of this picture that it moves, or does not, and it is the other way.");
    if (entry.bytes !== undefined && entry.bytes !== one.size)
      throw faulty(path, "The file is not of the size that the site says.");
    media.set(entry.hash, one.size);
  }
  return { site, media };
}

/** A site from a site file, as its files by name or (null) as a zip that is asked for; its media are handed over whole. */
export async function readWhole(
  given: ReadonlyMap<string, Uint8Array> | null,
  ask: Ask<Tasks["siteFile"]["asks"]>,
): Promise<Answer<WholeSite>> {
  try {
    return { ok: true, value: await readEntries(given ? listed(given) : unpacked(() => ask("part", null)), ask) };
  } catch (error) {
    if (error instanceof Faulty) return { ok: false, faults: [error.fault] };
    if (error instanceof FaultySite) return { ok: false, faults: error.faults };
    throw error;
  }
}
