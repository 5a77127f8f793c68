// A field that visitors fill in: one list of sorts for every form, whatever widget it belongs to. Light: the visitor's
// browser reads this.
export interface Field {
  /** Key in what is kept and in the CSV. */
  readonly key: string;
  readonly kind: FieldKind;
  readonly label: string;
  /** A sentence below the label. */
  readonly hint?: string;
  readonly required: boolean;
  /** What can be chosen, of a choice or of several. */
  readonly options?: readonly string[];
}

/** What is said around the fields. */
export interface SpokenWords {
  readonly title: string;
  readonly text: string;
  readonly button: string;
  /** Name of the close mark, read by screen readers and shown where the mark is a word. */
  readonly close: string;
  /** What one agrees to by sending it; shown under the fields and kept with what was sent. */
  readonly consent: string;
}

/** What follows when it was sent: words in its place, or a page by its id. */
export type Thanks =
  | { readonly kind: "words"; readonly title: string; readonly text: string }
  | { readonly kind: "page"; readonly page: string };

/** The same as a page carries it. */
export type ReleasedThanks = { readonly title: string; readonly text: string } | { readonly href: string };

/** Thanks with the page's address; the home page's where the page is gone. */
export const releaseThanks = (thanks: Thanks, pageHref: (page: string) => string | null): ReleasedThanks =>
  thanks.kind === "words" ? { title: thanks.title, text: thanks.text } : { href: pageHref(thanks.page) ?? "/" };

interface FieldSort {
  /** Name in the interface. */
  readonly label: string;
  /** Whether it has options to choose from. */
  readonly chooses: boolean;
  /** Type of its input, and what a browser fills in by itself; null where it is no input of one line. */
  readonly input: { readonly type: string; readonly autocomplete?: string; readonly inputmode?: string } | null;
}

const line = (label: string, type: string, more: { autocomplete?: string; inputmode?: string } = {}): FieldSort => ({
  label,
  chooses: false,
  input: { type, ...more },
});
const other = (label: string, chooses = false): FieldSort => ({ label, chooses, input: null });

export const fieldSorts = {
  text: line("Text", "text"),
  long: other("Long text"),
  email: line("E-mail", "email", { autocomplete: "email" }),
  name: line("Name", "text", { autocomplete: "name" }),
  phone: line("Phone", "tel", { autocomplete: "tel" }),
  number: line("Number", "text", { inputmode: "decimal" }),
  date: line("Date", "date"),
  choice: other("Choice", true),
  several: other("Several", true),
  tick: other("Tick"),
  file: other("File"),
} as const satisfies Readonly<Record<string, FieldSort>>;

export type FieldKind = keyof typeof fieldSorts;
export const fieldKinds = Object.keys(fieldSorts) as readonly FieldKind[];

export const chooses = (kind: FieldKind): boolean => fieldSorts[kind].chooses;

/** Largest file that a visitor may send along. */
/** What a file chooser of a page offers. */
export const acceptedFiles = "image/jpeg,image/png,image/webp,.pdf,.zip,.docx,.xlsx,.odt,.ods,.csv,.txt";

export const largestAnswerFile = 10 * 1024 * 1024;
