// What visitors are told of booking, as types: light enough for the visitor's browser.
import type { Tax, TaxedAmount } from "@/core/money/money";
import type { Joining, LeastGroup, Length, Place, Price, Question, Service } from "./booking";

/** A moment: RFC 3339 in UTC, as the place's clock shows it, and as the visitor's does where their zone is known. */
export interface Moment {
  readonly instant: string;
  readonly place: string;
  readonly visitor?: string;
}

export interface PublicResource {
  readonly id: string;
  readonly name: string;
  readonly kind: "person" | "room" | "thing";
  readonly words: string;
  readonly picture: string;
  readonly durationMinutes: number;
  readonly price: Price | null;
  readonly daysAhead: number;
  readonly cancelHours: number;
}

export interface PublicService {
  readonly id: string;
  readonly place: string;
  readonly name: string;
  readonly words: string;
  readonly category: string;
  /** Hash of a medium; "" for none. */
  readonly picture: string;
  readonly durationMinutes: number;
  /** Of these the client chooses one; null where the length is not theirs to choose. */
  readonly lengths: readonly Length[] | null;
  /** How many seats a start has that clients share; 1 where it is one booking's. */
  readonly capacity: number;
  /** How many of the seats can be taken in one booking. */
  readonly mostSeats: number;
  /** With how many seats a start takes place, and how many hours before it is decided; null where one is enough. */
  readonly least: LeastGroup | null;
  /** Whether one may wait for what is full. */
  readonly waiting: boolean;
  readonly where: Service["where"];
  readonly confirm: Service["confirm"];
  readonly leads: readonly string[];
  readonly price: Price | null;
  readonly tax: Tax | null;
  readonly course: readonly (readonly Moment[])[] | null;
  /** What can be booked of a course besides a whole run; null for nothing. */
  readonly joining: Joining | null;
  readonly resources: readonly PublicResource[];
  readonly questions: readonly Question[];
  readonly terms: string;
}

/** What a page carries of those who serve: what the calendar shows, and nothing that changes more often. */
export type ReleasedResource = Pick<PublicResource, "id" | "name" | "kind" | "words" | "picture" | "price">;

export type ReleasedService = Omit<PublicService, "resources"> & { readonly resources: readonly ReleasedResource[] };

export interface PublicServices {
  readonly currency: string;
  readonly places: readonly (Pick<Place, "id" | "name" | "address" | "zone" | "notice"> & {
    /** Whether text messages can be had beside the letters. */
    readonly textMessages: boolean;
  })[];
  readonly services: readonly PublicService[];
}

/** One line: the seats at their price, with its tax. */
export interface PublicBill extends TaxedAmount {
  readonly currency: string;
  readonly seats: number;
  /** Minor units for one seat, as the price is written. */
  readonly each: number;
  /** The earlier price of one seat, or null. */
  readonly earlierEach: number | null;
  readonly taxPercent: number;
}

export type DayState = "past" | "tooFar" | "closed" | "full" | "few" | "free";

/** Whether a day of this state has a time left. */
export const isOpenState = (state: DayState): boolean => state === "free" || state === "few";

export interface PublicDay {
  readonly date: string;
  readonly state: DayState;
  readonly left: number;
  readonly begins: Moment;
}

/** A day of all services of a calendar: the best state any of them has, the times left of all. */
export interface PublicDate extends PublicDay {
  /** Ids of the services that have a time on it. */
  readonly services: readonly string[];
}

export interface PublicTime {
  readonly start: Moment;
  readonly end: Moment;
  /** Of a course: all the dates that are booked as one. */
  readonly dates?: readonly { readonly start: Moment; readonly end: Moment }[];
  readonly seatsLeft: number;
  readonly price: PublicBill | null;
}

export interface PublicBooking {
  readonly hold?: string;
  readonly token?: string;
  readonly state: string;
  readonly service: string;
  readonly serviceName: string;
  readonly zone: string;
  readonly dates: readonly { readonly start: Moment; readonly end: Moment }[];
  readonly seats: number;
  readonly price: PublicBill | null;
  /** RFC 3339; of a hold and of a wait for payment. */
  readonly endsByItself: string | null;
  readonly changeUntil: string;
  /** Minor units that are paid before it holds; null where nothing is. */
  readonly payNow: number | null;
  /** Path on the site's host where it is paid, while it waits for that. */
  readonly pay: string | null;
  /** What cancelling costs after that; null where it can't be cancelled here then. */
  readonly lateFee: number | null;
  /** What was paid of it. */
  readonly paid: number;
  /** What its late cancelling cost. */
  readonly fee: number;
}
