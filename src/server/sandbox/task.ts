// What is asked of a worker, and what it answers.
import type { CalendarAsked, CalendarRead } from "@/core/calendar/read";
import type { ImportPlan } from "@/core/catalog/plan";
import type { ReadPage } from "@/core/chat/knows/read-page";
import type { FeedRead } from "@/core/clips/read";
import type { Sitemap } from "@/core/crawl/sitemap";
import type { DocumentType } from "@/core/media/documents";
import type { Outcome } from "@/core/visitor/decision";
import type { Answer } from "@/server/sandbox/answer";
import type { Film } from "@/server/sandbox/film";
import type { GoodsAsked } from "@/server/sandbox/goods";
import type { ReadPicture } from "@/server/sandbox/picture";
import type { ReadTable } from "@/server/sandbox/table";
import type { WholeSite } from "@/server/sandbox/whole-site";

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
