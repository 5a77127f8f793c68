// How one value is set on a form: the controls that looks and blocks name, as data. The studio draws each once.
import type { ColourRole } from "@/core/brand/brand";

export type Option = readonly [value: string | number, words: string];

export type ValueControl =
  | {
      readonly kind: "number";
      readonly unit: string;
      readonly step: number;
      readonly min: number;
      readonly max: number;
    }
  | { readonly kind: "choice"; readonly options: readonly Option[] }
  | { readonly kind: "colour"; readonly options: readonly ColourRole[] }
  /** On or off; `says` stands beside the tick. */
  | { readonly kind: "flag"; readonly says: string };

export const pixels = (max: number): ValueControl => ({ kind: "number", unit: "px", step: 4, min: 0, max });
export const choice = (...options: readonly Option[]): ValueControl => ({ kind: "choice", options });
