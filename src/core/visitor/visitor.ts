// The visitor a decision is made for. Nothing in the core asks the surroundings who is looking.

/** What a visitor has answered: nothing yet, a yes or a no to everything, or a yes to one category alone. */
export type ConsentState = "notAsked" | "all" | "none" | "preferences" | "statistics" | "marketing";

export interface Visitor {
  /** Width of the window in CSS pixels. */
  readonly widthPx: number;
  /** BCP 47 tag, as "en-IE". */
  readonly language: string;
  /** ISO 3166-1 alpha-2 in capitals, or null where nothing tells. */
  readonly country: string | null;
  /** A part of it that has a law of its own (ISO 3166-2 without the country): "QC", "CA"; null where nothing tells. */
  readonly part?: string | null;
  /** Whether the browser sends the signal that refuses selling and sharing (Global Privacy Control). */
  readonly signal?: boolean;
  /** The moment of the visit: milliseconds since the epoch, UTC. */
  readonly now: number;
  /** IANA zone of the visitor's clock. */
  readonly zone: string;
  /** 1 for the first visit. */
  readonly visit: number;
  /** Host name of the page that led here, or null for a direct visit. */
  readonly cameFrom: string | null;
  readonly consent: ConsentState;
  /** Ids of the widgets this visitor has signed up with. */
  readonly signedUpWith: readonly string[];
}

export type DeviceClass = "wide" | "tablet" | "phone";

/** The widths at which departures of a look begin to hold, in CSS pixels (inclusive upper bounds). */
export const tabletMaxPx = 900;
export const phoneMaxPx = 600;

/** Which of the three width classes a window of `widthPx` belongs to. */
export function deviceClass(widthPx: number): DeviceClass {
  if (widthPx <= phoneMaxPx) return "phone";
  return widthPx <= tabletMaxPx ? "tablet" : "wide";
}
