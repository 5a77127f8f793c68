// A picture behind what stands in a section: which part of it stays in view, and how much of the surface lies over it.
import Joi from "joi";
import type { Ref } from "@/core/kind/holder";
import { type Cut, cutFields } from "@/core/media/cut";
import { mediaHash } from "../kinds/picture";

export interface Ground extends Cut {
  readonly media: string;
  /** The point that stays in view however it is cut, in % from the left and from the top. */
  readonly x: number;
  readonly y: number;
  /** A film of the site that plays over the picture, without sound and over and over; the picture is what comes first. */
  readonly film?: string;
  /** How strongly the surface's colour lies over it, in %. */
  readonly veil: number;
}

const percent = (most: number) => Joi.number().integer().min(0).max(most).required();

export const groundSchema: Joi.ObjectSchema<Ground> = Joi.object<Ground>({
  media: mediaHash.required(),
  x: percent(100),
  y: percent(100),
  veil: percent(100),
  film: mediaHash,
  zoom: cutFields.zoom,
  turn: cutFields.turn,
});

/** The media of a ground that stands in a field "ground". */
export function* groundRefs(ground: Ground | undefined): Generator<Ref> {
  if (ground) yield { of: "media", id: ground.media, path: "ground.media" };
  if (ground?.film) yield { of: "media", id: ground.film, path: "ground.film" };
}

/** How a picture begins as a ground: its middle, and enough of the surface for most pictures. */
export const freshGround = (media: string): Ground => ({ media, x: 50, y: 50, veil: 60 });
