// Pictures: taking them in, and making what pages ask for of them.
import { and, asc, eq, isNull } from "drizzle-orm";
import sharp, { type Sharp } from "sharp";
import { documentKinds, documentTypeOf, documentTypes, filmTypes } from "@/core/media/documents";
import { isPicture, type MediaEntry } from "@/core/media/entry";
import {
  formsAtOnce,
  formsOf,
  isDrawing,
  mayTurn,
  type PictureForm,
  pictureForms,
  usedWidths,
  type Variant,
  variantName,
  variantNamed,
  variantsOf,
} from "@/core/media/forms";
import { siteLimits } from "@/core/site/limits";
import { mediaVariants } from "@/data/bytes/tables";
import { type Executor, inTransaction, isDuplicate } from "@/data/connection";
import { mediaEntry, mediaRoom } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { queueOnly } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { type Context, sha256 } from "../context";
import { fieldProblem, notFound, Problem } from "../problem";
import { queueIfWaiting } from "../release/waiting";
import type { Film } from "../sandbox/film";
import { longestMovingMs, pictureLimits } from "../sandbox/picture";
import { sandboxed } from "../sandbox/sandbox";
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
  const film = filmTypes.includes(type) ? await filmIn(context, bytes) : null;
  const hash = sha256(bytes);
  const sides = film ?? { widthPx: 0, heightPx: 0 };
  const entry: MediaEntry = { hash, name: name.trim().slice(-200), type, ...sides, bytes: bytes.length };
  await context.bytes.put(hash, bytes);
  await keep(context, site, entry, bytes.length);
  return entry;
}

/** Sides and length of a film; 422 with a sentence for what is none that browsers play. */
async function filmIn(context: Context, file: Uint8Array): Promise<Film> {
  const found = await sandboxed(context.settings, "film", { file }, {});
  if ("givenUp" in found)
    throw fieldProblem("file", "This film takes too long to be read. Save it anew and send that.");
  if (!found.answer.ok) throw new Problem(422, "invalid", found.answer.faults[0]?.message ?? "", found.answer.faults);
  return found.answer.value;
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
  print: string | null = null,
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
      await tx.insert(media).values({ siteId: site.id, ...entry, print, bytes: size, createdAt: context.now() });
      if (isPicture(entry)) await queueMaking(tx, site.id);
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
  file: Uint8Array,
): Promise<MediaEntry> {
  if (file.length > largestPicture)
    throw fieldProblem("file", "A picture has at most 20 MB. Make it smaller and send that.");
  const found = await sandboxed(context.settings, "picture", { file }, {});
  if ("givenUp" in found)
    throw fieldProblem("file", "This picture takes too long to be read. Save it anew and send that.");
  if (!found.answer.ok) throw new Problem(422, "invalid", found.answer.faults[0]?.message ?? "", found.answer.faults);
  const { picture, print } = found.answer.value;
  const bytes = found.answer.value.bytes ?? file;
  const hash = sha256(bytes);
  const entry: MediaEntry = { hash, name: name.trim().slice(0, 200) || "picture", ...picture };
  await context.bytes.put(hash, bytes);
  await keep(context, site, entry, bytes.length, print);
  return entry;
}

/** Key of what was made of a picture, if it has been: once for all sites that have the picture. */
async function madeVariant(context: Context, hash: string, variant: Variant): Promise<string | undefined> {
  const { form, turn, widthPx } = variant;
  const at = and(
    eq(mediaVariants.hash, hash),
    eq(mediaVariants.form, form),
    eq(mediaVariants.turn, turn),
    eq(mediaVariants.widthPx, widthPx),
  );
  return (await context.db.select({ made: mediaVariants.made }).from(mediaVariants).where(at))[0]?.made;
}

/** How each form is written; what moves does so for as many rounds as it may. The light ones are as light as eyes allow; an encoder gets no more time than it is worth. */
const writers: Readonly<Record<PictureForm, (picture: Sharp, rounds: number) => Sharp>> = {
  avif: (picture) => picture.avif({ quality: 55, effort: 2 }),
  webp: (picture, loop) => picture.webp({ quality: 82, effort: 4, loop }),
  still: (picture) => picture.webp({ quality: 82, effort: 4 }),
  jpeg: (picture) => picture.jpeg({ quality: 82, progressive: true }),
  png: (picture) => picture.png({ compressionLevel: 9, adaptiveFiltering: true }),
  gif: (picture, loop) => picture.gif({ loop }),
  svg: (picture) => picture,
};

