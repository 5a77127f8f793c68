// The booking calendar as a custom element: from a service to a booking in a few steps, keyboard first. Nothing that was
// typed is lost, whatever happens to the time that was chosen.
import { html, LitElement, nothing, type TemplateResult } from "lit";
import type { CoursePart } from "@/core/booking/booking";
import type { ReleasedBooking } from "@/core/booking/released";
import {
  isOpenState,
  type Moment,
  type PublicBill,
  type PublicBooking,
  type PublicDate,
  type PublicDay,
  type PublicTime,
  type ReleasedService,
} from "@/core/booking/told";
import { lengthWords, minutesWords } from "@/core/booking/words/length-words";
import { ownLookClasses } from "@/core/booking/words/list-css";
import { moneyWords } from "@/core/money/money";
import type { BookingApi, Refused, Wish } from "./api";
import { dateAt, drawDays, listedDateAt, type ShownDays } from "./dates";
import { Fields } from "./fields";
import {
  addDays,
  addMonths,
  cityOf,
  firstWeekday,
  longDay,
  monthBounds,
  partOfDay,
  timeOfDay,
  untilWords,
  weekOf,
  wholeDay,
  written,
} from "./month";
import { styles } from "./styles";
import { type Words, wordsFor } from "./words";

type Step = "need" | "date" | "service" | "who" | "when" | "details" | "done";

/** How many days a list of the next free times shows. */
const listedDays = 4;
/** How long the page of a booking that waits asks how it stands, in ms. */
const askAgainMs = 5000;

export class SiteBooking extends LitElement {
  static override styles = styles;
  static override properties = {
    form: { attribute: false },
    step: { state: true },
    service: { state: true },
    resource: { state: true },
    need: { state: true },
    seats: { state: true },
    chosen: { state: true },
    chosenPart: { state: true },
    month: { state: true },
    days: { state: true },
    day: { state: true },
    date: { state: true },
    times: { state: true },
    full: { state: true },
    waitsFor: { state: true },
    listed: { state: true },
    busy: { state: true },
    held: { state: true },
    says: { state: true },
    nearest: { state: true },
    booked: { state: true },
    clock: { state: true },
  };

  declare form: ReleasedBooking;
  declare step: Step;
  declare service: ReleasedService | null;
  declare resource: string;
  declare need: string;
  declare seats: number;
  /** Minutes of the length that was chosen; 0 for none yet. */
  declare chosen: number;
  /** How much of a course was chosen; "" for nothing yet. */
  declare chosenPart: CoursePart | "";
  /** "2026-03" that is shown; of a list its first date. */
  declare month: string;
  declare days: ReadonlyMap<string, PublicDay | PublicDate>;
  declare day: string;
  /** The day that was chosen first of all; "" for none. */
  declare date: string;
  /** Whether the part of a course is still to be found that has a time on the day that was chosen first. */
  private seeksPart = false;
  declare times: readonly PublicTime[] | null;
  /** Of the day that is looked at: what is full, where it can be waited for. */
  declare full: readonly Moment[];
  /** The full time whose list one is about to join; null for none. */
  declare waitsFor: Moment | null;
  declare listed: readonly { readonly date: string; readonly times: readonly PublicTime[] }[] | null;
  declare busy: boolean;
  declare held: (PublicBooking & { readonly start: string }) | null;
  declare says: string;
  declare nearest: Refused["nearest"];
  declare booked: PublicBooking | null;
  /** Now, in ms: moves on while a time is kept. */
  declare clock: number;
  language = "en";
  /** The visitor's own zone. */
  zone = "";
  /** Where links to a booking lead; null in a rehearsal. */
  bookingBase: string | null = null;
  now: () => number = () => Date.now();
  /** Leads to the page that says thank you; nowhere in a rehearsal. */
  leave: (href: string) => void = () => {};
  /** Told when a booking is begun, and when it is done or left. */
  onBusy: (busy: boolean) => void = () => {};
  declare api: BookingApi;
  private readonly fields = new Fields(
    () => this.words,
    () => this.requestUpdate(),
  );
  /** Ids of the services that have a time on the day that was chosen first; null where none was. */
  private onDay: readonly string[] | null = null;
  private asked = 0;
  private key = "";
  private focused = "";
  private isBusy = false;
  private ticking: ReturnType<typeof setInterval> | undefined;

  constructor() {
    super();
    this.reset();
  }

  private reset() {
    this.step = "service";
    this.service = null;
    this.resource = "";
    this.need = "";
    this.seats = 1;
    this.chosen = 0;
    this.chosenPart = "";
    this.month = "";
    this.days = new Map();
    this.day = "";
    this.date = "";
    this.onDay = null;
    this.times = null;
    this.full = [];
    this.waitsFor = null;
    this.listed = null;
    this.busy = false;
    this.held = null;
    this.fields.wrong = {};
    this.says = "";
    this.nearest = [];
    this.booked = null;
    this.clock = 0;
  }

  override connectedCallback() {
    super.connectedCallback();
    this.begin(false);
  }

