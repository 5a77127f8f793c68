// When: how long or how much, the days, and the times of a day.
import { html, nothing } from "lit";
import { isOpenState, type Moment, type PublicTime } from "@/core/booking/public-types";
import { clockNote, clocksDiffer, onBothClocks, timeOnBothClocks } from "@/core/booking/words/both-clocks";
import { minutesWords } from "@/core/booking/words/length-words";
import { drawDays, type ShownDays } from "../dates";
import { longDay, partOfDay, written } from "../month";
import {
  boundsOf,
  dateChosen,
  dayChosen,
  listedOn,
  minutesOf,
  partOf,
  partsOf,
  searched,
  turned,
  type Visit,
  wished,
} from "../visit";
import { clocksOf, money, priceOf, type Scene } from "./scene";

function shownDays({ visit, words, commands }: Scene): ShownDays {
  const { language, month, days, day, focused, busy, today, step, form, service } = visit;
  const first = step === "date";
  return {
    ...{ words, language, month, days, day, focused, busy, today, bounds: boundsOf(visit), key: commands.key },
    waits: first ? form.services.some((one) => one.waiting) : service?.waiting === true,
    choose: (date) => commands.turn((now) => (first ? dateChosen(now, date) : dayChosen(now, date))),
    turn: (by) => commands.turn((now) => turned(now, by)),
  };
}

/** One of some, as radio buttons; each choice asks for the days anew. */
const oneOf = (
  { commands }: Scene,
  legend: string,
  name: string,
  choices: readonly {
    readonly value: string | number;
    readonly label: string;
    readonly price: unknown;
    readonly chosen: boolean;
    readonly wish: Partial<Pick<Visit, "chosen" | "chosenPart">>;
  }[],
) =>
  html`<fieldset class="lengths"><legend>${legend}</legend>${choices.map(
    ({ value, label, price, chosen, wish }) =>
      html`<label class="tick"><input type="radio" name=${name} value=${value} .checked=${chosen} @change=${() => commands.turn((now) => wished(now, wish))}><span>${label}</span>${price}</label>`,
  )}</fieldset>`;

function drawParts(scene: Scene) {
  const { visit, words } = scene;
  const parts = partsOf(visit.service);
  if (parts.length < 2) return nothing;
  const prices = { whole: visit.service?.price ?? null, rest: null, one: visit.service?.joining?.one ?? null };
  const choices = parts.map((part) => ({
    value: part,
    label: words.parts[part],
    price: priceOf(scene, prices[part]),
    chosen: part === partOf(visit),
    wish: { chosenPart: part },
  }));
  return oneOf(scene, words.howMuch, "part", choices);
}

function drawLengths(scene: Scene) {
  const { visit, words } = scene;
  const lengths = visit.service?.lengths ?? [];
  if (!lengths.length) return nothing;
  const priced = new Set(lengths.map(({ price }) => price?.amount)).size > 1;
  const choices = lengths.map(({ minutes, price }) => ({
    value: minutes,
    label: minutesWords(minutes, words, visit.language),
    price: priced ? priceOf(scene, price) : nothing,
    chosen: minutes === minutesOf(visit),
    wish: { chosen: minutes },
  }));
  return oneOf(scene, words.howLong, "minutes", choices);
}

function drawSeats({ visit, words, commands }: Scene) {
  const most = visit.service?.mostSeats ?? 1;
  if (most < 2) return nothing;
  const typed = (event: Event) => {
    const input = event.target as HTMLInputElement;
    const seats = Math.min(most, Math.max(1, Math.round(Number(input.value)) || 1));
    input.value = String(seats);
    commands.turn((now) => wished(now, { seats }));
  };
  return html`<p><label for="seats">${words.seats}</label><input id="seats" type="number" min="1" max=${most} .value=${String(visit.seats)} @change=${typed}></p>`;
}

