// Pages and sitemaps of other sites.
import { gunzipSync } from "node:zlib";
import { type ReadPage, readPage } from "@/core/chat/knows/read-page";
import { crawlLimits } from "@/core/crawl/crawl";
import { textOfPage } from "@/core/crawl/letters";
import { readSitemap, type Sitemap } from "@/core/crawl/sitemap";
import { type Outcome, refused } from "@/core/visitor/decision";

export const readStrangePage = (file: Uint8Array, type: string): ReadPage =>
  readPage(textOfPage(file, type), { onlyMain: false });

/** Packed ones are unpacked as far as a sitemap may be large. */
export function readStrangeSitemap(file: Uint8Array, type: string, from: string): Outcome<Sitemap> {
  const packed = file[0] === 0x1f && file[1] === 0x8b;
  try {
    const text = packed ? gunzipSync(file, { maxOutputLength: crawlLimits.sitemapBytes }) : file;
    return readSitemap(textOfPage(text, type), from);
  } catch {
    return refused("crawl.noSitemap");
  }
}