  override disconnectedCallback() {
    super.disconnectedCallback();
    clearInterval(this.ticking);
    this.tellBusy(false);
  }

  override updated() {
    // From the first choice on, or from the day that is looked at where nothing else is to be chosen.
    const begun = this.step !== this.steps()[0] || this.day !== "" || this.held !== null;
    this.tellBusy(begun && this.step !== "done");
  }

  private tellBusy(busy: boolean) {
    if (busy === this.isBusy) return;
    this.isBusy = busy;
    this.onBusy(busy);
  }

  /** From the beginning; `focus` where somebody asked for it. */
  private begin(focus: boolean) {
    this.reset();
    this.step = this.steps()[0] ?? "when";
    if (this.form.services.length === 1 && this.form.services[0]) this.service = this.form.services[0];
    this.openDays();
    if (focus) void this.focusHeading();
  }

  /** Shows another form at once, such as a draft of the studio's. */
  change(form: ReleasedBooking) {
    const [before] = this.steps();
    this.form = form;
    const same = form.services.find(({ id }) => id === this.service?.id);
    // Where something else comes first now, so does the visitor.
    const other = this.steps()[0] !== before;
    if (this.step === "done" || other || (this.service && !same)) return this.begin(false);
    this.service = same ?? null;
    this.days = new Map();
    if (!this.service && this.step !== "when") this.step = this.steps()[0] ?? "when";
    this.openDays();
  }

  private get words(): Words {
    return { ...wordsFor(this.language), ...this.form.words };
  }

  // Steps ---------------------------------------------------------------------------------------------------------------

  private people(service: ReleasedService | null = this.service) {
    return (service?.resources ?? []).filter(({ kind }) => kind === "person");
  }

  private get offered(): readonly ReleasedService[] {
    const { services } = this.form;
    const { onDay } = this;
    if (onDay) return services.filter(({ id }) => onDay.includes(id));
    if (this.need) return services.filter(({ leads }) => leads.includes(this.need));
    if (this.form.look.first === "person" && this.resource)
      return services.filter((service) => this.people(service).some(({ id }) => id === this.resource));
    return services;
  }

  /** The steps of this visit in order; what has one choice is skipped. */
  private steps(): readonly Step[] {
    const { services, look } = this.form;
    const needs = new Set(services.flatMap(({ leads }) => leads));
    const everybody = new Set(services.flatMap((service) => this.people(service).map(({ id }) => id)));
    const steps: Step[] = [];
    if (look.first === "need" && needs.size > 1) steps.push("need");
    if (look.first === "person" && everybody.size > 1) steps.push("who");
    if (look.first === "date" && services.length > 1) steps.push("date");
    if (services.length > 1) steps.push("service");
    if (look.first !== "person" && (this.service ? this.people().length > 1 : everybody.size > 1)) steps.push("who");
    return [...steps, "when", "details", "done"];
  }

  private go(step: Step) {
    this.step = step;
    if (step !== "details") this.waitsFor = null;
    this.says = "";
    this.fields.wrong = {};
    this.nearest = [];
    this.openDays();
    void this.focusHeading();
  }

  private goOn(step: Step) {
    const steps = this.steps();
    this.go(steps[steps.indexOf(step) + 1] ?? "when");
  }

  private back() {
    const steps = this.steps();
    let at = steps.indexOf(this.step) - 1;
    // What had one choice was skipped on the way.
    if (at > 0 && steps[at] === "service" && this.offered.length === 1) at--;
    const before = steps[at];
    if (!before) return;
    if (before === "date") {
      this.date = "";
      this.onDay = null;
    }
    if (before === "service" || before === "need" || before === "date")
      this.service = this.form.services.length > 1 ? null : this.service;
    if (before === "who" || before === "need" || before === "date") this.resource = "";
    if (before === "need") this.need = "";
    this.go(before);
  }

  private async focusHeading() {
    await this.updateComplete;
    this.renderRoot.querySelector<HTMLElement>("h3")?.focus();
  }

  // Dates and times -----------------------------------------------------------------------------------------------------

  private get wish(): Wish {
    return {
      service: this.service?.id ?? "",
      resource: this.resource,
      seats: this.seats,
      minutes: this.minutes,
      part: this.ofCourse,
    };
  }

  /** Today, on the visitor's calendar: near enough to know which month to begin with. */
  private get today(): string {
    return new Date(this.now()).toISOString().slice(0, 10);
  }

  /** Days are asked about where the step is one of them. */
  private openDays() {
    if (this.step === "when" || this.step === "date") this.openWhen();
  }

  private openWhen() {
    this.day = "";
    this.times = null;
    this.listed = null;
    this.days = new Map();
    const { view } = this.form.look;
    const begin = this.date || this.today;
    if (view === "month") this.month = this.date.slice(0, 7) || this.month || begin.slice(0, 7);
    else if (this.date || this.month.length !== 10)
      this.month = view === "week" ? weekOf(begin, firstWeekday(this.language)) : begin;
    void this.loadDays();
  }

