// A visit to the calendar as values: what was chosen so far, what is asked of the site, and what each choice and each answer
// makes of it. Nothing here draws, waits or calls: the element does.
import type { CoursePart } from "@/core/booking/booking";
import {
  isOpenState,
  type Moment,
  type PublicBooking,
  type PublicDate,
  type PublicDay,
  type PublicTime,
  type ReleasedService,
} from "@/core/booking/public-types";
import type { ReleasedBooking } from "@/core/booking/released";
import type { Answer, Refused, Wish } from "./api";
import { addDays, addMonths, firstWeekday, monthBounds, weekOf } from "./month";
import type { Words } from "./words/en";

export type Step = "need" | "date" | "service" | "who" | "when" | "details" | "done";

/** What the site is asked. An answer to anything but what is asked last comes too late, and changes nothing. */
export type Ask =
  /** The days that are shown; and then the times of one of them. */
  | { readonly of: "days"; readonly then?: string }
  | { readonly of: "times"; readonly date: string }
  | { readonly of: "listed"; readonly dates: readonly string[] }
  /** The first free day from a date on; `left` such stretches are still looked through. */
  | { readonly of: "later"; readonly from: string; readonly left: number };

export type Days = Answer<{ readonly days: readonly (PublicDay | PublicDate)[] }>;
export type Times = Answer<{ readonly times: readonly PublicTime[]; readonly full?: readonly Moment[] }>;

export interface Visit {
  readonly form: ReleasedBooking;
  readonly language: string;
  /** The words of that language. */
  readonly said: Words;
  /** Today on the visitor's calendar: near enough to know which month to begin with. */
  readonly today: string;
  readonly step: Step;
  readonly service: ReleasedService | null;
  /** The person who was chosen; "" for anybody. */
  readonly resource: string;
  readonly need: string;
  readonly seats: number;
  /** Minutes of the length that was chosen; 0 for none yet. */
  readonly chosen: number;
  /** How much of a course was chosen; "" for nothing yet. */
  readonly chosenPart: CoursePart | "";
  /** "2026-03" that is shown; of a list its first date. */
  readonly month: string;
  readonly days: ReadonlyMap<string, PublicDay | PublicDate>;
  /** The day whose times are looked at; "" for none. */
  readonly day: string;
  /** The date that has the focus; "" for none. */
  readonly focused: string;
  /** The day that was chosen first of all; "" for none. */
  readonly date: string;
  /** Ids of the services that have a time on the day that was chosen first; null where none was. */
  readonly onDay: readonly string[] | null;
  /** Whether the part of a course is still to be found that has a time on the day that was chosen first. */
  readonly seeksPart: boolean;
  readonly times: readonly PublicTime[] | null;
  /** Of the day that is looked at: what is full, where it can be waited for. */
  readonly full: readonly Moment[];
  /** The full time whose list one is about to join; null for none. */
  readonly waitsFor: Moment | null;
  /** The next open days with their times, where the look lists those. */
  readonly listed: readonly { readonly date: string; readonly times: readonly PublicTime[] }[] | null;
  readonly ask: Ask | null;
  readonly busy: boolean;
  readonly held: (PublicBooking & { readonly start: string }) | null;
  readonly says: string;
  readonly nearest: Refused["nearest"];
  readonly booked: PublicBooking | null;
}

/** How many days a list of the next free times shows. */
const listedDays = 4;
/** How many days are looked through at once for a free one, and how often. */
const searchDays = 62;
const searches = 7;

/** The calendar's words, and over them what the designer wrote otherwise. */
export const wordsOf = ({ form, said }: Pick<Visit, "form" | "said">): Words => ({
  ...said,
  ...form.words,
});

// What can be chosen -----------------------------------------------------------------------------------------------------

/** Who works at a service. */
export const peopleOf = (service: ReleasedService | null) =>
  (service?.resources ?? []).filter(({ kind }) => kind === "person");

/** Everybody who can be chosen now, each once. */
export function offeredPeople({ form, service }: Visit) {
  const all = form.look.first === "person" ? form.services.flatMap(peopleOf) : peopleOf(service);
  return [...new Map(all.map((one) => [one.id, one])).values()];
}

/** The services that what was chosen so far leaves. */
export function offeredServices({ form, onDay, need, resource }: Visit): readonly ReleasedService[] {
  const { services, look } = form;
  if (onDay) return services.filter(({ id }) => onDay.includes(id));
  if (need) return services.filter(({ leads }) => leads.includes(need));
  if (look.first === "person" && resource)
    return services.filter((service) => peopleOf(service).some(({ id }) => id === resource));
  return services;
}

export const needsOf = ({ services }: ReleasedBooking): readonly string[] => [
  ...new Set(services.flatMap(({ leads }) => leads)),
];

