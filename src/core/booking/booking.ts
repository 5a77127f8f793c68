// What can be booked: places, services, the resources that serve them, hours, prices and questions, as a site describes
// them. The rules that follow from it are in the files beside this one.

import type { BookingLook, BookingWords } from "@/core/booking/words/look";
import type { Thanks } from "@/core/field/field";
import type { Tax } from "@/core/money/money";
import type { Floating } from "@/core/opening/opening";
import type { OwnLetters } from "./words/letter-kinds";

/** "2026-03-11" on the place's calendar. */
export type LocalDate = string;
/** "09:30" on the place's clock; as an end also "24:00". */
export type WallTime = string;
/** "2026-03-11T09:30" on the place's clock. */
export type WallDateTime = string;
/** Milliseconds since the epoch, UTC. */
export type Instant = number;

/** When a whole place is closed. `words` are for the studio and are not shown to visitors. */
export type Closure =
  | { readonly kind: "date"; readonly date: LocalDate; readonly words: string }
  | { readonly kind: "span"; readonly from: WallDateTime; readonly to: WallDateTime; readonly words: string }
  /** Every year from month and day ("12-24") to month and day, both whole days; it may reach over the new year. */
  | { readonly kind: "yearly"; readonly from: string; readonly to: string; readonly words: string };

/** A stretch of every year that hours can be written for: both month and day ("04-01"), and over the turn of the year. */
export interface YearSeason {
  readonly id: string;
  readonly name: string;
  readonly from: string;
  readonly to: string;
}

export interface Place {
  readonly id: string;
  readonly name: string;
  readonly address: string;
  /** IANA zone. All wall times of the place's services and resources are in it. */
  readonly zone: string;
  /** Where word of every booking goes; empty for nowhere. */
  readonly notify: string;
  readonly closures: readonly Closure[];
  /** Named parts of the year for the hours of who works there; no date is in two of them. */
  readonly seasons?: readonly YearSeason[] | undefined;
  /** A sentence for visitors, shown with the calendar. */
  readonly notice: string;
  /** Whether clients are asked if they want text messages beside the letters. */
  readonly textMessages?: boolean | undefined;
  /** Letters to its clients in its own words, in the site's language. */
  readonly letters?: OwnLetters | undefined;
  /** Origins of other sites whose pages may call the public API ("https://maker-fair.example"). */
  readonly allowedSites: readonly string[];
}

export interface TidyUp {
  readonly beforeMinutes: number;
  readonly afterMinutes: number;
}

export interface Price {
  /** Minor units, for each seat. */
  readonly amount: number;
  /** What it was before, shown struck out. */
  readonly earlier: number | null;
}

/** One of these resources is needed. */
export interface Need {
  readonly name: string;
  readonly oneOf: readonly string[];
  /** One for each seat of a booking, all different: two places take two wheels. */
  readonly each?: boolean | undefined;
}

export type Starts =
  /** Every so many minutes from the start of each open span, in elapsed time. */
  | { readonly everyMinutes: number }
  /** At these times of the place's clock. */
  | { readonly at: readonly WallTime[] };

export type Question = {
  readonly key: string;
  readonly label: string;
  readonly required: boolean;
} & (
  | { readonly kind: "words" | "tick" | "date" }
  | { readonly kind: "number"; readonly min: number | null; readonly max: number | null }
  | { readonly kind: "choice" | "several"; readonly options: readonly string[] }
);

/** An answer that says this service is not for this person. */
export interface Screening {
  readonly question: string;
  /** The answers that refuse; for a tick "yes" or "no". */
  readonly refuses: readonly string[];
  /** Why, and what to do instead. */
  readonly words: string;
}

/** A length that clients can choose, with its price where it has one of its own. */
export interface Length {
  readonly minutes: number;
  readonly price: Price | null;
}

/** A part of what a booking costs: a whole percentage of it, or so much a seat; never more than all of it. */
export type Portion =
  | { readonly kind: "share"; readonly percent: number }
  /** Minor units. */
  | { readonly kind: "amount"; readonly amount: number };

/** A waiting list for starts that are full. */
export interface WaitingList {
  /** How long a place that becomes free is kept for whoever is next: 10 minutes to a week. */
  readonly offerMinutes: number;
}

/** The smallest group that a start takes place with. */
export interface LeastGroup {
  /** From 2 up to the capacity. */
  readonly seats: number;
  /** How long before the start it is decided: 1 to 720 hours. */
  readonly hours: number;
}

/** How much of a course is booked: a run, what is left of one that has begun, or one of its dates. */
export const courseParts = ["whole", "rest", "one"] as const;
export type CoursePart = (typeof courseParts)[number];

/** What visitors may book of a course besides a whole run. */
export interface Joining {
  /** What is left of a run that has begun, at its share of the price. */
  readonly late: boolean;
  /** One date at this price; null where that can't be booked. */
  readonly one: Price | null;
}

