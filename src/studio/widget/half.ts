// The studio's half of a kind of widget: what lists say of it, and its workspace with its steps and results.
import type { ComponentType } from "react";
import type { WidgetJudge } from "@/core/widget/judge";
import type { WidgetKind } from "@/core/widget/kind";
import type { PartOf, WidgetKindName, WidgetOf, WidgetSettings } from "@/core/widget/settings";

/** How a widget did, as the server tells it. */
export interface Results {
  readonly days: readonly string[];
  readonly series: Readonly<Record<string, readonly number[]>>;
  readonly states: Readonly<Record<string, number>>;
}

export interface StepProps<K extends WidgetKindName> {
  readonly id: string;
  readonly settings: WidgetSettings[K];
  /** What the kind keeps for all of its widgets. */
  readonly part: PartOf<K>;
  /** The same as it was when last nothing was wrong with it: what is worked out from it is worked out from this. */
  readonly sound: PartOf<K>;
  /** What is wrong, by path ("fields[1].label"); in the part "part.services[0].name". */
  readonly faults: Readonly<Record<string, string>>;
  /** Changes some settings; undefined takes one away. */
  change(part: { readonly [S in keyof WidgetSettings[K]]?: WidgetSettings[K][S] | undefined }): void;
  /** Changes some of the part. `key` names what is changed: a run of the same is one step back. */
  changePart(part: Partial<PartOf<K>>, key: string): void;
  /** Changes settings and part in one step. */
  changeBoth(settings: Partial<WidgetSettings[K]>, part: Partial<PartOf<K>>, key: string): void;
}

export interface Step<K extends WidgetKindName> {
  readonly key: string;
  readonly title: string;
  /** The settings it looks after: what is wrong there is marked on it. */
  readonly of: readonly (keyof WidgetSettings[K])[];
  /** Whether it looks after what is wrong at a path of the part ("services[0].name"). */
  ofPart?(path: string): boolean;
  /** What is set, in a few words. */
  summary(settings: WidgetSettings[K], part: PartOf<K>): string;
  readonly Panel: ComponentType<StepProps<K>>;
  /** It needs more room than a sheet has. */
  readonly wide?: boolean;
  /** What stands beside it: what a visitor gets, or the kind's own view. */
  readonly beside?: "visitor" | "own";
}

/** Something worth a look, at the step where it is mended. */
export interface StepWarning {
  readonly step: string;
  readonly code: string;
  readonly values: Readonly<Record<string, string>>;
  /** It stops a release; worth a look where nothing is said. */
  readonly stops?: boolean;
}

/** A row of columns in the chart of results, and its name. */
export interface Series {
  readonly key: string;
  readonly name: string;
  /** The one that matters most is drawn in the mark. */
  readonly main?: boolean;
}

/** What a preview's calls are answered with. */
export interface Rehearsing {
  /** Key of the site. */
  readonly site: string;
  readonly currency: string;
  readonly language: string;
  /** The moment of the rehearsal, in ms; it goes on. */
  now(): number;
}

/** What a kind's workspace is made of: loaded when one is opened. */
export interface WidgetWorkspace<K extends WidgetKindName> {
  readonly kind: WidgetKind<K>;
  readonly judge: WidgetJudge<K>;
  readonly steps: readonly Step<K>[];
  /** What is worth a look; absent for kinds that find nothing. */
  warnings?(settings: WidgetSettings[K], part: PartOf<K>, today: string): Iterable<StepWarning>;
  /** What is worth a look outside of the settings, as it changes: a hook. Absent for kinds where there is nothing. */
  useOutside?(settings: WidgetSettings[K], part: PartOf<K>, today: string): readonly StepWarning[];
  /**
   * What of a preview that is drawn on the server changes besides the settings: where it does, the preview is drawn anew. A
   * hook; absent for kinds whose script shows every draft by itself.
   */
  useStamp?(id: string): string;
  /** A view of its own beside what a visitor gets: why it is as it is. */
  readonly view?: {
    readonly title: string;
    readonly View: ComponentType<{ readonly widget: WidgetOf<K>; readonly part: PartOf<K> }>;
  };
  readonly series: readonly Series[];
  /** The figures above the chart, each with its name; absent where they are the sums of the columns. */
  figures?(results: Results): readonly (readonly [name: string, figure: string | number])[];
  /** What stands below the chart besides; absent for nothing. */
  readonly More?: ComponentType<{ readonly id: string; readonly days: number }>;
  /** Title of what visitors sent by its state, and the states' names; absent for kinds without. */
  readonly states?: { readonly title: string; readonly names: Readonly<Record<string, string>> };
}

/** Answers what a widget's script asks in a preview, and keeps nothing. */
export type Rehearse<K extends WidgetKindName> = (
  settings: WidgetSettings[K],
  part: PartOf<K>,
  rehearsing: Rehearsing,
) => {
  answer(
    path: string,
    query: Readonly<Record<string, unknown>>,
    body: unknown,
  ): Promise<{ readonly status: number; readonly body: unknown }>;
};

/** What every screen may ask about a kind; what only its own screens show is loaded with them. */
export interface WidgetStudio<K extends WidgetKindName> {
  workspace(): Promise<WidgetWorkspace<K>>;
  /** Absent for kinds whose scripts ask nothing. */
  rehearse?(): Promise<Rehearse<K>>;
  /** The results in a line of the list: "640 shown · 52 signed up". */
  inShort(results: Results): string;
  /** Where on the Desk stands what visitors send through it; null where they send nothing. */
  readonly desk: { readonly name: string; list(): Promise<ComponentType> } | null;
  /** What stays when it is removed, and what has to be done. */
  readonly removing: string;
}

export const sum = (numbers: readonly number[] | undefined): number =>
  (numbers ?? []).reduce((all, one) => all + one, 0);