  /** The dates that are shown. */
  private get bounds(): readonly [string, string] {
    const { view } = this.form.look;
    if (view === "month") return monthBounds(this.month);
    return [this.month, addDays(this.month, view === "week" ? 6 : 30)];
  }

  /** The days of what was chosen, or where nothing is yet those of everything. */
  private askDays(from: string, to: string) {
    return this.step === "date" ? this.api.dates(from, to) : this.api.days(this.wish, from, to);
  }

  private async loadDays(): Promise<void> {
    const asked = ++this.asked;
    const [from, to] = this.bounds;
    this.busy = true;
    const answer = await this.askDays(from < this.today && to >= this.today ? addDays(this.today, -1) : from, to);
    if (asked !== this.asked) return;
    this.busy = false;
    if (!answer.ok) {
      this.says = answer.refusal.title || this.words.failed;
      return;
    }
    this.days = new Map(answer.value.days.map((day) => [day.date, day]));
    if (this.step === "date") return;
    if (this.seeksPart && !this.leadsOn(this.days.get(this.date))) {
      const next = this.parts[this.parts.indexOf(this.ofCourse ?? "whole") + 1];
      if (next) {
        this.chosenPart = next;
        return this.loadDays();
      }
    }
    this.seeksPart = false;
    if (this.form.look.view === "next") await this.listTimes(asked);
    else if (this.date && this.leadsOn(this.days.get(this.date))) await this.choose(this.date);
  }

  /** Whether a day of the chosen service has anything to choose: a time, or a list to join. */
  private leadsOn(day: PublicDay | undefined): boolean {
    return !!day && (isOpenState(day.state) || (day.state === "full" && this.service?.waiting === true));
  }

  /** A day that is chosen before anything else: what has no time on it is not asked about. */
  private onDate(date: string) {
    const day = this.days.get(date);
    this.date = date;
    this.onDay = day && "services" in day ? day.services : null;
    const [only] = this.offered;
    const alone = this.offered.length === 1;
    this.seeksPart = true;
    if (alone && only) this.service = only;
    this.goOn(alone ? "service" : "date");
  }

  private async listTimes(asked: number) {
    const free = [...this.days.values()].filter(({ state }) => isOpenState(state)).slice(0, listedDays);
    const found = await Promise.all(
      free.map(async ({ date }) => ({ date, answer: await this.api.times(this.wish, date) })),
    );
    if (asked !== this.asked) return;
    this.listed = found.map(({ date, answer }) => ({ date, times: answer.ok ? answer.value.times : [] }));
  }

  private async choose(date: string) {
    const asked = ++this.asked;
    this.day = date;
    if (this.date) this.date = date;
    this.focused = date;
    this.times = null;
    this.full = [];
    const answer = await this.api.times(this.wish, date);
    if (asked !== this.asked) return;
    if (answer.ok) {
      this.times = answer.value.times;
      this.full = answer.value.full ?? [];
      await this.updateComplete;
      // On a narrow page the times stand below the month.
      this.renderRoot.querySelector(".slots")?.scrollIntoView({ block: "nearest" });
    } else this.says = answer.refusal.title || this.words.failed;
  }

  private turn(by: number) {
    const { view } = this.form.look;
    this.month = view === "month" ? addMonths(this.month, by) : addDays(this.month, by * (view === "week" ? 7 : 31));
    this.day = "";
    this.times = null;
    this.listed = null;
    this.focused = "";
    this.days = new Map();
    void this.loadDays();
  }

  /** Goes on through the months until one has a free day, or nothing more can be booked. */
  private async findNext() {
    const asked = ++this.asked;
    this.busy = true;
    const [, last] = this.bounds;
    for (let from = addDays(last, 1), nth = 0; nth < 7; nth++, from = addDays(from, 62)) {
      const answer = await this.askDays(from, addDays(from, 61));
      if (asked !== this.asked) return;
      if (!answer.ok) break;
      const free = answer.value.days.find(({ state }) => isOpenState(state));
      if (free) {
        this.month = this.form.look.view === "month" ? free.date.slice(0, 7) : free.date;
        if (this.date) this.date = free.date;
        await this.loadDays();
        if (this.step === "when" && this.form.look.view !== "next") await this.choose(free.date);
        return;
      }
      if (answer.value.days.every(({ state }) => state === "tooFar")) break;
    }
    this.busy = false;
    this.says = this.words.nothing;
  }

  private async take(start: string) {
    if (this.busy) return;
    this.busy = true;
    const answer = await this.api.hold(this.wish, start, this.held?.hold ?? null);
    this.busy = false;
    if (!answer.ok) return this.lost(answer.refusal);
    this.held = { ...answer.value, start };
    this.key = this.api.newKey();
    this.tick();
    this.go("details");
  }

  /** A full time: everything is asked as for a booking, and one is put on its list. */
  private wait(time: Moment) {
    this.held = null;
    this.key = this.api.newKey();
    this.waitsFor = time;
    this.go("details");
  }

