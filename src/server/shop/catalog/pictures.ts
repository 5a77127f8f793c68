// Pictures and films of products as visitors ask for them: of what stands in the shop now, whether it was there when the site was published or not.
import { and, eq, like } from "drizzle-orm";
import { isFilm } from "@/core/media/documents";
import { pictureForms, variantNamed } from "@/core/media/forms";
import { shopMedia } from "@/data/shop/tables";
import { media } from "@/data/site/tables";
import type { Context } from "@/server/context";
import { Problem } from "@/server/problem";
import { releasedDocument } from "@/server/release/assets";
import { pictureKey } from "@/server/site/media";

/** Type and bytes' key of a picture or a film by the name that pages give it ("<24 of its hash>-960.webp"); null for none of the shop's. */
export async function productPictureKey(
  context: Context,
  siteId: string,
  name: string,
): Promise<{ readonly type: string; readonly blob: string } | null> {
  const [, start, rest] = /^([0-9a-f]{24})(-[\w.-]{1,80})$/.exec(name) ?? [];
  if (!start || !rest) return null;
  const [row] = await context.db
    .select({ hash: media.hash, name: media.name, type: media.type })
    .from(shopMedia)
    .innerJoin(media, and(eq(media.siteId, shopMedia.siteId), eq(media.hash, shopMedia.hash)))
    .where(and(eq(shopMedia.siteId, siteId), like(shopMedia.hash, `${start}%`), eq(shopMedia.sold, false)))
    .limit(1);
  if (!row) return null;
  if (isFilm(row)) return releasedDocument(row) === `/_a/${name}` ? { type: row.type, blob: row.hash } : null;
  const variant = variantNamed(row.hash + rest);
  if (!variant) return null;
  const { hash, ...asked } = variant;
  try {
    return { type: pictureForms[asked.form].type, blob: await pictureKey(context, siteId, hash, asked) };
  } catch (error) {
    // A width that it does not come in.
    if (error instanceof Problem) return null;
    throw error;
  }
}
