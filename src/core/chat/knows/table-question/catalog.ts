// Words of questions to tables: what each language has to say.

export interface TableWords {
  readonly under: readonly string[];
  readonly over: readonly string[];
  readonly atMost: readonly string[];
  readonly atLeast: readonly string[];
  readonly between: readonly string[];
  readonly and: readonly string[];
  /** Single words that ask for the least or the most of something, and of what: words of columns, or units. */
  readonly extremes: readonly {
    readonly words: readonly string[];
    readonly least: boolean;
    readonly of: readonly string[];
  }[];
  readonly count: readonly string[];
  /** Questions that mean a column by what it measures. */
  readonly asks: readonly { readonly words: readonly string[]; readonly of: readonly string[] }[];
  /** The days of the week by their stems. */
  readonly days: readonly string[];
  /** Asks for somebody by name: a row of a table of people. */
  readonly who: readonly string[];
  /** Says nothing about which rows: "work", "available". */
  readonly plain: readonly string[];
}