  /** A time that can't be had: what was typed stays, and the nearest are offered. */
  private lost(refusal: Refused) {
    const { title, nearest, status } = refusal;
    this.nearest = nearest;
    this.says = status === 409 && nearest.length ? `${title} ${this.words.taken}` : title || this.words.failed;
    if (status === 409) {
      this.held = null;
      // What was waited for is free, or its list is not: one is back among the times.
      if (this.waitsFor) {
        this.go("when");
        this.says = title;
      } else if (this.day) void this.choose(this.day);
    }
  }

  private tick() {
    clearInterval(this.ticking);
    this.clock = this.now();
    this.ticking = setInterval(() => {
      this.clock = this.now();
      if (!this.held) clearInterval(this.ticking);
    }, 1000);
  }

  // Details -------------------------------------------------------------------------------------------------------------

  private readonly send = async (event: Event) => {
    event.preventDefault();
    const { fields, waitsFor, held } = this;
    if (this.busy || (!waitsFor && !held?.hold)) return;
    this.busy = true;
    this.fields.wrong = {};
    this.says = "";
    const given = {
      client: {
        name: fields.text("client.name"),
        email: fields.text("client.email"),
        phone: fields.text("client.phone"),
        ...(this.texts ? { textMessages: true } : {}),
      },
      answers: fields.answers(this.service?.questions ?? []),
      terms: fields.ticked("terms"),
      language: this.language,
    };
    const answer = waitsFor
      ? await this.api.wait(this.wish, waitsFor.instant, given, this.key)
      : await this.api.book({ hold: held?.hold ?? "", ...given }, this.key);
    this.busy = false;
    if (answer.ok) {
      this.booked = answer.value;
      this.held = null;
      const { thanks } = this.form;
      if (answer.value.pay) return this.leave(answer.value.pay);
      if (thanks && "href" in thanks && !this.unsettled) this.leave(thanks.href);
      this.go("done");
      this.askAgain();
      return;
    }
    const { refusal } = answer;
    // What was refused was not done: the next sending is another deed.
    if (refusal.status) this.key = this.api.newKey();
    this.fields.wrong = refusal.fields;
    if (refusal.status === 409 || refusal.status === 410) return this.lost(refusal);
    const known = Object.keys(refusal.fields).some((path) =>
      this.renderRoot.querySelector(`[name="${CSS.escape(path)}"]`),
    );
    if (!known || refusal.fields[`answers.${this.screened(refusal.title)}`] !== undefined)
      this.says = refusal.title || this.words.failed;
    await this.updateComplete;
    this.renderRoot.querySelector<HTMLElement>("[aria-invalid=true]")?.focus();
  };

  /** The question at which this sentence stands. */
  private screened(sentence: string): string {
    const path = Object.entries(this.fields.wrong).find(([, message]) => message === sentence)?.[0] ?? "";
    return path.replace("answers.", "");
  }

  private get paid(): boolean {
    return this.service?.confirm === "payment" && (this.waitsFor !== null || (this.held?.payNow ?? 0) > 0);
  }

  /** Whether what was done is no booking yet: it waits for its payment, or for a place. */
  private get unsettled(): boolean {
    return this.booked?.state === "waitingPayment" || this.booked?.state === "listed";
  }

  /** A booking that waits is asked after, as long as it does. */
  private askAgain() {
    const token = this.booked?.token;
    if (!this.bookingBase || !token || !this.booked?.state.startsWith("waiting")) return;
    setTimeout(async () => {
      if (!this.isConnected || this.booked?.token !== token) return;
      const answer = document.hidden ? null : await fetch(`${this.bookingBase}/${token}`).catch(() => null);
      if (answer?.ok) this.booked = { ...((await answer.json()) as PublicBooking), token };
      this.askAgain();
    }, askAgainMs);
  }

  // Drawing -------------------------------------------------------------------------------------------------------------

  private money = (amount: number) => moneyWords({ amount, currency: this.form.currency }, this.language);

  private length(service: ReleasedService): string {
    return lengthWords(service, this.words, this.language);
  }

  /** The length that is chosen, or the first; null where there is no choice. */
  private get minutes(): number | null {
    const lengths = this.service?.lengths;
    return (lengths?.find(({ minutes }) => minutes === this.chosen) ?? lengths?.[0])?.minutes ?? null;
  }

  /** How much of a course can be booked; empty where that is nothing to choose. */
  private get parts(): readonly CoursePart[] {
    const { joining, course } = this.service ?? {};
    if (!joining) return [];
    // Of two dates nothing is left that is more than one.
    const late = joining.late && course?.some(({ length }) => length > 2);
    return ["whole", ...(late ? (["rest"] as const) : []), ...(joining.one ? (["one"] as const) : [])];
  }

  /** How much of a course is chosen; null where there is no choice. */
  private get ofCourse(): CoursePart | null {
    return this.parts.find((one) => one === this.chosenPart) ?? this.parts[0] ?? null;
  }

