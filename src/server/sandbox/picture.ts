// Pictures: what they are by their own bytes, decoded whole, so that a broken one is refused when it comes and not when
// it is published. What is kept of one stands upright and does not say where it was taken.
import readExif from "exif-reader";
import sharp, { type Metadata, type Sharp } from "sharp";
import { coloursAcross, lighterBy } from "@/core/media/alike";
import type { MediaEntry } from "@/core/media/entry";
import type { Answer } from "./answer";
import { cleanDrawing, largestDrawing, mostDrawn } from "./drawing";

export type Picture = Pick<MediaEntry, "type" | "widthPx" | "heightPx" | "tint" | "moves">;

export interface ReadPicture {
  readonly picture: Picture;
  /** What it looks like (core/media/alike): the same picture in another size or kind has nearly the same. */
  readonly print: string;
  /** What is kept of it; null where that is the file as it came. */
  readonly bytes: Uint8Array | null;
}

/** Largest side and area of a picture, in pixels: what a camera of these years makes, and room above it. */
export const pictureLimits = { sidePx: 16_000, areaPx: 60_000_000 };

/** What moves for longer has to have a way to be stopped (WCAG 2.2, 2.2.2). */
export const longestMovingMs = 5000;
const mostFrames = 300;

const taken: Readonly<Record<string, MediaEntry["type"]>> = {
  jpeg: "image/jpeg",
  png: "image/png",
  webp: "image/webp",
  avif: "image/avif",
  gif: "image/gif",
};

const isDrawing = (head: Buffer) =>
  /^(?:\uFEFF|ï»¿)?\s{0,200}<(?:\?xml|svg|!DOCTYPE svg|!--)/i.test(head.toString("utf8"));

/** Sentences for files that are no pictures we take, by what their first bytes say they are. */
const others: readonly { readonly is: (head: Buffer) => boolean; readonly message: string }[] = [
  {
    is: (head) =>
      head.toString("latin1", 4, 8) === "ftyp" &&
      /^(?:hei[csx]|hev[cx]|mif1|msf1)/.test(head.toString("latin1", 8, 12)),
    message:
      "This is a HEIC picture, as phones keep them, which can't be read here. Save it as JPEG, on the phone by exporting it or sending it to yourself as one, and send that.",
  },
  {
    is: (head) => ["II*\0", "MM\0*"].includes(head.toString("latin1", 0, 4)),
    message:
      "This is a TIFF or a camera's raw picture, which browsers don't show. Save it as JPEG or PNG and send that.",
  },
  {
    is: (head) => head.toString("latin1", 0, 5) === "%PDF-",
    message: "This is a PDF. Save the page you want as PNG or JPEG and send that.",
  },
];

const refused = (message: string): Answer<never> => ({ ok: false, faults: [{ path: "file", message }] });

const noPicture = "This file is not a picture we can use. Take a JPEG, PNG, WebP, AVIF, GIF or SVG.";
const tooSlow = "This picture takes too long to be read. Save it anew and send that.";

const options = { limitInputPixels: pictureLimits.areaPx, failOn: "warning", sequentialRead: true } as const;

/** How wide a picture is looked at to tell what it looks like. */
const glancePx = 32;

interface Glance {
  readonly tint?: string;
  readonly print: string;
}

/**
 * Its colour from afar and its print (core/media/alike): the signs of the differences between neighbours in a 9 × 8 picture of
 * it in grey, and the colours of a smaller one. Every line of it is decoded for that.
 */