export interface Service {
  readonly id: string;
  readonly place: string;
  readonly name: string;
  readonly words: string;
  readonly category: string;
  readonly durationMinutes: number;
  /** Of these the client chooses one, and it holds with whoever serves; absent where the length is ours. */
  readonly lengths?: readonly Length[] | undefined;
  readonly tidyUp: TidyUp;
  readonly starts: Starts;
  /** Seats that share one start; 1 is a service for one booking at a time. */
  readonly capacity: number;
  readonly where: { readonly kind: "place" | "online" | "client"; readonly words: string };
  /** Whether visitors find it; by hand it can be booked all the same. */
  readonly online: boolean;
  /** First and last local date of a start. */
  readonly sold: { readonly from: LocalDate | null; readonly to: LocalDate | null };
  readonly perDay: number | null;
  /** Asked besides that of who serves; absent is none. */
  readonly notice?: Notice | undefined;
  /** Asked besides those of who serves: 1 to 400. */
  readonly daysAhead?: number | null | undefined;
  /** How many seats a visitor may take in one booking; null is all of them. */
  readonly mostSeats?: number | null | undefined;
  /** A start takes place with so many seats; so many hours before it is decided. Absent where one seat is enough. */
  readonly least?: LeastGroup | undefined;
  /** Whether visitors may wait for what is full; absent where they can't. */
  readonly waiting?: WaitingList | undefined;
  /** How many bookings of it one client may have in a week from Monday; by hand there can be more. */
  readonly perClientWeek?: number | null | undefined;
  /** At the client's place: the way there before each start, and back after each end, for all who serve. */
  readonly travelMinutes?: number | null | undefined;
  readonly confirm: "atOnce" | "approval" | "payment";
  /** Of what is confirmed by payment: what is paid before it holds; absent is all of it. */
  readonly deposit?: Portion | undefined;
  /** What cancelling costs a client after the hours in which it costs nothing; absent where they can't then. */
  readonly lateFee?: Portion | undefined;
  /** Runs of a course: the dates of one run are booked as one. Null for what is booked start by start. */
  readonly course: readonly (readonly WallDateTime[])[] | null;
  /** Of a course: what is sold of its runs; absent is whole ones only. */
  readonly joining?: Joining | undefined;
  /** Needs in plain words that lead to it: "I have never touched clay". */
  readonly leads: readonly string[];
  /** The first set leads: its resource's own duration, price and shown times hold. */
  readonly needs: readonly Need[];
  readonly price: Price | null;
  readonly tax: Tax | null;
  readonly questions: readonly Question[];
  readonly terms: string;
  readonly screening: readonly Screening[];
  /** How long before the start a reminder is sent; null for none. */
  readonly reminderHours: number | null;
  /** Hash of a medium. */
  readonly picture?: string | undefined;
  /** Which of the Desk's colours it has; absent for the one of its place in the list. */
  readonly colour?: number | undefined;
}

/** How many colours the Desk tells services apart by. */
export const deskColours = 8;

/** Open (or kept-back) time of every week. Weekdays are ISO 8601: 1 is Monday. */
export interface WeeklySpan {
  readonly weekdays: readonly number[];
  readonly from: WallTime;
  readonly to: WallTime;
  readonly validFrom: LocalDate | null;
  readonly validTo: LocalDate | null;
  /** Only in every so manieth week from Monday, counted from that of a date, before it as well. */
  readonly weeks?: { readonly every: number; readonly from: LocalDate } | undefined;
  /** Only in this season of the place. */
  readonly season?: string | undefined;
}

export interface DaySpan {
  readonly from: WallTime;
  readonly to: WallTime;
}

/** How soon before a start a visitor may still book it. */
export type Notice =
  | { readonly kind: "none" }
  | { readonly kind: "hours"; readonly hours: number }
  /** Not on the same calendar day at the place: at 23:50 tomorrow 09:00 is fine. */
  | { readonly kind: "nextDay" };

/** How one resource serves one service, where it differs. */
export interface Offer {
  readonly service: string;
  readonly does: boolean;
  readonly durationMinutes: number | null;
  readonly tidyUp: TidyUp | null;
  readonly price: Price | null;
}

export interface Resource {
  readonly id: string;
  readonly place: string;
  readonly kind: "person" | "room" | "thing";
  readonly name: string;
  /** Null is open around the clock: a thing that only others limit. */
  readonly week: readonly WeeklySpan[] | null;
  /** The hours of one date instead of the week's; none is closed. */
  readonly exceptions: readonly { readonly date: LocalDate; readonly spans: readonly DaySpan[] }[];
  readonly timeOff: readonly { readonly from: WallDateTime; readonly to: WallDateTime; readonly words: string }[];
  /** Days off of every year, both included ("12-24" to "01-02"). */
  readonly yearlyOff?: readonly { readonly from: string; readonly to: string; readonly words: string }[] | undefined;
  /** Open time that is not given away online. */
  readonly keptBack: readonly WeeklySpan[];
  /** What is kept back on one date, instead of the week's; no spans is nothing. */
  readonly keptBackOn?: readonly { readonly date: LocalDate; readonly spans: readonly DaySpan[] }[] | undefined;
  /** So many hours before a start, kept-back time is given away online all the same; absent is never. */
  readonly releasedHours?: number | null | undefined;
  /** 1 to 400; null is 400. */
  readonly daysAhead: number | null;
  readonly notice: Notice;
  /** How many starts of a half-day are shown; null is all. */
  readonly shownPerHalfDay: number | null;
  readonly perDay: number | null;
  /** Until so many hours before the start the client may move or cancel. */
  readonly cancelHours: number;
  readonly offers: readonly Offer[];
  /** A sentence or two for visitors. */
  readonly words?: string | undefined;
  /** Hash of a medium. */
  readonly picture?: string | undefined;
}