  private drawParts() {
    const { parts, service } = this;
    if (parts.length < 2) return nothing;
    const prices = { whole: service?.price ?? null, rest: null, one: service?.joining?.one ?? null };
    return html`<fieldset class="lengths"><legend>${this.words.howMuch}</legend>${parts.map(
      (part) =>
        html`<label class="tick"><input type="radio" name="part" value=${part} .checked=${part === this.ofCourse} @change=${() => {
          this.chosenPart = part;
          this.openWhen();
        }}><span>${this.words.parts[part]}</span>${this.priceOf(prices[part])}</label>`,
    )}</fieldset>`;
  }

  /** The chosen service with the length, or how much of it, that was chosen. */
  private get chosenWords(): string {
    const name = this.service?.name ?? "";
    if (this.ofCourse && this.ofCourse !== "whole") return `${name}, ${this.words.parts[this.ofCourse]}`;
    return this.minutes === null ? name : `${name}, ${minutesWords(this.minutes, this.words, this.language)}`;
  }

  private drawLengths() {
    const lengths = this.service?.lengths ?? [];
    if (!lengths.length) return nothing;
    const priced = new Set(lengths.map(({ price }) => price?.amount)).size > 1;
    return html`<fieldset class="lengths"><legend>${this.words.howLong}</legend>${lengths.map(
      ({ minutes, price }) =>
        html`<label class="tick"><input type="radio" name="minutes" value=${minutes} .checked=${minutes === this.minutes} @change=${() => {
          this.chosen = minutes;
          this.openWhen();
        }}><span>${minutesWords(minutes, this.words, this.language)}</span>${priced ? this.priceOf(price) : nothing}</label>`,
    )}</fieldset>`;
  }

  private priceOf(price: ReleasedService["price"]): TemplateResult | typeof nothing {
    if (!price) return nothing;
    return html`<span class="w-price">${price.earlier === null ? nothing : html`<s>${this.money(price.earlier)}</s> `}${this.money(price.amount)}</span>`;
  }

  private picture(hash: string) {
    const found = this.form.look.photographs ? this.form.pictures[hash] : undefined;
    return found ? html`<img src=${found} width="64" height="64" alt="" loading="lazy">` : nothing;
  }

  private row(name: string, meta: string, say: string, hash: string, price: unknown, chosen: () => void) {
    return html`<li><button type="button" class="w-row" @click=${chosen}>${this.picture(hash)}<span class="w-text"><strong>${name}</strong> ${meta ? html`<span class="w-quiet">${meta}</span>` : nothing}${say ? html`<span class="w-words">${say}</span>` : nothing}</span>${price}</button></li>`;
  }

  private drawNeed() {
    const needs = [...new Set(this.form.services.flatMap(({ leads }) => leads))];
    const choose = (need: string) => {
      this.need = need;
      const [only] = this.offered;
      if (need && this.offered.length === 1 && only) {
        this.service = only;
        return this.goOn("service");
      }
      this.goOn("need");
    };
    return html`<ul class="w-list" role="list">${needs.map((need) => this.row(need, "", "", "", nothing, () => choose(need)))}${this.row(this.words.other, "", "", "", nothing, () => choose(""))}</ul>`;
  }

  private drawServices() {
    const groups = new Map<string, ReleasedService[]>();
    for (const service of this.offered)
      groups.set(service.category, [...(groups.get(service.category) ?? []), service]);
    const chosen = (service: ReleasedService) => () => {
      this.service = service;
      this.seats = 1;
      this.chosenPart = "";
      this.seeksPart = this.date !== "";
      this.goOn("service");
    };
    return [...groups].map(
      ([category, services]) =>
        html`${groups.size > 1 && category ? html`<p class="w-category">${category}</p>` : nothing}<ul class="w-list" role="list">${services.map((service) => this.row(service.name, this.length(service), service.words, service.picture, this.priceOf(service.price), chosen(service)))}</ul>`,
    );
  }

  private drawWho() {
    const first = this.form.look.first === "person";
    const all = first ? this.form.services.flatMap((service) => this.people(service)) : this.people();
    const people = [...new Map(all.map((one) => [one.id, one])).values()];
    const chosen = (id: string) => () => {
      this.resource = id;
      const [only] = this.offered;
      if (first && this.offered.length === 1 && only) this.service = only;
      this.goOn(first && this.offered.length === 1 ? "service" : "who");
    };
    const price = (one: (typeof people)[number]) =>
      !first && one.price && one.price.amount !== this.service?.price?.amount ? this.priceOf(one.price) : nothing;
    return html`<ul class="w-list" role="list">${this.row(this.words.anybody, "", this.words.anybodyNote, "", nothing, chosen(""))}${people.map((one) => this.row(one.name, "", one.words, one.picture, price(one), chosen(one.id)))}</ul>`;
  }

