// Reasons of booking in words, twice: for the studio with names and everything that stands against a start, and for
// visitors with nothing that is not theirs to know: not who is away, not who else comes, not what is kept back.
import { LRUCache } from "lru-cache";
import { inLanguage } from "@/core/locale/words";
import type { ZoneClock } from "@/core/time/zone-clock";
import type { Reason } from "@/core/visitor/decision";
import type { BookingSetUp, Instant } from "../booking";

/** How moments and names are written for one reader. */
export interface Wording {
  readonly clock: ZoneClock;
  readonly setUp: BookingSetUp;
  /** BCP 47 tag. */
  readonly language: string;
  /** When it is read: what is more than a year away is told with its year. */
  readonly now: Instant;
}

/** Formatters are slow to make and few are needed; strangers choose zone and language, so only some are kept. */
const formatters = new LRUCache<string, Intl.DateTimeFormat>({ max: 300 });

function format(zone: string, language: string, options: Intl.DateTimeFormatOptions, instant: Instant): string {
  const key = `${zone} ${language} ${JSON.stringify(options)}`;
  let formatter = formatters.get(key);
  if (!formatter) {
    formatter = new Intl.DateTimeFormat(language, { timeZone: zone, ...options });
    formatters.set(key, formatter);
  }
  return formatter.format(instant);
}

const dayOptions = { weekday: "short", day: "numeric", month: "short" } as const;
const timeOptions = { hour: "2-digit", minute: "2-digit", hourCycle: "h23" } as const;

/** Beyond this a day and a month are not enough. */
const yearMs = 365 * 86_400_000;

/** "Wed 11 Mar, 09:30" on the place's clock; with its year where that is more than a year away. */
export const momentWords = ({ clock, language, now }: Wording, instant: Instant): string =>
  zonedWords(clock.zone, language, instant, now);

/** The same, on the clock of a zone. */
export function zonedWords(zone: string, language: string, instant: Instant, now: Instant): string {
  const far = Math.abs(instant - now) > yearMs;
  return format(zone, language, { ...dayOptions, ...(far ? { year: "numeric" } : {}), ...timeOptions }, instant);
}

/** "09:30" on the place's clock. */
export const timeWords = ({ clock, language }: Wording, instant: Instant): string =>
  format(clock.zone, language, timeOptions, instant);

const dateWords = ({ language }: Wording, date: string): string =>
  format("UTC", language, { ...dayOptions, year: "numeric" }, Date.parse(`${date}T00:00Z`));

const spanWords = (wording: Wording, from: Instant, to: Instant): string =>
  wording.clock.dayOf(from) === wording.clock.dayOf(to)
    ? `${momentWords(wording, from)} to ${timeWords(wording, to)}`
    : `${momentWords(wording, from)} to ${momentWords(wording, to)}`;

const nameOf = (items: readonly { id: string; name: string }[], id: unknown): string =>
  items.find((item) => item.id === id)?.name ?? String(id);

/** The values a reason may carry, as the sentences below read them. */
interface Values {
  readonly code: string;
  readonly resource: string;
  readonly service: string;
  readonly set: string;
  readonly resources: readonly string[];
  readonly sets: readonly string[];
  readonly words: string;
  readonly calendar: string;
  readonly date: string;
  readonly last: string;
  readonly from: Instant;
  readonly to: Instant;
  readonly start: Instant;
  readonly end: Instant;
  readonly before: Instant | null;
  readonly after: Instant | null;
  readonly earliest: Instant;
  /** When what is kept back is given free; null for never. */
  readonly released: Instant | null;
  readonly monday: string;
  readonly notice: string;
  readonly daysAhead: number;
  readonly bookings: number;
  readonly most: number;
  readonly left: number;
  readonly wanted: number;
  readonly free: number;
  readonly booked: number;
  readonly least: number;
  readonly perHalfDay: number;
  readonly shown: readonly string[];
  readonly skipped: readonly string[];
  readonly open: readonly string[];
}

/** The starts before and after the one that was asked about, as far as there are any. */
const nearTimes = ({ before, after }: Values, wording: Wording): readonly string[] =>
  [before, after].filter((one) => one !== null).map((one) => timeWords(wording, one));

type Sentence = (values: Values, wording: Wording) => string;

const who = ({ resource }: Values, { setUp }: Wording) => nameOf(setUp.resources, resource);
const what = ({ service }: Values, { setUp }: Wording) => nameOf(setUp.services, service);
const remark = ({ words }: Values) => (words ? ` (${words})` : "");

