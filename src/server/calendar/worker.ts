// The thread that reads one calendar and ends.
import { parentPort, workerData } from "node:worker_threads";
import { type CalendarAsked, readCalendar } from "@/core/calendar/read";

const { text, asked } = workerData as { text: string; asked: CalendarAsked };
parentPort?.postMessage(readCalendar(text, asked));