/** A price that holds where all of its conditions do; null is no condition. */
export interface PriceRule {
  readonly id: string;
  readonly priority: number;
  readonly service: string | null;
  readonly resource: string | null;
  readonly weekdays: readonly number[] | null;
  /** Local time of the start, from (included) to (excluded). */
  readonly hours: DaySpan | null;
  /** Local date of the start, both included. */
  readonly dates: { readonly from: LocalDate; readonly to: LocalDate } | null;
  /** Seats of the booking, both included. */
  readonly seats: { readonly from: number; readonly to: number } | null;
  /** A length that clients choose. One that has a price of its own has that, except by rules that name it. */
  readonly minutes?: number | null | undefined;
  readonly price: Price;
}

/** All that a site says about booking. */
export interface BookingSetUp {
  readonly places: readonly Place[];
  readonly services: readonly Service[];
  readonly resources: readonly Resource[];
  readonly prices: readonly PriceRule[];
}

/** A calendar on the site: what it offers. */
export interface BookingWidgetSettings {
  readonly enabled: boolean;
  readonly services: readonly string[];
  /** How it is drawn; absent for the usual look. */
  readonly look?: BookingLook | undefined;
  /** Own words around it; absent for the usual ones. */
  readonly words?: BookingWords | undefined;
  /** A button over pages that opens it; absent for none. */
  readonly floating?: Floating | undefined;
  /** What a client reads, or where they are led, once it is booked or asked for. */
  readonly thanks?: Thanks | undefined;
}

/** The furthest that anyone may book, in days. */
export const mostDaysAhead = 400;

/** How `resource` serves `service` where it says so itself. */
export const offerOf = (resource: Resource, service: string): Offer | undefined =>
  resource.offers.find((offer) => offer.service === service);

/** The length in minutes that a client chose, or without a choice the first; null where it is not theirs to choose. */
export const chosenLength = ({ lengths }: Service, minutes: number | null | undefined): number | null =>
  lengths?.length ? (minutes ?? lengths[0]?.minutes ?? null) : null;

/** The length of a booking as it was chosen, by its first date; null where it was not the client's to choose. */
export const lengthOfBooking = (service: Service, startsAt: Instant, endsAt: Instant): number | null =>
  chosenLength(service, Math.round((endsAt - startsAt) / 60_000));

/** The most seats of one booking where each takes something of its own. */
export const mostOfEach = 20;

/** Whether some of what a service takes is needed once for each seat. */
export const takesForEach = ({ needs }: Pick<Service, "needs">): boolean => needs.some(({ each }) => each);

/** Whether bookings of several clients share a start. What is needed for each seat is nobody else's. */
export const sharesStarts = (service: Pick<Service, "needs" | "capacity">): boolean =>
  service.capacity > 1 && !takesForEach(service);

/** Whether visitors may book so much of a course. */
export const sellsPart = ({ course, joining }: Pick<Service, "course" | "joining">, part: CoursePart): boolean =>
  part === "whole" || (course !== null && !!(part === "rest" ? joining?.late : joining?.one));

/** How much of it visitors may book: of what is no course there are no parts. */
export const partsSold = (service: Pick<Service, "course" | "joining">): readonly CoursePart[] =>
  courseParts.filter((part) => sellsPart(service, part));

/** The moment at which it is decided whether a start takes place; null where that is certain. */
export const decidedAt = ({ least }: Pick<Service, "least">, start: Instant): Instant | null =>
  least ? start - least.hours * 3_600_000 : null;

/** What a booking of so many seats takes, set by set: a set for each seat stands there once for each. */
export const needsFor = (service: Pick<Service, "needs" | "capacity">, seats: number): readonly Need[] =>
  service.needs.flatMap((need) =>
    need.each ? Array.from({ length: Math.min(seats, service.capacity) }, () => need) : [need],
  );

/** The duration with this leading resource, in minutes, where the client does not choose it. */
export const durationWith = (service: Service, leader: Resource): number =>
  offerOf(leader, service.id)?.durationMinutes ?? service.durationMinutes;

/** The way to a client and back, in minutes each; none where the client comes. */
export const travelOf = ({ where, travelMinutes }: Service): number =>
  where.kind === "client" ? (travelMinutes ?? 0) : 0;

/** What takes this resource's time around `service` besides: the tidy-up, and outside it the way. */
export function tidyUpOn(service: Service, resource: Resource): TidyUp {
  const { beforeMinutes, afterMinutes } = offerOf(resource, service.id)?.tidyUp ?? service.tidyUp;
  const travel = travelOf(service);
  return { beforeMinutes: beforeMinutes + travel, afterMinutes: afterMinutes + travel };
}