/** One sentence for the studio for each code of booking. */
const studio: Readonly<Record<string, Sentence>> = {
  "booking.notOnline": (values, wording) => `${what(values, wording)} is not shown online; it can be booked by hand.`,
  "booking.partNotSold": (values, wording) =>
    `${what(values, wording)} is not booked like that online; by hand it can be.`,
  "booking.notSold": (values, wording) => {
    const { from, to } = values as unknown as { from: string | null; to: string | null };
    const since = from ? ` from ${dateWords(wording, from)}` : "";
    return `${what(values, wording)} is sold${since}${to ? ` until ${dateWords(wording, to)}` : ""}.`;
  },
  "booking.serviceDayFull": (values, wording) =>
    `${what(values, wording)} has ${values.bookings} bookings on ${dateWords(wording, values.date)}; at most ${values.most} a day.`,
  "booking.notAStart": (values, wording) => {
    const near = nearTimes(values, wording);
    const skipped = values.skipped.length ? ` The clock skips ${values.skipped.join(", ")} that day.` : "";
    const nearest = near.length ? ` the nearest are ${near.join(" and ")}` : " there is none that day";
    return `No start with ${who(values, wording)};${nearest}.${skipped}`;
  },
  "booking.notShown": (values, wording) =>
    `${who(values, wording)} shows ${values.perHalfDay} per half-day, and this is not among them: ${values.shown.join(", ") || "none"}.`,
  "booking.outsideHours": (values, wording) =>
    `${who(values, wording)} is not open for all of ${spanWords(wording, values.start, values.end)}; that day's hours: ${values.open.join(", ") || "none"}.`,
  "booking.closure": (values, wording) => `Closed ${spanWords(wording, values.from, values.to)}${remark(values)}.`,
  "booking.timeOff": (values, wording) =>
    `${who(values, wording)} is off ${spanWords(wording, values.from, values.to)}${remark(values)}.`,
  "booking.keptBack": (values, wording) =>
    `${who(values, wording)} keeps ${spanWords(wording, values.from, values.to)} back from online booking${values.released === null ? "" : `, until ${momentWords(wording, values.released)}`}.`,
  "booking.tooSoon": (values, wording) =>
    values.notice === "none"
      ? "This start has passed."
      : `${who(values, wording)} needs notice; the first moment that can be booked now is ${momentWords(wording, values.earliest)}.`,
  "booking.tooFar": (values, wording) =>
    `${who(values, wording)} can be booked ${values.daysAhead} days ahead, now until ${dateWords(wording, values.last)}.`,
  "booking.serviceTooSoon": (values, wording) =>
    `${what(values, wording)} needs notice; the first moment that can be booked now is ${momentWords(wording, values.earliest)}.`,
  "booking.serviceTooFar": (values, wording) =>
    `${what(values, wording)} can be booked ${values.daysAhead} days ahead, now until ${dateWords(wording, values.last)}.`,
  "booking.tooManySeats": (values, wording) =>
    `${what(values, wording)} is booked online by at most ${values.most} ${values.most === 1 ? "seat" : "seats"} at once; ${values.wanted} are wanted. By hand there can be more.`,
  "booking.clientWeekFull": (values, wording) =>
    `This client has ${values.bookings} ${values.bookings === 1 ? "booking" : "bookings"} of ${what(values, wording)} in the week of ${dateWords(wording, values.monday)}; online at most ${values.most}.`,
  "booking.resourceDayFull": (values, wording) =>
    `${who(values, wording)} has ${values.bookings} bookings on ${dateWords(wording, values.date)}; at most ${values.most} a day.`,
  "booking.seatsGone": (values, wording) =>
    `With ${who(values, wording)} ${values.left === 1 ? "one seat is" : `${values.left} seats are`} left; ${values.wanted} are wanted.`,
  "booking.taken": (values, wording) =>
    `${who(values, wording)} has ${what(values, wording)} ${spanWords(wording, values.start, values.end)}.`,
  "booking.tidyUp": (values, wording) =>
    `Tidy-up: with it ${who(values, wording)} is taken by ${what(values, wording)} ${spanWords(wording, values.from, values.to)}.`,
  "booking.busyOutside": (values, wording) =>
    `${who(values, wording)} is busy ${spanWords(wording, values.from, values.to)} by the calendar “${values.calendar}”.`,
  "booking.groupTooSmall": (values, wording) =>
    `It is decided already: with ${who(values, wording)} ${values.booked === 1 ? "one seat is" : `${values.booked} seats are`} booked, and it takes place with at least ${values.least}.`,
  "booking.noneOfSet": (values, { setUp }) =>
    `No ${values.set} is free: ${values.resources.map((id) => nameOf(setUp.resources, id)).join(", ")}.`,
  "booking.tooFewOfSet": (values) =>
    `Of ${values.set} ${values.free === 1 ? "one is" : `${values.free} are`} free then; ${values.wanted} are wanted, one for each seat.`,
  "booking.setsCollide": (values) =>
    `Someone is free for each of ${values.sets.join(" and ")}, but not for all of them together.`,
  "booking.serviceGone": (values, wording) => `${what(values, wording)} is no longer among the services.`,
  "booking.resourceGone": (values, wording) => `${who(values, wording)} is no longer among the people and things.`,
  "booking.nobodyServes": (values, wording) => `Nobody who is asked for does ${what(values, wording)}.`,
};

