// An icon as a page keeps it: its name in the set and the line it is drawn with, so that a page needs no set to be shown.
import Joi from "joi";

export interface Icon {
  /** Its name in the set it came from: "map-pin". */
  readonly name: string;
  /** SVG path data in a field of 24 by 24, drawn as a line. */
  readonly path: string;
}

/** Path data after SVG 2, 9.3: commands, numbers, nothing else. */
const pathData = /^[MmLlHhVvCcSsQqTtAaZz\d\s,.eE+-]{1,4000}$/;

export const iconSchema: Joi.ObjectSchema<Icon> = Joi.object<Icon>({
  name: Joi.string()
    .pattern(/^[a-z0-9-]{1,60}$/)
    .required(),
  path: Joi.string().pattern(pathData).required(),
}).messages({ "string.pattern.base": "This is not an icon of the set." });

/** The icon as SVG in the colour around it; hidden from readers unless `label` says what it means. `label` is escaped. */
export const iconSvg = ({ path }: Icon, label?: string): string =>
  `<svg class="b-glyph" viewBox="0 0 24 24" fill="none" stroke="currentColor" stroke-width="1.75" stroke-linecap="round" stroke-linejoin="round"${label ? ` role="img" aria-label="${label}"` : ' aria-hidden="true"'}><path d="${path}"/></svg>`;

type Shape = readonly [tag: string, attributes: Readonly<Record<string, string>>];

const arcs = (x: number, y: number, rx: number, ry: number) =>
  `M${x - rx} ${y}a${rx} ${ry} 0 1 0 ${2 * rx} 0a${rx} ${ry} 0 1 0 ${-2 * rx} 0`;

function box(x: number, y: number, width: number, height: number, radius: number): string {
  const r = Math.min(radius, width / 2, height / 2);
  if (!r) return `M${x} ${y}h${width}v${height}h${-width}z`;
  const corner = (dx: number, dy: number) => `a${r} ${r} 0 0 1 ${dx} ${dy}`;
  return `M${x + r} ${y}h${width - 2 * r}${corner(r, r)}v${height - 2 * r}${corner(-r, r)}h${2 * r - width}${corner(-r, -r)}v${2 * r - height}${corner(r, -r)}z`;
}

const paths: Readonly<Record<string, (of: (name: string) => number, own: Readonly<Record<string, string>>) => string>> =
  {
    path: (_of, { d = "" }) => d,
    circle: (of) => arcs(of("cx"), of("cy"), of("r"), of("r")),
    ellipse: (of) => arcs(of("cx"), of("cy"), of("rx"), of("ry")),
    rect: (of) => box(of("x"), of("y"), of("width"), of("height"), of("rx") || of("ry")),
    line: (of) => `M${of("x1")} ${of("y1")}L${of("x2")} ${of("y2")}`,
    polyline: (_of, { points = "" }) => `M${points}`,
    polygon: (_of, { points = "" }) => `M${points}z`,
  };

/** The basic shapes of SVG 2 (chapter 10) as the data of one path; "" for any other element. */
export const pathOfShapes = (shapes: readonly Shape[]): string =>
  shapes.map(([tag, own]) => paths[tag]?.((name) => Number(own[name] ?? 0), own) ?? "").join("");

