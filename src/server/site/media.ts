// Pictures: taking them in, and making the widths pages ask for.
import { and, eq } from "drizzle-orm";
import sharp from "sharp";
import { documentKinds, documentTypeOf, documentTypes } from "@/core/media/documents";
import { usedWidths } from "@/core/render/render";
import { siteLimits } from "@/core/site/limits";
import { isPicture, type MediaEntry } from "@/core/site/site";
import { mediaVariants } from "@/data/bytes/tables";
import { inTransaction, isDuplicate } from "@/data/connection";
import { mediaEntry, mediaRoom } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { apart } from "../apart/apart";
import { pictureLimits } from "../apart/picture";
import { type Context, sha256 } from "../context";
import { fieldProblem, notFound, Problem } from "../problem";
import { refuseBeyondSite, takeRoom } from "./quota";

export const largestPicture = siteLimits.picture;

/** Largest file to take home. */
export const largestDocument = siteLimits.picture;

/** Keeps a file that visitors can take home, known by its own bytes to be what its name says. */
export async function addDocument(
  context: Context,
  site: { readonly id: string; readonly studioId: string },
  name: string,
  bytes: Uint8Array,
): Promise<MediaEntry> {
  const type = documentTypeOf(name);
  if (!type)
    throw fieldProblem(
      "file",
      `This kind of file is not taken. Take ${documentTypes.map((one) => documentKinds[one].label).join(", ")}.`,
    );
  if (bytes.length > largestDocument)
    throw fieldProblem("file", "A file has at most 20 MB. Make it smaller and send that.");
  if (!bytes.length) throw fieldProblem("file", "This file is empty. Copy it again, and send that.");
  const fault = documentKinds[type].fault(bytes);
  if (fault) throw fieldProblem("file", fault);
  const hash = sha256(bytes);
  const entry: MediaEntry = { hash, name: name.trim().slice(-200), type, widthPx: 0, heightPx: 0, bytes: bytes.length };
  await context.bytes.put(hash, bytes);
  await keep(context, site, entry, bytes.length);
  return entry;
}

/** A file of the site to take home: its bytes and type. */
export async function documentBytes(
  context: Context,
  siteId: string,
  hash: string,
): Promise<MediaEntry & { body: Buffer }> {
  const [row] = await context.db
    .select()
    .from(media)
    .where(and(eq(media.siteId, siteId), eq(media.hash, hash)));
  const body = row && !isPicture(row) ? await context.bytes.get(hash) : null;
  if (!row || !body) throw notFound("This file", "hash");
  return { ...mediaEntry(row), body };
}

/** Names a medium in the site, once, as far as there is room. */
async function keep(
  context: Context,
  site: { readonly id: string; readonly studioId: string },
  entry: MediaEntry,
  size: number,
): Promise<void> {
  const [known] = await context.db
    .select({ hash: media.hash, removedAt: media.removedAt })
    .from(media)
    .where(and(eq(media.siteId, site.id), eq(media.hash, entry.hash)));
  if (known) {
    // One that was put away is there again.
    if (known.removedAt)
      await context.db
        .update(media)
        .set({ removedAt: null })
        .where(and(eq(media.siteId, site.id), eq(media.hash, entry.hash)));
    return;
  }
  try {
    await inTransaction(context.db, async (tx) => {
      // Nothing is read before the lock that taking room begins with: what is counted after it has to be what stands now.
      await takeRoom(tx, context.settings, site.studioId, { pictures: 1, bytes: size }, "file");
      refuseBeyondSite(await mediaRoom(tx, site.id), size);
      await tx.insert(media).values({ siteId: site.id, ...entry, bytes: size, createdAt: context.now() });
    });
  } catch (error) {
    if (!isDuplicate(error)) throw error;
  }
}

