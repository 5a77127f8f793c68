// What is chosen from a list: a need, a service, a person.
import { html, nothing } from "lit";
import type { ReleasedService } from "@/core/booking/public-types";
import { lengthWords } from "@/core/booking/words/length-words";
import { needChosen, needsOf, offeredPeople, offeredServices, personChosen, serviceChosen } from "../visit";
import { priceOf, type Scene } from "./scene";

interface Row {
  readonly name: string;
  /** Quiet words beside the name. */
  readonly meta?: string;
  /** Words below it. */
  readonly says?: string;
  /** Hash of a picture; "" for none. */
  readonly picture?: string;
  readonly price?: unknown;
  choose(): void;
}

function picture({ visit }: Scene, hash: string) {
  const { look, pictures } = visit.form;
  const found = look.photographs ? pictures[hash] : undefined;
  return found ? html`<img src=${found} width="64" height="64" alt="" loading="lazy">` : nothing;
}

const row = (scene: Scene, { name, meta, says, picture: hash = "", price = nothing, choose }: Row) =>
  html`<li><button type="button" class="w-row" @click=${choose}>${picture(scene, hash)}<span class="w-text"><strong>${name}</strong> ${meta ? html`<span class="w-quiet">${meta}</span>` : nothing}${says ? html`<span class="w-words">${says}</span>` : nothing}</span>${price}</button></li>`;

const list = (scene: Scene, rows: readonly Row[]) =>
  html`<ul class="w-list" role="list">${rows.map((one) => row(scene, one))}</ul>`;

export function drawNeed(scene: Scene) {
  const { visit, words, commands } = scene;
  const named = (name: string, need: string): Row => ({
    name,
    choose: () => commands.turn((now) => needChosen(now, need)),
  });
  return list(scene, [...needsOf(visit.form).map((need) => named(need, need)), named(words.other, "")]);
}

export function drawServices(scene: Scene) {
  const { visit, words, commands } = scene;
  const groups = new Map<string, ReleasedService[]>();
  for (const service of offeredServices(visit))
    groups.set(service.category, [...(groups.get(service.category) ?? []), service]);
  const rowOf = (service: ReleasedService): Row => ({
    name: service.name,
    meta: lengthWords(service, words, visit.language),
    says: service.words,
    picture: service.picture,
    price: priceOf(scene, service.price),
    choose: () => commands.turn((now) => serviceChosen(now, service)),
  });
  return [...groups].map(
    ([category, services]) =>
      html`${groups.size > 1 && category ? html`<p class="w-category">${category}</p>` : nothing}${list(scene, services.map(rowOf))}`,
  );
}

export function drawWho(scene: Scene) {
  const { visit, words, commands } = scene;
  const choose = (id: string) => () => commands.turn((now) => personChosen(now, id));
  // Before a service is chosen a person has no price.
  const of = visit.form.look.first === "person" ? null : visit.service;
  return list(scene, [
    { name: words.anybody, says: words.anybodyNote, choose: choose("") },
    ...offeredPeople(visit).map(({ id, name, words: says, picture: hash, price }) => ({
      name,
      says,
      picture: hash,
      price: of && price && price.amount !== of.price?.amount ? priceOf(scene, price) : nothing,
      choose: choose(id),
    })),
  ]);
}