/** The steps of this visit in order; what has one choice is skipped. */
export function stepsOf({ form, service }: Pick<Visit, "form" | "service">): readonly Step[] {
  const { services, look } = form;
  const everybody = new Set(services.flatMap((one) => peopleOf(one).map(({ id }) => id)));
  const steps: Step[] = [];
  if (look.first === "need" && needsOf(form).length > 1) steps.push("need");
  if (look.first === "person" && everybody.size > 1) steps.push("who");
  if (look.first === "date" && services.length > 1) steps.push("date");
  if (services.length > 1) steps.push("service");
  if (look.first !== "person" && (service ? peopleOf(service).length > 1 : everybody.size > 1)) steps.push("who");
  return [...steps, "when", "details", "done"];
}

/** From the first choice on, or from the day that is looked at where nothing else is to be chosen, until it is done. */
export const isUnderWay = (visit: Visit): boolean =>
  visit.step !== "done" && (visit.step !== stepsOf(visit)[0] || visit.day !== "" || visit.held !== null);

/** The length that is chosen, or the first; null where there is no choice. */
export function minutesOf({ service, chosen }: Visit): number | null {
  const lengths = service?.lengths;
  return (lengths?.find(({ minutes }) => minutes === chosen) ?? lengths?.[0])?.minutes ?? null;
}

/** How much of a course can be booked; empty where that is nothing to choose. */
export function partsOf(service: ReleasedService | null): readonly CoursePart[] {
  const { joining, course } = service ?? {};
  if (!joining) return [];
  // Of two dates nothing is left that is more than one.
  const late = joining.late && course?.some(({ length }) => length > 2);
  return ["whole", ...(late ? (["rest"] as const) : []), ...(joining.one ? (["one"] as const) : [])];
}

/** How much of a course is chosen; null where there is no choice. */
export function partOf({ service, chosenPart }: Visit): CoursePart | null {
  const parts = partsOf(service);
  return parts.find((one) => one === chosenPart) ?? parts[0] ?? null;
}

export const wishOf = (visit: Visit): Wish => ({
  service: visit.service?.id ?? "",
  resource: visit.resource,
  seats: visit.seats,
  minutes: minutesOf(visit),
  part: partOf(visit),
});

/** The first and the last of the dates that are shown. */
export function boundsOf({ form, month }: Visit): readonly [string, string] {
  const { view } = form.look;
  if (view === "month") return monthBounds(month);
  return [month, addDays(month, view === "week" ? 6 : 30)];
}

/** The dates that are asked about for `days`: yesterday too, since it may be still today where the service is. */
export function askedDays(visit: Visit): readonly [string, string] {
  const [from, to] = boundsOf(visit);
  return [from < visit.today && to >= visit.today ? addDays(visit.today, -1) : from, to];
}

/** The dates that are looked through for `later`. */
export const searchedDays = ({ from }: Ask & { of: "later" }): readonly [string, string] => [
  from,
  addDays(from, searchDays - 1),
];

/** Whether it has to be paid before it holds. */
export const isPaid = ({ service, waitsFor, held }: Visit): boolean =>
  service?.confirm === "payment" && (waitsFor !== null || (held?.payNow ?? 0) > 0);

/** Whether what was done is no booking yet: it waits for its payment, or for a place. */
export const isUnsettled = ({ booked }: Visit): boolean =>
  booked?.state === "waitingPayment" || booked?.state === "listed";

/** Whether a day of the chosen service has anything to choose: a time, or a list to join. */
const leadsOn = ({ service }: Visit, day: PublicDay | undefined): boolean =>
  !!day && (isOpenState(day.state) || (day.state === "full" && service?.waiting === true));

// From step to step ------------------------------------------------------------------------------------------------------

/** Days are asked about where the step is one of them. */
function opened(visit: Visit): Visit {
  if (visit.step !== "when" && visit.step !== "date") return visit;
  const { view } = visit.form.look;
  const begin = visit.date || visit.today;
  const month =
    view === "month"
      ? (visit.date || visit.month || begin).slice(0, 7)
      : visit.date || visit.month.length !== 10
        ? view === "week"
          ? weekOf(begin, firstWeekday(visit.language))
          : begin
        : visit.month;
  return asksDays({ ...visit, month });
}

const asksDays = (visit: Visit, then?: string): Visit => ({
  ...visit,
  day: "",
  times: null,
  listed: null,
  days: new Map(),
  ask: { of: "days", ...(then === undefined ? {} : { then }) },
  busy: true,
});

