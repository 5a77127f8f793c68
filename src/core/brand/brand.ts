// Brand: the tokens every block and widget draws on. Colours are roles, not swatches.
import type { Metrics } from "@/core/brand/metrics";

export const colourRoles = ["paper", "soft", "ink", "quiet", "accent", "onAccent", "line"] as const;
export type ColourRole = (typeof colourRoles)[number];

/** Grounds a node may stand on. Each names the roles for words and quiet words that read on it. */
export const surfaces = ["paper", "soft", "accent", "ink"] as const;
export type Surface = (typeof surfaces)[number];

/** Names in the interface. */
export const surfaceNames: Readonly<Record<Surface, string>> = {
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

interface SurfaceRoles {
  readonly ground: ColourRole;
  readonly words: ColourRole;
  readonly quiet: ColourRole;
  /** What stands out: icons. */
  readonly mark: ColourRole;
}

export const surfaceRoles: Readonly<Record<Surface, SurfaceRoles>> = {
  paper: { ground: "paper", words: "ink", quiet: "quiet", mark: "accent" },
  soft: { ground: "soft", words: "ink", quiet: "quiet", mark: "accent" },
  accent: { ground: "accent", words: "onAccent", quiet: "onAccent", mark: "onAccent" },
  ink: { ground: "ink", words: "paper", quiet: "soft", mark: "paper" },
};

export interface Family {
  /** Name in CSS and in the interface. */
  readonly name: string;
  /** Package and file stem under @fontsource-variable. */
  readonly packageName: string;
  readonly fallback: "serif" | "sans-serif";
  readonly weights: string;
  /** Of its regular weight, in em. */
  readonly metrics: Metrics;
  readonly note: string;
}

/** The bundled type families. */
export const families = {
  fraunces: {
    name: "Fraunces",
    packageName: "fraunces",
    fallback: "serif",
    weights: "100 900",
    metrics: { ascent: 0.978, descent: 0.255, width: 0.469 },
    note: "soft old-style, warm",
  },
  literata: {
    name: "Literata",
    packageName: "literata",
    fallback: "serif",
    weights: "200 900",
    metrics: { ascent: 1.177, descent: 0.308, width: 0.48 },
    note: "bookish, calm in long text",
  },
  newsreader: {
    name: "Newsreader",
    packageName: "newsreader",
    fallback: "serif",
    weights: "200 800",
    metrics: { ascent: 0.735, descent: 0.265, width: 0.4285 },
    note: "narrow serif, print feeling",
  },
  bricolage: {
    name: "Bricolage Grotesque",
    packageName: "bricolage-grotesque",
    fallback: "sans-serif",
    weights: "200 800",
    metrics: { ascent: 0.93, descent: 0.27, width: 0.47 },
    note: "odd and friendly, for headings",
  },
  hanken: {
    name: "Hanken Grotesk",
    packageName: "hanken-grotesk",
    fallback: "sans-serif",
    weights: "100 900",
    metrics: { ascent: 1, descent: 0.303, width: 0.45 },
    note: "plain and clear",
  },
  karla: {
    name: "Karla",
    packageName: "karla",
    fallback: "sans-serif",
    weights: "200 800",
    metrics: { ascent: 0.917, descent: 0.252, width: 0.4565 },
    note: "quirky, good when small",
  },
  figtree: {
    name: "Figtree",
    packageName: "figtree",
    fallback: "sans-serif",
    weights: "300 900",
    metrics: { ascent: 0.95, descent: 0.25, width: 0.449 },
    note: "round and light",
  },
  outfit: {
    name: "Outfit",
    packageName: "outfit",
    fallback: "sans-serif",
    weights: "100 900",
    metrics: { ascent: 1, descent: 0.26, width: 0.445 },
    note: "geometric, for signs",
  },
} as const satisfies Record<string, Family>;

export type FamilyKey = keyof typeof families;
export const familyKeys = Object.keys(families) as readonly FamilyKey[];

export interface Brand {
  /** "#rrggbb" per role. */
  readonly colours: Readonly<Record<ColourRole, string>>;
  readonly type: {
    readonly headings: FamilyKey;
    readonly text: FamilyKey;
    readonly headingWeight: number;
    /** Ratio between neighbouring heading sizes. */
    readonly scale: number;
    /** Size of running text in px. */
    readonly basePx: number;
  };
  readonly shape: {
    readonly radiusPx: number;
    readonly buttonRadiusPx: number;
  };
  /** Factor on every space; 1 is normal. */
  readonly space: number;
}
