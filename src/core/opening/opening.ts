// When and for whom something opens over the page by itself: the same for everything that may.
import type { DeviceClass } from "@/core/visitor/visitor";

export type Trigger =
  | { readonly on: "after"; readonly seconds: number }
  /** How far down the page has been scrolled, 1 to 100. */
  | { readonly on: "scroll"; readonly percent: number }
  /** The pointer leaves the window at its top. */
  | { readonly on: "leave" }
  /** A click on the block with this id. */
  | { readonly on: "click"; readonly block: string }
  /** No movement, key or scroll for this long. */
  | { readonly on: "idle"; readonly seconds: number };

export interface Conditions {
  /** Path patterns with * for any run of characters; none means every page. */
  readonly include: readonly string[];
  readonly exclude: readonly string[];
  /** Width classes it opens on; none means every one. The same holds for the lists below. */
  readonly devices: readonly DeviceClass[];
  /** BCP 47 tags; "en" also stands for "en-IE". */
  readonly languages: readonly string[];
  readonly countries: readonly string[];
  readonly visits: "all" | "first" | "later";
  /** Host names; a name also stands for its subdomains. */
  readonly cameFrom: readonly string[];
  /** Wall time in the site's zone, "2026-11-24T09:00"; open-ended when null. */
  readonly from: string | null;
  readonly to: string | null;
}

/** On which pages something is shown: path patterns, as in conditions. */
export type PagesShown = Pick<Conditions, "include" | "exclude">;

/** How far from the edges of the window a floating button may stand, in px; the first unless something else is said. */
export const floatDistances = [16, 32, 64, 96] as const;
export type FloatDistance = (typeof floatDistances)[number];

/** A button of a widget that floats over pages and opens it. */
export interface Floating extends PagesShown {
  readonly words: string;
  /** The lower corner it stands in, at the start or the end of a line. */
  readonly corner: "start" | "end";
  readonly distance?: FloatDistance;
}

export interface Restraint {
  /** How often it may open by itself in one visit. */
  readonly perVisit: number;
  /** Days of rest after it was closed. */
  readonly restDays: number;
  /** Not any more once the visitor has done what it is there for: signed up, booked. */
  readonly neverAfterSignup: boolean;
}

export interface Opening {
  readonly triggers: readonly Trigger[];
  readonly conditions: Conditions;
  readonly restraint: Restraint;
  /** The higher opens first. */
  readonly priority: number;
}

/** What something new that opens over the page starts as: after eight seconds, once a visit. */
/** The rules about opening among other settings. */
export const openingIn = ({ triggers, conditions, restraint, priority }: Opening): Opening => ({
  triggers,
  conditions,
  restraint,
  priority,
});

export const freshOpening: Opening = {
  triggers: [{ on: "after", seconds: 8 }],
  conditions: {
    include: [],
    exclude: [],
    devices: [],
    languages: [],
    countries: [],
    visits: "all",
    cameFrom: [],
    from: null,
    to: null,
  },
  restraint: { perVisit: 1, restDays: 14, neverAfterSignup: true },
  priority: 0,
};
