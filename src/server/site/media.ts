// Pictures: taking them in, and making the widths pages ask for.
import { and, eq } from "drizzle-orm";
import sharp from "sharp";
import type { MediaEntry } from "@/core/site/site";
import { isDuplicate } from "@/data/connection";
import { media, mediaBytes } from "@/data/site/tables";
import { type Context, sha256 } from "../context";
import { fieldProblem, notFound } from "../problem";
import { readPicture } from "./file";

export const largestPicture = 20 << 20;

/** Keeps a picture; the same picture again is the same medium. */
export async function addPicture(
  context: Context,
  siteId: string,
  name: string,
  bytes: Uint8Array,
): Promise<MediaEntry> {
  const found = bytes.length <= largestPicture ? await readPicture(bytes) : null;
  if (!found)
    throw fieldProblem(
      "file",
      "This file is not a picture we can use. Take a JPEG, PNG, WebP or AVIF of at most 20 MB.",
    );
  const hash = sha256(bytes);
  const entry: MediaEntry = { hash, name: name.slice(0, 200) || "picture", ...found };
  try {
    await context.db.transaction(async (tx) => {
      await tx.insert(media).values({ siteId, ...entry, createdAt: context.now() });
      await tx.insert(mediaBytes).values({ siteId, hash, widthPx: 0, bytes: Buffer.from(bytes) });
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

/** A picture as WebP, `widthPx` wide or its own width if that is less; made once and kept. */
export async function pictureVariant(context: Context, siteId: string, hash: string, widthPx: number): Promise<Buffer> {
  const kept = await stored(context, siteId, hash, widthPx);
  if (kept) return kept;
  const original = await stored(context, siteId, hash, 0);
  if (!original) throw notFound("This picture");
  const bytes = await sharp(original)
    .rotate()
    .resize({ width: widthPx, withoutEnlargement: true })
    .webp({ quality: 82, effort: 4 })
    .toBuffer();
  await context.db.insert(mediaBytes).ignore().values({ siteId, hash, widthPx, bytes });
  return bytes;
}
