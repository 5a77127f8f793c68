// Pictures: what they are by their own bytes, decoded whole, so that a broken one is refused when it comes and not when
// it is published.
import sharp from "sharp";
import type { MediaEntry } from "@/core/site/site";
import type { Answer } from "./answer";

export type Picture = Pick<MediaEntry, "type" | "widthPx" | "heightPx">;

/** Largest side and area of a picture, in pixels: what a camera of these years makes, and room above it. */
export const pictureLimits = { sidePx: 16_000, areaPx: 60_000_000 };

const taken: Readonly<Record<string, MediaEntry["type"]>> = {
  jpeg: "image/jpeg",
  png: "image/png",
  webp: "image/webp",
  avif: "image/avif",
};

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
    is: (head) => head.toString("latin1", 0, 4) === "GIF8",
    message: "This is a GIF. Save it as PNG or WebP and send that; moving pictures are not taken.",
  },
  {
    is: (head) => /^\s{0,20}(?:<\?xml|<svg|<!DOCTYPE svg)/i.test(head.toString("utf8")),
    message: "This is an SVG drawing, which may hold scripts. Save it as PNG or WebP and send that.",
  },
  {
    is: (head) => head.toString("latin1", 0, 5) === "%PDF-",
    message: "This is a PDF. Save the page you want as PNG or JPEG and send that.",
  },
];

const refused = (message: string): Answer<never> => ({ ok: false, faults: [{ path: "file", message }] });

/** Type and size of a picture that can be decoded to its last line; a sentence about any other file. */
export async function pictureFrom(file: Uint8Array): Promise<Answer<Picture>> {
  if (!file.length) return refused("This file is empty. Copy it again, and send that.");
  const head = Buffer.from(file.subarray(0, 64));
  const other = others.find(({ is }) => is(head));
  if (other) return refused(other.message);
  const open = () => sharp(file, { limitInputPixels: pictureLimits.areaPx, failOn: "warning", sequentialRead: true });
  try {
    const { format, compression, pages, autoOrient } = await open().metadata();
    // As it is shown: what a camera held upright has its sides the other way in the file.
    const { width, height } = autoOrient;
    const type = taken[format === "heif" && compression === "av1" ? "avif" : format];
    if ((pages ?? 1) > 1)
      return refused("Moving pictures are not taken. Save one picture of it as JPEG or PNG and send that.");
    if (!type) return refused("This file is not a picture we can use. Take a JPEG, PNG, WebP or AVIF.");
    if (width > pictureLimits.sidePx || height > pictureLimits.sidePx)
      return refused(`This picture is ${width} × ${height} pixels; at most ${pictureLimits.sidePx} a side are taken.`);
    // Every line is decoded, though little is kept of it.
    await open().timeout({ seconds: 15 }).resize({ width: 32, fastShrinkOnLoad: false }).raw().toBuffer();
    return { ok: true, value: { type, widthPx: width, heightPx: height } };
  } catch (error) {
    const { message } = error as Error;
    if (/pixel limit/i.test(message))
      return refused(
        `This picture has more than ${pictureLimits.areaPx / 1e6} million pixels. Make it smaller and send that.`,
      );
    if (/unsupported image format/i.test(message))
      return refused("This file is not a picture we can use. Take a JPEG, PNG, WebP or AVIF.");
    if (/timeout/i.test(message)) return refused("This picture takes too long to be read. Save it anew and send that.");
    return refused("This picture is broken or ends in the middle. Save it anew, or copy it again, and send that.");
  }
}
