// Phrases by which a wish is known: what each language has to say.

export const intents = [
  "greeting",
  "thanks",
  "goodbye",
  "person",
  "hours",
  "openNow",
  "price",
  "place",
  "contact",
  "times",
  "order",
  "stock",
  "open",
] as const;

/** "times" asks for free times, "stock" whether something can be had, "open" is any other question. */
export type Intent = (typeof intents)[number];

export type Phrases = { readonly [I in Exclude<Intent, "open">]: readonly string[] } & {
  readonly angry: readonly string[];
  /** Phrases whose words say nothing of what is wanted: "how many hours" asks for no opening hours. */
  readonly neutral: readonly string[];
  /** Beginnings that take up what was spoken of. */
  readonly follows: readonly string[];
};