async function glanceAt(picture: Sharp): Promise<Glance> {
  const { data, info } = await picture
    .timeout({ seconds: 15 })
    .resize({ width: glancePx, fastShrinkOnLoad: false, withoutEnlargement: true })
    .toColourspace("srgb")
    .ensureAlpha()
    .raw()
    .toBuffer({ resolveWithObject: true });
  const sums = [0, 0, 0];
  let opaque = true;
  for (let at = 0; at < data.length; at += 4) {
    for (const channel of [0, 1, 2]) sums[channel] = (sums[channel] as number) + (data[at + channel] as number);
    if ((data[at + 3] as number) < 250) opaque = false;
  }
  const pixels = data.length / 4;
  const hex = (sum: number) =>
    Math.round(sum / pixels)
      .toString(16)
      .padStart(2, "0");
  const small = sharp(data, { raw: { width: info.width, height: info.height, channels: 4 } }).flatten({
    background: "#ffffff",
  });
  const [grey, colours] = await Promise.all([
    small.clone().resize(9, 8, { fit: "fill" }).greyscale().raw().toBuffer(),
    small.clone().resize(coloursAcross, coloursAcross, { fit: "fill" }).raw().toBuffer(),
  ]);
  let print = 0n;
  for (let row = 0; row < 8; row += 1)
    for (let column = 0; column < 8; column += 1) {
      const at = row * 9 + column;
      print = (print << 1n) | ((grey[at] as number) + lighterBy < (grey[at + 1] as number) ? 1n : 0n);
    }
  return {
    ...(opaque ? { tint: `#${sums.map(hex).join("")}` } : {}),
    print: print.toString(16).padStart(16, "0") + colours.toString("hex"),
  };
}

/** Whether a file says more of its picture than what is to be seen: where it was taken, or how it has to be turned. */
function saysMore({ exif, xmp, iptc, orientation }: Metadata): boolean {
  if ((orientation ?? 1) !== 1 || iptc) return true;
  if (xmp && /GPS|Location|photoshop:(?:City|State|Country)/i.test(xmp.toString("latin1"))) return true;
  if (!exif) return false;
  try {
    const { GPSInfo } = readExif(exif);
    return GPSInfo !== undefined;
  } catch {
    return true;
  }
}

/** The rights that a file names stay when the rest of what it says goes. */
function rightsOf({ exif }: Metadata): { Copyright?: string; Artist?: string } {
  try {
    const { Copyright, Artist } = (exif && readExif(exif).Image) ?? {};
    return { ...(Copyright ? { Copyright } : {}), ...(Artist ? { Artist } : {}) };
  } catch {
    return {};
  }
}

/** The same picture upright and without what it says besides, as near to the file as its kind allows. */
async function plain(file: Uint8Array, metadata: Metadata, type: MediaEntry["type"]): Promise<Uint8Array> {
  const upright = sharp(file, { ...options, animated: (metadata.pages ?? 1) > 1 }).timeout({ seconds: 15 });
  const turned = (metadata.orientation ?? 1) === 1 ? upright : upright.rotate();
  const rights = rightsOf(metadata);
  const kept = Object.keys(rights).length ? turned.withExif({ IFD0: rights }) : turned;
  const as: Readonly<Partial<Record<MediaEntry["type"], (picture: Sharp) => Sharp>>> = {
    "image/jpeg": (picture) => picture.jpeg({ quality: 95, chromaSubsampling: "4:4:4" }),
    "image/png": (picture) => picture.png(),
    "image/webp": (picture) => picture.webp({ quality: 95 }),
    "image/avif": (picture) => picture.avif({ quality: 85, effort: 2 }),
    "image/gif": (picture) => picture.gif(),
  };
  // A profile of inks says nothing of the screen colours that the picture is saved in.
  const coloured = metadata.space === "cmyk" ? kept : kept.keepIccProfile();
  return (as[type]?.(coloured) ?? coloured).toBuffer();
}

