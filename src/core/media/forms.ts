// The forms a picture is sent in: the lightest first, and last the kind it came in, which any browser shows.
import type { MediaEntry, PictureType } from "@/core/media/entry";

export interface FormKind {
  readonly type: `image/${string}`;
  readonly extension: string;
}

/** `still` is the first picture of one that moves, for those who want nothing to move. */
export const pictureForms = {
  avif: { type: "image/avif", extension: "avif" },
  webp: { type: "image/webp", extension: "webp" },
  still: { type: "image/webp", extension: "webp" },
  jpeg: { type: "image/jpeg", extension: "jpg" },
  png: { type: "image/png", extension: "png" },
  gif: { type: "image/gif", extension: "gif" },
  svg: { type: "image/svg+xml", extension: "svg" },
} as const satisfies Readonly<Record<string, FormKind>>;

export type PictureForm = keyof typeof pictureForms;

export const turns = [0, 90, 180, 270] as const;
/** Clockwise, in degrees. */
export type Turn = (typeof turns)[number];

/** One of the files that are made of a picture. */
export interface Variant {
  readonly form: PictureForm;
  readonly widthPx: number;
  readonly turn: Turn;
}

const formsByType: Readonly<Record<PictureType, readonly PictureForm[]>> = {
  "image/jpeg": ["avif", "webp", "jpeg"],
  "image/png": ["avif", "webp", "png"],
  "image/webp": ["avif", "webp"],
  // Few things that show pictures can't read it by now; for those there is WebP.
  "image/avif": ["avif", "webp"],
  "image/gif": ["avif", "webp", "gif"],
  "image/svg+xml": ["svg"],
};

/** What moves is sent as WebP and GIF: an encoder of moving AVIF is not at hand. */
const formsMoving: Readonly<Partial<Record<PictureType, readonly PictureForm[]>>> = {
  "image/gif": ["still", "webp", "gif"],
  "image/webp": ["still", "webp"],
};

/** The forms of a picture, in the order in which they are offered; the last is the one for all. */
export const formsOf = ({ type, moves }: Pick<MediaEntry, "type" | "moves">): readonly PictureForm[] =>
  (moves ? formsMoving : formsByType)[type as PictureType] ?? [];

/** The form that takes long to make: pages offer it once it has been made beside. */
const madeLater: PictureForm = "avif";

/** The forms that are made while one waits, in the same order. */
export const formsAtOnce = (entry: Pick<MediaEntry, "type" | "moves">): readonly PictureForm[] =>
  formsOf(entry).filter((form) => form !== madeLater);

/** Whether it is drawn anew at any size, and so neither made in widths nor ever too small. */
export const isDrawing = ({ type }: Pick<MediaEntry, "type">): boolean => type === "image/svg+xml";

/** Whether a place may turn it: what moves and what is drawn is turned where it is made. */
export const mayTurn = (entry: Pick<MediaEntry, "type" | "moves">): boolean => !entry.moves && !isDrawing(entry);

/** Widths pictures are made in, in px; a picture narrower than one is not enlarged. */
export const pictureWidths = [480, 960, 1600] as const;

/** A picture's sides as it is shown, turned. */
export const sidesOf = (entry: Pick<MediaEntry, "widthPx" | "heightPx">, turn: Turn) =>
  turn % 180 ? { widthPx: entry.heightPx, heightPx: entry.widthPx } : entry;

/** The widths a picture is offered in: every one below its own, or its own when it is smaller than all. */
export function usedWidths(
  entry: Pick<MediaEntry, "widthPx" | "heightPx" | "type">,
  turn: Turn = 0,
): readonly number[] {
  const { widthPx } = sidesOf(entry, turn);
  if (isDrawing(entry)) return [widthPx];
  const below = pictureWidths.filter((width) => width < widthPx);
  const largest = Math.min(widthPx, pictureWidths[pictureWidths.length - 1] as number);
  return below.includes(largest as never) ? below : [...below, largest];
}

/** Every file that pages may ask for of a picture, in `forms`. */
export const variantsOf = (
  entry: Pick<MediaEntry, "widthPx" | "heightPx" | "type" | "moves">,
  turn: Turn = 0,
  forms: readonly PictureForm[] = formsOf(entry),
): readonly Variant[] => forms.flatMap((form) => usedWidths(entry, turn).map((widthPx) => ({ form, widthPx, turn })));

/** Name of a variant's file: "<hash>-960.avif", "<hash>-t90-480.webp", "<hash>-480.still.webp". */
export const variantName = (hash: string, { form, widthPx, turn }: Variant): string =>
  `${hash}-${turn ? `t${turn}-` : ""}${widthPx}${form === "still" ? ".still" : ""}.${pictureForms[form].extension}`;

const namePattern = /^([0-9a-f]{64})-(?:t(90|180|270)-)?(\d{1,5})(\.still)?\.([a-z]{3,4})$/;

/** The picture and variant that a file's name says; null for any other name. */
export function variantNamed(name: string): (Variant & { readonly hash: string }) | null {
  const [, hash, turn, width, still, extension] = namePattern.exec(name) ?? [];
  const form = still
    ? "still"
    : (Object.keys(pictureForms) as PictureForm[]).find(
        (one) => one !== "still" && pictureForms[one].extension === extension,
      );
  return hash && form ? { hash, form, widthPx: Number(width), turn: Number(turn ?? 0) as Turn } : null;
}
