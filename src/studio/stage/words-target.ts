// Words that are edited on the stage, and where.
import type { Editor } from "@tiptap/core";
import type { PageNode } from "@/core/page/node";
import type { Composer } from "@/studio/composer/store";

/** Words being edited on the stage. */
export interface WordsSession {
  readonly node: string;
  readonly element: HTMLElement;
  /** The words editor, for running text, once it is there. */
  readonly editor: Editor | null;
  /** The session that takes this one's place once the words editor is loaded; null where it was ended before. */
  readonly become?: Promise<WordsSession | null>;
  /** Takes in what the store says now. Answers false once the words are gone. */
  refresh(): boolean;
  end(): void;
}

export interface WordsTarget {
  readonly composer: Composer;
  readonly node: PageNode;
  readonly element: HTMLElement;
  /** The session ended: by Escape, by leaving it, or by its caller. */
  ended(): void;
  /** Goes on with another line of the same list, the caret at its front or its end. */
  turnTo(line: string, caret: "front" | "end"): void;
}

/** Where on the screen of the frame the words were clicked, in px. */
export interface Click {
  readonly x: number;
  readonly y: number;
}
