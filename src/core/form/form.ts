// A form: what it says and asks, and what follows when somebody has sent it.
import type { Field, SpokenWords, Thanks } from "@/core/field/field";
import { freshOpening, type Opening } from "@/core/opening/opening";

/** The letter that tells a sender that their form has arrived. */
export interface FormLetter {
  readonly subject: string;
  /** Paragraphs, one a line. */
  readonly text: string;
}

export interface Form extends Opening {
  readonly enabled: boolean;
  readonly words: SpokenWords;
  readonly fields: readonly Field[];
  readonly thanks: Thanks;
  /** Whether each form is mailed to the site's own address. */
  readonly mailed: boolean;
  /** What its sender is told by mail; absent for nothing. It needs a required e-mail field. */
  readonly confirmation?: FormLetter;
}

/** What a new form starts as. */
export const newForm: Form = {
  enabled: true,
  words: {
    title: "Ask us",
    text: "Write what you would like to know, and how we reach you.",
    button: "Send",
    close: "Close",
    consent: "We use what you write to answer you, and for nothing else.",
  },
  fields: [
    { key: "name", kind: "name", label: "Name", required: true },
    { key: "email", kind: "email", label: "E-mail", required: true },
    { key: "message", kind: "long", label: "Your question", required: true },
  ],
  thanks: { kind: "words", title: "Thank you", text: "It has arrived. We answer within two working days." },
  mailed: true,
  ...freshOpening,
  // It stands in the page, or is asked for: nobody is stopped on their way by a form.
  triggers: [],
};

/** The states of what was sent, as the Desk tells them. */
export const formStates = ["new", "answered", "done"] as const;
export type FormState = (typeof formStates)[number];
