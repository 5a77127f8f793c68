// The booking calendar as a custom element: from a service to a booking in a few steps, keyboard first. Nothing that was
// typed is lost, whatever happens to the time that was chosen. What follows from what is in visit.ts; here it is asked of the
// site, and drawn.
import { html, LitElement, nothing } from "lit";
import type { Moment, PublicBooking } from "@/core/booking/public-types";
import type { ReleasedBooking } from "@/core/booking/released";
import { onBothClocks } from "@/core/booking/words/both-clocks";
import { ownLookClasses } from "@/core/booking/words/list-css";
import type { BookingApi, Refused } from "./api";
import { dateAt, listedDateAt } from "./dates";
import { drawNeed, drawServices, drawWho } from "./draw/choices";
import { drawDetails, drawDone, headingOf } from "./draw/details";
import { chosenWords, clocksOf, type Scene } from "./draw/scene";
import { drawDate, drawWhen } from "./draw/when";
import { Fields } from "./fields";
import { longDay, written } from "./month";
import { styles } from "./styles";
import {
  type Ask,
  askedDays,
  at,
  back,
  begun,
  boundsOf,
  changed,
  daysCame,
  done,
  holding,
  isUnderWay,
  isUnsettled,
  laterCame,
  listedCame,
  lost,
  type Step,
  searchedDays,
  stepsOf,
  timesCame,
  turned,
  type Visit,
  waiting,
  wishOf,
  wordsOf,
} from "./visit";
import type { Words } from "./words/en";

/** How long the page of a booking that waits asks how it stands, in ms. */
const askAgainMs = 5000;

const draws: Readonly<Record<Step, (scene: Scene) => unknown>> = {
  need: drawNeed,
  date: drawDate,
  service: drawServices,
  who: drawWho,
  when: drawWhen,
  details: drawDetails,
  done: drawDone,
};

type Change = (visit: Visit) => Visit;

export class SiteBooking extends LitElement {
  static override styles = styles;
  static override properties = { visit: { state: true }, clock: { state: true } };

  declare visit: Visit;
  /** Now, in ms: moves on while a time is kept. */
  declare clock: number;
  form!: ReleasedBooking;
  language = "en";
  words!: Words;
  /** The visitor's own zone. */
  zone = "";
  /** Where links to a booking lead; null in a rehearsal. */
  bookingBase: string | null = null;
  now: () => number = () => Date.now();
  /** Leads to the page that says thank you; nowhere in a rehearsal. */
  leave: (href: string) => void = () => {};
  /** Told when a booking is begun, and when it is done or left. */
  onBusy: (busy: boolean) => void = () => {};
  api!: BookingApi;
  private readonly fields = new Fields(
    () => wordsOf(this.visit),
    () => this.requestUpdate(),
  );
  /** Of the command that is to be done once, however often it is sent. */
  private key = "";
  private isBusy = false;
  private ticking: ReturnType<typeof setInterval> | undefined;

  override connectedCallback() {
    super.connectedCallback();
    this.clock = 0;
    this.begin();
  }

  override disconnectedCallback() {
    super.disconnectedCallback();
    clearInterval(this.ticking);
    this.tellBusy(false);
  }

  override updated() {
    this.tellBusy(isUnderWay(this.visit));
  }

  private tellBusy(busy: boolean) {
    if (busy === this.isBusy) return;
    this.isBusy = busy;
    this.onBusy(busy);
  }

  private get here() {
    return { language: this.language, said: this.words, today: new Date(this.now()).toISOString().slice(0, 10) };
  }

  private begin() {
    this.fields.wrong = {};
    this.become(begun(this.form, this.here));
  }

  /** Shows another form at once, such as a draft of the studio's. */
  change(form: ReleasedBooking) {
    this.form = form;
    this.become(changed({ ...this.visit, ...this.here }, form));
  }

  /** The visit is another one now: what it asks is asked. */
  private become(next: Visit) {
    const asked = this.visit?.ask;
    this.visit = next;
    if (next.ask && next.ask !== asked) void this.asking[next.ask.of](next.ask as never);
  }

  /** Something was done: where it leads to another step, that is read out. */
  private turn(change: Change) {
    const { step } = this.visit;
    this.become(change({ ...this.visit, ...this.here }));
    if (this.visit.step === step) return;
    this.fields.wrong = {};
    void this.focusHeading();
  }

  private async focusHeading() {
    await this.updateComplete;
    this.renderRoot.querySelector<HTMLElement>("h3")?.focus();
  }

  // What is asked of the site ---------------------------------------------------------------------------------------------

