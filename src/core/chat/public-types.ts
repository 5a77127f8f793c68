// What of an answer a page shows: light enough for the visitor's browser.

export type ReplyKind = "answer" | "choice" | "unknown" | "person" | "talk" | "instead";

export interface ReplySource {
  readonly title: string;
  /** A path of the site or an address; "" where nobody can look. */
  readonly href: string;
  /** The passage's own words, by which it is found and marked on its page; "" for none. */
  readonly words: string;
  readonly kind: "page" | "elsewhere" | "file" | "own" | "table" | "live";
}

/** A question of a service, as booking has it. */
export interface BookAsk {
  readonly key: string;
  readonly label: string;
  readonly required: boolean;
  readonly kind: "words" | "tick" | "date" | "number" | "choice" | "several";
  readonly options?: readonly string[];
}

export type Button =
  | { readonly kind: "ask"; readonly text: string }
  | {
      readonly kind: "book";
      readonly text: string;
      readonly service: string;
      readonly start: string;
      readonly widget: string;
      /** It takes more than can be asked here: it is booked on its page. */
      readonly onPage: boolean;
      readonly href: string;
      /** What the service asks besides a name and an address. */
      readonly asks: readonly BookAsk[];
      /** What one agrees to; "" for nothing. */
      readonly terms: string;
    }
  | { readonly kind: "widget"; readonly text: string; readonly widget: string }
  | { readonly kind: "link"; readonly text: string; readonly href: string }
  /** Proves a mail address by a code, and tells what was ordered by it. */
  | { readonly kind: "prove"; readonly text: string }
  | { readonly kind: "person"; readonly text: string }
  /** Nobody is there: a message can be left. */
  | { readonly kind: "leave"; readonly text: string };
