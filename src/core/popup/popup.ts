// A signup popup: what it says, when and for whom it opens, how it looks.
import type { ColourRole, Surface } from "@/core/brand/brand";
import type { Field, SpokenWords, Thanks } from "@/core/field/field";
import { freshOpening, type Opening } from "@/core/opening/opening";

export type PopupDesign = "card" | "note" | "bar" | "sheet";
export const popupDesigns: Readonly<Record<PopupDesign, { readonly name: string; readonly note: string }>> = {
  card: { name: "Centre card", note: "in the middle, over the page" },
  note: { name: "Corner note", note: "small, in a lower corner" },
  bar: { name: "Foot bar", note: "one line along the foot" },
  sheet: { name: "Side sheet", note: "full height, at one side" },
};

/** What a popup may ask: little, since it stands in somebody's way. */
export const popupFieldKinds = ["email", "name", "choice", "tick"] as const;

export interface PopupField extends Field {
  readonly kind: (typeof popupFieldKinds)[number];
}

export interface PopupLetter {
  readonly subject: string;
  /** Paragraphs, one a line. */
  readonly text: string;
  /** Words of the link that confirms. */
  readonly button: string;
}

export interface PopupLook {
  readonly surface: Surface;
  readonly overlayColour: ColourRole;
  /** 0 to 100. */
  readonly overlayStrength: number;
  /** Whether the page stays usable behind it; then nothing is dimmed and focus is free. */
  readonly pageUsable: boolean;
  readonly closePlace: "inside" | "outside";
  readonly closeShape: "cross" | "ring" | "word";
  readonly entrance: "none" | "fade" | "rise" | "slide";
  /** Side for the corner note and the side sheet. */
  readonly side: "start" | "end";
}

export interface Popup extends Opening {
  readonly enabled: boolean;
  readonly design: PopupDesign;
  readonly words: SpokenWords;
  readonly picture: { readonly media: string; readonly alt: string } | null;
  readonly fields: readonly PopupField[];
  readonly thanks: Thanks;
  readonly confirmByMail: boolean;
  /** The letter that asks to confirm, in the designer's own words; absent for ours, in the visitor's language. */
  readonly letter?: PopupLetter;
  readonly look: PopupLook;
}

/** What a new popup starts as. */
export const newPopup: Popup = {
  enabled: true,
  design: "card",
  words: {
    title: "News, now and then",
    text: "Say where to send it, and you hear from us when there is something to tell.",
    button: "Sign up",
    close: "Close",
    consent: "You agree that we write to this address. Every letter has a link to stop them.",
  },
  picture: null,
  fields: [{ key: "email", kind: "email", label: "E-mail", required: true }],
  thanks: {
    kind: "words",
    title: "Thank you",
    text: "Please open the letter we have just sent and confirm your address.",
  },
  confirmByMail: true,
  ...freshOpening,
  look: {
    surface: "paper",
    overlayColour: "ink",
    overlayStrength: 45,
    pageUsable: false,
    closePlace: "inside",
    closeShape: "cross",
    entrance: "rise",
    side: "end",
  },
};
