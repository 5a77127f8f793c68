// A map as a designer draws it: a few lines and a mark on a field, with how many metres the field is wide.
import Joi from "joi";
import { lineId, linesSchema } from "@/core/page/words/lines";

/** The field the lines are drawn in: units from its upper left corner. */
export const fieldWidth = 600;
export const fieldHeight = 400;

export type Point = readonly [x: number, y: number];

export const lineSorts = ["street", "lane", "river", "rail", "path"] as const;
export type LineSort = (typeof lineSorts)[number];

export interface MapLine {
  readonly id?: string;
  readonly sort: LineSort;
  readonly name: string;
  readonly points: readonly Point[];
}

export interface MapDrawing {
  readonly lines: readonly MapLine[];
  /** Where the business is. */
  readonly mark: Point;
  /** What the field's width is in nature. */
  readonly metres: number;
}

export interface Coordinates {
  /** In degrees, WGS 84. */
  readonly latitude: number;
  readonly longitude: number;
}

export const mostLines = 40;
export const mostPoints = 60;

const point = Joi.array()
  .ordered(
    Joi.number()
      .min(-fieldWidth)
      .max(2 * fieldWidth)
      .required(),
    Joi.number()
      .min(-fieldHeight)
      .max(2 * fieldHeight)
      .required(),
  )
  .messages({ "array.includesRequiredUnknowns": "A point has two numbers." });

export const mapFields = {
  lines: linesSchema<MapLine>(
    {
      id: lineId,
      sort: Joi.string()
        .valid(...lineSorts)
        .required(),
      name: Joi.string().allow("").max(60).required(),
      points: Joi.array().items(point).max(mostPoints).required(),
    },
    mostLines,
  ).messages({ "array.max": `A map has at most ${mostLines} lines.` }),
  mark: point.length(2).required(),
  metres: Joi.number().min(50).max(50_000).required(),
};

/** Metres of one degree of latitude: the mean meridian of WGS 84 divided by 90. */
const metresADegree = 10_001_966 / 90;

/**
 * Where a place lies on the field, the mark being at `centre`: the equirectangular projection, which is true to within a
 * thousandth for a town.
 */
export function pointOf(
  place: Coordinates,
  centre: Coordinates,
  { mark, metres }: Pick<MapDrawing, "mark" | "metres">,
): Point {
  const units = fieldWidth / metres;
  const east = (place.longitude - centre.longitude) * metresADegree * Math.cos((centre.latitude * Math.PI) / 180);
  const north = (place.latitude - centre.latitude) * metresADegree;
  const rounded = (value: number) => Math.round(value * 10) / 10;
  return [rounded(mark[0] + east * units), rounded(mark[1] - north * units)];
}

/** Pairs of latitude and longitude as people write them, "53.3441, -6.2675; 53.3450, -6.2600"; null for anything else. */
export function readCoordinates(text: string): readonly Coordinates[] | null {
  const pairs = text
    .split(/[;\n]/)
    .map((pair) => pair.trim())
    .filter(Boolean);
  if (!pairs.length || pairs.length > mostPoints) return null;
  const read = pairs.map((pair) => {
    const [latitude = Number.NaN, longitude = Number.NaN, ...more] = pair.split(/[,\s]+/).map(Number);
    const good = !more.length && Math.abs(latitude) <= 90 && Math.abs(longitude) <= 180;
    return good ? { latitude, longitude } : null;
  });
  return read.includes(null) ? null : (read as Coordinates[]);
}

/** A round length for the bar that shows the scale: 1, 2 or 5 times a power of ten, at most a quarter of the field. */
export function scaleBar(metres: number): { readonly metres: number; readonly units: number } {
  const most = metres / 4;
  const power = 10 ** Math.floor(Math.log10(most));
  const round = [5, 2, 1].map((factor) => factor * power).find((length) => length <= most) ?? power;
  return { metres: round, units: Math.round((round / metres) * fieldWidth * 10) / 10 };
}
