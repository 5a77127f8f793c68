// Words for days and times: what each language has to say.

export interface WhenWords {
  /** Monday first, each with its short forms. */
  readonly days: readonly (readonly string[])[];
  readonly months: readonly (readonly string[])[];
  readonly today: readonly string[];
  readonly tomorrow: readonly string[];
  readonly afterTomorrow: readonly string[];
  readonly now: readonly string[];
  readonly weekend: readonly string[];
  readonly week: readonly string[];
  readonly next: readonly string[];
  readonly parts: readonly {
    readonly words: readonly string[];
    readonly after: string | null;
    readonly before: string | null;
  }[];
  /** A clock time follows: "at 10". */
  readonly at: readonly string[];
}
