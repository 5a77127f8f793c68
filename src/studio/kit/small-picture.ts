// Where the studio finds a small picture of a medium: pictures are made in a fixed list of widths, and in no other.

import type { MediaEntry } from "@/core/media/entry";
import { isDrawing, type Turn, usedWidths, variantName } from "@/core/media/forms";

/** Address of a picture of a site in the smallest width that pages have of it, a drawing as it is; "" where it is gone. */
export function smallPicture(
  site: { readonly key: string; readonly media: readonly MediaEntry[] },
  hash: string,
  turn: Turn = 0,
): string {
  const entry = site.media.find((one) => one.hash === hash);
  const [widthPx] = entry ? usedWidths(entry, turn) : [];
  if (!entry || !widthPx) return "";
  return `/api/sites/${site.key}/media/${variantName(hash, { form: isDrawing(entry) ? "svg" : "webp", widthPx, turn })}`;
}
