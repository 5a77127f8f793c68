// A form as a released page carries it. Light: the visitor's browser reads this.
import type { Surface } from "@/core/brand/brand";
import type { Field } from "@/core/field/field";
import type { FormWords } from "./form";

export interface ReleasedForm {
  readonly words: FormWords;
  readonly fields: readonly Field[];
  readonly thanks: { readonly title: string; readonly text: string } | { readonly href: string };
  readonly surface: Surface;
}
