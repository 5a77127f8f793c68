// Pictures: taking them in, and making the widths pages ask for.
import { and, eq } from "drizzle-orm";
import sharp from "sharp";
import { usedWidths } from "@/core/render/render";
import type { MediaEntry } from "@/core/site/site";
import { inTransaction, isDuplicate } from "@/data/connection";
import { media, mediaBytes } from "@/data/site/tables";
import { apart } from "../apart/apart";
import { pictureLimits } from "../apart/picture";
import { type Context, sha256 } from "../context";
import { fieldProblem, notFound, Problem } from "../problem";
import { takeRoom } from "./quota";

export const largestPicture = 20 << 20;

/** Keeps a picture, decoded whole first; the same picture again is the same medium. */
export async function addPicture(
  context: Context,
  site: { readonly id: string; readonly studioId: string },
  name: string,
  bytes: Uint8Array,
): Promise<MediaEntry> {
  if (bytes.length > largestPicture)
    throw fieldProblem("file", "A picture has at most 20 MB. Make it smaller and send that.");
  const found = await apart(context.settings, "picture", { file: bytes });
  if ("givenUp" in found)
    throw fieldProblem("file", "This picture takes too long to be read. Save it anew and send that.");
  if (!found.answer.ok) throw new Problem(422, "invalid", found.answer.faults[0]?.message ?? "", found.answer.faults);
  const hash = sha256(bytes);
  const entry: MediaEntry = { hash, name: name.trim().slice(0, 200) || "picture", ...found.answer.value };
  try {
    await inTransaction(context.db, async (tx) => {
      const [known] = await tx
        .select({ hash: media.hash })
        .from(media)
        .where(and(eq(media.siteId, site.id), eq(media.hash, hash)));
      if (known) return;
      await takeRoom(tx, context.settings, site.studioId, { pictures: 1, bytes: bytes.length }, "file");
      await tx.insert(media).values({ siteId: site.id, ...entry, bytes: bytes.length, createdAt: context.now() });
      await tx.insert(mediaBytes).values({ siteId: site.id, hash, widthPx: 0, bytes: Buffer.from(bytes) });
    });
  } catch (error) {
    if (!isDuplicate(error)) throw error;
  }
  return entry;
}

async function stored(context: Context, siteId: string, hash: string, widthPx: number): Promise<Buffer | undefined> {
  const [row] = await context.db
    .select({ bytes: mediaBytes.bytes })
    .from(mediaBytes)
    .where(and(eq(mediaBytes.siteId, siteId), eq(mediaBytes.hash, hash), eq(mediaBytes.widthPx, widthPx)));
  return row?.bytes;
}

/** The width of pictures in lists of the studio. */
export const listWidthPx = 96;

/** The widths a picture is made in: those that pages offer, and the small one of lists. Nothing else is made or kept. */
const widthsOf = (entry: Pick<MediaEntry, "widthPx">): readonly number[] => [listWidthPx, ...usedWidths(entry)];

/** A picture as WebP, `widthPx` wide or its own width if that is less; made once and kept. 422 for other widths. */
export async function pictureVariant(context: Context, siteId: string, hash: string, widthPx: number): Promise<Buffer> {
  const [entry] = await context.db
    .select({ widthPx: media.widthPx })
    .from(media)
    .where(and(eq(media.siteId, siteId), eq(media.hash, hash)));
  if (!entry) throw notFound("This picture", "hash");
  const widths = widthsOf(entry);
  if (!widths.includes(widthPx)) throw fieldProblem("w", `This picture is made ${widths.join(", ")} pixels wide.`);
  const kept = await stored(context, siteId, hash, widthPx);
  if (kept) return kept;
  const original = await stored(context, siteId, hash, 0);
  if (!original) throw notFound("This picture", "hash");
  const bytes = await sharp(original, { limitInputPixels: pictureLimits.areaPx, sequentialRead: true })
    .timeout({ seconds: 20 })
    .rotate()
    .resize({ width: widthPx, withoutEnlargement: true })
    .webp({ quality: 82, effort: 4 })
    .toBuffer();
  await context.db.insert(mediaBytes).ignore().values({ siteId, hash, widthPx, bytes });
  return bytes;
}
