// What anything configurable (a block, a widget) tells about itself, so that nothing else has to know its kind.

import type Joi from "joi";
import type { WeekHours } from "@/core/site/open-hours";
import type { Service } from "./service";

/** What settings can point at. */
export type RefOf = "page" | "media" | "widget" | "service" | "shared";

/** One thing that settings point at, and where in them: "thanks.page". */
export interface Ref {
  readonly of: RefOf;
  readonly id: string;
  readonly path: string;
}

/** Who hears of a visitor because of a part of the page, and why. `sets` names what it leaves in the browser. */
export interface Sends {
  readonly origin: string;
  readonly purpose: "needed" | "preferences" | "statistics" | "marketing";
  readonly sets: readonly string[];
  /** What it is called where its host says too little: "Counts of what opened". */
  readonly what?: string;
  /** As what it stays, and for how many days (null until somebody removes it), where its host does not tell. */
  readonly stays?: { readonly as: "cookie" | "storage"; readonly days: number | null };
}

/** Origin of a stand-in for an outside host, by its label. */
export type StandIns = (label: string) => string;

/** The origin of the site itself, wherever it stands. */
export const ownOrigin = "https://this.site.invalid";

/** Something that would be wrong on the live site: it stops a release, or is worth a look. */
export interface Problem {
  readonly weight: "stops" | "look";
  readonly code: string;
  readonly values?: Readonly<Record<string, string>>;
}

/** What judging needs to know of the site around. */
export interface Surroundings {
  /** Name of the widget with this id, whether it is switched on, and the placements its kind knows; null for none. */
  widget(
    id: string,
  ): { readonly name: string; readonly enabled: boolean; readonly placements: readonly string[] } | null;
  has(of: RefOf, id: string): boolean;
  /** Whether a medium is a file to take home and no picture. */
  isDocument(media: string): boolean;
  /** Whether a medium says of itself what is to be seen, or that it is decoration. */
  describes(media: string): boolean;
  /** What the file of media is called. */
  called(media: string): string;
  /** Whether the settings of the site say this. */
  tells(what: "hours" | "address"): boolean;
  /** When the settings say that it is open; null where they do not tell. */
  readonly hours: WeekHours | null;
  /** Whether sample words that are left stop a release. */
  readonly samplesStop: boolean;
  /** What kinds of widgets keep for all of theirs. */
  part<T>(of: Service<T>): T | undefined;
  /** BCP 47 tag of the site's own language. */
  readonly language: string;
  /** Today's date where the site is, "2026-11-26"; null where what is wrong must not depend on it. */
  readonly today: string | null;
}

/** What draws with settings, and whoever goes through them. */
export interface Holder<S> {
  /** What it points at: for "where used", removing, publishing and copying to another site. */
  refs?(settings: S): Iterable<Ref>;
  /** Who hears of a visitor because of it: for consent and the page's CSP. */
  sends?(settings: S, standIns: StandIns): Iterable<Sends>;
}

/** What judges settings: needed only where something is changed or checked. */
export interface Judge<S> {
  readonly schema: Joi.ObjectSchema<S>;
  /** What would be wrong on the live site, besides references that lead nowhere. */
  problems?(settings: S, site: Surroundings): Iterable<Problem>;
}
