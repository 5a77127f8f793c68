// What a client fills in, with the price and how long the time is kept; and what was done.
import { html, nothing } from "lit";
import type { PublicBill, PublicBooking } from "@/core/booking/public-types";
import { onBothClocks } from "@/core/booking/words/both-clocks";
import { untilWords } from "../month";
import { isPaid, isUnsettled } from "../visit";
import { chosenWords, clocksOf, money, placeOf, type Scene } from "./scene";

function bill(scene: Scene, price: PublicBill | null) {
  const { words, visit } = scene;
  if (!price) return nothing;
  const each = price.seats > 1 ? words.each(price.seats, money(scene, price.each)) : "";
  const percent = new Intl.NumberFormat(visit.language).format(price.taxPercent);
  return html`<p class="bill"><span>${words.price}${each ? html`<small>${each}</small>` : nothing}${price.tax ? html`<small>${words.taxIn(percent, money(scene, price.tax))}</small>` : nothing}</span><span class="w-price">${price.earlierEach === null ? nothing : html`<s>${money(scene, price.earlierEach * price.seats)}</s> `}${money(scene, price.gross)}</span></p>`;
}

/** What of the price is paid when; nothing where it is paid as one, or at the place. */
function parted(scene: Scene, { price, payNow, paid, state }: PublicBooking) {
  const { words } = scene;
  const gross = price?.gross ?? 0;
  if (payNow === null || payNow >= gross) return nothing;
  const first = state === "confirmed" ? paid : payNow;
  const line = (name: string, amount: number) =>
    html`<span class="w-quiet">${name}</span><span>${money(scene, amount)}</span>`;
  return html`<p class="parts">${line(state === "confirmed" ? words.paidNow : words.payNow, first)}${line(words.payThere, gross - first)}</p>`;
}

/** Until when it can be changed for nothing, and what cancelling costs then. */
function until(scene: Scene, { lateFee, changeUntil }: PublicBooking) {
  const { words, clock } = scene;
  const ends = Date.parse(changeUntil);
  if (ends <= clock) return nothing;
  const said = onBothClocks(ends, clocksOf(scene));
  return html`<p>${lateFee ? words.lateFee(said, money(scene, lateFee)) : words.until(said)}</p>`;
}

/** How long the time is still kept, or that one is put on a list. */
function kept({ visit, words, clock, commands }: Scene, ends: number, over: boolean) {
  const { held } = visit;
  if (visit.waitsFor) return html`<p class="note">${words.waitNote}${isPaid(visit) ? ` ${words.waitPay}` : ""}</p>`;
  const anew =
    over && held
      ? html`<button type="button" class="link" @click=${() => commands.take(held.start)}>${words.keepAgain}</button>`
      : nothing;
  return html`<p class="w-quiet" role="timer">${over ? words.keptOver : words.kept(untilWords(ends, clock))} ${anew}</p>`;
}

export function drawDetails(scene: Scene) {
  const { visit, words, fields, clock, commands } = scene;
  const { held, service, waitsFor, busy } = visit;
  if (!service) return nothing;
  const ends = held?.endsByItself ? Date.parse(held.endsByItself) : 0;
  const over = !waitsFor && (!held || ends <= clock);
  const unpaid = service.confirm === "approval" ? words.ask : words.book;
  const command = waitsFor ? words.waitCommand : isPaid(visit) ? words.pay : unpaid;
  const texts = fields.ticked("client.textMessages");
  return html`${kept(scene, ends, over)}
    ${service.least ? html`<p class="note">${words.least(service.least.seats, service.least.hours)}</p>` : nothing}
    <form class="fields" novalidate @submit=${commands.send}>
      ${fields.line("client.name", words.name, true, "text", "name")}
      ${fields.line("client.email", words.email, true, "email", "email")}
      ${fields.line("client.phone", words.phone, texts, "tel", "tel")}
      ${placeOf(visit)?.textMessages ? fields.tick("client.textMessages", words.textMessages, false) : nothing}
      ${service.questions.map((question) => fields.question(question))}
      ${service.terms ? html`<div><h4>${words.termsTitle}</h4><p>${service.terms}</p>${fields.tick("terms", words.terms, true)}</div>` : nothing}
      ${bill(scene, held?.price ?? null)}
      ${held ? html`${parted(scene, held)}${held.lateFee ? until(scene, held) : nothing}` : nothing}
      <p><button class="go" ?disabled=${busy || over}>${busy ? `${words.sending}…` : command}</button></p>
    </form>`;
}

export function drawDone(scene: Scene) {
  const { visit, words, fields, bookingBase, commands } = scene;
  const { booked, service, form } = visit;
  if (!booked || !service) return nothing;
  const place = placeOf(visit);
  const where =
    service.where.kind === "place" ? [place?.name, place?.address].filter(Boolean).join(", ") : service.where.words;
  const dates = booked.dates.map(({ start }) => onBothClocks(Date.parse(start.instant), clocksOf(scene)));
  const listed = booked.state === "listed";
  const link = bookingBase && booked.token ? `${bookingBase}/${booked.token}` : null;
  const notes: Readonly<Partial<Record<typeof booked.state, string>>> = {
    waitingApproval: words.waitingNote,
    listed: words.listedNote,
    waitingPayment: words.payingNote,
  };
  const row = (name: string, said: unknown) => (said ? html`<dt>${name}</dt><dd>${said}</dd>` : nothing);
  const { thanks } = form;
  const said = thanks && "text" in thanks && !isUnsettled(visit) ? thanks.text : "";
  const days = dates.map((date) => html`<div>${date}</div>`);
  return html`${said ? html`<p>${said}</p>` : nothing}<dl>${row(words.what, chosenWords(scene))}${row(words.whenDone, days)}${row(words.where, where)}</dl>
    ${bill(scene, booked.price)}${parted(scene, booked)}<p>${notes[booked.state] ?? words.mailNote(fields.text("client.email"))}</p>
    ${listed ? nothing : until(scene, booked)}
    <p class="bar">${link ? html`${listed ? nothing : html`<a class="plain" href="${link}/booking.ics" download>${words.toCalendar}</a>`}<a class="plain" href="${link}/page">${listed ? words.leaveList : words.manage}</a>` : nothing}<button type="button" class="link" @click=${commands.again}>${words.again}</button></p>`;
}

/** What a step is called. */
export function headingOf({ visit, words }: Pick<Scene, "visit" | "words">): string {
  const { thanks } = visit.form;
  const said = thanks && "title" in thanks ? thanks.title : "";
  const states: Readonly<Partial<Record<PublicBooking["state"], string>>> = {
    listed: words.listed,
    waitingPayment: words.paying,
    waitingApproval: said || words.waiting,
  };
  return {
    need: words.need,
    date: words.date,
    service: words.choose,
    who: words.who,
    when: words.when,
    details: words.details,
    done: (visit.booked && states[visit.booked.state]) ?? (said || words.booked),
  }[visit.step];
}
