// A site with all that stands in its file.
import type { SiteFile } from "@/core/site/site";

export interface WholeSite {
  readonly site: SiteFile;
  /** Sizes of the media by their hashes, in bytes: each was handed over to be kept. */
  readonly media: ReadonlyMap<string, number>;
}