  /** The days of what was chosen, or where nothing is yet those of everything. */
  private days([from, to]: readonly [string, string]) {
    return this.visit.step === "date" ? this.api.dates(from, to) : this.api.days(wishOf(this.visit), from, to);
  }

  private readonly asking: { readonly [Of in Ask["of"]]: (ask: Ask & { of: Of }) => Promise<void> } = {
    days: async (ask) => {
      const answer = await this.days(askedDays(this.visit));
      this.become(daysCame(this.visit, ask, answer));
    },
    times: async (ask) => {
      const answer = await this.api.times(wishOf(this.visit), ask.date);
      this.become(timesCame(this.visit, ask, answer));
      await this.updateComplete;
      // On a narrow page the times stand below the month.
      this.renderRoot.querySelector(".slots")?.scrollIntoView({ block: "nearest" });
    },
    listed: async (ask) => {
      const wish = wishOf(this.visit);
      const answers = await Promise.all(ask.dates.map((date) => this.api.times(wish, date)));
      this.become(listedCame(this.visit, ask, answers));
    },
    later: async (ask) => {
      const answer = await this.days(searchedDays(ask));
      this.become(laterCame(this.visit, ask, answer));
    },
  };

  private async take(start: string) {
    const { busy, held } = this.visit;
    if (busy) return;
    this.become({ ...this.visit, busy: true });
    const answer = await this.api.hold(wishOf(this.visit), start, held?.hold ?? null);
    if (!answer.ok) return this.lost(answer.refusal);
    this.key = this.api.newKey();
    this.turn((now) => holding(now, answer.value, start));
    this.tick();
    void this.focusHeading();
  }

  private wait(time: Moment) {
    this.key = this.api.newKey();
    this.turn((now) => waiting(now, time));
  }

  private lost(refusal: Refused) {
    this.turn((now) => lost(now, refusal));
  }

  private tick() {
    clearInterval(this.ticking);
    this.clock = this.now();
    this.ticking = setInterval(() => {
      this.clock = this.now();
      if (!this.visit.held) clearInterval(this.ticking);
    }, 1000);
  }

  /** What was filled in, as it is sent. */
  private get given() {
    const { fields } = this;
    return {
      client: {
        name: fields.text("client.name"),
        email: fields.text("client.email"),
        phone: fields.text("client.phone"),
        ...(fields.ticked("client.textMessages") ? { textMessages: true } : {}),
      },
      answers: fields.answers(this.visit.service?.questions ?? []),
      terms: fields.ticked("terms"),
      language: this.language,
    };
  }

  private readonly send = async (event: Event) => {
    event.preventDefault();
    const { busy, waitsFor, held } = this.visit;
    if (busy || (!waitsFor && !held?.hold)) return;
    const { given } = this;
    this.become({ ...this.visit, busy: true, says: "" });
    this.fields.wrong = {};
    const answer = waitsFor
      ? await this.api.wait(wishOf(this.visit), waitsFor.instant, given, this.key)
      : await this.api.book({ hold: held?.hold ?? "", ...given }, this.key);
    if (answer.ok) this.booked(answer.value);
    else await this.refused(answer.refusal);
  };

  private booked(booking: PublicBooking) {
    const { thanks } = this.form;
    this.become(done(this.visit, booking));
    if (booking.pay) return this.leave(booking.pay);
    if (thanks && "href" in thanks && !isUnsettled(this.visit)) this.leave(thanks.href);
    this.turn((now) => at(now, "done"));
    this.askAgain();
  }

  private async refused(refusal: Refused) {
    // What was refused was not done: the next sending is another command.
    if (refusal.status) this.key = this.api.newKey();
    this.fields.wrong = refusal.fields;
    if (refusal.status === 409 || refusal.status === 410) return this.lost(refusal);
    // A sentence that stands at no field, or at a question that keeps some out, is said above them all.
    const paths = Object.keys(refusal.fields);
    const shown = paths.some((path) => this.renderRoot.querySelector(`[name="${CSS.escape(path)}"]`));
    const keepsOut = paths.some((path) => path.startsWith("answers.") && refusal.fields[path] === refusal.title);
    const says = !shown || keepsOut ? refusal.title || wordsOf(this.visit).failed : "";
    this.become({ ...this.visit, busy: false, says });
    await this.updateComplete;
    this.renderRoot.querySelector<HTMLElement>("[aria-invalid=true]")?.focus();
  }

  /** A booking that waits is asked after, as long as it does. */
  private askAgain() {
    const { booked } = this.visit;
    const token = booked?.token;
    if (!this.bookingBase || !token || !booked?.state.startsWith("waiting")) return;
    setTimeout(async () => {
      if (!this.isConnected || this.visit.booked?.token !== token) return;
      const answer = document.hidden ? null : await fetch(`${this.bookingBase}/${token}`).catch(() => null);
      if (answer?.ok) this.become({ ...this.visit, booked: { ...((await answer.json()) as PublicBooking), token } });
      this.askAgain();
    }, askAgainMs);
  }

