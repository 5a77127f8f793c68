// The policy of what a site brings in: what each language has to say.

export // Words of the table that visitors read, by language.

interface PolicyWords {
  readonly what: string;
  readonly why: string;
  readonly stays: string;
  readonly nothingLeft: string;
  readonly untilRemoved: string;
  readonly whileOpen: string;
  readonly days: readonly [one: string, many: string];
  readonly nothing: string;
  /** Title of the page that the table is put on. */
  readonly page: string;
}