/** Icons that blocks begin with. */
export const firstIcons = {
  star: {
    name: "star",
    path: "M11.525 2.295a.53.53 0 0 1 .95 0l2.31 4.679a2.123 2.123 0 0 0 1.595 1.16l5.166.756a.53.53 0 0 1 .294.904l-3.736 3.638a2.123 2.123 0 0 0-.611 1.878l.882 5.14a.53.53 0 0 1-.771.56l-4.618-2.428a2.122 2.122 0 0 0-1.973 0L6.396 21.01a.53.53 0 0 1-.77-.56l.881-5.139a2.122 2.122 0 0 0-.611-1.879L2.16 9.795a.53.53 0 0 1 .294-.906l5.165-.755a2.122 2.122 0 0 0 1.597-1.16z",
  },
  mail: {
    name: "mail",
    path: "m22 7-8.991 5.727a2 2 0 0 1-2.009 0L2 7M4 4h16a2 2 0 0 1 2 2v12a2 2 0 0 1 -2 2h-16a2 2 0 0 1 -2 -2v-12a2 2 0 0 1 2 -2z",
  },
  phone: {
    name: "phone",
    path: "M13.832 16.568a1 1 0 0 0 1.213-.303l.355-.465A2 2 0 0 1 17 15h3a2 2 0 0 1 2 2v3a2 2 0 0 1-2 2A18 18 0 0 1 2 4a2 2 0 0 1 2-2h3a2 2 0 0 1 2 2v3a2 2 0 0 1-.8 1.6l-.468.351a1 1 0 0 0-.292 1.233 14 14 0 0 0 6.392 6.384",
  },
  megaphone: {
    name: "megaphone",
    path: "M11 6a13 13 0 0 0 8.4-2.8A1 1 0 0 1 21 4v12a1 1 0 0 1-1.6.8A13 13 0 0 0 11 14H5a2 2 0 0 1-2-2V8a2 2 0 0 1 2-2zM6 14a12 12 0 0 0 2.4 7.2 2 2 0 0 0 3.2-2.4A8 8 0 0 1 10 14M8 6v8",
  },
  download: { name: "download", path: "M12 15V3M21 15v4a2 2 0 0 1-2 2H5a2 2 0 0 1-2-2v-4M7 10l5 5 5-5" },
  check: { name: "check", path: "M20 6 9 17l-5-5" },
  clock: { name: "clock", path: "M2 12a10 10 0 1 0 20 0a10 10 0 1 0 -20 0M12 6v6l4 2" },
  mapPin: {
    name: "map-pin",
    path: "M20 10c0 4.993-5.539 10.193-7.399 11.799a1 1 0 0 1-1.202 0C9.539 20.193 4 14.993 4 10a8 8 0 0 1 16 0M9 10a3 3 0 1 0 6 0a3 3 0 1 0 -6 0",
  },
  bus: {
    name: "bus",
    path: "M8 6v6M15 6v6M2 12h19.6M18 18h3s.5-1.7.8-2.8c.1-.4.2-.8.2-1.2 0-.4-.1-.8-.2-1.2l-1.4-5C20.1 6.8 19.1 6 18 6H4a2 2 0 0 0-2 2v10h3M5 18a2 2 0 1 0 4 0a2 2 0 1 0 -4 0M9 18h5M14 18a2 2 0 1 0 4 0a2 2 0 1 0 -4 0",
  },
  car: {
    name: "car",
    path: "M19 17h2c.6 0 1-.4 1-1v-3c0-.9-.7-1.7-1.5-1.9C18.7 10.6 16 10 16 10s-1.3-1.4-2.2-2.3c-.5-.4-1.1-.7-1.8-.7H5c-.6 0-1.1.4-1.4.9l-1.4 2.9A3.7 3.7 0 0 0 2 12v4c0 .6.4 1 1 1h2M5 17a2 2 0 1 0 4 0a2 2 0 1 0 -4 0M9 17h6M15 17a2 2 0 1 0 4 0a2 2 0 1 0 -4 0",
  },
  footprints: {
    name: "footprints",
    path: "M4 16v-2.38C4 11.5 2.97 10.5 3 8c.03-2.72 1.49-6 4.5-6C9.37 2 10 3.8 10 5.5c0 3.11-2 5.66-2 8.68V16a2 2 0 1 1-4 0ZM20 20v-2.38c0-2.12 1.03-3.12 1-5.62-.03-2.72-1.49-6-4.5-6C14.63 6 14 7.8 14 9.5c0 3.11 2 5.66 2 8.68V20a2 2 0 1 0 4 0ZM16 17h4M4 13h4",
  },
  heart: {
    name: "heart",
    path: "M2 9.5a5.5 5.5 0 0 1 9.591-3.676.56.56 0 0 0 .818 0A5.49 5.49 0 0 1 22 9.5c0 2.29-1.5 4-3 5.5l-5.492 5.313a2 2 0 0 1-3 .019L5 15c-1.5-1.5-3-3.2-3-5.5",
  },
} as const satisfies Record<string, Icon>;
