// A buyer's own page: what each language has to say.

export interface AccountWords {
  readonly title: string;
  readonly ask: string;
  readonly email: string;
  readonly send: string;
  /** Whom it went to is told where that is known. */
  readonly sent: (email: string) => string;
  readonly letterTitle: string;
  readonly letter: string;
  readonly letterLast: string;
  readonly enter: string;
  readonly enterText: (email: string) => string;
  readonly over: string;
  readonly done: string;
  readonly nothing: string;
  readonly addresses: string;
  readonly leave: string;
  readonly forgetTitle: string;
  readonly forgetText: string;
  readonly forgetAgree: string;
  readonly forget: string;
  readonly forgotten: string;
  readonly toShop: string;
}
