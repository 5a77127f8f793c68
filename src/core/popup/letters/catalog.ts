// Letters after a signup: what each language has to say.

export interface Wording {
  readonly subject: (site: string) => string;
  readonly lines: (site: string) => readonly string[];
  readonly command: string;
}

export interface Language {
  readonly confirm: Wording;
  readonly welcome: Wording;
  readonly withdraw: string;
}
