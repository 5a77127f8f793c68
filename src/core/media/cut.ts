// Which part of a picture a place shows: the place has a shape of its own, and a point of the picture stays in view in it.
import Joi from "joi";
import type { MediaEntry } from "@/core/media/entry";
import { type Turn, turns } from "./forms";

/** How a place cuts a picture; what it leaves out follows the picture's own point, unturned and as large as it fits. */
export interface Cut {
  /** The point that stays in view, in % of the turned picture from its left and top. */
  readonly x?: number;
  readonly y?: number;
  /** How many times larger than it has to be to fill the place. */
  readonly zoom?: number;
  readonly turn?: Turn;
}

export const mostZoom = 4;

const percent = Joi.number().integer().min(0).max(100);

export const cutFields = {
  zoom: Joi.number().min(1).max(mostZoom).precision(2),
  turn: Joi.number().valid(...turns.filter(Boolean)),
};

export const cutSchema: Joi.ObjectSchema<Cut> = Joi.object<Cut>({ x: percent, y: percent, ...cutFields }).and("x", "y");

export interface Point {
  /** In % from the left and from the top. */
  readonly x: number;
  readonly y: number;
}

const middle: Point = { x: 50, y: 50 };

/** Where a point of a picture comes to lie when the picture is turned. */
export function turned({ x, y }: Point, turn: Turn): Point {
  const points: Readonly<Record<Turn, Point>> = {
    0: { x, y },
    90: { x: 100 - y, y: x },
    180: { x: 100 - x, y: 100 - y },
    270: { x: y, y: 100 - x },
  };
  return points[turn];
}

/** The point that stays in view in a place: its own, or the picture's as the place turns it. */
export const pointOf = (cut: Cut | undefined, entry: Pick<MediaEntry, "focus"> | undefined): Point =>
  cut?.x !== undefined && cut.y !== undefined ? { x: cut.x, y: cut.y } : turned(entry?.focus ?? middle, cut?.turn ?? 0);

/** The part of a picture that is shown, each from 0 to 1 of the picture's own width or height. */
export interface Region {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/**
 * What a place of a shape shows of a picture of another; shapes are width by height. As CSS has it for `object-fit: cover`
 * with `object-position` (CSS Images 3, 5.5): a point at p % lies at p % of the place. Zooming keeps it there.
 */
export function regionShown(pictureShape: number, placeShape: number, { x, y }: Point, zoom = 1): Region {
  const width = Math.min(1, placeShape / pictureShape) / zoom;
  const height = Math.min(1, pictureShape / placeShape) / zoom;
  return { left: (x / 100) * (1 - width), top: (y / 100) * (1 - height), width, height };
}

/** The point at which a region begins at `left` and `top`: the inverse of `regionShown`, as near as whole percents allow. */
export function pointFor(left: number, top: number, { width, height }: Pick<Region, "width" | "height">): Point {
  const at = (from: number, size: number) =>
    size >= 1 ? middle.x : Math.max(0, Math.min(100, Math.round((from / (1 - size)) * 100)));
  return { x: at(left, width), y: at(top, height) };
}

/** A cut without what says nothing; undefined where nothing is left. */
export function leanCut(cut: Cut): Cut | undefined {
  const { x, y, zoom, turn } = cut;
  const lean: Cut = {
    ...(x !== undefined && y !== undefined ? { x, y } : {}),
    ...(zoom !== undefined && zoom > 1 ? { zoom: Math.round(zoom * 100) / 100 } : {}),
    ...(turn ? { turn } : {}),
  };
  return Object.keys(lean).length ? lean : undefined;
}
