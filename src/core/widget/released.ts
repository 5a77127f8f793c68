// What a released page tells its scripts: the widgets it needs, each in its light form, and where their scripts are.
// Light enough for the visitor's browser: types alone are taken from the rest of the core.
import type { OpeningRule } from "@/core/opening/rule";
import type { Visitor } from "@/core/visitor/visitor";

export interface ReleasedWidget<Form = unknown> {
  readonly id: string;
  readonly kind: string;
  /** When and for whom it opens over the page; absent for what only stands in the flow. */
  readonly rule?: OpeningRule;
  /** Its script begins before all others, which wait for what it says. */
  readonly asksFirst?: true;
  /** It stands on every page, and its script begins with the page. */
  readonly begins?: true;
  /** What the kind's script needs to know. */
  readonly form: Form;
}

export interface PageData {
  /** BCP 47 tag of the page's language. */
  readonly language: string;
  readonly widgets: readonly ReleasedWidget[];
  /** The script of each kind that the page needs, and of the opening rules', as seen from the loader. */
  readonly scripts: Readonly<Record<string, string>>;
  /** Set on the rehearsal host: the chosen visitor, and whom to tell what happens. Nothing is stored then. */
  readonly rehearsal?: {
    readonly visitor: Visitor;
    readonly studio: string;
    readonly path: string;
    /** Nobody looks: it is run to see what it asks and leaves behind. */
    readonly measured?: true;
  };
}

/** The script that decides about opening, beside those of the kinds. */
export const openingScript = "opening";

/** The script of headers that change while one scrolls and of menus: it needs no loader. */
export const headScript = "head";

/** The one script that every page with widgets loads. */
export const loaderScript = "loader";
