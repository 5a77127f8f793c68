// How a node looks: a small set of properties, each with its limits and the CSS it becomes.
import Joi from "joi";
import { type ColourRole, colourRoles, type Surface, surfaceNames, surfaces } from "@/core/brand/brand";
import { choice, pixels, type ValueControl } from "@/core/kind/control";
import { windowHeight } from "./window-height";

export type Width = "base" | "tablet" | "phone";
export const widths: readonly Width[] = ["base", "tablet", "phone"];

export interface Look {
  /** Ground of the node; words inside take the role that reads on it. */
  readonly surface?: Surface;
  /** The ground runs from its surface to this one, from top to bottom. */
  readonly toward?: Surface;
  readonly colour?: ColourRole;
  /** Type size in rem. */
  readonly size?: number;
  readonly align?: "start" | "center" | "end";
  /** Space above and below in px at the brand's spacing of 1. */
  readonly above?: number;
  readonly below?: number;
  /** Space inside the node's edge, in px. */
  readonly inset?: number;
  /** Space between children, in px. */
  readonly gap?: number;
  /** Longest line, in characters. */
  readonly measure?: number;
  /** Parts of a row of columns, as "2:1"; "stacked" puts them under each other. */
  readonly split?: string;
  /** Where the contents of columns stand, vertically. */
  readonly place?: "start" | "center" | "end";
  readonly width?: "narrow" | "normal" | "wide" | "full";
  /** How many stand beside each other. */
  readonly columns?: number;
  /** Height in px. */
  readonly height?: number;
  /** At least as high as the window. */
  readonly tall?: boolean;
  /** Stays in view while what stands beside it scrolls by. */
  readonly sticky?: boolean;
  /** Before or behind what it stands beside, whatever its place. */
  readonly order?: "first" | "last";
  /** Width to height of a picture. */
  readonly ratio?: "natural" | "1:1" | "4:3" | "3:2" | "16:9" | "3:4";
  /** How much of its place's width it takes, in %. */
  readonly part?: number;
  readonly corners?: "brand" | "square" | "round";
  readonly edge?: "none" | "line";
  readonly tone?: "solid" | "outline" | "quiet";
  /** What becomes of what is wider than its place. */
  readonly fit?: "shrink" | "wrap" | "scroll" | "clip";
  readonly hidden?: boolean;
}

export type LookField = keyof Look;

/** Parts of the sheet that looks stand in, from top to bottom. */
export const lookGroups = ["Type", "Surface", "Space", "Arrangement", "Who sees it"] as const;

interface LookProperty {
  readonly label: string;
  readonly group: (typeof lookGroups)[number];
  /** How it is set. */
  readonly control: ValueControl;
  /** Its limits. */
  readonly schema: Joi.Schema;
  /** Whether a value at every width is a departure from Brand, and so is marked. */
  readonly fromBrand?: boolean;
  /** Declarations for a valid value at a width. */
  css(value: never, width: Width): string;
}

const space = (px: number) => `calc(${px}px*var(--space))`;
const px = (max: number) => Joi.number().min(0).max(max).precision(2);
const oneOf = (...values: readonly string[]) => Joi.string().valid(...values);
const flexPlace = { start: "flex-start", center: "center", end: "flex-end" } as const;
/** All sections share one grid and so one left edge; a narrow one keeps its lines short on it. */
const contentWidth = {
  narrow: "--measure:44rem",
  normal: "--measure:100%",
  // Of files from before the one grid.
  wide: "--measure:100%",
  full: "--grid:none;--edge:0px",
} as const;
/** Ink and quiet words follow the surface they stand on, so that a section can change its ground and stay readable. */
const wordsOnSurface: Partial<Record<ColourRole, string>> = { ink: "var(--words)", quiet: "var(--quiet)" };
const cornerRadius = { brand: "var(--radius)", square: "0", round: "999px" } as const;

const fitCss = {
  shrink: "max-width:100%;margin-inline:auto",
  wrap: "overflow-wrap:anywhere;flex-wrap:wrap",
  scroll: "overflow-x:auto;max-width:100%",
  clip: "overflow-x:clip;max-width:100%",
} as const;

/** What hides a block. The stage puts a ghost in its place. */
export const hiddenCss = "display:none!important";

/** "1:1" to "3:2:1:1": two to four whole parts of at most 6. */
export const splitPattern = /^(stacked|[1-6](:[1-6]){1,3})$/;

