// What things on a page are for, and what a visitor chose about them.

export const categories = ["needed", "preferences", "statistics", "marketing"] as const;
export type Category = (typeof categories)[number];

/** Those that a visitor may be asked about. */
export const optional = ["preferences", "statistics", "marketing"] as const;
export type Optional = (typeof optional)[number];

/** What nobody has sorted yet is handled as what needs a yes most. */
export type Sorted = Category | "unsorted";
export const handledAs = (purpose: Sorted): Category => (purpose === "unsorted" ? "marketing" : purpose);

/** A yes or no for each that can be asked about. */
export type Allowed = Readonly<Record<Optional, boolean>>;

/** Each of these, and no other. */
export const only = (given: readonly Optional[]): Allowed => ({
  preferences: given.includes("preferences"),
  statistics: given.includes("statistics"),
  marketing: given.includes("marketing"),
});

/** A choice as a visitor's browser keeps it. */
export interface KeptChoice {
  /** Of the record that proves it. */
  readonly id: string;
  /** When it was made, in ms since the epoch. */
  readonly at: number;
  readonly given: readonly Optional[];
  /** Keys of the things that there were to ask about. */
  readonly known: readonly string[];
  /** Of the texts and the table it was made by. */
  readonly version: string;
}
