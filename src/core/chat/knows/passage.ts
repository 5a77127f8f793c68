// What an answer can be made of: passages, each the words below one heading of one source.

/** Where a passage stands: a page of the site, a page elsewhere, a file, or an answer somebody wrote for the chat. */
export interface Source {
  readonly id: string;
  readonly kind: "page" | "elsewhere" | "file" | "own";
  readonly title: string;
  /** Where a visitor can read it: a path of the site or an address; "" for nowhere. */
  readonly href: string;
}

export interface Passage {
  /** Of its source, and unlike any other of it. */
  readonly id: string;
  readonly source: string;
  readonly headings: readonly string[];
  /** The nearest heading is a question, and this its answer. */
  readonly question: boolean;
  readonly lines: readonly string[];
  /** It shows what the settings of the site know better. */
  readonly shows: readonly ("hours" | "address")[];
}

/** What a passage is called: its nearest heading, or its source. */
export const nameOfPassage = (passage: Passage, source: Source): string => passage.headings.at(-1) ?? source.title;