  private readonly gridKey = (event: KeyboardEvent) => {
    const from = (event.target as HTMLElement).dataset.date;
    if (!from) return;
    const listed = [...this.renderRoot.querySelectorAll<HTMLElement>("ul [data-date]")];
    const dates = listed.map(({ dataset }) => dataset.date ?? "");
    const inList = dates.length ? listedDateAt(event.key, from, dates) : null;
    const to = inList ?? dateAt(event.key, from, this.language, getComputedStyle(this).direction === "rtl");
    if (!to) return;
    event.preventDefault();
    const [begin, end] = this.bounds;
    if (to < begin || to > end) this.turn(to < begin ? -1 : 1);
    this.focused = to.startsWith(this.month) || this.form.look.view !== "month" ? to : "";
    this.requestUpdate();
    void this.updateComplete.then(() =>
      this.renderRoot.querySelector<HTMLElement>(`[data-date="${this.focused || this.bounds[0]}"]`)?.focus(),
    );
  };

  private get shownDays(): ShownDays {
    const { words, language, month, bounds, days, day, focused, busy, today, gridKey: key } = this;
    const choose = (date: string) => (this.step === "date" ? this.onDate(date) : void this.choose(date));
    return {
      words,
      language,
      month,
      bounds,
      days,
      day,
      focused,
      busy,
      today,
      waits: this.step === "date" ? this.form.services.some(({ waiting }) => waiting) : this.service?.waiting === true,
      key,
      choose,
      turn: (by) => this.turn(by),
    };
  }

  private get place() {
    return this.form.places.find(({ id }) => id === this.service?.place);
  }

  /** Whether the visitor's clock shows another time than the place's. */
  private differs(time: { readonly place: string; readonly visitor?: string }): boolean {
    return time.visitor !== undefined && time.visitor !== time.place;
  }

  private timeWords(moment: { readonly place: string; readonly visitor?: string }): string {
    return written(moment.visitor ?? moment.place, this.language, timeOfDay);
  }

  private slotButton(time: PublicTime, many: boolean) {
    const { start } = time;
    const city = cityOf(this.place?.zone ?? "");
    const notes = [
      this.differs(start) ? this.words.placeTime(written(start.place, this.language, timeOfDay), city) : "",
      (this.service?.capacity ?? 1) > 1 ? this.words.placesLeft(time.seatsLeft) : "",
      many && time.price ? this.money(time.price.each) : "",
    ].filter(Boolean);
    return html`<li><button type="button" class="slot" ?disabled=${this.busy} @click=${() => this.take(start.instant)}>${this.timeWords(start)}${notes.map((note) => html` <small>${note}</small>`)}</button></li>`;
  }

  private slots(times: readonly PublicTime[]) {
    const { full } = this;
    if (!times.length && !full.length) return html`<p>${this.words.emptyDay}</p>`;
    const many = new Set(times.map(({ price }) => price?.each)).size > 1;
    const course = times[0]?.dates?.[1]
      ? html`<ol class="dates">${times[0].dates.map(({ start }) => html`<li>${written(start.place, this.language, { ...longDay, ...timeOfDay })}</li>`)}</ol>`
      : nothing;
    const parts = (["morning", "afternoon", "evening"] as const).map((part) => ({
      part,
      own: times.filter(({ start }) => partOfDay(start.visitor ?? start.place) === part),
    }));
    return html`${parts.map(({ part, own }) => (own.length ? html`<h4>${this.words[part]}</h4><ul class="slots" role="list">${own.map((time) => this.slotButton(time, many))}</ul>` : nothing))}${course}${
      full.length
        ? html`<h4>${this.words.fullTimes}</h4><ul class="slots" role="list">${full.map((time) => html`<li><button type="button" class="slot waits" ?disabled=${this.busy} @click=${() => this.wait(time)}>${this.timeWords(time)} <small>${this.words.waitingList}</small></button></li>`)}</ul>`
        : nothing
    }`;
  }

  /** Where nothing of what is shown is free: a way on. */
  private drawEmpty() {
    const known = [...this.days.values()];
    if (!known.length || this.busy || known.some(({ state }) => isOpenState(state))) return nothing;
    const said = this.form.look.view === "month" ? this.words.emptyMonth : this.words.emptyDays;
    return html`<p role="status">${said} <button type="button" class="link" @click=${this.findNext}>${this.words.later}</button></p>`;
  }

  private drawDate() {
    return html`<div class="when"><div>${drawDays[this.form.look.view](this.shownDays)}${this.drawEmpty()}</div></div>`;
  }

  private drawWhen() {
    const { view } = this.form.look;
    const shown = [...(this.times ?? []), ...(this.listed ?? []).flatMap(({ times }) => times)];
    const zones = shown.some(({ start }) => this.differs(start));
    const many = this.service?.mostSeats ?? 1;
    return html`${this.drawParts()}${this.drawLengths()}${
      many > 1
        ? html`<p><label for="seats">${this.words.seats}</label><input id="seats" type="number" min="1" max=${many} .value=${String(this.seats)} @change=${(
            event: Event,
          ) => {
            const input = event.target as HTMLInputElement;
            this.seats = Math.min(many, Math.max(1, Math.round(Number(input.value)) || 1));
            input.value = String(this.seats);
            this.openWhen();
          }}></p>`
        : nothing
    }
    <div class="when"><div>${view === "next" ? this.drawNext() : drawDays[view](this.shownDays)}
    ${this.drawEmpty()}</div>
    <div aria-live="polite">${zones ? html`<p class="w-quiet">${this.words.yourTime(cityOf(this.place?.zone ?? ""))}</p>` : nothing}
    ${this.day ? html`<h4>${written(this.day, this.language, longDay)}</h4>${this.times ? this.slots(this.times) : html`<p>${this.words.loading}…</p>`}` : nothing}</div></div>`;
  }

