// What is worked out apart from the process's own thread, because strangers or files decide how long it takes.
import type { CalendarAsked, CalendarRead } from "@/core/calendar/read";
import type { ImportPlan } from "@/core/catalog/plan";
import type { ReadPage } from "@/core/chat/read-page";
import type { FeedRead } from "@/core/clips/read";
import type { Sitemap } from "@/core/crawl/sitemap";
import type { DocumentType } from "@/core/media/documents";
import type { Outcome } from "@/core/visitor/decision";
import type { Answer } from "./answer";
import type { Film } from "./film";
import type { GoodsAsked } from "./goods";
import type { ReadPicture } from "./picture";
import type { WholeSite } from "./site-file";
import type { ReadTable } from "./table";

/** What a task may ask its maker for while it runs: by name, what is sent along and what comes back. */
type Questions = Readonly<Record<string, { readonly sends: unknown; readonly gets: unknown }>>;

export interface Tasks {
  readonly calendar: {
    readonly takes: { readonly file: Uint8Array; readonly asked: CalendarAsked };
    readonly gives: Outcome<CalendarRead>;
    readonly asks: Record<never, never>;
  };
  readonly siteFile: {
    /** The files by name; null where the zip is asked for part by part. */
    readonly takes: { readonly given: ReadonlyMap<string, Uint8Array> | null };
    readonly gives: Answer<WholeSite>;
    readonly asks: {
      /** The next part of the zip; null at its end. */
      readonly part: { readonly sends: null; readonly gets: Uint8Array | null };
      /** A medium that was found whole, to be kept. */
      readonly keep: { readonly sends: { readonly hash: string; readonly bytes: Uint8Array }; readonly gets: null };
    };
  };
  readonly picture: {
    readonly takes: { readonly file: Uint8Array };
    readonly gives: Answer<ReadPicture>;
    readonly asks: Record<never, never>;
  };
  readonly feed: {
    /** `standIns` by their labels. */
    readonly takes: {
      readonly text: string;
      readonly from: string;
      readonly standIns: Readonly<Record<string, string>>;
    };
    readonly gives: Outcome<FeedRead>;
    readonly asks: Record<never, never>;
  };
  readonly goods: {
    readonly takes: GoodsAsked;
    readonly gives: ImportPlan;
    readonly asks: Record<never, never>;
  };
  readonly table: {
    readonly takes: { readonly file: Uint8Array };
    readonly gives: Answer<ReadTable>;
    readonly asks: Record<never, never>;
  };
  /** A page of another site. */
  readonly page: {
    readonly takes: { readonly file: Uint8Array; readonly type: string };
    readonly gives: ReadPage;
    readonly asks: Record<never, never>;
  };
  readonly sitemap: {
    readonly takes: { readonly file: Uint8Array; readonly type: string; readonly from: string };
    readonly gives: Outcome<Sitemap>;
    readonly asks: Record<never, never>;
  };
  /** A file of words. */
  readonly words: {
    readonly takes: { readonly file: Uint8Array; readonly type: DocumentType };
    readonly gives: Outcome<ReadPage>;
    readonly asks: Record<never, never>;
  };
  readonly film: {
    readonly takes: { readonly file: Uint8Array };
    readonly gives: Answer<Film>;
    readonly asks: Record<never, never>;
  };
}

export type TaskName = keyof Tasks;

/** How a task asks. */
export type Ask<Q extends Questions> = <K extends keyof Q>(name: K, value: Q[K]["sends"]) => Promise<Q[K]["gets"]>;

/** Who answers a task's questions. */
export type Helpers<N extends TaskName> = {
  readonly [K in keyof Tasks[N]["asks"]]: (
    value: Tasks[N]["asks"][K] extends { sends: infer S } ? S : never,
  ) => Promise<Tasks[N]["asks"][K] extends { gets: infer G } ? G : never>;
};

/** Each loads what it needs itself: a process is made for one task, and loading is most of what a small one costs. */
export const tasks: {
  readonly [N in TaskName]: (given: Tasks[N]["takes"], ask: Ask<Tasks[N]["asks"]>) => Promise<Tasks[N]["gives"]>;
} = {
  calendar: async ({ file, asked }) => (await import("@/core/calendar/read")).readCalendar(file, asked),
  siteFile: async ({ given }, ask) => (await import("./site-file")).readWhole(given, ask),
  picture: async ({ file }) => (await import("./picture")).readPicture(file),
  feed: async ({ text, from, standIns }) =>
    (await import("@/core/clips/read")).readFeed(text, from, (label) => standIns[label] ?? `http://${label}.invalid`),
  table: async ({ file }) => (await import("./table")).readTable(file),
  page: async ({ file, type }) => (await import("./strange")).readStrangePage(file, type),
  sitemap: async ({ file, type, from }) => (await import("./strange")).readStrangeSitemap(file, type, from),
  words: async ({ file, type }) => (await import("./words")).readWords(file, type),
  goods: async (given) => (await import("./goods")).planGoods(given),
  film: async ({ file }) => (await import("./film")).readFilm(file),
};
