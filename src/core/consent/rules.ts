// What the law of each region wants of whoever asks for consent, as data; where each demand comes from stands in sources.ts.
// These are the rules Webitor works by, not legal advice: where a law leaves room, the stricter reading stands here. Light:
// the visitor's browser reads this.
import type { Optional } from "./category";

export const regionKeys = ["eu", "uk", "ch", "br", "quebec", "canada", "states", "elsewhere"] as const;
export type RegionKey = (typeof regionKeys)[number];

/** What has to be said where somebody is asked or told. */
export type Obligation =
  /** What it is for, category by category. */
  | "purposes"
  /** Who else hears of it. */
  | "others"
  /** That a choice can be taken back, and how. */
  | "takenBack"
  /** Where the whole text stands. */
  | "policy"
  /** That it identifies, locates or profiles. */
  | "profiling"
  /** The link by which selling and sharing is refused. */
  | "doNotSell";

export interface Rule {
  /** Categories that need a yes before anything of them loads. */
  readonly before: readonly Optional[];
  /** Categories that may load at once, and may be refused afterwards. */
  readonly later: readonly Optional[];
  /** Refusing has to be as easy as accepting: same place, same prominence, as many presses. */
  readonly asEasy: boolean;
  /** Whether ticks may stand before the visitor has set them. */
  readonly ticks: boolean;
  /** What the browser's opt-out signal (Global Privacy Control) refuses; nothing where no law gives it effect. */
  readonly signal: readonly Optional[];
  /** How long a choice holds at most, in months; then the visitor is asked again. */
  readonly holdsMonths: number;
  /** Whether a mark may close the question without a choice; it never counts as a yes. */
  readonly close: boolean;
  /** Whether going on, once told, may count as a yes. */
  readonly implied: boolean;
  readonly says: readonly Obligation[];
}

const everything: readonly Optional[] = ["preferences", "statistics", "marketing"];

export const rules: Readonly<Record<Exclude<RegionKey, "elsewhere">, Rule>> = {
  eu: {
    before: everything,
    later: [],
    asEasy: true,
    ticks: false,
    signal: [],
    holdsMonths: 6,
    close: false,
    implied: false,
    says: ["purposes", "others", "takenBack", "policy"],
  },
  uk: {
    before: everything,
    later: [],
    asEasy: true,
    ticks: false,
    signal: [],
    holdsMonths: 12,
    close: false,
    implied: false,
    says: ["purposes", "others", "takenBack", "policy"],
  },
  ch: {
    before: [],
    later: everything,
    asEasy: false,
    ticks: true,
    signal: [],
    holdsMonths: 12,
    close: true,
    implied: true,
    says: ["purposes", "takenBack", "policy"],
  },
  br: {
    before: everything,
    later: [],
    asEasy: true,
    ticks: false,
    signal: [],
    holdsMonths: 12,
    close: false,
    implied: false,
    says: ["purposes", "others", "takenBack", "policy"],
  },
  quebec: {
    before: everything,
    later: [],
    asEasy: true,
    ticks: false,
    signal: [],
    holdsMonths: 12,
    close: false,
    implied: false,
    says: ["purposes", "others", "takenBack", "policy", "profiling"],
  },
  canada: {
    before: [],
    later: everything,
    asEasy: false,
    ticks: true,
    signal: [],
    holdsMonths: 12,
    close: true,
    implied: true,
    says: ["purposes", "others", "takenBack", "policy"],
  },
  states: {
    before: [],
    later: everything,
    asEasy: true,
    ticks: true,
    signal: ["marketing"],
    holdsMonths: 12,
    close: true,
    implied: true,
    says: ["purposes", "others", "policy", "doNotSell"],
  },
};

/** Countries of the European Union and the European Economic Area (ISO 3166-1 alpha-2). */
const eea = "AT BE BG CY CZ DE DK EE ES FI FR GR HR HU IE IS IT LI LT LU LV MT NL NO PL PT RO SE SI SK".split(" ");
/** Parts of the EU under other codes of their own: its outermost regions, and Åland. */
const outermost = "AX GF GP MF MQ RE YT".split(" ");

/** States with a law on the sale of personal data or its use for advertising, in force (ISO 3166-2:US). */
export const statesWithLaw = "CA CO CT DE IA IN KY MD MN MT NE NH NJ OR RI TN TX UT VA".split(" ");

const countryRegions: Readonly<Record<string, RegionKey>> = {
  ...Object.fromEntries([...eea, ...outermost].map((country) => [country, "eu" as const])),
  GB: "uk",
  CH: "ch",
  BR: "br",
};

/** Where somebody is, as far as is known: a country and, where it is told, a part of it ("QC", "CA"). */
export interface Whereabouts {
  readonly country: string;
  readonly part: string | null;
}

/**
 * The region whose rule holds. Where Canada is not told more exactly it is Quebec's, and where the United States are not,
 * that of the states with a law: the stricter of what it may be.
 */
export function regionOf({ country, part }: Whereabouts): RegionKey {
  if (country === "CA") return part === null || part === "QC" ? "quebec" : "canada";
  if (country === "US") return part === null || statesWithLaw.includes(part) ? "states" : "elsewhere";
  return countryRegions[country] ?? "elsewhere";
}

/** The strictest of all: what holds where nobody knows where somebody is. */
export const strictest = "eu" satisfies RegionKey;
