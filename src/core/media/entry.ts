// A medium of a site.
import { type DocumentType, documentKindOf } from "@/core/media/documents";

export type PictureType = "image/jpeg" | "image/png" | "image/webp" | "image/avif" | "image/gif" | "image/svg+xml";

export interface MediaEntry {
  /** SHA-256 of the bytes, in hex. */
  readonly hash: string;
  readonly name: string;
  readonly type: PictureType | DocumentType;
  /** Of a picture and a film; 0 of another document. */
  readonly widthPx: number;
  readonly heightPx: number;
  /** How long a film is. */
  readonly lengthMs?: number;
  /** Size of a document: pages tell it. */
  readonly bytes?: number;
  /** Description wherever a place of it says nothing of its own. */
  readonly alt?: string;
  /** It says nothing: no place needs a description. */
  readonly decorative?: boolean;
  readonly tags?: readonly string[];
  /** Its colour from afar, "#rrggbb", shown until it has come; absent where one can see through it. */
  readonly tint?: string;
  /** It moves. */
  readonly moves?: boolean;
  /** The point that stays in view wherever it is cut, in % from the left and from the top. */
  readonly focus?: { readonly x: number; readonly y: number };
}

/** Whether a medium is a picture, and so can be shown. */
export const isPicture = (entry: Pick<MediaEntry, "type">): boolean => documentKindOf(entry.type) === null;