function slotButton(scene: Scene, time: PublicTime, many: boolean) {
  const { visit, words, commands } = scene;
  const { start } = time;
  const { time: said, beside } = timeOnBothClocks(Date.parse(start.instant), clocksOf(scene));
  const notes = [
    beside,
    (visit.service?.capacity ?? 1) > 1 ? words.placesLeft(time.seatsLeft) : "",
    many && time.price ? money(scene, time.price.each) : "",
  ].filter(Boolean);
  return html`<li><button type="button" class="slot" ?disabled=${visit.busy} @click=${() => commands.take(start.instant)}>${said}${notes.map((note) => html` <small>${note}</small>`)}</button></li>`;
}

const fullWords = (scene: Scene, { instant }: Moment) => {
  const { time, beside } = timeOnBothClocks(Date.parse(instant), clocksOf(scene));
  return beside ? `${time} (${beside})` : time;
};

function drawFull(scene: Scene) {
  const { visit, words, commands } = scene;
  if (!visit.full.length) return nothing;
  const slots = visit.full.map(
    (time) =>
      html`<li><button type="button" class="slot waits" ?disabled=${visit.busy} @click=${() => commands.wait(time)}>${fullWords(scene, time)} <small>${words.waitingList}</small></button></li>`,
  );
  return html`<h4>${words.fullTimes}</h4><ul class="slots" role="list">${slots}</ul>`;
}

function drawSlots(scene: Scene, times: readonly PublicTime[]) {
  const { visit, words } = scene;
  if (!times.length && !visit.full.length) return html`<p>${words.emptyDay}</p>`;
  const many = new Set(times.map(({ price }) => price?.each)).size > 1;
  const course = times[0]?.dates?.[1]
    ? html`<ol class="dates">${times[0].dates.map(({ start }) => html`<li>${onBothClocks(Date.parse(start.instant), clocksOf(scene))}</li>`)}</ol>`
    : nothing;
  const parts = (["morning", "afternoon", "evening"] as const).map((part) => ({
    part,
    own: times.filter(({ start }) => partOfDay(start.place) === part),
  }));
  return html`${parts.map(({ part, own }) => (own.length ? html`<h4>${words[part]}</h4><ul class="slots" role="list">${own.map((time) => slotButton(scene, time, many))}</ul>` : nothing))}${course}${drawFull(scene)}`;
}

/** Where nothing of what is shown is free: a way on. */
function drawEmpty({ visit, words, commands }: Scene) {
  const known = [...visit.days.values()];
  if (!known.length || visit.busy || known.some(({ state }) => isOpenState(state))) return nothing;
  const said = visit.form.look.view === "month" ? words.emptyMonth : words.emptyDays;
  return html`<p role="status">${said} <button type="button" class="link" @click=${() => commands.turn(searched)}>${words.later}</button></p>`;
}

function drawNext(scene: Scene) {
  const { visit, words, commands } = scene;
  if (!visit.listed) return html`<p role="status">${words.loading}…</p>`;
  return html`${visit.listed.map(({ date, times }) => html`<h4>${written(date, visit.language, longDay)}</h4>${drawSlots(scene, times)}`)}<button type="button" class="plain" @click=${() => commands.turn(listedOn)}>${words.later}</button>`;
}

export const drawDate = (scene: Scene) =>
  html`<div class="when"><div>${drawDays[scene.visit.form.look.view](shownDays(scene))}${drawEmpty(scene)}</div></div>`;

export function drawWhen(scene: Scene) {
  const { visit, words } = scene;
  const { view } = visit.form.look;
  const shown = [...(visit.times ?? []), ...(visit.listed ?? []).flatMap(({ times }) => times)];
  const zones = shown.some(({ start }) => clocksDiffer(Date.parse(start.instant), clocksOf(scene)));
  return html`${drawParts(scene)}${drawLengths(scene)}${drawSeats(scene)}
    <div class="when"><div>${view === "next" ? drawNext(scene) : drawDays[view](shownDays(scene))}
    ${drawEmpty(scene)}</div>
    <div aria-live="polite">${zones ? html`<p class="w-quiet">${clockNote(clocksOf(scene))}</p>` : nothing}
    ${visit.day ? html`<h4>${written(visit.day, visit.language, longDay)}</h4>${visit.times ? drawSlots(scene, visit.times) : html`<p>${words.loading}…</p>`}` : nothing}</div></div>`;
}
