// How each look value is set on the sheet: one table.
import { type ColourRole, colourRoles, surfaces } from "@/core/brand/brand";
import type { LookField } from "@/core/page/look";

export type Control =
  | {
      readonly kind: "number";
      readonly unit: string;
      readonly step: number;
      readonly min: number;
      readonly max: number;
    }
  | { readonly kind: "choice"; readonly options: readonly (readonly [string, string])[] }
  | { readonly kind: "colour"; readonly options: readonly ColourRole[] }
  | { readonly kind: "flag"; readonly says: string };

export interface LookControl {
  readonly label: string;
  readonly group: "Type" | "Surface" | "Space" | "Arrangement" | "Who sees it";
  readonly control: Control;
  /** Whether a value at every width is a departure from Brand, and so is marked. */
  readonly fromBrand?: boolean;
}

const px = (max: number): Control => ({ kind: "number", unit: "px", step: 4, min: 0, max });
const choice = (...options: readonly (readonly [string, string])[]): Control => ({ kind: "choice", options });

export const surfaceNames: Readonly<Record<string, string>> = {
  paper: "Paper",
  soft: "Soft",
  accent: "Accent",
  ink: "Ink",
};
export const roleNames: Readonly<Record<ColourRole, string>> = {
  paper: "Paper",
  soft: "Soft ground",
  ink: "Ink",
  quiet: "Quiet words",
  accent: "Accent",
  onAccent: "Words on accent",
  line: "Lines",
};

export const lookControls: Readonly<Record<LookField, LookControl>> = {
  size: {
    label: "Size",
    group: "Type",
    control: { kind: "number", unit: "rem", step: 0.1, min: 0.6, max: 9 },
    fromBrand: true,
  },
  colour: {
    label: "Colour",
    group: "Type",
    control: { kind: "colour", options: colourRoles.filter((role) => role !== "line") },
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
  },
  measure: {
    label: "Measure",
    group: "Type",
    control: { kind: "number", unit: "characters", step: 1, min: 6, max: 140 },
  },
  tone: {
    label: "Tone",
    group: "Type",
    control: choice(["", "from Brand"], ["solid", "solid"], ["outline", "outline"], ["quiet", "quiet"]),
  },
  surface: {
    label: "Surface",
    group: "Surface",
    control: choice(["", "none"], ...surfaces.map((surface) => [surface, surfaceNames[surface] as string] as const)),
  },
  edge: { label: "Edge", group: "Surface", control: choice(["", "none"], ["line", "a line"]) },
  corners: {
    label: "Corners",
    group: "Surface",
    control: choice(["", "from Brand"], ["square", "square"], ["round", "round"]),
    fromBrand: true,
  },
  above: { label: "Above", group: "Space", control: px(320) },
  below: { label: "Below", group: "Space", control: px(320) },
  inset: { label: "Inside", group: "Space", control: px(160) },
  gap: { label: "Between", group: "Space", control: px(160) },
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
  },
  place: {
    label: "Upright",
    group: "Arrangement",
    control: choice(["", "from the top"], ["start", "at the top"], ["center", "in the middle"], ["end", "at the foot"]),
  },
  width: {
    label: "Width",
    group: "Arrangement",
    control: choice(["", "the page’s grid"], ["narrow", "short lines"], ["full", "edge to edge"]),
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
  },
  hidden: { label: "Hidden", group: "Who sees it", control: { kind: "flag", says: "Hidden at this width" } },
};

export const groups = ["Type", "Surface", "Space", "Arrangement", "Who sees it"] as const;
