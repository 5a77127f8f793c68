// What the chat says: what each language has to say.
import type { Tone } from "../../chat";

export interface ChatSays {
  /** It does not know. */
  readonly unknown: Readonly<Record<Tone, string>>;
  /** What it can do instead, before starters and the way to a person. */
  readonly canDo: string;
  readonly person: string;
  readonly personLater: (when: string) => string;
  /** Nobody comes, for whatever reason: an address is asked for. */
  readonly nobody: string;
  readonly angry: string;
  /** To leave a message. */
  readonly leave: string;
  readonly greeting: string;
  readonly thanks: string;
  readonly goodbye: string;
  readonly tooLong: (most: number) => string;
  readonly nothing: string;
  readonly script: (languages: string) => string;
  readonly twoReadings: string;
  readonly open: (day: string, spans: string) => string;
  readonly closed: (day: string) => string;
  readonly week: string;
  readonly price: (name: string, price: string) => string;
  readonly priceFrom: (name: string, price: string) => string;
  readonly insteadOf: (price: string) => string;
  readonly times: (name: string, day: string) => string;
  readonly noTimes: (name: string, days: string) => string;
  readonly nextTimes: (name: string, day: string) => string;
  readonly noneSoon: (name: string) => string;
  readonly inStock: (name: string) => string;
  readonly soldOut: (name: string) => string;
  readonly order: string;
  readonly rows: (count: number, names: string) => string;
  readonly noRow: (count: number, table: string) => string;
  readonly phone: (number: string) => string;
  readonly mail: (address: string) => string;
  readonly ownPage: string;
  readonly openIt: string;
  readonly talk: string;
  /** A conversation, in the list of what somebody did. */
  readonly talked: string;
  /** What becomes of orders is told to whom their mail address belongs: by a code in a letter. */
  readonly prove: string;
  readonly codeTitle: string;
  readonly codeLetter: (code: string) => string;
  readonly codeWrong: string;
  readonly codeOver: string;
  readonly and: string;
}
