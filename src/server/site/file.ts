// Site files in and out: site.json with its media, zipped.
import Joi from "joi";
import type { Role } from "@/core/account/rights";
import type { Fault } from "@/core/input/fault";
import { allowedOf } from "@/core/site/allowed";
import { siteFileLimits } from "@/core/site/limits";
import { siteFileTexts } from "@/core/site/read";
import { siteKeySchema } from "@/core/site/schema";
import type { SiteFile } from "@/core/site/site";
import { type Executor, inTransaction, isDuplicate } from "@/data/connection";
import { copyMedia, mediaRoom, type SiteRow, storeMedia, storeSite } from "@/data/site/queries";
import { mediaFileName } from "@/server/sandbox/site-file";
import type { WholeSite } from "@/server/sandbox/whole-site";
import { siteParts } from "@/server/widget/parts";
import { giveOwnSite } from "../account/members";
import type { Context } from "../context";
import type { SiteCall } from "../operation";
import { Problem, validated } from "../problem";
import { limits, sandboxed } from "../sandbox/sandbox";
import type { Settings } from "../settings";
import { storeGoods } from "../shop/catalog/goods";
import { refreshShown } from "../widget/shown";
import { wholeOf, type ZipEntry, type ZipPart, zipped } from "../zip";
import { queueMaking } from "./media";
import { takeRoom } from "./quota";
import { keyIsTaken, keyTaken } from "./settings";
import { loadSiteFile } from "./whole";

const broken = (faults: readonly Fault[]) =>
  new Problem(422, "siteFile", `${faults[0]?.path}: ${faults[0]?.message}`, faults);

export const largestFile = siteFileLimits.zipped;

/** A site file: its files by name, or its zip, whole or part by part. */
export type GivenFile = ReadonlyMap<string, Uint8Array> | Uint8Array | AsyncIterable<Uint8Array>;

/** Reading a site file takes longer the larger it may be: every picture is decoded. */
const largeFileMinutes = 20;

async function* inOne(whole: Uint8Array) {
  yield whole;
}

/** The files by name, or the parts one by one. */
function opened(given: GivenFile) {
  if (given instanceof Map)
    return { files: given as ReadonlyMap<string, Uint8Array>, part: async () => null, bytes: 0 };
  const parts = (given instanceof Uint8Array ? inOne(given) : (given as AsyncIterable<Uint8Array>))[
    Symbol.asyncIterator
  ]();
  const part = async () => {
    const { done, value } = await parts.next();
    return done ? null : value;
  };
  return { files: null, part, bytes: given instanceof Uint8Array ? given.length : null };
}

/**
 * A site from a site file, read apart from the process's own thread; each of its media is handed to `keep` as it is found.
 * Refusals name path and reason.
 */
export async function readWholeSite(
  settings: Pick<Settings, "buildFolder">,
  given: GivenFile,
  keep: (hash: string, bytes: Uint8Array) => Promise<void> = async () => {},
  /** How large it is said to be, where it comes in parts. */
  said = largestFile,
): Promise<WholeSite> {
  const { files, part, bytes } = opened(given);
  const helpers = {
    part,
    keep: async ({ hash, bytes }: { hash: string; bytes: Uint8Array }) => {
      await keep(hash, bytes);
      return null;
    },
  };
  const whole = files !== null || given instanceof Uint8Array;
  const limit = whole ? limits.siteFile : { ...limits.siteFile, seconds: largeFileMinutes * 60 };
  const found = await sandboxed(settings, "siteFile", { given: files }, helpers, limit, bytes ?? said);
  if ("givenUp" in found)
    throw broken([{ path: "file", message: `This file was given up: ${found.givenUp.message}.` }]);
  if (!found.answer.ok) throw broken(found.answer.faults);
  return found.answer.value;
}

/** Who brings a site: what they may not bring comes switched off. Absent for whoever works on the machine itself. */
export interface By {
  readonly account: string;
  readonly role: Role;
}

/** A site that came to be, and the widgets that came switched off because of who brought them. */
export interface Stored {
  readonly site: SiteFile;
  readonly held: readonly string[];
}

/**
 * Stores the site of a site file for a studio. Everything is checked before it is stored, in one transaction; refusals
 * name path and reason. A key that is taken is refused.
 */
