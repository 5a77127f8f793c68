// Site files in and out: site.json with its media, zipped.
import Joi from "joi";
import type { Fault } from "@/core/page/validate";
import { writeSiteFile } from "@/core/site/read";
import { siteKeySchema } from "@/core/site/schema";
import type { SiteFile } from "@/core/site/site";
import { type Executor, inTransaction, isDuplicate } from "@/data/connection";
import { copyMedia, mediaRoom, type SiteRow, storeMedia, storeSite } from "@/data/site/queries";
import { giveOwnSite } from "../account/members";
import { apart } from "../apart/apart";
import { mediaFileName, type WholeSite } from "../apart/site-file";
import type { Context } from "../context";
import type { SiteCall } from "../operation";
import { Problem, validated } from "../problem";
import type { Settings } from "../settings";
import { siteParts } from "../widget/parts";
import { refreshShown } from "../widget/shown";
import { wholeOf, type ZipEntry, zipped } from "../zip";
import { takeRoom } from "./quota";
import { keyIsTaken, keyTaken } from "./settings";
import { loadSite } from "./whole";

const broken = (faults: readonly Fault[]) =>
  new Problem(422, "siteFile", `${faults[0]?.path}: ${faults[0]?.message}`, faults);

/** A site and its media from a site file, read apart from the process's own thread; refusals name path and reason. */
export async function readWholeSite(
  settings: Pick<Settings, "buildFolder">,
  given: Uint8Array | ReadonlyMap<string, Uint8Array>,
): Promise<WholeSite> {
  const found = await apart(settings, "siteFile", { given });
  if ("givenUp" in found)
    throw broken([{ path: "file", message: `This file was given up: ${found.givenUp.message}.` }]);
  if (!found.answer.ok) throw broken(found.answer.faults);
  return found.answer.value;
}

/**
 * Stores the site of a site file for a studio. Everything is checked first and stored in one transaction; refusals
 * name path and reason. A key that is taken is refused.
 */
export async function importSite(
  context: Context,
  studioId: string,
  given: Uint8Array | ReadonlyMap<string, Uint8Array>,
  { key, by }: { readonly key?: string; readonly by?: string } = {},
): Promise<SiteFile> {
  const { site, media } = await readWholeSite(context.settings, given);
  return storeNewSite(context, studioId, key ? { ...site, key } : site, media, by);
}

/** A key that somebody asks for a file's site, checked as any other. */
export const askedKey = (key: string): string =>
  validated(Joi.object<{ key: string }>({ key: siteKeySchema.required() }), { key }).key;

/** Pictures of a site that comes to be: the room they take, and how they get in. */
interface NewPictures {
  readonly pictures: number;
  readonly bytes: number;
  /** Done before the transaction: bytes that nobody names in the end are swept away. */
  before?(): Promise<void>;
  store(tx: Executor, siteId: string, createdAt: Date): Promise<void>;
}

/** Stores a checked site as a new one, its pictures from a file; a taken key is refused at its field. */
export const storeNewSite = (
  context: Context,
  studioId: string,
  site: SiteFile,
  files: ReadonlyMap<string, Uint8Array>,
  by?: string,
): Promise<SiteFile> =>
  storeWith(context, studioId, site, by, {
    pictures: files.size,
    bytes: [...files.values()].reduce((sum, one) => sum + one.length, 0),
    before: async () => {
      for (const [hash, bytes] of files) await context.bytes.put(hash, bytes);
    },
    store: (tx, siteId, createdAt) =>
      storeMedia(
        tx,
        siteId,
        createdAt,
        site.media.map((entry) => ({ ...entry, bytes: files.get(entry.hash)?.length ?? 0 })),
      ),
  });

async function storeWith(
  context: Context,
  studioId: string,
  site: SiteFile,
  /** Who makes it: somebody who works on chosen sites works on this one too. */
  by: string | undefined,
  { store, before, ...room }: NewPictures,
): Promise<SiteFile> {
  if (await keyIsTaken({ context }, site.key)) throw keyTaken(site.key);
  try {
    await before?.();
    await inTransaction(context.db, async (tx) => {
      const id = context.newId();
      const createdAt = context.now();
      await takeRoom(tx, context.settings, studioId, { sites: 1, ...room }, "key");
      await storeSite(tx, { id, studioId, createdAt }, site);
      for (const { name, part } of siteParts) {
        const own = site[name];
        if (own) await part.store(tx, id, own);
      }
      await refreshShown(tx, id);
      await store(tx, id, createdAt);
      if (by) await giveOwnSite(tx, studioId, by, id);
    });
  } catch (error) {
    if (isDuplicate(error)) throw keyTaken(site.key);
    throw error;
  }
  return site;
}

/** Stores a copy of a site under another key and name: everything of its file, nothing that visitors sent. */
export async function copySite(
  call: SiteCall,
  studioId: string,
  given: { readonly key: string; readonly name: string },
): Promise<SiteFile> {
  const { context, site: row } = call;
  const site = { ...(await loadSite(context.db, row)), ...given };
  return storeWith(context, studioId, site, call.account.id, {
    ...(await mediaRoom(context.db, row.id)),
    store: (tx, siteId) => copyMedia(tx, row.id, siteId),
  });
}

async function* filesOf(context: Context, row: SiteRow): AsyncGenerator<ZipEntry> {
  const site = await loadSite(context.db, row);
  yield { name: "site.json", bytes: new TextEncoder().encode(writeSiteFile(site)), deflate: true };
  for (const entry of site.media) {
    const bytes = await context.bytes.get(entry.hash);
    if (bytes) yield { name: mediaFileName(entry), bytes, deflate: false };
  }
}

/** The site as a zipped site file, part by part. Equal sites give equal bytes. */
export const siteFileParts = (context: Context, row: SiteRow): AsyncGenerator<Uint8Array> =>
  zipped(filesOf(context, row));

/** The site as a zipped site file. */
export const exportSite = (context: Context, row: SiteRow): Promise<Uint8Array> => wholeOf(siteFileParts(context, row));
