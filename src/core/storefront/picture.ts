// A picture of a product as markup: the point that stays in view is a class, since what stands there changes with the catalog.
import { pointOf } from "@/core/media/cut";
import type { MediaEntry } from "@/core/media/entry";
import { imageHtml, type RenderedPicture } from "@/core/render/markup";
import type { PictureAsked } from "./view";

const stepped = (percent: number): number => Math.round(percent / 5) * 5;

/** Classes that keep the point of a medium in view. */
function pointClasses(entry: Pick<MediaEntry, "focus">): string {
  const { x, y } = pointOf(undefined, entry);
  return [
    [x, "fx"],
    [y, "fy"],
  ]
    .filter(([percent]) => stepped(percent as number) !== 50)
    .map(([percent, name]) => ` ${name}${stepped(percent as number)}`)
    .join("");
}

export const productPicture = (
  found: RenderedPicture,
  entry: Pick<MediaEntry, "focus">,
  { className, alt, sizes, first }: PictureAsked,
): string =>
  imageHtml(
    { ...found, shown: "", tint: "", zoom: 1 },
    { sizes, alt, className: className + pointClasses(entry), loading: first ? "first" : "late" },
    { style: () => "" },
  );