/** A reason for the designer and the business: with names, notes and calendars. */
export const studioWords = (reason: Reason, wording: Wording): string =>
  studio[reason.code]?.(reason as unknown as Values, wording) ?? reason.code;

/** Codes that have words for the studio. */
export const bookingReasons: readonly string[] = Object.keys(studio);

/** What a visitor may know: why, and what to do instead. */
export interface VisitorReason {
  readonly code:
    | "notSold"
    | "notAStart"
    | "closed"
    | "tooSoon"
    | "tooFar"
    | "seats"
    | "mostSeats"
    | "yourWeek"
    | "group"
    | "notFree";
  readonly message: string;
}

/** Which public code each reason becomes. Whatever tells of people, other clients or the diary is simply "not free". */
const publicCodes: Readonly<Record<string, VisitorReason["code"]>> = {
  "booking.notOnline": "notSold",
  "booking.partNotSold": "notSold",
  "booking.notSold": "notSold",
  "booking.notAStart": "notAStart",
  "booking.outsideHours": "closed",
  "booking.closure": "closed",
  "booking.tooSoon": "tooSoon",
  "booking.tooFar": "tooFar",
  "booking.seatsGone": "seats",
  "booking.serviceTooSoon": "tooSoon",
  "booking.serviceTooFar": "tooFar",
  "booking.tooManySeats": "mostSeats",
  "booking.clientWeekFull": "yourWeek",
  "booking.groupTooSmall": "group",
};

const seatWords = (count: number, one: string, more: string) => `${count} ${count === 1 ? one : more}`;

type Sentences = Readonly<Record<VisitorReason["code"], Sentence>>;

const publicSentences: Readonly<Record<string, Sentences>> & { readonly en: Sentences } = {
  en: {
    notSold: () => "This can't be booked for that date.",
    notAStart: (values, wording) => {
      const near = nearTimes(values, wording);
      return near.length ? `No start at this time; the nearest: ${near.join(", ")}.` : "There is no start on that day.";
    },
    closed: () => "Closed at that time.",
    tooSoon: ({ earliest }, wording) =>
      `Too soon: the first time that can still be booked is ${momentWords(wording, earliest)}.`,
    tooFar: ({ last }, wording) => `Too far ahead: it can be booked until ${dateWords(wording, last)}.`,
    seats: ({ left }) => (left > 0 ? `Only ${left} ${left === 1 ? "seat is" : "seats are"} left.` : "No seat is left."),
    mostSeats: ({ most }) => `At most ${most} ${most === 1 ? "seat" : "seats"} in one booking; for more please ask.`,
    yourWeek: ({ most }) =>
      `You have ${most === 1 ? "a booking" : `${most} bookings`} in that week already; that is the most.`,
    group: ({ least, booked }) =>
      `So shortly before it takes at least ${seatWords(least - booked, "seat", "seats")} in one booking.`,
    notFree: () => "This time is not free.",
  },
  de: {
    notSold: () => "Für dieses Datum ist das nicht buchbar.",
    notAStart: (values, wording) => {
      const near = nearTimes(values, wording);
      return near.length
        ? `Hier beginnt nichts; am nächsten liegen ${near.join(", ")}.`
        : "An diesem Tag beginnt nichts.";
    },
    closed: () => "Zu dieser Zeit ist geschlossen.",
    tooSoon: ({ earliest }, wording) => `Zu kurzfristig: buchbar ist erst ${momentWords(wording, earliest)}.`,
    tooFar: ({ last }, wording) => `Zu weit voraus: buchbar bis ${dateWords(wording, last)}.`,
    seats: ({ left }) =>
      left > 0 ? `Nur noch ${left} ${left === 1 ? "Platz" : "Plätze"} frei.` : "Kein Platz mehr frei.",
    mostSeats: ({ most }) =>
      `Höchstens ${most} ${most === 1 ? "Platz" : "Plätze"} in einer Buchung; für mehr fragen Sie bitte.`,
    yourWeek: ({ most }) =>
      `In dieser Woche haben Sie schon ${most === 1 ? "eine Buchung" : `${most} Buchungen`}; mehr gehen nicht.`,
    group: ({ least, booked }) =>
      `So kurz vorher geht es nur noch mit mindestens ${seatWords(least - booked, "Platz", "Plätzen")} in einer Buchung.`,
    notFree: () => "Diese Zeit ist nicht frei.",
  },
  fr: {
    notSold: () => "Ce n’est pas réservable à cette date.",
    notAStart: (values, wording) => {
      const near = nearTimes(values, wording);
      return near.length
        ? `Rien ne commence à cette heure ; au plus près : ${near.join(", ")}.`
        : "Rien ne commence ce jour-là.";
    },
    closed: () => "C’est fermé à cette heure.",
    tooSoon: ({ earliest }, wording) =>
      `Trop tôt : la première heure encore réservable est ${momentWords(wording, earliest)}.`,
    tooFar: ({ last }, wording) => `Trop loin : réservable jusqu’au ${dateWords(wording, last)}.`,
    seats: ({ left }) =>
      left > 0 ? `Il ne reste que ${left} ${left === 1 ? "place" : "places"}.` : "Il ne reste plus de place.",
    mostSeats: ({ most }) =>
      `Au plus ${most} ${most === 1 ? "place" : "places"} par réservation ; pour davantage, demandez-nous.`,
    yourWeek: ({ most }) =>
      `Vous avez déjà ${most === 1 ? "une réservation" : `${most} réservations`} cette semaine-là ; c’est le maximum.`,
    group: ({ least, booked }) =>
      `Si peu de temps avant, il faut au moins ${seatWords(least - booked, "place", "places")} en une réservation.`,
    notFree: () => "Cette heure n’est pas libre.",
  },
};