/** Keeps a picture, decoded whole first; the same picture again is the same medium. */
export async function addPicture(
  context: Context,
  site: { readonly id: string; readonly studioId: string },
  name: string,
  bytes: Uint8Array,
): Promise<MediaEntry> {
  if (bytes.length > largestPicture)
    throw fieldProblem("file", "A picture has at most 20 MB. Make it smaller and send that.");
  const found = await apart(context.settings, "picture", { file: bytes }, {});
  if ("givenUp" in found)
    throw fieldProblem("file", "This picture takes too long to be read. Save it anew and send that.");
  if (!found.answer.ok) throw new Problem(422, "invalid", found.answer.faults[0]?.message ?? "", found.answer.faults);
  const hash = sha256(bytes);
  const entry: MediaEntry = { hash, name: name.trim().slice(0, 200) || "picture", ...found.answer.value };
  await context.bytes.put(hash, bytes);
  await keep(context, site, entry, bytes.length);
  // The page under work asks for its widths at once, and the next release must not wait for them. What can't be made now
  // is made when it is asked for.
  await makeVariants(context, entry).catch((error: unknown) =>
    context.log.warn({ err: error, hash }, "widths of a picture were not made"),
  );
  return entry;
}

/** Makes the widths of a picture that are not there yet, one by one. */
async function makeVariants(context: Context, entry: MediaEntry): Promise<void> {
  for (const widthPx of usedWidths(entry))
    if (!(await madeVariant(context, entry.hash, widthPx))) await makeVariant(context, entry.hash, widthPx);
}

/** Key of a picture at a width, if it has been made: once for all sites that have the picture. */
async function madeVariant(context: Context, hash: string, widthPx: number): Promise<string | undefined> {
  const at = and(eq(mediaVariants.hash, hash), eq(mediaVariants.widthPx, widthPx));
  return (await context.db.select({ made: mediaVariants.made }).from(mediaVariants).where(at))[0]?.made;
}

/** Makes a picture at a width; whoever asks has been seen to have the picture. */
async function makeVariant(
  context: Context,
  hash: string,
  widthPx: number,
): Promise<{ readonly key: string; readonly bytes: Buffer }> {
  const original = await context.bytes.get(hash);
  if (!original) throw notFound("This picture", "hash");
  const bytes = await sharp(original, { limitInputPixels: pictureLimits.areaPx, sequentialRead: true })
    .timeout({ seconds: 20 })
    .rotate()
    .resize({ width: widthPx, withoutEnlargement: true })
    .webp({ quality: 82, effort: 4 })
    .toBuffer();
  const made = sha256(bytes);
  await context.bytes.put(made, bytes);
  await context.db.insert(mediaVariants).values({ hash, widthPx, made }).onDuplicateKeyUpdate({ set: { made } });
  return { key: made, bytes };
}

/** The width of pictures in lists of the studio. */
export const listWidthPx = 96;

/** The widths a picture is made in: those that pages offer, and the small one of lists. Nothing else is made or kept. */
const widthsOf = (entry: Pick<MediaEntry, "widthPx">): readonly number[] => [listWidthPx, ...usedWidths(entry)];

/** Refuses a picture that the site does not have (404), and a width that is not made of it (422). */
async function checkWidth(context: Context, siteId: string, hash: string, widthPx: number): Promise<void> {
  const [entry] = await context.db
    .select({ widthPx: media.widthPx, type: media.type })
    .from(media)
    .where(and(eq(media.siteId, siteId), eq(media.hash, hash)));
  if (!entry || !isPicture(entry)) throw notFound("This picture", "hash");
  const widths = widthsOf(entry);
  if (!widths.includes(widthPx)) throw fieldProblem("w", `This picture is made ${widths.join(", ")} pixels wide.`);
}

/** Key of a site's picture at a width, for a row that will name it: it counts as put now. */
export async function pictureKey(context: Context, siteId: string, hash: string, widthPx: number): Promise<string> {
  await checkWidth(context, siteId, hash, widthPx);
  const made = await madeVariant(context, hash, widthPx);
  if (made && (await context.bytes.touch([made])).has(made)) return made;
  return (await makeVariant(context, hash, widthPx)).key;
}

/** A site's picture as WebP, `widthPx` wide or its own width if that is less; made once. */
export async function pictureVariant(context: Context, siteId: string, hash: string, widthPx: number): Promise<Buffer> {
  await checkWidth(context, siteId, hash, widthPx);
  const made = await madeVariant(context, hash, widthPx);
  const kept = made ? await context.bytes.get(made) : null;
  return kept ?? (await makeVariant(context, hash, widthPx)).bytes;
}