export async function importSite(
  context: Context,
  studioId: string,
  given: GivenFile,
  { key, by, bytes }: { readonly key?: string; readonly by?: By; readonly bytes?: number } = {},
): Promise<Stored> {
  // Bytes that no site names in the end are swept away.
  const keep = (hash: string, found: Uint8Array) => context.bytes.put(hash, found);
  const { site, media } = await readWholeSite(context.settings, given, keep, bytes);
  return storeNewSite(context, studioId, key ? { ...site, key } : site, media, by);
}

/** A key that somebody asks for a file's site, checked as any other. */
export const askedKey = (key: string): string =>
  validated(Joi.object<{ key: string }>({ key: siteKeySchema.required() }), { key }).key;

/** Pictures of a site that comes to be: the room they take, and how they get in. */
interface NewPictures {
  readonly pictures: number;
  readonly bytes: number;
  store(tx: Executor, siteId: string, createdAt: Date): Promise<void>;
}

/** Stores a checked site as a new one, with media whose bytes are kept already, by their sizes; a taken key is refused at its field. */
export const storeNewSite = (
  context: Context,
  studioId: string,
  site: SiteFile,
  sizes: ReadonlyMap<string, number>,
  by?: By,
): Promise<Stored> =>
  storeWith(context, studioId, site, by, {
    pictures: sizes.size,
    bytes: [...sizes.values()].reduce((sum, one) => sum + one, 0),
    store: (tx, siteId, createdAt) =>
      storeMedia(
        tx,
        siteId,
        createdAt,
        site.media.map((entry) => ({ ...entry, bytes: sizes.get(entry.hash) ?? 0 })),
      ),
  });

async function storeWith(
  context: Context,
  studioId: string,
  given: SiteFile,
  /** Somebody who works on chosen sites works on this one too. */
  by: By | undefined,
  { store, ...room }: NewPictures,
): Promise<Stored> {
  const { site, held } = by ? allowedOf(given, by.role) : { site: given, held: [] };
  if (await keyIsTaken({ context }, site.key)) throw keyTaken(site.key);
  try {
    await inTransaction(context.db, async (tx) => {
      const id = context.newId();
      const createdAt = context.now();
      await takeRoom(tx, context.settings, studioId, { sites: 1, ...room }, "key");
      await storeSite(tx, { id, studioId, createdAt }, site);
      for (const { name, part } of siteParts) {
        const own = site[name];
        if (own) await part.store(tx, id, own, createdAt);
      }
      if (site.shop) await storeGoods(tx, id, site.shop, createdAt);
      await refreshShown(tx, id);
      await store(tx, id, createdAt);
      if (room.pictures) await queueMaking(tx, id);
      if (by) await giveOwnSite(tx, studioId, by.account, id);
    });
  } catch (error) {
    if (isDuplicate(error)) throw keyTaken(site.key);
    throw error;
  }
  return { site, held };
}

/** Stores a copy of a site under another key and name: everything of its file, nothing that visitors sent. */
export async function copySite(
  call: SiteCall,
  { studioId, role }: { readonly studioId: string; readonly role: Role },
  given: { readonly key: string; readonly name: string },
): Promise<Stored> {
  const { context, site: row } = call;
  const site = { ...(await loadSiteFile(context.db, row)), ...given };
  return storeWith(
    context,
    studioId,
    site,
    { account: call.account.id, role },
    {
      ...(await mediaRoom(context.db, row.id)),
      store: (tx, siteId) => copyMedia(tx, row.id, siteId),
    },
  );
}

function* encoded(texts: Iterable<string>): Generator<Uint8Array> {
  const encoder = new TextEncoder();
  for (const text of texts) yield encoder.encode(text);
}

async function* filesOf(context: Context, site: SiteFile): AsyncGenerator<ZipEntry> {
  yield { name: "site.json", bytes: encoded(siteFileTexts(site)), deflate: true };
  for (const entry of site.media) {
    const bytes = await context.bytes.get(entry.hash);
    if (bytes) yield { name: mediaFileName(entry), bytes, deflate: false };
  }
}

/** The site as a zipped site file, part by part. Equal sites give equal bytes. */
export async function* siteFileParts(context: Context, row: SiteRow): AsyncGenerator<ZipPart> {
  const site = await loadSiteFile(context.db, row);
  yield* zipped(filesOf(context, site), site.media.length + 1);
}

/** The site as a zipped site file. */
export const exportSite = (context: Context, row: SiteRow): Promise<Uint8Array> => wholeOf(siteFileParts(context, row));
