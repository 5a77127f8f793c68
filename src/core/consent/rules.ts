// What the law of each region wants of whoever asks for consent, as data. Each demand names its source. These are the rules
// Webitor works by, not legal advice: where a law leaves room, the stricter reading stands here.
import type { Optional } from "./category";

export const regionKeys = ["eu", "uk", "ch", "br", "quebec", "canada", "states", "elsewhere"] as const;
export type RegionKey = (typeof regionKeys)[number];

/** What has to be said where somebody is asked or told. */
export type MustSay =
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

export interface Source {
  readonly law: string;
  /** Article, section or paragraph. */
  readonly at: string;
}

/** One demand of a rule with where it comes from. */
export interface Demand {
  readonly on: "before" | "later" | "asEasy" | "ticks" | "signal" | "holds" | "close" | "implied" | MustSay;
  readonly source: Source;
}

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
  readonly says: readonly MustSay[];
  readonly demands: readonly Demand[];
}

const everything: readonly Optional[] = ["preferences", "statistics", "marketing"];

const ePrivacy = "Directive 2002/58/EC (ePrivacy)";
const gdpr = "Regulation (EU) 2016/679 (GDPR)";
const pecr = "Privacy and Electronic Communications Regulations 2003 (UK)";
const ukGdpr = "UK GDPR";
const swissTelecom = "Telecommunications Act (Switzerland, FMG)";
const swissData = "Federal Act on Data Protection (Switzerland, FADP)";
const lgpd = "Lei nº 13.709/2018 (LGPD, Brazil)";
const law25 = "Act respecting the protection of personal information in the private sector (Quebec, CQLR c. P-39.1)";
const pipeda = "Personal Information Protection and Electronic Documents Act (Canada)";
const ccpa = "California Civil Code (CCPA)";
const ccpaRules = "California Code of Regulations, title 11";
const colorado = "Colorado Privacy Act, C.R.S.";
const connecticut = "Connecticut General Statutes";

const from = (on: Demand["on"], law: string, at: string): Demand => ({ on, source: { law, at } });

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
    demands: [
      from("before", ePrivacy, "Article 5(3)"),
      from("asEasy", gdpr, "Article 7(3) and 4(11)"),
      from("ticks", gdpr, "Recital 32; Court of Justice C-673/17, paragraph 65"),
      from("holds", "CNIL, deliberation 2020-092 of 17 September 2020", "paragraph 35"),
      from("close", gdpr, "Article 4(11): a clear affirmative action"),
      from("implied", gdpr, "Recital 32: silence is no consent"),
      from("purposes", gdpr, "Article 13(1)(c)"),
      from("others", gdpr, "Article 13(1)(e)"),
      from("takenBack", gdpr, "Article 7(3)"),
      from("policy", gdpr, "Article 12(1)"),
    ],
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
    demands: [
      from("before", pecr, "Regulation 6(1) and (2)"),
      from("asEasy", ukGdpr, "Article 7(3)"),
      from("ticks", ukGdpr, "Article 4(11), Recital 32"),
      from("holds", ukGdpr, "Article 5(1)(e)"),
      from("close", ukGdpr, "Article 4(11)"),
      from("implied", ukGdpr, "Recital 32"),
      from("purposes", pecr, "Regulation 6(2)(a)"),
      from("others", ukGdpr, "Article 13(1)(e)"),
      from("takenBack", ukGdpr, "Article 7(3)"),
      from("policy", ukGdpr, "Article 12(1)"),
    ],
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
    demands: [
      from("later", swissTelecom, "Article 45c letter b"),
      from("purposes", swissTelecom, "Article 45c letter b"),
      from("takenBack", swissTelecom, "Article 45c letter b: that it may be refused"),
      from("policy", swissData, "Article 19"),
      from("holds", swissData, "Article 6(4)"),
    ],
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
    demands: [
      from("before", lgpd, "Article 7, I, and Article 5, XII"),
      from("asEasy", lgpd, "Article 8, § 5; ANPD, Guia orientativo: Cookies (2022)"),
      from("ticks", lgpd, "Article 5, XII: free, informed and unambiguous"),
      from("holds", lgpd, "Article 15, I"),
      from("close", lgpd, "Article 8, caput"),
      from("implied", lgpd, "Article 8, § 4: generic consent is void"),
      from("purposes", lgpd, "Article 8, § 4, and Article 9, I"),
      from("others", lgpd, "Article 9, V"),
      from("takenBack", lgpd, "Article 8, § 5, and Article 9, § 2"),
      from("policy", lgpd, "Article 9, caput"),
    ],
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
    demands: [
      from("before", law25, "section 8.1: identifying, locating and profiling are off until switched on"),
      from("asEasy", law25, "section 14: manifest, free and enlightened"),
      from("ticks", law25, "section 14: given for specific purposes, apart from other information"),
      from("holds", law25, "section 14: valid only for the time necessary"),
      from("close", law25, "section 14: manifest"),
      from("implied", law25, "section 8.1"),
      from("purposes", law25, "section 8, paragraph 1"),
      from("others", law25, "section 8, paragraph 2"),
      from("takenBack", law25, "section 8, paragraph 1(4)"),
      from("policy", law25, "section 8.2"),
      from("profiling", law25, "section 8.1"),
    ],
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
    demands: [
      from("later", pipeda, "Schedule 1, clause 4.3.6, and section 6.1"),
      from("purposes", pipeda, "Schedule 1, clause 4.2"),
      from("others", pipeda, "section 6.1"),
      from("takenBack", pipeda, "Schedule 1, clause 4.3.8"),
      from("policy", pipeda, "Schedule 1, clause 4.8"),
      from("holds", pipeda, "Schedule 1, clause 4.5"),
    ],
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
    demands: [
      from("later", ccpa, "section 1798.120(a)"),
      from("asEasy", ccpaRules, "section 7004(a)(2): symmetry in choice"),
      from("signal", ccpaRules, "section 7025(b) and (c)"),
      from("signal", colorado, "section 6-1-1306(1)(a)(IV)"),
      from("signal", connecticut, "section 42-520(e)(1)(A)(ii)"),
      from("holds", ccpa, "section 1798.135(c)(4): twelve months until asking again"),
      from("purposes", ccpa, "section 1798.100(a)(1)"),
      from("others", ccpa, "section 1798.110(c)(4)"),
      from("policy", ccpa, "section 1798.130(a)(5)"),
      from("doNotSell", ccpa, "section 1798.135(a)(1)"),
    ],
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