async function readDrawing(file: Uint8Array): Promise<Answer<ReadPicture>> {
  if (file.length > largestDrawing)
    return refused("A drawing (SVG) has at most 1 MB of text. Simplify its paths, or save it as PNG and send that.");
  let text: string;
  try {
    text = new TextDecoder("utf-8", { fatal: true }).decode(file);
  } catch {
    return refused("This drawing (SVG) is not written in UTF-8. Save it so, and send that.");
  }
  if (!/<svg[\s>]/i.test(text)) return refused(noPicture);
  const { text: cleaned, ran, drawn } = cleanDrawing(text);
  if (ran)
    return refused(
      "This drawing (SVG) holds a script, which a picture has no use for. Save it without, or as PNG, and send that.",
    );
  if (drawn > mostDrawn)
    return refused(
      "This drawing (SVG) repeats its parts too often, or nests them too deep. Simplify it, or save it as PNG and send that.",
    );
  if (!cleaned) return refused(noPicture);
  const bytes = Buffer.from(cleaned);
  try {
    const { width, height } = await sharp(bytes, options).metadata();
    if (width > pictureLimits.sidePx || height > pictureLimits.sidePx)
      return refused(`This drawing is ${width} × ${height} pixels; at most ${pictureLimits.sidePx} a side are taken.`);
    const { print } = await glanceAt(sharp(bytes, options));
    const picture: Picture = { type: "image/svg+xml", widthPx: width, heightPx: height };
    return { ok: true, value: { picture, print, bytes: cleaned === text ? null : bytes } };
  } catch (error) {
    if (/timeout/i.test((error as Error).message)) return refused(tooSlow);
    return refused(
      "This drawing (SVG) can't be drawn: it has no size, or refers to itself too often. Save it anew, or as PNG, and send that.",
    );
  }
}

/** Type, size and looks of a picture that can be decoded to its last line; a sentence about any other file. */
export async function readPicture(file: Uint8Array): Promise<Answer<ReadPicture>> {
  if (!file.length) return refused("This file is empty. Copy it again, and send that.");
  const head = Buffer.from(file.subarray(0, 256));
  const other = others.find(({ is }) => is(head));
  if (other) return refused(other.message);
  if (isDrawing(head)) return readDrawing(file);
  try {
    const metadata = await sharp(file, options).metadata();
    const { format, compression, pages = 1, delay = [], autoOrient } = metadata;
    // As it is shown: what a camera held upright has its sides the other way in the file.
    const { width, height } = autoOrient;
    const type = taken[format === "heif" && compression === "av1" ? "avif" : format];
    if (!type) return refused(noPicture);
    if (width > pictureLimits.sidePx || height > pictureLimits.sidePx)
      return refused(`This picture is ${width} × ${height} pixels; at most ${pictureLimits.sidePx} a side are taken.`);
    const moves = pages > 1 && (type === "image/gif" || type === "image/webp");
    if (pages > 1 && !moves)
      return refused("This file holds several pictures. Save the one you want as JPEG or PNG and send that.");
    if (moves) {
      const ms = delay.reduce((sum, one) => sum + one, 0);
      if (ms > longestMovingMs)
        return refused(
          `This picture moves for ${Math.round(ms / 100) / 10} s; at most ${longestMovingMs / 1000} s are taken, since visitors can't stop it. Shorten it and send that.`,
        );
      if (pages > mostFrames || width * height * pages > pictureLimits.areaPx)
        return refused(
          `This picture has ${pages} frames of ${width} × ${height} pixels, which is too much. Make it smaller or shorter and send that.`,
        );
      // The first frame is looked at below; all of them have to be whole.
      await sharp(file, { ...options, animated: true })
        .timeout({ seconds: 15 })
        .resize({ width: glancePx })
        .raw()
        .toBuffer();
    }
    const { tint, print } = await glanceAt(sharp(file, options).autoOrient());
    const picture: Picture = {
      type,
      widthPx: width,
      heightPx: height,
      ...(tint ? { tint } : {}),
      ...(moves ? { moves } : {}),
    };
    return {
      ok: true,
      value: { picture, print, bytes: saysMore(metadata) ? await plain(file, metadata, type) : null },
    };
  } catch (error) {
    const { message } = error as Error;
    if (/pixel limit/i.test(message))
      return refused(
        `This picture has more than ${pictureLimits.areaPx / 1e6} million pixels. Make it smaller and send that.`,
      );
    if (/unsupported image format/i.test(message)) return refused(noPicture);
    if (/timeout/i.test(message)) return refused(tooSlow);
    return refused("This picture is broken or ends in the middle. Save it anew, or copy it again, and send that.");
  }
}
