// What is worked out apart from the process's own thread, because strangers or files decide how long it takes.
import { type CalendarAsked, type CalendarRead, readCalendar } from "@/core/calendar/read";
import type { Outcome } from "@/core/visitor/decision";
import type { Answer } from "./answer";
import { type Picture, pictureFrom } from "./picture";
import { readWhole, type WholeSite } from "./site-file";

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

export const tasks: { readonly [N in TaskName]: (given: Tasks[N]["takes"]) => Promise<Tasks[N]["gives"]> } = {
  calendar: async ({ file, asked }) => readCalendar(file, asked),
  siteFile: ({ given }) => readWhole(given),
  picture: ({ file }) => pictureFrom(file),
};
