// A form as a released page carries it. Light: the visitor's browser reads this.
import type { Surface } from "@/core/brand/brand";
import type { Field, SpokenWords } from "@/core/field/field";

export interface ReleasedForm {
  readonly words: SpokenWords;
  readonly fields: readonly Field[];
  readonly thanks: { readonly title: string; readonly text: string } | { readonly href: string };
  readonly surface: Surface;
}
