// One file to the media of a site, as what it is: a picture, or a document of any kind that Media takes.
import { documentTypeOf } from "@/core/media/documents";
import type { MediaEntry } from "@/core/media/entry";
import { upload } from "@/studio/kit/api";

/** Where a file of this name is sent to on a site. */
export const mediaPath = (site: string, name: string): string =>
  `/api/sites/${site}/media?as=${documentTypeOf(name) ? "document" : "picture"}`;

/** Sends a file; refused, it throws why. */
export const sendMedium = (site: string, file: File): Promise<MediaEntry> =>
  upload<MediaEntry>(mediaPath(site, file.name), file);
