// What a designer sets about consent: the table of what there is to ask, the form the question takes, its words.
import type { ColourRole, Surface } from "@/core/brand/brand";
import type { Sorted } from "./category";
import type { RegionKey } from "./rules";
import type { ConsentWords } from "./words/catalog";

/** What somebody leaves in a browser, or asks it for. */
export type LeftAs = "cookie" | "storage" | "worker" | "request";

/** One thing a page brings in or leaves behind. */
export interface Entry {
  /** Short and stable: kept with every choice. */
  readonly key: string;
  /** "Kiln-opening clips". */
  readonly name: string;
  /** Who is behind it: "the clip host". */
  readonly who: string;
  readonly purpose: Sorted;
  /** What it is for, in a sentence. */
  readonly why: string;
  /** Name and sentence in other languages than the site's own, by their first subtag. */
  readonly said?: Readonly<Record<string, { readonly name: string; readonly why: string }>>;
  readonly as: LeftAs;
  /** How long it stays, in days; 0 until the browser is closed, null until somebody removes it. */
  readonly days: number | null;
  /** Names of cookies and entries. */
  readonly sets: readonly string[];
  readonly origin: string;
  /** How it came into the table. */
  readonly found: "declared" | "measured" | "hand";
  /** Somebody has looked at it. */
  readonly sorted: boolean;
  /** Day it was last found, "2026-03-05". */
  readonly seen: string;
}

/** Name and sentence of an entry in a language: those of the site's own where nobody said others. */
export function saidIn({ name, why, said }: Entry, tag: string): { readonly name: string; readonly why: string } {
  const [language = ""] = tag.toLowerCase().split("-", 1);
  const other = said && Object.hasOwn(said, language) ? said[language] : undefined;
  return { name: other?.name || name, why: other?.why || why };
}

export const consentForms = ["bar", "dialog", "corner"] as const;
export type ConsentForm = (typeof consentForms)[number];

/** Where each form may stand. */
export const consentPlaces = {
  bar: ["foot", "top"],
  dialog: ["middle"],
  corner: ["footStart", "footEnd", "topStart", "topEnd"],
} as const;
export type ConsentPlace = (typeof consentPlaces)[ConsentForm][number];

export interface ConsentLook {
  readonly surface: Surface;
  /** Colours of the buttons; undefined follows Brand. */
  readonly accept: ColourRole | null;
  readonly refuse: ColourRole | null;
  readonly motion: "none" | "slide" | "fade";
  readonly logo: boolean;
}

/** How the question is opened again. */
export interface ConsentAgain {
  readonly as: "mark" | "link";
  readonly corner: (typeof consentPlaces)["corner"][number];
  readonly distancePx: number;
  readonly colour: ColourRole;
}

export interface Consent {
  readonly enabled: boolean;
  readonly table: readonly Entry[];
  /** When the pages were last run to see what they leave, as an instant, and how many they were; null for never. */
  readonly measured: { readonly at: string; readonly pages: number } | null;
  /** The rule that holds where there is none. */
  readonly elsewhere: Exclude<RegionKey, "elsewhere">;
  readonly months: number;
  readonly form: ConsentForm;
  readonly place: ConsentPlace;
  /** Whether the categories stand in the first layer, or behind “choose”. */
  readonly categoriesFirst: boolean;
  /** Whether refusing stands in the first layer. */
  readonly refuseFirst: boolean;
  /** Whether ticks stand before the visitor has set them, where the law allows it. */
  readonly ticked: boolean;
  /** A mark that closes it, and going on as a yes, where the law allows them. */
  readonly closes: boolean;
  readonly implied: boolean;
  readonly look: ConsentLook;
  readonly again: ConsentAgain;
  /** The page with the whole text; null for none yet. */
  readonly policy: string | null;
  /** Words by language; those that are not here are the drafted ones. */
  readonly words: Readonly<Record<string, Partial<ConsentWords>>>;
}

export const newConsent: Consent = {
  enabled: true,
  table: [],
  measured: null,
  elsewhere: "eu",
  months: 6,
  form: "bar",
  place: "foot",
  categoriesFirst: false,
  refuseFirst: true,
  ticked: false,
  closes: true,
  implied: false,
  look: { surface: "paper", accept: null, refuse: null, motion: "slide", logo: false },
  again: { as: "link", corner: "footStart", distancePx: 16, colour: "accent" },
  policy: null,
  words: {},
};

export const mostEntries = 200;