async function drawVariant(original: Buffer, { form, widthPx, turn }: Variant): Promise<Buffer> {
  const options = { limitInputPixels: pictureLimits.areaPx, sequentialRead: !turn };
  const { format, width, delay } = await sharp(original, options).metadata();
  if (form === "svg") return original;
  // A drawing is drawn at the size that is asked for.
  const density = format === "svg" ? { density: Math.max(1, Math.min(2400, (72 * widthPx) / width)) } : {};
  const ms = (delay ?? []).reduce((sum, one) => sum + one, 0);
  const animated = ms > 0 && form !== "still" && form !== "avif";
  const upright = sharp(original, { ...options, ...density, animated })
    .timeout({ seconds: 20 })
    .autoOrient();
  const turned = turn ? upright.rotate(turn) : upright;
  const sized = turned.resize({ width: widthPx, withoutEnlargement: format !== "svg" });
  return writers[form](sized, ms ? Math.max(1, Math.floor(longestMovingMs / ms)) : 1).toBuffer();
}

interface MadeVariant {
  readonly key: string;
  readonly bytes: Buffer;
}

/** Variants that are being made in this process: a release and the job that makes pictures ask for the same ones. */
const inTheMaking = new WeakMap<Context["bytes"], Map<string, Promise<MadeVariant>>>();

/** Makes a variant of a picture, once for all who ask meanwhile; each has been seen to have the picture. */
function makeVariant(context: Context, hash: string, variant: Variant): Promise<MadeVariant> {
  const name = variantName(hash, variant);
  const here = inTheMaking.get(context.bytes) ?? new Map<string, Promise<MadeVariant>>();
  inTheMaking.set(context.bytes, here);
  const begun = here.get(name);
  if (begun) return begun;
  const making = makeAnew(context, hash, variant).finally(() => here.delete(name));
  here.set(name, making);
  return making;
}

async function makeAnew(context: Context, hash: string, variant: Variant): Promise<MadeVariant> {
  const original = await context.bytes.get(hash);
  if (!original) throw notFound("This picture", "hash");
  const bytes = await drawVariant(original, variant);
  const made = sha256(bytes);
  await context.bytes.put(made, bytes);
  await context.db
    .insert(mediaVariants)
    .values({ hash, ...variant, made })
    .onDuplicateKeyUpdate({ set: { made } });
  return { key: made, bytes };
}

/** The width of pictures in lists of the studio. */
export const listWidthPx = 96;

/** A variant as it is asked for: WebP and unturned where nothing else is said. */
export type Asked = Pick<Variant, "widthPx"> & Partial<Variant>;

/** The variant asked for, of a picture that the site has (404), in a form and width that is made of it (422). */
async function variantAsked(context: Context, siteId: string, hash: string, asked: Asked): Promise<Variant> {
  const { form = "webp", turn = 0, widthPx } = asked;
  const [entry] = await context.db
    .select({ widthPx: media.widthPx, heightPx: media.heightPx, type: media.type, moves: media.moves })
    .from(media)
    .where(and(eq(media.siteId, siteId), eq(media.hash, hash)));
  if (!entry || !isPicture(entry)) throw notFound("This picture", "hash");
  // Of a drawing there are pictures for lists besides itself.
  const forms: readonly PictureForm[] = ["webp", ...formsOf(entry)];
  if (!forms.includes(form)) throw fieldProblem("form", `This picture is made as ${forms.join(", ")}.`);
  if (turn && !mayTurn(entry)) throw fieldProblem("turn", "This picture is not turned.");
  // Those that pages offer, and the small one of lists. Nothing else is made or kept.
  const widths = [
    listWidthPx,
    ...(isDrawing(entry) && form === "webp" ? usedWidths({ ...entry, type: "image/png" }) : usedWidths(entry, turn)),
  ];
  if (!widths.includes(widthPx)) throw fieldProblem("w", `This picture is made ${widths.join(", ")} pixels wide.`);
  return { form, turn, widthPx };
}

