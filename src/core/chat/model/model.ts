// A connected model.

/** How a model is connected. */
export interface Model {
  readonly address: string;
  /** Calls a day at most; beyond them the site's own sentences are shown. */
  readonly mostCalls: number;
  /** What a million tokens in and out cost, in minor units of the site's currency; 0 for nothing. */
  readonly costIn: number;
  readonly costOut: number;
}
