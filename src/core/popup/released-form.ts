// A popup as a released page carries it: links, pictures and zones resolved, nothing the studio alone needs.
import type { ReleasedThanks, SpokenWords } from "@/core/field/field";
import type { PopupDesign, PopupField, PopupLook } from "./popup";

export interface ReleasedPopup {
  readonly design: PopupDesign;
  readonly words: SpokenWords;
  readonly fields: readonly PopupField[];
  readonly look: PopupLook;
  readonly picture: {
    readonly src: string;
    readonly alt: string;
    readonly width: number;
    readonly height: number;
  } | null;
  readonly thanks: ReleasedThanks;
}