/** From the beginning. */
export function begun(
  form: ReleasedBooking,
  { language, said, today }: Pick<Visit, "language" | "said" | "today">,
): Visit {
  const [only] = form.services;
  const service = form.services.length === 1 && only ? only : null;
  return opened({
    form,
    language,
    said,
    today,
    step: stepsOf({ form, service: null })[0] ?? "when",
    service,
    resource: "",
    need: "",
    seats: 1,
    chosen: 0,
    chosenPart: "",
    month: "",
    days: new Map(),
    day: "",
    focused: "",
    date: "",
    onDay: null,
    seeksPart: false,
    times: null,
    full: [],
    waitsFor: null,
    listed: null,
    ask: null,
    busy: false,
    held: null,
    says: "",
    nearest: [],
    booked: null,
  });
}

/** With another form, such as a draft of the studio's: at the same step where it still holds, or else from the beginning. */
export function changed(visit: Visit, form: ReleasedBooking): Visit {
  const service = form.services.find(({ id }) => id === visit.service?.id) ?? null;
  const first = (of: ReleasedBooking) => stepsOf({ form: of, service: visit.service })[0];
  // Where something else comes first now, so does the visitor.
  if (visit.step === "done" || first(visit.form) !== first(form) || (visit.service && !service))
    return begun(form, visit);
  const here = { ...visit, form, service, days: new Map() };
  const step = !service && visit.step !== "when" ? (stepsOf(here)[0] ?? "when") : visit.step;
  return opened({ ...here, step });
}

/** At a step. */
export const at = (visit: Visit, step: Step): Visit =>
  opened({ ...visit, step, waitsFor: step === "details" ? visit.waitsFor : null, says: "", nearest: [] });

function after(visit: Visit, step: Step): Visit {
  const steps = stepsOf(visit);
  return at(visit, steps[steps.indexOf(step) + 1] ?? "when");
}

/** The service, where what was chosen leaves one alone. */
function onlyService(visit: Visit): ReleasedService | null {
  const offered = offeredServices(visit);
  return offered.length === 1 ? (offered[0] ?? null) : null;
}

/** One step back; what was chosen there is open again. */
export function back(visit: Visit): Visit {
  const steps = stepsOf(visit);
  let to = steps.indexOf(visit.step) - 1;
  // What had one choice was skipped on the way.
  if (to > 0 && steps[to] === "service" && offeredServices(visit).length === 1) to--;
  const before = steps[to];
  if (!before) return visit;
  const choosesService = before === "service" || before === "need" || before === "date";
  return at(
    {
      ...visit,
      ...(before === "date" ? { date: "", onDay: null } : {}),
      ...(choosesService && visit.form.services.length > 1 ? { service: null } : {}),
      ...(before === "who" || before === "need" || before === "date" ? { resource: "" } : {}),
      ...(before === "need" ? { need: "" } : {}),
    },
    before,
  );
}

/** A need, "" for another than those that are named. */
export function needChosen(visit: Visit, need: string): Visit {
  const next = { ...visit, need };
  const only = need ? onlyService(next) : null;
  return only ? after({ ...next, service: only }, "service") : after(next, "need");
}

/** A day that is chosen before anything else: what has no time on it is not asked about. */
export function dateChosen(visit: Visit, date: string): Visit {
  const day = visit.days.get(date);
  const next = { ...visit, date, onDay: day && "services" in day ? day.services : null, seeksPart: true };
  const only = onlyService(next);
  return only ? after({ ...next, service: only }, "service") : after(next, "date");
}

export const serviceChosen = (visit: Visit, service: ReleasedService): Visit =>
  after({ ...visit, service, seats: 1, chosenPart: "", seeksPart: visit.date !== "" }, "service");

/** A person, "" for anybody. */
export function personChosen(visit: Visit, resource: string): Visit {
  const next = { ...visit, resource };
  const only = visit.form.look.first === "person" ? onlyService(next) : null;
  return only ? after({ ...next, service: only }, "service") : after(next, "who");
}

/** Another length, part of a course or number of seats: the days are asked about anew. */
export const wished = (visit: Visit, part: Partial<Pick<Visit, "chosen" | "chosenPart" | "seats">>): Visit =>
  opened({ ...visit, ...part });

// Days and times ---------------------------------------------------------------------------------------------------------

/** A day of the chosen service: its times are asked. */
export const dayChosen = (visit: Visit, date: string): Visit => ({
  ...visit,
  day: date,
  date: visit.date ? date : "",
  focused: date,
  times: null,
  full: [],
  ask: { of: "times", date },
});

/** So many months, weeks or lists on, or back. */
export function turned(visit: Visit, by: number): Visit {
  const { view } = visit.form.look;
  const month = view === "month" ? addMonths(visit.month, by) : addDays(visit.month, by * (view === "week" ? 7 : 31));
  return asksDays({ ...visit, month, focused: "" });
}

