// A chat that answers from the site: what it knows besides the pages, how it speaks, when a person is called, where it stands.

import type { Model } from "@/core/chat/model/model";
import type { CloseLanguage } from "@/core/chat/understands/close-language";
import type { CrawlPlan } from "@/core/crawl/crawl";
import type { Floating, Opening } from "@/core/opening/opening";
import { freshOpening } from "@/core/opening/opening";
import type { WeekHours } from "@/core/site/open-hours";
import type { ChatTable } from "./knows/table";

export const tones = ["plain", "warm", "brief"] as const;
export type Tone = (typeof tones)[number];

/** A topic by the words that name it, with the words to say instead or besides. */
export interface Topic {
  readonly id: string;
  /** Words or phrases that name it; "*" for everything. */
  readonly words: readonly string[];
  readonly says: string;
}

export const usualWaitMinutes = 3;

export const collectable = ["name", "email", "wish"] as const;
export type Collectable = (typeof collectable)[number];

export interface Brief {
  readonly name: string;
  /** Hash of a picture among the media. */
  readonly picture?: string;
  /** One sentence about whom it helps and with what. */
  readonly helps: string;
  readonly tone: Tone;
  /** Languages in which whoever asks is addressed closely ("du") and not politely ("Sie"). */
  readonly close: readonly CloseLanguage[];
  /** Not talked about: the topic's own words are said instead. */
  readonly avoids: readonly Topic[];
  /** Said besides, whenever the topic comes up. */
  readonly adds: readonly Topic[];
  readonly person: {
    /** Called when it did not know so many times in a row; 0 for never. */
    readonly afterUnknown: number;
    readonly whenAngry: boolean;
    /** Words that call a person at once: "complaint", "wedding". */
    readonly words: readonly string[];
    /** A wish to buy for more than this calls one, in minor units; null for no such limit. */
    readonly overAmount: number | null;
    /** When people answer; "site" for the opening hours of the site. */
    readonly hours: "site" | WeekHours;
    /** Where it goes. */
    readonly goes: "desk" | "mail" | "phone";
    /** When nobody has come to the Desk after so many minutes, that is said; absent for `usualWaitMinutes`. */
    readonly waitMinutes?: number;
  };
  /** What it may ask a visitor for when a message is left. */
  readonly collects: readonly Collectable[];
  /** What one agrees to by leaving it. */
  readonly consent: string;
}

/** Words it begins with, on some pages and at some hours. */
export interface Greeting {
  readonly id: string;
  readonly text: string;
  /** Path patterns; none means every page. */
  readonly include: readonly string[];
  /** Local times between which it holds; null for all day. */
  readonly from: string | null;
  readonly to: string | null;
}

/** A question that can be pressed instead of typed. */
export interface Starter {
  readonly id: string;
  readonly text: string;
  readonly include: readonly string[];
}

/** An answer that somebody wrote. */
export interface OwnAnswer {
  readonly id: string;
  /** The question in several wordings. */
  readonly questions: readonly string[];
  /** Lines; an address in them becomes a link. */
  readonly text: string;
  /** A link that it ends with: words and a path or an address. */
  readonly link?: { readonly text: string; readonly href: string };
  /** A widget that a button below it opens. */
  readonly widget?: string;
  /** Hash of a picture among the media. */
  readonly picture?: string;
  /** Dates on which it holds, both included; null for open-ended. */
  readonly from: string | null;
  readonly to: string | null;
}

/** Which answer a question of the test set has to get. */
export type Expected =
  /** From this page; `says` has to stand in the answer where it is not "". */
  | { readonly of: "page"; readonly path: string; readonly says: string }
  /** From this row of a table, by what its row is called. */
  | { readonly of: "row"; readonly table: string; readonly row: string }
  /** One of the answers written by hand. */
  | { readonly of: "own"; readonly answer: string }
  /** From an engine: opening hours, free times, a price or the stock of something that is sold. */
  | { readonly of: "live"; readonly what: "hours" | "times" | "price" | "stock" | "order" }
  /** It must not know, and say so. */
  | { readonly of: "unknown" };

export interface TestQuestion {
  readonly id: string;
  readonly question: string;
  /** What was asked before it, where it takes that up. */
  readonly before?: string;
  readonly expects: Expected;
}

/** What it reads besides the site's own pages. */
export type ChatSource =
  /** Another site of the business. */
  | ({
      readonly id: string;
      readonly of: "site";
      /** Read again after so many days; 0 for never. */
      readonly everyDays: number;
    } & CrawlPlan)
  /** A file among the site's media, by its hash. */
  | { readonly id: string; readonly of: "file"; readonly file: string };

export interface Chat extends Opening {
  readonly enabled: boolean;
  readonly brief: Brief;
  readonly greetings: readonly Greeting[];
  readonly starters: readonly Starter[];
  /** Path patterns of pages that it does not read. */
  readonly leaveOut: readonly string[];
  readonly sources: readonly ChatSource[];
  readonly tables: readonly ChatTable[];
  /** Groups of words that mean the same on this site. */
  readonly synonyms: readonly (readonly string[])[];
  readonly answers: readonly OwnAnswer[];
  readonly tests: readonly TestQuestion[];
  /** A release is stopped when fewer of the test questions are right, in percent; null for never. */
  readonly stopBelow: number | null;
  /** An outside language model that may reword what the site says; null for none. Its key is kept apart. */
  readonly model: Model | null;
  /** Pages over which its button floats; null for none. */
  readonly floating: Floating | null;
  /** Origins of sites built elsewhere that may have it by its snippet; it answers on no other besides its own. */
  readonly sites?: readonly string[];
  /** Conversations are erased after so many days. */
  readonly keepDays: number;
}

export const chatLimits = {
  topics: 40,
  greetings: 20,
  starters: 20,
  sources: 20,
  tables: 20,
  rows: 400,
  columns: 16,
  cell: 200,
  synonyms: 200,
  answers: 200,
  wordings: 12,
  tests: 400,
  /** Characters of one question that are read; the rest of a longer one is nothing anybody asks. */
  question: 500,
} as const;

/** How another site is read unless its owner says otherwise. */
export const usualCrawl = { mostPages: 100, mostDepth: 5, everyDays: 7, leaveOut: [] } as const;

/** What a new chat starts as, for a site of this name. */
export const newChat = (site: string): Chat => ({
  enabled: true,
  brief: {
    name: `Ask ${site}`.slice(0, 60),
    helps: "Answers from this site: opening hours, prices, free times and what stands on its pages.",
    tone: "plain",
    close: [],
    avoids: [],
    adds: [],
    person: { afterUnknown: 2, whenAngry: true, words: ["complaint"], overAmount: null, hours: "site", goes: "desk" },
    collects: ["name", "email", "wish"],
    consent: "We use what you write to answer you, and for nothing else.",
  },
  greetings: [{ id: "hello", text: "Hello. Ask about anything on this site.", include: [], from: null, to: null }],
  starters: [],
  leaveOut: [],
  sources: [],
  tables: [],
  synonyms: [],
  answers: [],
  tests: [],
  stopBelow: null,
  model: null,
  floating: { words: "Ask us", corner: "end", include: [], exclude: [] },
  keepDays: 90,
  ...freshOpening,
  // It answers when it is asked: opening by itself is a wish of its own.
  triggers: [],
});
