// What the script of a kind of widget offers, and what the page it runs on offers to it.
import type { OpeningMemory } from "@/core/opening/rule";
import type { Visitor } from "@/core/visitor/visitor";
import type { PageData, ReleasedWidget } from "@/core/widget/released";

/** What a visitor has agreed to, as it stands now. */
export interface PageConsent {
  /** Whether something for this purpose may load. */
  allows(purpose: string): boolean;
  /**
   * A press on something that waits for a yes to its purpose, and comes from `host`: a yes to that thing for this visit to
   * the page, and to nothing else.
   */
  pressed(purpose: string, host: string): void;
  /** Opens the question again. */
  open(): void;
}

/** The page as the loader hands it to scripts. */
export interface Page {
  readonly data: PageData;
  readonly visitor: Visitor;
  /** Calls the site, below /_w/v1. A rehearsal judges as the live site does and keeps nothing. */
  post(path: string, body: unknown): Promise<Response>;
  /** Sends a form with its files to the site, below /_w/v1. A rehearsal has no use for it. */
  postForm(path: string, form: FormData): Promise<Response>;
  /** Tells the studio what happens; does nothing on the live site. */
  tell(message: Record<string, unknown>): void;
  /** What the visitor has agreed to; null on sites that ask nothing. */
  readonly consent: Promise<PageConsent> | null;
  /** The script of a kind. */
  load(kind: string): Promise<VisitorKind>;
  /** Any script that the page names. */
  script<T>(name: string): Promise<T>;
  /** What openings are remembered by; a rehearsal remembers nothing. */
  readonly memory: OpeningMemory;
  keepMemory(memory: OpeningMemory): void;
  /** The visitor has done what a widget is there for: it does not open by itself again. */
  rememberDone(widget: string): void;
  /**
   * Whether what opens by itself may take the caret: on the live site always. A rehearsal is a frame in the studio, and
   * takes it from nobody who writes outside of it.
   */
  mayTakeFocus(): boolean;
}

/** Something shown over the page, until it is taken away. */
export interface Shown {
  /** Shows other settings at once: the studio's draft. */
  change(form: unknown): void;
  remove(): void;
}

/** What happened to something shown over the page. */
export interface Outcome {
  closed(): void;
  /** The visitor did what it is there for, and closed it. */
  done(): void;
}

export interface VisitorKind {
  /** Shows the widget over the page. */
  open?(widget: ReleasedWidget, page: Page, outcome: Outcome): Shown;
  /** Begins with the page, wherever the widget stands. */
  begin?(widget: ReleasedWidget, page: Page): void | Promise<void>;
  /** Brings a spot in the flow to life. What stands there without scripts stays until then, and where it fails. */
  mount?(spot: HTMLElement, widget: ReleasedWidget, page: Page): void | Promise<void>;
}

/** What the script of a block exports: it brings one block to life. */
export type BlockScript = (block: HTMLElement, page: Page) => void | Promise<void>;