  private drawNext() {
    if (!this.listed) return html`<p role="status">${this.words.loading}…</p>`;
    return html`${this.listed.map(({ date, times }) => html`<h4>${written(date, this.language, longDay)}</h4>${this.slots(times)}`)}<button type="button" class="plain" @click=${() => {
      const last = this.listed?.at(-1)?.date ?? this.bounds[1];
      this.month = addDays(last, 1);
      this.listed = null;
      void this.loadDays();
    }}>${this.words.later}</button>`;
  }

  private bill(price: PublicBill | null) {
    if (!price) return nothing;
    const each = price.seats > 1 ? this.words.each(price.seats, this.money(price.each)) : "";
    const percent = new Intl.NumberFormat(this.language).format(price.taxPercent);
    return html`<p class="bill"><span>${this.words.price}${each ? html`<small>${each}</small>` : nothing}${price.tax ? html`<small>${this.words.taxIn(percent, this.money(price.tax))}</small>` : nothing}</span><span class="w-price">${price.earlierEach === null ? nothing : html`<s>${this.money(price.earlierEach * price.seats)}</s> `}${this.money(price.gross)}</span></p>`;
  }

  /** What of the price is paid when; nothing where it is paid as one, or at the place. */
  private parted({ price, payNow, paid, state }: PublicBooking) {
    const gross = price?.gross ?? 0;
    if (payNow === null || payNow >= gross) return nothing;
    const first = state === "confirmed" ? paid : payNow;
    const line = (name: string, amount: number) =>
      html`<span class="w-quiet">${name}</span><span>${this.money(amount)}</span>`;
    return html`<p class="parts">${line(state === "confirmed" ? this.words.paidNow : this.words.payNow, first)}${line(this.words.payThere, gross - first)}</p>`;
  }

  /** Until when it can be changed for nothing, and what cancelling costs then. */
  private until({ lateFee, changeUntil }: PublicBooking) {
    const until = Date.parse(changeUntil);
    if (until <= this.now()) return nothing;
    const said = this.moment(until);
    return html`<p>${lateFee ? this.words.lateFee(said, this.money(lateFee)) : this.words.until(said)}</p>`;
  }

  /** An instant on the visitor's clock. */
  private moment(instant: number): string {
    return new Intl.DateTimeFormat(this.language, {
      ...longDay,
      ...timeOfDay,
      ...(this.zone ? { timeZone: this.zone } : {}),
    }).format(instant);
  }

  /** Whether text messages are wanted too. */
  private get texts() {
    return this.fields.ticked("client.textMessages");
  }

  private drawDetails() {
    const { held, service, fields, waitsFor } = this;
    if (!service) return nothing;
    const ends = held?.endsByItself ? Date.parse(held.endsByItself) : 0;
    const over = !waitsFor && (!held || ends <= this.clock);
    const deed = waitsFor
      ? this.words.waitDeed
      : this.paid
        ? this.words.pay
        : service.confirm === "approval"
          ? this.words.ask
          : this.words.book;
    return html`${
      waitsFor
        ? html`<p class="note">${this.words.waitNote}${this.paid ? ` ${this.words.waitPay}` : ""}</p>`
        : html`<p class="w-quiet" role="timer">${over ? this.words.keptOver : this.words.kept(untilWords(ends, this.clock))} ${over && held ? html`<button type="button" class="link" @click=${() => this.take(held.start)}>${this.words.keepAgain}</button>` : nothing}</p>`
    }
    ${service.least ? html`<p class="note">${this.words.least(service.least.seats, service.least.hours)}</p>` : nothing}
    <form class="fields" novalidate @submit=${this.send}>
      ${fields.line("client.name", this.words.name, true, "text", "name")}
      ${fields.line("client.email", this.words.email, true, "email", "email")}
      ${fields.line("client.phone", this.words.phone, this.texts, "tel", "tel")}
      ${this.form.places.find(({ id }) => id === service.place)?.textMessages ? fields.tick("client.textMessages", this.words.textMessages, false) : nothing}
      ${service.questions.map((question) => fields.question(question))}
      ${service.terms ? html`<div><h4>${this.words.termsTitle}</h4><p>${service.terms}</p>${fields.tick("terms", this.words.terms, true)}</div>` : nothing}
      ${this.bill(held?.price ?? null)}
      ${held ? html`${this.parted(held)}${held.lateFee ? this.until(held) : nothing}` : nothing}
      <p><button class="go" ?disabled=${this.busy || over}>${this.busy ? `${this.words.sending}…` : deed}</button></p>
    </form>`;
  }