  // Keys and drawing --------------------------------------------------------------------------------------------------------

  private readonly dayKey = (event: KeyboardEvent) => {
    const from = (event.target as HTMLElement).dataset.date;
    if (!from) return;
    const listed = [...this.renderRoot.querySelectorAll<HTMLElement>("ul [data-date]")];
    const dates = listed.map(({ dataset }) => dataset.date ?? "");
    const inList = dates.length ? listedDateAt(event.key, from, dates) : null;
    const to = inList ?? dateAt(event.key, from, this.language, getComputedStyle(this).direction === "rtl");
    if (!to) return;
    event.preventDefault();
    const [first, last] = boundsOf(this.visit);
    if (to < first || to > last) this.become(turned(this.visit, to < first ? -1 : 1));
    const shown = this.visit.form.look.view !== "month" || to.startsWith(this.visit.month);
    this.become({ ...this.visit, focused: shown ? to : "" });
    void this.updateComplete.then(() => {
      const { visit } = this;
      this.renderRoot.querySelector<HTMLElement>(`[data-date="${visit.focused || boundsOf(visit)[0]}"]`)?.focus();
    });
  };

  private get scene(): Scene {
    const { visit, fields, zone, clock, bookingBase } = this;
    return {
      ...{ visit, fields, zone, clock, bookingBase },
      words: wordsOf(visit),
      commands: {
        turn: (change) => this.turn(change),
        take: (start) => void this.take(start),
        wait: (time) => this.wait(time),
        send: this.send,
        key: this.dayKey,
        again: () => {
          this.begin();
          void this.focusHeading();
        },
      },
    };
  }

  /** What was chosen so far, beside the way back. */
  private summary(scene: Scene, steps: readonly Step[]): string {
    const { visit, words } = scene;
    const { step, service, form, resource, seats, date } = visit;
    const person = form.services.flatMap(({ resources }) => resources).find(({ id }) => id === resource);
    const start = visit.held?.dates[0]?.start ?? visit.waitsFor;
    const details = step === "details";
    const named = service && (step !== "when" || steps[0] !== "when");
    return [
      (step === "service" || step === "who") && date ? written(date, visit.language, longDay) : "",
      named ? (details ? chosenWords(scene) : service.name) : "",
      person?.name ?? "",
      details && start ? onBothClocks(Date.parse(start.instant), clocksOf(this.scene)) : "",
      details && seats > 1 ? `${words.seats}: ${seats}` : "",
    ]
      .filter(Boolean)
      .join(" · ");
  }

  /** What could not be had, with the nearest times that can. */
  private said({ visit, commands }: Scene) {
    const { says, nearest } = visit;
    if (!says) return nothing;
    const clocks = clocksOf(this.scene);
    const slots = nearest.map(
      (moment) =>
        html`<li><button type="button" class="slot" @click=${() => commands.take(moment.instant)}>${onBothClocks(Date.parse(moment.instant), clocks)}</button></li>`,
    );
    return html`<div class="note" role="alert"><p>${says}</p>${slots.length ? html`<ul class="slots" role="list">${slots}</ul>` : nothing}</div>`;
  }

  override render() {
    const { scene } = this;
    const { visit, words } = scene;
    const { look, services, places } = visit.form;
    if (!services.length) return html`<p>${words.nothing}</p>`;
    const steps = stepsOf(visit);
    const first = visit.step === steps[0];
    const summary = this.summary(scene, steps);
    const bar = html`<div class="bar"><button type="button" class="plain" @click=${() => this.turn(back)}>${words.back}</button>${summary ? html`<p>${summary}</p>` : nothing}</div>`;
    const notice = places.find(({ id }) => id === (visit.service ?? services[0])?.place)?.notice;
    // The first step looks as the page did before it: only its words for a screen reader are new.
    const [outer, inner] = ownLookClasses(look);
    return html`<div class=${outer}><div class="${look.density} ${inner}">
      ${first || visit.step === "done" ? nothing : bar}
      <h3 tabindex="-1" class=${first && visit.step === "service" ? "hide" : ""}>${headingOf(scene)}</h3>
      ${first && notice ? html`<p class="note">${notice}</p>` : nothing}
      ${this.said(scene)}
      ${draws[visit.step](scene)}
    </div></div>`;
  }
}

if (!customElements.get("site-booking")) customElements.define("site-booking", SiteBooking);
