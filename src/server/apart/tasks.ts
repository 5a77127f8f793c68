// What is worked out apart from the process's own thread, because strangers or files decide how long it takes.
import type { CalendarAsked, CalendarRead } from "@/core/calendar/read";
import type { Outcome } from "@/core/visitor/decision";
import type { Answer } from "./answer";
import type { Picture } from "./picture";
import type { WholeSite } from "./site-file";

export interface Tasks {
  readonly calendar: {
    readonly takes: { readonly file: Uint8Array; readonly asked: CalendarAsked };
    readonly gives: Outcome<CalendarRead>;
  };
  readonly siteFile: {
    readonly takes: { readonly given: Uint8Array | ReadonlyMap<string, Uint8Array> };
    readonly gives: Answer<WholeSite>;
  };
  readonly picture: { readonly takes: { readonly file: Uint8Array }; readonly gives: Answer<Picture> };
}

export type TaskName = keyof Tasks;

/** Each loads what it needs itself: a thread is made for one task, and loading is most of what a small one costs. */
export const tasks: { readonly [N in TaskName]: (given: Tasks[N]["takes"]) => Promise<Tasks[N]["gives"]> } = {
  calendar: async ({ file, asked }) => (await import("@/core/calendar/read")).readCalendar(file, asked),
  siteFile: async ({ given }) => (await import("./site-file")).readWhole(given),
  picture: async ({ file }) => (await import("./picture")).pictureFrom(file),
};
