// What is worked out apart from the process's own thread, because strangers or files decide how long it takes.
import type { Ask, TaskName, Tasks } from "@/server/sandbox/task";

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