  private drawDone() {
    const { booked, service } = this;
    if (!booked || !service) return nothing;
    const place = this.form.places.find(({ id }) => id === service.place);
    const where =
      service.where.kind === "place" ? [place?.name, place?.address].filter(Boolean).join(", ") : service.where.words;
    const dates = booked.dates.map(({ start }) => {
      const day = written(start.place, this.language, { ...wholeDay, ...timeOfDay });
      return this.differs(start) ? `${day} (${cityOf(booked.zone)})` : day;
    });
    const link = this.bookingBase && booked.token ? `${this.bookingBase}/${booked.token}` : null;
    const note =
      booked.state === "waitingApproval"
        ? this.words.waitingNote
        : booked.state === "listed"
          ? this.words.listedNote
          : booked.state === "waitingPayment"
            ? this.words.payingNote
            : this.words.mailNote(this.fields.text("client.email"));
    const row = (name: string, said: unknown) => (said ? html`<dt>${name}</dt><dd>${said}</dd>` : nothing);
    const { thanks } = this.form;
    const said = thanks && "text" in thanks && !this.unsettled ? thanks.text : "";
    return html`${said ? html`<p>${said}</p>` : nothing}<dl>${row(this.words.what, this.chosenWords)}${row(
      this.words.whenDone,
      dates.map((date) => html`<div>${date}</div>`),
    )}${row(this.words.where, where)}</dl>
    ${this.bill(booked.price)}${this.parted(booked)}<p>${note}</p>
    ${booked.state === "listed" ? nothing : this.until(booked)}
    <p class="bar">${link ? html`${booked.state === "listed" ? nothing : html`<a class="plain" href="${link}/booking.ics" download>${this.words.toCalendar}</a>`}<a class="plain" href="${link}/page">${booked.state === "listed" ? this.words.leaveList : this.words.manage}</a>` : nothing}<button type="button" class="link" @click=${() => this.begin(true)}>${this.words.again}</button></p>`;
  }

  private heading(): string {
    const { words } = this;
    const { thanks } = this.form;
    const said = thanks && "title" in thanks ? thanks.title : "";
    const done =
      this.booked?.state === "listed"
        ? words.listed
        : this.booked?.state === "waitingPayment"
          ? words.paying
          : said || (this.booked?.state === "waitingApproval" ? words.waiting : words.booked);
    return {
      need: words.need,
      date: words.date,
      service: words.choose,
      who: words.who,
      when: words.when,
      details: words.details,
      done,
    }[this.step];
  }

  private summary(): string {
    const person = this.form.services.flatMap(({ resources }) => resources).find(({ id }) => id === this.resource);
    const start = this.held?.dates[0]?.start ?? this.waitsFor;
    const chosen = this.step === "service" || this.step === "who" ? this.date : "";
    return [
      chosen ? written(chosen, this.language, longDay) : "",
      this.service && (this.step !== "when" || this.steps()[0] !== "when")
        ? this.step === "details"
          ? this.chosenWords
          : this.service.name
        : "",
      person?.name ?? "",
      this.step === "details" && start
        ? written(start.visitor ?? start.place, this.language, { ...longDay, ...timeOfDay })
        : "",
      this.step === "details" && this.seats > 1 ? `${this.words.seats}: ${this.seats}` : "",
    ]
      .filter(Boolean)
      .join(" · ");
  }

  override render() {
    const { look } = this.form;
    if (!this.form.services.length) return html`<p>${this.words.nothing}</p>`;
    const draws: Readonly<Record<Step, () => unknown>> = {
      need: () => this.drawNeed(),
      date: () => this.drawDate(),
      service: () => this.drawServices(),
      who: () => this.drawWho(),
      when: () => this.drawWhen(),
      details: () => this.drawDetails(),
      done: () => this.drawDone(),
    };
    const steps = this.steps();
    const first = this.step === steps[0];
    const summary = this.summary();
    const notice = this.form.places.find(({ id }) => id === (this.service ?? this.form.services[0])?.place)?.notice;
    // The first step looks as the page did before it: only its words for a screen reader are new.
    const [outer, inner] = ownLookClasses(look);
    return html`<div class=${outer}><div class="${look.density} ${inner}">
      ${first || this.step === "done" ? nothing : html`<div class="bar"><button type="button" class="plain" @click=${this.back}>${this.words.back}</button>${summary ? html`<p>${summary}</p>` : nothing}</div>`}
      <h3 tabindex="-1" class=${first && this.step === "service" ? "hide" : ""}>${this.heading()}</h3>
      ${first && notice ? html`<p class="note">${notice}</p>` : nothing}
      ${this.says ? html`<div class="note" role="alert"><p>${this.says}</p>${this.nearest.length ? html`<ul class="slots" role="list">${this.nearest.map((moment) => html`<li><button type="button" class="slot" @click=${() => this.take(moment.instant)}>${written(moment.visitor ?? moment.place, this.language, { weekday: "short", day: "numeric", month: "short", ...timeOfDay })}</button></li>`)}</ul>` : nothing}</div>` : nothing}
      ${draws[this.step]()}
    </div></div>`;
  }
}

if (!customElements.get("site-booking")) customElements.define("site-booking", SiteBooking);