/** The one table of look properties. The order is the order of the declarations in the CSS. */
export const lookProperties: Readonly<Record<LookField, LookProperty>> = {
  surface: {
    label: "Surface",
    group: "Surface",
    control: choice(["", "none"], ...surfaces.map((surface) => [surface, surfaceNames[surface]] as const)),
    schema: oneOf(...surfaces),
    css: (value: Surface) =>
      `background:var(--s-${value});color:var(--on-${value});--words:var(--on-${value});--quiet:var(--quiet-${value});--mark:var(--mark-${value});--for-dark:var(--dark-${value});--for-light:var(--light-${value});--ground:var(--s-${value});${value === "accent" ? "--key:var(--c-onAccent);--on-key:var(--c-accent)" : "--key:initial;--on-key:initial"}`,
  },
  toward: {
    label: "Gradient into",
    group: "Surface",
    control: choice(["", "one colour"], ...surfaces.map((surface) => [surface, surfaceNames[surface]] as const)),
    schema: oneOf(...surfaces),
    css: (value: Surface) => `background-image:linear-gradient(transparent,var(--s-${value}))`,
  },
  colour: {
    label: "Colour",
    group: "Type",
    control: { kind: "colour", options: colourRoles.filter((role) => role !== "line") },
    schema: oneOf(...colourRoles),
    css: (value: ColourRole) => `color:${wordsOnSurface[value] ?? `var(--c-${value})`}`,
  },
  size: {
    label: "Size",
    group: "Type",
    control: { kind: "number", unit: "rem", step: 0.1, min: 0.6, max: 9 },
    fromBrand: true,
    schema: Joi.number().min(0.6).max(9).precision(3).messages({
      "number.min": "The size must be at least 0.6 rem.",
      "number.max": "The size can be at most 9 rem.",
    }),
    css: (value: number) => `font-size:${value}rem`,
  },
  align: {
    label: "Align",
    group: "Type",
    control: choice(
      ["", "as its section"],
      ["start", "at the start"],
      ["center", "in the middle"],
      ["end", "at the end"],
    ),
    schema: oneOf("start", "center", "end"),
    css: (value: "start" | "center" | "end") => `text-align:${value};--place:${flexPlace[value]}`,
  },
  above: {
    label: "Above",
    group: "Space",
    control: pixels(320),
    schema: px(320),
    css: (value: number) => `--above:${space(value)}`,
  },
  below: {
    label: "Below",
    group: "Space",
    control: pixels(320),
    schema: px(320),
    css: (value: number) => `--below:${space(value)}`,
  },
  inset: {
    label: "Inside",
    group: "Space",
    control: pixels(160),
    schema: px(160),
    css: (value: number) => `padding:${space(value)}`,
  },
  gap: {
    label: "Between",
    group: "Space",
    control: pixels(160),
    schema: px(160),
    css: (value: number) => `--gap:${space(value)}`,
  },
  measure: {
    label: "Longest line",
    group: "Type",
    control: { kind: "number", unit: "characters", step: 1, min: 6, max: 140 },
    schema: Joi.number().integer().min(6).max(140),
    css: (value: number) => `max-width:${value}ch`,
  },
  split: {
    label: "Columns",
    group: "Arrangement",
    control: choice(
      ["", "two alike"],
      ["stacked", "under each other"],
      ["1:1", "1 : 1"],
      ["2:1", "2 : 1"],
      ["1:2", "1 : 2"],
      ["3:2", "3 : 2"],
      ["2:3", "2 : 3"],
      ["6:5", "6 : 5"],
      ["1:1:1", "three"],
      ["2:1:1", "2 : 1 : 1"],
      ["1:1:1:1", "four"],
    ),
    schema: Joi.string().pattern(splitPattern).messages({
      "string.pattern.base": "A split has two to four parts such as 2:1, or is “stacked”.",
    }),
    // Columns stand under each other on phones unless the phone itself says otherwise, hence a name of its own.
    css: (value: string, width: Width) =>
      `--split${width === "phone" ? "-phone" : ""}:${value === "stacked" ? "minmax(0,1fr)" : value.replace(/\d+:?/g, (part) => `minmax(0,${Number.parseInt(part, 10)}fr) `).trim()}`,
  },
  columns: {
    label: "Beside each other",
    group: "Arrangement",
    control: { kind: "number", unit: "columns", step: 1, min: 1, max: 8 },
    schema: Joi.number().integer().min(1).max(8),
    // Phones have a number of their own, hence a name of its own.
    css: (value: number, width: Width) => `--columns${width === "phone" ? "-phone" : ""}:${value}`,
  },
  height: {
    label: "Height",
    group: "Arrangement",
    control: { kind: "number", unit: "px", step: 4, min: 0, max: 1200 },
    schema: Joi.number().min(0).max(1200).precision(2),
    css: (value: number) => `--height:${value}px`,
  },
  tall: {
    label: "Window",
    group: "Arrangement",
    control: { kind: "flag", says: "At least as high as the window" },
    schema: Joi.boolean(),
    css: (value: boolean) => `--tall:${value ? windowHeight : "0px"}`,
  },
  sticky: {
    label: "Scrolling",
    group: "Arrangement",
    control: { kind: "flag", says: "Stays in view beside what scrolls" },
    schema: Joi.boolean(),
    // Under each other a column has no room to stay in, and scrolls along.
    css: (value: boolean) => (value ? "position:sticky;top:24px;align-self:start" : "position:static;align-self:auto"),
  },
  order: {
    label: "Order",
    group: "Arrangement",
    control: choice(["", "as it stands"], ["first", "before the others"], ["last", "behind the others"]),
    schema: oneOf("first", "last"),
    css: (value: "first" | "last") => `order:${value === "first" ? -1 : 1}`,
  },
  place: {
    label: "Vertical place",
    group: "Arrangement",
    control: choice(["", "from the top"], ["start", "at the top"], ["center", "in the middle"], ["end", "at the foot"]),
    schema: oneOf("start", "center", "end"),
    css: (value: keyof typeof flexPlace) => `align-items:${value};--down:${flexPlace[value]}`,
  },
  width: {
    label: "Width",
    group: "Arrangement",
    control: choice(["", "the page’s grid"], ["narrow", "short lines"], ["full", "edge to edge"]),
    schema: oneOf("narrow", "normal", "wide", "full"),
    css: (value: keyof typeof contentWidth) => contentWidth[value],
  },
  ratio: {
    label: "Shape",
    group: "Arrangement",
    control: choice(
      ["", "as it is"],
      ["natural", "as it is"],
      ["1:1", "square"],
      ["4:3", "4 : 3"],
      ["3:2", "3 : 2"],
      ["16:9", "16 : 9"],
      ["3:4", "3 : 4 upright"],
    ),
    schema: oneOf("natural", "1:1", "4:3", "3:2", "16:9", "3:4"),
    css: (value: string) => `--ratio:${value === "natural" ? "auto" : value.replace(":", "/")}`,
  },
  part: {
    label: "Takes of its place",
    group: "Arrangement",
    control: { kind: "number", unit: "%", step: 5, min: 20, max: 100 },
    schema: Joi.number().min(20).max(100).precision(1),
    css: (value: number) => `--part:${value}%`,
  },
  corners: {
    label: "Corners",
    group: "Surface",
    control: choice(["", "from Brand"], ["square", "square"], ["round", "round"]),
    fromBrand: true,
    schema: oneOf("brand", "square", "round"),
    css: (value: keyof typeof cornerRadius) => `border-radius:${cornerRadius[value]};--corners:${cornerRadius[value]}`,
  },
  edge: {
    label: "Edge",
    group: "Surface",
    control: choice(["", "none"], ["line", "a line"]),
    schema: oneOf("none", "line"),
    css: (value: string) => (value === "line" ? "border:1px solid var(--c-line)" : "border:0"),
  },
  tone: {
    label: "Tone",
    group: "Type",
    control: choice(["", "from Brand"], ["solid", "solid"], ["outline", "outline"], ["quiet", "quiet"]),
    schema: oneOf("solid", "outline", "quiet"),
    css: (value: string) =>
      value === "solid"
        ? "background:var(--key,var(--c-accent));color:var(--on-key,var(--on-accent));border-color:var(--key,var(--c-accent));text-decoration:none"
        : value === "outline"
          ? "background:transparent;color:inherit;border-color:currentColor;text-decoration:none"
          : "background:transparent;color:inherit;border-color:transparent;text-decoration:underline;padding-inline:0",
  },
  fit: {
    label: "If it is too wide",
    group: "Arrangement",
    control: choice(
      ["", "as it is"],
      ["wrap", "breaks its words"],
      ["shrink", "shrinks to its place"],
      ["scroll", "scrolls inside itself"],
      ["clip", "is cut at its edge"],
    ),
    schema: oneOf("shrink", "wrap", "scroll", "clip"),
    css: (value: keyof typeof fitCss) => `min-width:0;${fitCss[value]}`,
  },
  hidden: {
    label: "Hidden",
    group: "Who sees it",
    control: { kind: "flag", says: "Hidden at this width" },
    schema: Joi.boolean(),
    css: (value: boolean) => (value ? hiddenCss : ""),
  },
};

export const lookFields = Object.keys(lookProperties) as readonly LookField[];

/** CSS declarations of one look at a width, in the table's order; "" for an empty look. */
export function declarations(look: Look, width: Width): string {
  let css = "";
  for (const field of lookFields) {
    const value = look[field];
    if (value === undefined) continue;
    const made = lookProperties[field].css(value as never, width);
    if (made) css += css ? `;${made}` : made;
  }
  return css;
}

/** The values that hold at `width`, and which of them depart from the base. */
export function lookAt(
  look: Readonly<{ base: Look; tablet?: Look; phone?: Look }>,
  width: Width,
): { readonly values: Look; readonly departures: readonly LookField[] } {
  const own = width === "base" ? {} : (look[width] ?? {});
  const inherited = width === "phone" ? { ...look.base, ...look.tablet } : look.base;
  return { values: { ...inherited, ...own }, departures: Object.keys(own) as LookField[] };
}
