// The part of wawoff2 that is used: it comes without types.
declare module "wawoff2" {
  /** A WOFF 2 file as the font it holds. */
  export function decompress(woff2: Uint8Array): Promise<Uint8Array>;
}
