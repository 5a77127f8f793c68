// The question of consent: what each language has to say.
import type { Category } from "../category";

export interface ConsentWords {
  /** Above the question. %1 is how many things there are. */
  readonly title: string;
  readonly text: string;
  readonly accept: string;
  readonly refuse: string;
  readonly choose: string;
  readonly save: string;
  readonly close: string;
  /** Where nothing has to be asked first. */
  readonly toldTitle: string;
  readonly toldText: string;
  readonly understood: string;
  readonly doNotSell: string;
  readonly again: string;
  readonly policy: string;
  /** That it can be taken back. */
  readonly takenBack: string;
  /** Under which name ("%1") the visitor's choice is kept: their proof. */
  readonly proof: string;
  /** That something identifies, locates or profiles. */
  readonly profiling: string;
  /** Behind a category: how many things it holds. */
  readonly things: readonly [one: string, many: string];
  readonly always: string;
  readonly names: Readonly<Record<Category, string>>;
  readonly about: Readonly<Record<Category, string>>;
}
