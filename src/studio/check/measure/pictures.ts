// Pictures that are shown larger than they are, or sent far larger than they are shown.
import { enlargedFrom, type LayoutFound } from "@/core/check/layout";
import { at, isShown, type MeasuredPage } from "./page";

/** Sharp screens show two of a picture's pixels for one of theirs; more than so much beyond that is weight alone. */
const heavyFrom = 4;
/** What is shown smaller than so weighs little in any case. */
const lightPx = 400;

export function* pictures({ document }: MeasuredPage): Generator<LayoutFound> {
  for (const image of document.querySelectorAll<HTMLImageElement>("main img, header img, footer img")) {
    if (!isShown(image)) continue;
    const [own, ownHigh] = [Number(image.getAttribute("width")), Number(image.getAttribute("height"))];
    const { width, height } = image.getBoundingClientRect();
    // A drawing is as sharp at any size.
    if (!own || !ownHigh || /\.svg$/.test(image.src)) continue;
    const scale = Math.max(width / own, height / ownHigh);
    // Several widths of a picture end at the largest that is made of it.
    if (scale > enlargedFrom)
      yield { code: "layout.enlarged", ...at(image), values: { own, shown: Math.round(own * scale) } };
    else if (!image.srcset && own > lightPx && 1 / scale > heavyFrom)
      yield { code: "layout.heavy", ...at(image), values: { times: Math.round(1 / scale), own } };
  }
}
