// Measures of a family's letters.

export interface Metrics {
  /** Of one em: above the baseline, below it, and an English letter on the average with how often each comes. */
  readonly ascent: number;
  readonly descent: number;
  readonly width: number;
}
