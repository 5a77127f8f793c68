// The studio's half of a kind of widget: the steps of its workspace, and how its results are told.
import type { ComponentType } from "react";
import type { WidgetKindName, WidgetSettings } from "@/core/widget/settings";

/** How a widget did, as the server tells it. */
export interface Results {
  readonly days: readonly string[];
  readonly series: Readonly<Record<string, readonly number[]>>;
  readonly states: Readonly<Record<string, number>>;
}

export interface StepProps<K extends WidgetKindName> {
  readonly id: string;
  readonly settings: WidgetSettings[K];
  /** What is wrong, by path ("fields[1].label"). */
  readonly faults: Readonly<Record<string, string>>;
  /** Changes some settings; undefined takes one away. */
  change(part: { readonly [S in keyof WidgetSettings[K]]?: WidgetSettings[K][S] | undefined }): void;
}

export interface Step<K extends WidgetKindName> {
  readonly key: string;
  readonly title: string;
  /** The settings it looks after: what is wrong there is marked on it. */
  readonly of: readonly (keyof WidgetSettings[K])[];
  /** What is set, in a few words. */
  summary(settings: WidgetSettings[K]): string;
  readonly Panel: ComponentType<StepProps<K>>;
  /** What stands beside it: what a visitor gets, or when it opens and why. */
  readonly beside?: "visitor" | "time";
}

/** A row of columns in the chart of results, and its name. */
export interface Series {
  readonly key: string;
  readonly name: string;
  /** The one that matters most is drawn in the mark. */
  readonly main?: boolean;
}

export interface WidgetStudio<K extends WidgetKindName> {
  readonly steps: readonly Step<K>[];
  readonly series: readonly Series[];
  /** The figures above the chart, each with its name. */
  figures(results: Results): readonly (readonly [name: string, figure: string | number])[];
  /** Title of what visitors sent by its state, and the states' names. */
  readonly states: { readonly title: string; readonly names: Readonly<Record<string, string>> };
  /** The results in a line of the list: "640 shown · 52 signed up". */
  inShort(results: Results): string;
  /** Where on the Desk stands what visitors send through it; null where they send nothing. */
  readonly desk: { readonly name: string; readonly List: ComponentType } | null;
  /** What stays when it is removed, and what has to be done. */
  readonly removing: string;
}

export const sum = (numbers: readonly number[] | undefined): number =>
  (numbers ?? []).reduce((all, one) => all + one, 0);
