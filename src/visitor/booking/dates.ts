// Days to choose from: a month as a grid after the ARIA grid pattern, a week as a list, or the next open days as one.
import { html, nothing } from "lit";
import { isOpenState, type PublicDate, type PublicDay } from "@/core/booking/public-types";
import { addDays, addMonths, firstWeekday, longDay, weekOf, weeksOf, written } from "./month";
import type { Words } from "./words/en";

/** The days that are shown, and what can be done with them. */
export interface ShownDays {
  readonly words: Words;
  readonly language: string;
  /** "2026-03" that is shown; of a list its first date. */
  readonly month: string;
  readonly bounds: readonly [from: string, to: string];
  readonly days: ReadonlyMap<string, PublicDay | PublicDate>;
  /** Whether what is full can be waited for. */
  readonly waits: boolean;
  /** The chosen date, "" for none. */
  readonly day: string;
  /** The date that has the focus, "" for none. */
  readonly focused: string;
  readonly busy: boolean;
  readonly today: string;
  choose(date: string): void;
  turn(by: number): void;
  key(event: KeyboardEvent): void;
}

/** The date that a key leads to in a month's grid; null for keys that lead nowhere. */
export function dateAt(key: string, from: string, language: string, rtl: boolean): string | null {
  const by = { ArrowLeft: rtl ? 1 : -1, ArrowRight: rtl ? -1 : 1, ArrowUp: -7, ArrowDown: 7 }[key];
  if (by !== undefined) return addDays(from, by);
  const months = { PageUp: -1, PageDown: 1 }[key];
  if (months !== undefined) return `${addMonths(from.slice(0, 7), months)}-01`;
  const begins = weekOf(from, firstWeekday(language));
  return { Home: begins, End: addDays(begins, 6) }[key] ?? null;
}

/** The date that a key leads to in a list of dates; null for keys that lead nowhere in it. */
export function listedDateAt(key: string, from: string, dates: readonly string[]): string | null {
  const by = { ArrowUp: -1, ArrowLeft: -1, ArrowDown: 1, ArrowRight: 1 }[key];
  if (by !== undefined) return dates[dates.indexOf(from) + by] ?? null;
  return { Home: dates[0], End: dates.at(-1) }[key] ?? null;
}

/** `full`: the whole date and what is left of it are written, not only read out. */
function dayButton(shown: ShownDays, date: string, full: boolean) {
  const { days, language, focused, day: chosen } = shown;
  const day = days.get(date);
  const state = day?.state ?? (date < shown.today ? "past" : "closed");
  const waits = shown.waits && state === "full" && (!day || !("services" in day) || day.services.length > 0);
  const open = isOpenState(state) || waits;
  const first = [...days.values()].find((one) => isOpenState(one.state))?.date;
  const tab = (focused || chosen || first || shown.bounds[0]) === date ? 0 : -1;
  const long = written(date, language, longDay);
  const left = isOpenState(state)
    ? shown.words.left(day?.left ?? 0)
    : `${shown.words.states[state]}${waits ? `, ${shown.words.waitingList}` : ""}`;
  const said = full ? html`<span>${long}</span><small>${left}</small>` : Number(date.slice(8));
  return html`<button type="button" class="day ${days.size ? state : ""}${waits ? " waits" : ""}" data-date=${date} tabindex=${tab} aria-label=${full ? nothing : `${long}, ${left}`} aria-pressed=${date === chosen} aria-disabled=${open ? nothing : "true"} @click=${() => open && shown.choose(date)}>${said}</button>`;
}

function turnButton(shown: ShownDays, by: number, label: string) {
  const atStart = by < 0 && shown.bounds[0] <= shown.today;
  return html`<button type="button" class="turn" aria-label=${label} ?disabled=${atStart} @click=${() => shown.turn(by)}>${by < 0 ? "‹" : "›"}</button>`;
}

const head = (shown: ShownDays, title: string, before: string, after: string) =>
  html`<div class="month-head">${turnButton(shown, -1, before)}<b aria-live="polite">${title}</b>${turnButton(shown, 1, after)}</div>`;

function legend({ words, waits }: ShownDays) {
  return html`<ul class="legend">${(["free", "few", "full", "closed"] as const).map((state) => html`<li><i class="day ${state}${waits && state === "full" ? " waits" : ""}" aria-hidden="true">${state === "full" ? "9" : ""}</i>${words.legend[state]}${waits && state === "full" ? `, ${words.waitingList}` : ""}</li>`)}</ul>`;
}

function month(shown: ShownDays) {
  const { language, words } = shown;
  const first = firstWeekday(language);
  const weeks = weeksOf(shown.month, first);
  const names = Array.from({ length: 7 }, (_, nth) => addDays("2024-01-01", first - 1 + nth));
  const title = written(`${shown.month}-01`, language, { month: "long", year: "numeric" });
  return html`<div class="month-body">${head(shown, title, words.previous, words.next)}
    <table role="grid" aria-label=${title} aria-busy=${shown.busy} @keydown=${shown.key}><thead><tr>${names.map((date) => html`<th scope="col" abbr=${written(date, language, { weekday: "long" })}>${written(date, language, { weekday: "short" })}</th>`)}</tr></thead>
    <tbody>${weeks.map((week) => html`<tr>${week.map((date) => html`<td role="gridcell">${date ? dayButton(shown, date, false) : nothing}</td>`)}</tr>`)}</tbody></table></div>${legend(shown)}`;
}

const list = (shown: ShownDays, dates: readonly string[]) =>
  html`<ul class="week" role="list" @keydown=${shown.key}>${dates.map((date) => html`<li>${dayButton(shown, date, true)}</li>`)}</ul>`;

function week(shown: ShownDays) {
  const dates = Array.from({ length: 7 }, (_, nth) => addDays(shown.month, nth));
  const day = (date: string) => written(date, shown.language, { day: "numeric", month: "short" });
  const span = `${day(shown.bounds[0])} – ${day(shown.bounds[1])}`;
  return html`${head(shown, span, shown.words.previousWeek, shown.words.nextWeek)}${list(shown, dates)}`;
}

/** How many of the next open days are listed at once. */
const listed = 8;

function next(shown: ShownDays) {
  if (shown.busy) return html`<p role="status">${shown.words.loading}…</p>`;
  const open = [...shown.days.values()].filter(({ state }) => isOpenState(state)).map(({ date }) => date);
  return html`${list(shown, open.slice(0, listed))}<button type="button" class="plain" @click=${() => shown.turn(1)}>${shown.words.later}</button>`;
}

/** The days as a look draws them. */
export const drawDays = { month, week, next };
