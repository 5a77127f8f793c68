// How large one site may become: what may be uploaded to it fits into its site file, and what a site file may hold can be
// brought in again.

export const siteLimits = {
  /** Pictures of a site. */
  pictures: 12_000,
  /** Of one picture, as it comes. */
  picture: 20 * 2 ** 20,
  /** Their bytes, as they came. A zip without the 64-bit extension ends at 4 GiB (APPNOTE.TXT, 4.4.8). */
  bytes: 2 * 2 ** 30,
  /** Of the text of its site.json. */
  json: 64 * 2 ** 20,
} as const;

/** What a zip says about each of its files, at most: names and sizes, twice. */
const aboutFile = 400;

/** How large its site file may be. Pictures do not become smaller by packing, so packed and unpacked are one size. */
export const siteFileLimits = {
  entries: siteLimits.pictures + 1,
  json: siteLimits.json,
  unpacked: siteLimits.bytes + siteLimits.json,
  zipped: siteLimits.bytes + siteLimits.json + (siteLimits.pictures + 1) * aboutFile,
} as const;
