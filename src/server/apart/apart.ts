// Runs tasks in threads of their own: a file from a stranger can't hold up the process, is given up on after a while,
// and takes no more than its share of memory. A few at once; a few more wait; further ones are asked to come again.
import { resolve as absolute } from "node:path";
import { Worker } from "node:worker_threads";
import { Problem } from "../problem";
import type { Settings } from "../settings";
import type { Helpers, TaskName, Tasks } from "./tasks";

interface Limit {
  readonly seconds: number;
  /** Of the thread's own heap; what lies outside of it is bounded by the tasks' limits on files and pixels. */
  readonly heapMiB: number;
}

export const limits: Readonly<Record<TaskName, Limit>> = {
  calendar: { seconds: 30, heapMiB: 768 },
  siteFile: { seconds: 60, heapMiB: 1024 },
  picture: { seconds: 20, heapMiB: 256 },
  feed: { seconds: 20, heapMiB: 256 },
  film: { seconds: 20, heapMiB: 256 },
  goods: { seconds: 120, heapMiB: 768 },
  table: { seconds: 30, heapMiB: 512 },
  page: { seconds: 10, heapMiB: 256 },
  sitemap: { seconds: 20, heapMiB: 256 },
  words: { seconds: 60, heapMiB: 512 },
};

const mostAtOnce = 2;
const mostWaiting = 24;
let running = 0;
const waiting: (() => void)[] = [];

async function turn(): Promise<void> {
  if (running < mostAtOnce) {
    running += 1;
    return;
  }
  if (waiting.length >= mostWaiting) {
    const message = "Many files are being read just now. Please try again in a minute.";
    throw new Problem(503, "busy", message, [{ path: "request", message }], { "retry-after": "60" });
  }
  await new Promise<void>((resolve) => waiting.push(resolve));
}

function turnEnds(): void {
  const next = waiting.shift();
  if (next) next();
  else running -= 1;
}

/** Why a task has no answer of its own. */
export interface GivenUp {
  readonly tooSlow: boolean;
  readonly seconds: number;
  readonly message: string;
}

/**
 * The task's answer, or why it was given up. What it asks for meanwhile its helpers answer; where one fails, so does this.
 * Throws 503 when too many wait already.
 */
export async function apart<N extends TaskName>(
  settings: Pick<Settings, "buildFolder">,
  task: N,
  given: Tasks[N]["takes"],
  helpers: Helpers<N>,
  limit: Limit = limits[task],
): Promise<{ readonly answer: Tasks[N]["gives"] } | { readonly givenUp: GivenUp }> {
  await turn();
  try {
    return await new Promise((resolve, reject) => {
      const script = absolute(settings.buildFolder, "apart", "worker.mjs");
      // Not written as `new Worker`: Next's bundler would look for the script among the sources, and it is built apart.
      const worker: Worker = Reflect.construct(Worker, [
        script,
        {
          workerData: { task, given },
          resourceLimits: { maxOldGenerationSizeMb: limit.heapMiB, stackSizeMb: 4 },
          // What a task says is in its answer; nothing of it belongs into the process's own output.
          stdout: true,
          stderr: true,
        },
      ]);
      const { seconds } = limit;
      const giveUp = (tooSlow: boolean, message: string) => end({ givenUp: { tooSlow, seconds, message } });
      const timer = setTimeout(() => giveUp(true, `not read within ${seconds} s`), seconds * 1000);
      const end = (found: { answer: Tasks[N]["gives"] } | { givenUp: GivenUp }) => {
        clearTimeout(timer);
        void worker.terminate();
        resolve(found);
      };
      worker.on("message", (said: { answer: Tasks[N]["gives"] } | { ask: string; id: number; value: never }) => {
        if ("answer" in said) return end({ answer: said.answer });
        const helper = helpers[said.ask as keyof Helpers<N>] as ((value: never) => Promise<unknown>) | undefined;
        if (!helper) return giveUp(false, `it asked for ${said.ask}`);
        helper(said.value).then(
          (value) => worker.postMessage({ id: said.id, value }),
          (error: unknown) => {
            clearTimeout(timer);
            void worker.terminate();
            reject(error);
          },
        );
      });
      worker.once("error", (error: NodeJS.ErrnoException) =>
        giveUp(
          false,
          error.code === "ERR_WORKER_OUT_OF_MEMORY" ? "it takes too much memory" : error.message.slice(0, 200),
        ),
      );
      worker.once("exit", () => giveUp(false, "it ended in the middle"));
    });
  } finally {
    turnEnds();
  }
}
