// Reading calendars in a thread of its own: a file from a stranger can't hold up the process, and is given up on.
import { join } from "node:path";
import { Worker } from "node:worker_threads";
import type { CalendarAsked, CalendarRead } from "@/core/calendar/read";
import { type Outcome, refused } from "@/core/visitor/decision";
import type { Settings } from "../settings";

const mostSeconds = 30;

export function readCalendarApart(
  settings: Pick<Settings, "buildFolder">,
  text: string,
  asked: CalendarAsked,
): Promise<Outcome<CalendarRead>> {
  return new Promise((resolve) => {
    const script = join(settings.buildFolder, "calendar-worker.mjs");
    // Not written as `new Worker`: Next's bundler would look for the script among the sources, and it is built apart.
    const worker: Worker = Reflect.construct(Worker, [
      script,
      { workerData: { text, asked }, resourceLimits: { maxOldGenerationSizeMb: 768 } },
    ]);
    const end = (outcome: Outcome<CalendarRead>) => {
      clearTimeout(timer);
      void worker.terminate();
      resolve(outcome);
    };
    const timer = setTimeout(() => end(refused("calendar.tooSlow", { seconds: mostSeconds })), mostSeconds * 1000);
    worker.once("message", (outcome: Outcome<CalendarRead>) => end(outcome));
    worker.once("error", (error) => end(refused("calendar.broken", { message: error.message.slice(0, 200) })));
  });
}
