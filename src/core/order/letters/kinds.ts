// Which letters a buyer gets about an order, and what a shop writes in them in its own words, language by language.

export const orderLetters = ["ordered", "toPay", "paid", "changed", "ready", "sent", "cancelled", "refunded"] as const;
export type OrderLetter = (typeof orderLetters)[number];

/**
 * Written whatever is chosen: what was agreed has to reach its buyer on paper or by mail (Directive 2011/83/EU, Art. 8(7)), and
 * nobody pays what they were not asked for.
 */
export const alwaysWritten: readonly OrderLetter[] = ["ordered", "toPay"];

/** Own words of a letter in one language; "" for the usual ones. What was ordered, its sums and the address always follow. */
export interface OwnWords {
  /** One line. */
  readonly subject: string;
  readonly words: string;
}

export interface OwnOrderLetter {
  /** Not written at all. */
  readonly off?: true;
  /** By language ("en", "de"). */
  readonly words?: Readonly<Record<string, OwnWords>>;
}

export type OwnOrderLetters = Readonly<Partial<Record<OrderLetter, OwnOrderLetter>>>;

/** What can stand in own words in braces, and is filled in for each order. */
export const orderPlaceholders = ["name", "number", "amount", "way", "tracking", "shop"] as const;

export type OrderValues = Readonly<Record<(typeof orderPlaceholders)[number], string>>;

/** Whether a letter is written, as the shop has chosen. */
export const isWritten = (kind: OrderLetter, own: OwnOrderLetters | undefined): boolean =>
  alwaysWritten.includes(kind) || own?.[kind]?.off !== true;

/** The language of a tag by which own words are kept: "de" of "de-AT". */
export const wordsLanguage = (language: string): string => language.split("-", 1)[0]?.toLowerCase() ?? "";
