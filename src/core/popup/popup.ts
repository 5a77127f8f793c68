// A signup popup: what it says, when and for whom it opens, how it looks.
import type { ColourRole, Surface } from "@/core/brand/brand";
import type { DeviceClass } from "@/core/visitor/visitor";

export type Trigger =
  | { readonly on: "after"; readonly seconds: number }
  /** How far down the page has been scrolled, 1 to 100. */
  | { readonly on: "scroll"; readonly percent: number }
  /** The pointer leaves the window at its top. */
  | { readonly on: "leave" }
  /** A click on the block with this id. */
  | { readonly on: "click"; readonly block: string }
  /** No movement, key or scroll for this long. */
  | { readonly on: "idle"; readonly seconds: number };

export interface Conditions {
  /** Path patterns with * for any run of characters; none means every page. */
  readonly include: readonly string[];
  readonly exclude: readonly string[];
  /** Width classes it opens on; none means every one. The same holds for the lists below. */
  readonly devices: readonly DeviceClass[];
  /** BCP 47 tags; "en" also stands for "en-IE". */
  readonly languages: readonly string[];
  readonly countries: readonly string[];
  readonly visits: "all" | "first" | "later";
  /** Host names; a name also stands for its subdomains. */
  readonly cameFrom: readonly string[];
  /** Wall time in the site's zone, "2026-11-24T09:00"; open-ended when null. */
  readonly from: string | null;
  readonly to: string | null;
}

export interface Restraint {
  /** How often it may open by itself in one visit. */
  readonly perVisit: number;
  /** Days of rest after it was closed. */
  readonly restDays: number;
  readonly neverAfterSignup: boolean;
}

export type PopupDesign = "card" | "note" | "bar" | "sheet";
export const popupDesigns: Readonly<Record<PopupDesign, { readonly name: string; readonly note: string }>> = {
  card: { name: "Centre card", note: "in the middle, over the page" },
  note: { name: "Corner note", note: "small, in a lower corner" },
  bar: { name: "Foot bar", note: "one line along the foot" },
  sheet: { name: "Side sheet", note: "full height, at one side" },
};

export interface PopupField {
  /** Key in the signup and the CSV. */
  readonly key: string;
  readonly kind: "email" | "name" | "choice" | "tick";
  readonly label: string;
  readonly required: boolean;
  /** The choices of a choice. */
  readonly options?: readonly string[];
}

export interface PopupWords {
  readonly title: string;
  readonly text: string;
  readonly button: string;
  /** Name of the close mark, read by screen readers and shown by the word shape. */
  readonly close: string;
  /** What the visitor agrees to by signing up; shown under the fields and kept with the signup. */
  readonly consent: string;
}

export interface PopupLetter {
  readonly subject: string;
  /** Paragraphs, one a line. */
  readonly text: string;
  /** Words of the link that confirms. */
  readonly button: string;
}

export type Thanks =
  | { readonly kind: "words"; readonly title: string; readonly text: string }
  | { readonly kind: "page"; readonly page: string };

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

export interface Popup {
  readonly enabled: boolean;
  readonly design: PopupDesign;
  readonly words: PopupWords;
  readonly picture: { readonly media: string; readonly alt: string } | null;
  readonly fields: readonly PopupField[];
  readonly thanks: Thanks;
  readonly confirmByMail: boolean;
  /** The letter that asks to confirm, in the designer's own words; absent for ours, in the visitor's language. */
  readonly letter?: PopupLetter;
  readonly triggers: readonly Trigger[];
  readonly conditions: Conditions;
  readonly restraint: Restraint;
  /** The higher opens first. */
  readonly priority: number;
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
  triggers: [{ on: "after", seconds: 8 }],
  conditions: {
    include: [],
    exclude: [],
    devices: [],
    languages: [],
    countries: [],
    visits: "all",
    cameFrom: [],
    from: null,
    to: null,
  },
  restraint: { perVisit: 1, restDays: 14, neverAfterSignup: true },
  priority: 0,
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
