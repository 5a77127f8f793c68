// A picture as a page shows it: its addresses in every form and width, and the part of it that its place cuts out.
import { type Cut, pointOf } from "@/core/media/cut";
import type { MediaEntry } from "@/core/media/entry";
import {
  formsAtOnce,
  formsOf,
  isDrawing,
  mayTurn,
  type PictureForm,
  pictureForms,
  sidesOf,
  usedWidths,
  type Variant,
} from "@/core/media/forms";
import { escapeHtml } from "./escape";
import type { RenderedPicture } from "./markup";

interface PictureAddresses {
  /** Pictures are shown in the form that is made at once, and not in the lightest. */
  readonly quick?: boolean;
  /** Whether the form that takes long to make is not there yet. */
  waits?(hash: string): boolean;
  /** Address of one of the files that are made of a picture. */
  mediaUrl(hash: string, variant: Variant): string;
}

/** A medium that is a picture, as a place of it cuts it. */
export function renderedPicture(
  entry: MediaEntry,
  { quick = false, waits, mediaUrl }: PictureAddresses,
  cut?: Cut,
): RenderedPicture {
  const turn = mayTurn(entry) ? (cut?.turn ?? 0) : 0;
  const sides = sidesOf(entry, turn);
  const widths = usedWidths(entry, turn);
  const largest = widths.at(-1) as number;
  const address = (form: PictureForm, widthPx: number) => escapeHtml(mediaUrl(entry.hash, { form, widthPx, turn }));
  const set = (form: PictureForm) =>
    widths.length > 1 ? widths.map((width) => `${address(form, width)} ${width}w`).join(", ") : address(form, largest);
  // A stage shows what is made at once.
  const forms =
    quick && !isDrawing(entry) ? (["webp"] as const) : waits?.(entry.hash) ? formsAtOnce(entry) : formsOf(entry);
  const last = forms.at(-1) as PictureForm;
  const light = forms.includes("webp" as never) ? "webp" : last;
  const { x, y } = pointOf(cut, entry);
  const zoom = cut?.zoom ?? 1;
  const shown = [
    x === 50 && y === 50 ? "" : `object-position:${x}% ${y}%`,
    zoom > 1 ? `transform:scale(${zoom});transform-origin:${x}% ${y}%` : "",
  ];
  return {
    src: address(last, largest),
    srcset: widths.length > 1 ? set(last) : "",
    sources: forms
      .slice(0, -1)
      .map((form) => ({ type: pictureForms[form].type, srcset: set(form), still: form === "still" })),
    large: address(light, largest),
    small: address(light, widths[0] as number),
    type: pictureForms[light].type,
    width: largest,
    height: Math.round((sides.heightPx * largest) / sides.widthPx),
    alt: entry.decorative ? "" : (entry.alt ?? ""),
    shown: shown.filter(Boolean).join(";"),
    zoom,
    tint: entry.tint ?? "",
  };
}