/** The list of the next open days, from the day after its last. */
export const listedOn = (visit: Visit): Visit =>
  asksDays({ ...visit, month: addDays(visit.listed?.at(-1)?.date ?? boundsOf(visit)[1], 1) });

/** The next free day is looked for, however many months away. */
export const searched = (visit: Visit): Visit => ({
  ...visit,
  busy: true,
  ask: { of: "later", from: addDays(boundsOf(visit)[1], 1), left: searches },
});

const failed = (visit: Visit, refusal: Refused): Visit => ({
  ...visit,
  ask: null,
  busy: false,
  says: refusal.title || wordsOf(visit).failed,
});

/** The days that were asked about have come. */
export function daysCame(visit: Visit, ask: Ask & { of: "days" }, answer: Days): Visit {
  if (visit.ask !== ask) return visit;
  if (!answer.ok) return failed(visit, answer.refusal);
  const days = new Map(answer.value.days.map((day) => [day.date, day]));
  const come: Visit = { ...visit, days, ask: null, busy: false };
  if (come.step === "date") return come;
  if (come.seeksPart && !leadsOn(come, days.get(come.date))) {
    const parts = partsOf(come.service);
    const next = parts[parts.indexOf(partOf(come) ?? "whole") + 1];
    if (next) return { ...come, chosenPart: next, ask: { ...ask }, busy: true };
  }
  const found = { ...come, seeksPart: false };
  if (come.form.look.view === "next") {
    const free = [...days.values()].filter(({ state }) => isOpenState(state)).slice(0, listedDays);
    return { ...found, ask: { of: "listed", dates: free.map(({ date }) => date) } };
  }
  if (ask.then !== undefined) return dayChosen(found, ask.then);
  return come.date && leadsOn(come, days.get(come.date)) ? dayChosen(found, come.date) : found;
}

/** The times of a day have come. */
export function timesCame(visit: Visit, ask: Ask, answer: Times): Visit {
  if (visit.ask !== ask) return visit;
  if (!answer.ok) return failed(visit, answer.refusal);
  return { ...visit, ask: null, times: answer.value.times, full: answer.value.full ?? [] };
}

/** The times of the next open days have come, in their order. */
export function listedCame(visit: Visit, ask: Ask & { of: "listed" }, answers: readonly Times[]): Visit {
  if (visit.ask !== ask) return visit;
  const timesOf = (nth: number) => {
    const answer = answers[nth];
    return answer?.ok ? answer.value.times : [];
  };
  return { ...visit, ask: null, listed: ask.dates.map((date, nth) => ({ date, times: timesOf(nth) })) };
}

/** What was looked through for a free day has come: that day, the next stretch, or nothing more that can be booked. */
export function laterCame(visit: Visit, ask: Ask & { of: "later" }, answer: Days): Visit {
  if (visit.ask !== ask) return visit;
  const free = answer.ok ? answer.value.days.find(({ state }) => isOpenState(state)) : undefined;
  if (free) {
    const { view } = visit.form.look;
    const month = view === "month" ? free.date.slice(0, 7) : free.date;
    return asksDays({ ...visit, month, date: visit.date ? free.date : "" }, free.date);
  }
  if (answer.ok && ask.left > 1 && answer.value.days.some(({ state }) => state !== "tooFar"))
    return { ...visit, ask: { of: "later", from: addDays(ask.from, searchDays), left: ask.left - 1 } };
  return { ...visit, ask: null, busy: false, says: wordsOf(visit).nothing };
}

// Taking a time ----------------------------------------------------------------------------------------------------------

/** A time is kept for the visitor. */
export const holding = (visit: Visit, booking: PublicBooking, start: string): Visit =>
  at({ ...visit, busy: false, held: { ...booking, start } }, "details");

/** A full time: everything is asked as for a booking, and one is put on its list. */
export const waiting = (visit: Visit, time: Moment): Visit => at({ ...visit, held: null, waitsFor: time }, "details");

/** A time that can't be had: what was typed stays, and the nearest are offered. */
export function lost(visit: Visit, { title, nearest, status }: Refused): Visit {
  const words = wordsOf(visit);
  const says = status === 409 && nearest.length ? `${title} ${words.taken}` : title || words.failed;
  const next = { ...visit, busy: false, nearest, says };
  if (status !== 409) return next;
  // What was waited for is free, or its list is not: one is back among the times.
  if (visit.waitsFor) return { ...at({ ...next, held: null }, "when"), says: title };
  return visit.day ? dayChosen({ ...next, held: null }, visit.day) : { ...next, held: null };
}

/** It is booked, or waits for what makes it so. */
export const done = (visit: Visit, booked: PublicBooking): Visit => ({ ...visit, busy: false, booked, held: null });
