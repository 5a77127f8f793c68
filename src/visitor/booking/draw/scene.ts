// What every part of the calendar is drawn from: the visit, the words, and what can be done.
import { html, nothing } from "lit";
import type { Moment, ReleasedService } from "@/core/booking/public-types";
import type { Clocks } from "@/core/booking/words/both-clocks";
import { minutesWords } from "@/core/booking/words/length-words";
import { moneyWords } from "@/core/money/money";
import type { Fields } from "../fields";
import { minutesOf, partOf, type Visit } from "../visit";
import type { Words } from "../words/en";

export interface Scene {
  readonly visit: Visit;
  readonly words: Words;
  readonly fields: Fields;
  /** The visitor's own zone; "" where it is not known. */
  readonly zone: string;
  /** Now, in ms: moves on while a time is kept. */
  readonly clock: number;
  /** Where links to a booking lead; null in a rehearsal. */
  readonly bookingBase: string | null;
  readonly commands: Commands;
}

/** What a visitor can do. */
export interface Commands {
  /** Makes the visit another one. */
  turn(change: (visit: Visit) => Visit): void;
  take(start: string): void;
  wait(time: Moment): void;
  /** Sends what was filled in. */
  send(event: Event): void;
  /** A key pressed on the days. */
  key(event: KeyboardEvent): void;
  again(): void;
}

export const money = ({ visit }: Scene, amount: number): string =>
  moneyWords({ amount, currency: visit.form.currency }, visit.language);

export function priceOf(scene: Scene, price: ReleasedService["price"]) {
  if (!price) return nothing;
  return html`<span class="w-price">${price.earlier === null ? nothing : html`<s>${money(scene, price.earlier)}</s> `}${money(scene, price.amount)}</span>`;
}

export const placeOf = ({ form, service }: Visit) => form.places.find(({ id }) => id === service?.place);

/** The clocks that a moment is told on. */
export const clocksOf = ({ visit, zone, clock }: Pick<Scene, "visit" | "zone" | "clock">): Clocks => ({
  ...{ place: placeOf(visit)?.zone ?? "", client: zone, language: visit.language, now: clock || Date.now() },
});

/** The chosen service with the length, or how much of it, that was chosen. */
export function chosenWords({ visit, words }: Pick<Scene, "visit" | "words">): string {
  const name = visit.service?.name ?? "";
  const [part, minutes] = [partOf(visit), minutesOf(visit)];
  if (part && part !== "whole") return `${name}, ${words.parts[part]}`;
  return minutes === null ? name : `${name}, ${minutesWords(minutes, words, visit.language)}`;
}