/** Key of a site's picture as asked for, for a row that will name it: it counts as put now. */
export async function pictureKey(context: Context, siteId: string, hash: string, asked: Asked): Promise<string> {
  const variant = await variantAsked(context, siteId, hash, asked);
  const made = await madeVariant(context, hash, variant);
  if (made && (await context.bytes.touch([made])).has(made)) return made;
  return (await makeVariant(context, hash, variant)).key;
}

/** A site's picture as asked for; made once. Never wider than it is. */
export async function pictureVariant(context: Context, siteId: string, hash: string, asked: Asked): Promise<Buffer> {
  const variant = await variantAsked(context, siteId, hash, asked);
  const made = await madeVariant(context, hash, variant);
  const kept = made ? await context.bytes.get(made) : null;
  return kept ?? (await makeVariant(context, hash, variant)).bytes;
}

/** A file by the name that pages give it: its type and bytes. */
export async function pictureFile(
  context: Context,
  siteId: string,
  name: string,
): Promise<{ readonly type: string; readonly body: Buffer }> {
  const variant = variantNamed(name);
  if (!variant) throw notFound("This picture", "hash");
  const { hash, ...asked } = variant;
  return { type: pictureForms[asked.form].type, body: await pictureVariant(context, siteId, hash, asked) };
}

/** So many pictures are made before other sites have their turn. */
const madeAtOnce = 4;

const isUnmade = (siteId: string) => and(eq(media.siteId, siteId), eq(media.made, false), isNull(media.removedAt));

const unmade = (db: Executor, siteId: string) =>
  db.select().from(media).where(isUnmade(siteId)).orderBy(asc(media.createdAt), asc(media.hash));

/** The site's pictures of which not everything is made yet. */
export const waitingPictures = async (db: Executor, siteId: string): Promise<ReadonlySet<string>> =>
  new Set((await db.select({ hash: media.hash }).from(media).where(isUnmade(siteId))).map(({ hash }) => hash));

/** Queues making what pages will ask for of a site's new pictures, so that the next release need not wait for it. */
export const queueMaking = (tx: Executor, siteId: string): Promise<void> =>
  queueOnly(tx, { kind: "pictures", siteId, payload: {}, onlyOne: `pictures ${siteId}` });

/** Works out what a picture that came with a whole site looks like. */
async function printOf(context: Context, hash: string): Promise<string | null> {
  const file = await context.bytes.get(hash);
  const found = file && (await sandboxed(context.settings, "picture", { file }, {}));
  return found && "answer" in found && found.answer.ok ? found.answer.value.print : null;
}

async function makeAll(context: Context, row: typeof media.$inferSelect): Promise<void> {
  const { siteId, hash } = row;
  const here = and(eq(media.siteId, siteId), eq(media.hash, hash));
  try {
    if (isPicture(row) && row.print === null)
      await context.db
        .update(media)
        .set({ print: await printOf(context, hash) })
        .where(here);
    // Those first that a release waits for.
    const forms = [...new Set([...formsAtOnce(row), ...formsOf(row)])];
    for (const variant of variantsOf(row, 0, forms))
      if (!(await madeVariant(context, hash, variant))) await makeVariant(context, hash, variant);
  } catch (error) {
    // It is made when it is asked for, and whoever asks learns why it can't be.
    context.log.warn({ err: error, hash }, "variants of a picture were not made");
  }
  await context.db.update(media).set({ made: true }).where(here);
}

/** Makes what pages will ask for of some pictures; further ones wait for a turn of their own. */
export async function picturesJob(context: Context, run: JobRun): Promise<void> {
  const { siteId } = run.job;
  if (siteId)
    for (const row of await unmade(context.db, siteId).limit(madeAtOnce)) {
      await run.progress(0, 1);
      await makeAll(context, row);
    }
  await inTransaction(context.db, async (tx) => {
    await run.finish(tx);
    const [more] = siteId ? await unmade(tx, siteId).limit(1) : [];
    if (siteId && more) await queueMaking(tx, siteId);
    else if (siteId) await queueIfWaiting(tx, siteId);
  });
}
