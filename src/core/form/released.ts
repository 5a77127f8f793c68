// A form as a released page carries it. Light: the visitor's browser reads this.
import type { Field, ReleasedThanks, SpokenWords } from "@/core/field/field";

export interface ReleasedForm {
  readonly words: SpokenWords;
  readonly fields: readonly Field[];
  readonly thanks: ReleasedThanks;
}
