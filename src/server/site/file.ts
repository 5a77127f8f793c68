// Site files in and out: site.json with its media, zipped.
import { eq } from "drizzle-orm";
import { unzip, zipSync } from "fflate";
import sharp from "sharp";
import type { Fault } from "@/core/page/validate";
import { readSiteFile, writeSiteFile } from "@/core/site/read";
import type { MediaEntry, SiteFile } from "@/core/site/site";
import { loadSetUp } from "@/data/booking/set-up";
import { inTransaction, isDuplicate } from "@/data/connection";
import { findSite, loadSite, type SiteRow, storeSite } from "@/data/site/queries";
import { mediaBytes } from "@/data/site/tables";
import { type Context, sha256 } from "../context";
import { conflict, Problem } from "../problem";

/** Largest site file, zipped and unpacked, in bytes. */
export const siteFileLimits = { zipped: 200 << 20, unpacked: 400 << 20, entries: 6000 };

const extensions: Readonly<Record<MediaEntry["type"], string>> = {
  "image/jpeg": "jpg",
  "image/png": "png",
  "image/webp": "webp",
  "image/avif": "avif",
};

/** Name of a medium inside the zip. */
export const mediaFileName = (entry: Pick<MediaEntry, "hash" | "type">): string =>
  `media/${entry.hash}.${extensions[entry.type]}`;

const broken = (faults: readonly Fault[]) =>
  new Problem(422, "siteFile", `${faults[0]?.path}: ${faults[0]?.message}`, faults);
const fault = (path: string, message: string) => broken([{ path, message }]);

/** The files in a zip; refuses what is no zip, and what unpacks to more than the limits before unpacking it. */
function unpack(bytes: Uint8Array): Promise<Map<string, Uint8Array>> {
  let size = 0;
  let entries = 0;
  return new Promise((resolve, reject) => {
    unzip(
      bytes,
      {
        filter: (file) => {
          size += file.originalSize;
          entries += 1;
          return size <= siteFileLimits.unpacked && entries <= siteFileLimits.entries;
        },
      },
      (error, files) => {
        if (error) reject(fault("zip", `This is not a zip that can be read (${error.message}).`));
        else if (size > siteFileLimits.unpacked || entries > siteFileLimits.entries)
          reject(fault("zip", "This file unpacks to more than a site file may hold (400 MiB, 6000 files)."));
        else resolve(new Map(Object.entries(files)));
      },
    );
  });
}

/** A site and its media from a site file, every medium checked against its hash and its pixels. */
export async function readWholeSite(given: Uint8Array | ReadonlyMap<string, Uint8Array>) {
  const files = given instanceof Uint8Array ? await unpack(given) : given;
  const json = files.get("site.json");
  if (!json) throw fault("site.json", "This file is missing.");
  const read = readSiteFile(new TextDecoder().decode(json));
  if (!read.ok) throw broken(read.faults);
  const media = new Map<string, Uint8Array>();
  for (const [index, entry] of read.site.media.entries()) {
    const path = `media[${index}]`;
    const bytes = files.get(mediaFileName(entry));
    if (!bytes) throw fault(path, `The file ${mediaFileName(entry)} is missing.`);
    if (sha256(bytes) !== entry.hash)
      throw fault(path, `The file ${mediaFileName(entry)} is not the one its name says.`);
    const found = await readPicture(bytes);
    if (!found || found.type !== entry.type || found.widthPx !== entry.widthPx || found.heightPx !== entry.heightPx)
      throw fault(path, "The picture is not of the type or size that the file says.");
    media.set(entry.hash, bytes);
  }
  return { site: read.site, media };
}

/** Type and size of a picture by its own bytes; null for what is no picture we take. */
export async function readPicture(
  bytes: Uint8Array,
): Promise<Pick<MediaEntry, "type" | "widthPx" | "heightPx"> | null> {
  try {
    const { format, width, height } = await sharp(bytes, { limitInputPixels: 80_000_000 }).metadata();
    const type = (Object.keys(extensions) as MediaEntry["type"][]).find(
      (known) => known === `image/${format === "heif" ? "avif" : format}`,
    );
    return type ? { type, widthPx: width, heightPx: height } : null;
  } catch {
    return null;
  }
}

/**
 * Stores the site of a site file for a studio. Everything is checked first and stored in one transaction; refusals
 * name path and reason. A key that is taken is refused.
 */
export async function importSite(
  context: Context,
  studioId: string,
  given: Uint8Array | ReadonlyMap<string, Uint8Array>,
  as: { readonly key?: string; readonly name?: string } = {},
): Promise<SiteFile> {
  const { site, media } = await readWholeSite(given);
  return storeNewSite(context, studioId, { ...site, ...as }, media);
}

/** Stores a checked site as a new one; a taken key is refused at its field. */
export async function storeNewSite(
  context: Context,
  studioId: string,
  site: SiteFile,
  media: ReadonlyMap<string, Uint8Array>,
): Promise<SiteFile> {
  const taken = () =>
    conflict("keyTaken", `The key “${site.key}” is taken.`, [
      { path: "key", message: "This key is taken. Choose another." },
    ]);
  if (await findSite(context.db, site.key)) throw taken();
  try {
    await inTransaction(context.db, (tx) =>
      storeSite(tx, { id: context.newId(), studioId, createdAt: context.now() }, site, media),
    );
  } catch (error) {
    if (isDuplicate(error)) throw taken();
    throw error;
  }
  return site;
}

/** The site as a zipped site file. Equal sites give equal bytes. */
export async function exportSite(context: Context, row: SiteRow): Promise<Uint8Array> {
  const booking = await loadSetUp(context.db, row.id);
  const site: SiteFile = { ...(await loadSite(context.db, row)), ...(booking ? { booking } : {}) };
  const files: Record<string, Uint8Array> = { "site.json": new TextEncoder().encode(writeSiteFile(site)) };
  const bytes = await context.db.select().from(mediaBytes).where(eq(mediaBytes.siteId, row.id));
  for (const entry of site.media) {
    const original = bytes.find((one) => one.hash === entry.hash && one.widthPx === 0);
    if (original) files[mediaFileName(entry)] = original.bytes;
  }
  // The zip format's earliest day, so that time does not change the bytes.
  return zipSync(files, { mtime: new Date(1980, 0, 2), level: 6 });
}
