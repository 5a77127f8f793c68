// What is filled in within a conversation: a code that proves an address, a booking, a message to leave.
import type { ChatPageWords } from "@/core/chat/knows/page-words/en";
import type { Button } from "@/core/chat/public-types";
import type { ReleasedChat } from "@/core/chat/released";
import { type ChatApi, newKey, type Talk } from "./api";
import { answersOf } from "./conversation";
import { make } from "./dom";
import { type SmallField, smallForm } from "./small-form";

/** What every part of a conversation works with. */
export interface Talking {
  readonly words: ChatPageWords;
  readonly api: ChatApi;
  readonly language: string;
  token(): string | null;
  /** Says something beside the conversation. */
  note(text: string): void;
  /** Shows what has come. */
  take(talk: Talk): void;
  /** To the end of the log. */
  down(): void;
}

/** Asks for a mail address, then for the code that was sent to it. */
export function proveForm({ words, api, note, take }: Talking, token: string, keys: HTMLElement) {
  const again = newKey();
  const typed = smallForm(
    [{ name: "email", label: words.email, type: "email", needed: true }],
    words.sendCode,
    async ({ email }) => {
      const { status, fields, title } = await api.code(token, String(email));
      if (status !== 200) return Object.keys(fields).length ? fields : { email: title || words.failed };
      note(words.codeSent);
      const code = smallForm(
        [{ name: "code", label: words.code, type: "text", needed: true }],
        words.checkCode,
        async (values) => {
          const proven = await api.prove(token, again, String(values.code));
          if (proven.status !== 200)
            return Object.keys(proven.fields).length ? proven.fields : { code: proven.title || words.failed };
          code.remove();
          take(proven.value);
          return null;
        },
      );
      typed.replaceWith(code);
      code.querySelector("input")?.focus();
      return null;
    },
  );
  keys.after(typed);
  typed.querySelector("input")?.focus();
}

/** A client books a time that the answer names. */
export function bookForm(
  { words, api, language, down }: Talking,
  button: Extract<Button, { kind: "book" }>,
  keys: HTMLElement,
) {
  const key = newKey();
  const form = smallForm(
    [
      { name: "name", label: words.name, type: "text" },
      { name: "email", label: words.email, type: "email" },
      ...button.asks.map(
        ({ key: name, label, kind, required, options = [] }): SmallField => ({
          ...{ name: `a.${name}`, label, type: kind, options, needed: required },
        }),
      ),
      ...(button.terms ? [{ name: "terms", label: button.terms, type: "tick" as const }] : []),
    ],
    `${words.book}: ${button.text}`,
    async (values) => {
      const came = await api.book(
        button,
        { name: String(values.name), email: String(values.email) },
        { answers: answersOf(button.asks, values), terms: values.terms === true },
        language,
        key,
      );
      if (came.status === 201 || came.status === 200) {
        form.replaceWith(make("p", {}, `✓ ${came.value.booking?.state === "asked" ? words.asked : words.booked}`));
        down();
        return null;
      }
      return came.status === 0
        ? { "": words.offline }
        : Object.keys(came.fields).length
          ? came.fields
          : { "": came.title || words.gone };
    },
  );
  keys.after(form);
  keys.remove();
  form.querySelector("input")?.focus();
  down();
}

/** Nobody is there: a visitor leaves a message. */
export function messageForm(
  { words, api, token, take }: Talking,
  settings: Pick<ReleasedChat, "collects" | "consent">,
): HTMLFormElement {
  const once = newKey();
  const form = smallForm(
    [
      ...(settings.collects.includes("name")
        ? [{ name: "name", label: words.name, type: "text" as const, needed: false }]
        : []),
      { name: "email", label: words.email, type: "email" },
      { name: "wish", label: words.wish, type: "long" },
      { name: "copy", label: words.mailCopy, type: "tick", needed: false },
      ...(settings.consent ? [{ name: "agreed", label: settings.consent, type: "tick" as const }] : []),
    ],
    words.sendWish,
    async (values) => {
      const talk = token();
      if (!talk) return { "": words.failed };
      const came = await api.leave(talk, { once, name: "", agreed: false, ...values });
      if (came.status !== 200)
        return Object.keys(came.fields).length ? came.fields : { "": came.title || words.offline };
      form.remove();
      take(came.value);
      return null;
    },
  );
  return form;
}