/** Reasons of the service itself hold for all who serve: of these the one that promises least counts. */
const ofService: ReadonlySet<string> = new Set(["booking.serviceTooSoon", "booking.serviceTooFar"]);

/** Of several reasons of one kind the one that promises most: the earliest moment, the most seats, the latest date. */
const better: Readonly<Partial<Record<VisitorReason["code"], (one: Values, other: Values) => boolean>>> = {
  tooSoon: (one, other) => one.earliest < other.earliest,
  tooFar: (one, other) => one.last > other.last,
  seats: (one, other) => one.left > other.left,
  group: (one, other) => one.booked > other.booked,
};

/**
 * Reasons for a visitor, one of each kind. Where some resource is simply not free, what stands against the others is
 * left out too: it would tell by its absence who is away.
 */
export function visitorReasons(reasons: readonly Reason[], wording: Wording): readonly VisitorReason[] {
  const [first] = reasons;
  if (!first) return [];
  const kept = new Map<VisitorReason["code"], Values>();
  for (const reason of reasons) {
    // Only a heading: what stands against the set's resources follows it.
    if (reason.code === "booking.noneOfSet") continue;
    const code = publicCodes[reason.code] ?? "notFree";
    const values = reason as unknown as Values;
    const before = kept.get(code);
    const [one, other] = before && ofService.has(reason.code) ? [before, values] : [values, before];
    if (!before || (other && better[code]?.(one, other))) kept.set(code, values);
  }
  const sentences = inLanguage(publicSentences, wording.language);
  // On a day that is closed there are no starts either: one of the two is enough.
  if (kept.has("closed")) kept.delete("notAStart");
  const codes = kept.has("notFree") || !kept.size ? (["notFree"] as const) : [...kept.keys()];
  return codes.map((code) => ({
    code,
    message: sentences[code](kept.get(code) ?? (first as unknown as Values), wording),
  }));
}

const crowds = {
  en: (number: number) =>
    `Very many people are booking here at the moment; you are number ${number}. Nothing is lost: please try again in a few seconds.`,
  de: (number: number) =>
    `Im Moment buchen hier sehr viele; Sie sind die Nummer ${number}. Nichts geht verloren: Versuchen Sie es in ein paar Sekunden noch einmal.`,
  fr: (number: number) =>
    `Il y a énormément de réservations en ce moment ; vous êtes le numéro ${number}. Rien n’est perdu : réessayez dans quelques secondes.`,
};

/** What somebody reads who would have to wait too long, by their place in the queue. */
export const crowdWords = (language: string): ((number: number) => string) => inLanguage(crowds, language);
