// Runs tasks in processes of their own: a file from a stranger can't hold up the process that answers, is given up on after a while, and
// takes no more than its share of memory, which the system holds it to: a thread's heap is no limit for what lies outside of it. A few
// at once; a few more wait; further ones are asked to come again.
import { type ChildProcess, spawn } from "node:child_process";
import { resolve as absolute } from "node:path";
import type { Helpers, TaskName, Tasks } from "@/server/sandbox/task";
import { Problem } from "../problem";
import type { Settings } from "../settings";

export interface Limit {
  readonly seconds: number;
  /** Of the process's data, in MiB: so much for any file, so much more for each MiB of one, and never more than the most. */
  readonly memory: { readonly any: number; readonly perMiB: number; readonly most: number };
}

/** What any file may take: enough for what is read with it, too little for what a small file unpacks to. */
const any = 224;

export const limits: Readonly<Record<TaskName, Limit>> = {
  calendar: { seconds: 30, memory: { any, perMiB: 128, most: 896 } },
  siteFile: { seconds: 60, memory: { any, perMiB: 64, most: 1280 } },
  picture: { seconds: 20, memory: { any, perMiB: 24, most: 768 } },
  feed: { seconds: 20, memory: { any, perMiB: 32, most: 384 } },
  film: { seconds: 20, memory: { any, perMiB: 8, most: 384 } },
  goods: { seconds: 120, memory: { any, perMiB: 96, most: 896 } },
  table: { seconds: 30, memory: { any, perMiB: 64, most: 640 } },
  page: { seconds: 10, memory: { any, perMiB: 48, most: 384 } },
  sitemap: { seconds: 20, memory: { any, perMiB: 32, most: 384 } },
  words: { seconds: 60, memory: { any, perMiB: 24, most: 640 } },
};

/** Bytes and characters of what a task is given, as far as they lie in its fields, or one level below. */
function sizeOf(given: object, deep = 1): number {
  let size = 0;
  for (const value of given instanceof Map ? given.values() : Object.values(given)) {
    if (value instanceof Uint8Array || typeof value === "string") size += value.length;
    else if (deep && typeof value === "object" && value !== null) size += sizeOf(value, deep - 1);
  }
  return size;
}

const memoryOf = ({ memory: { any, perMiB, most } }: Limit, bytes: number): number =>
  Math.min(most, any + Math.ceil((perMiB * bytes) / 2 ** 20));

/**
 * Starts the process of a task, held by the system to so much memory for its data (RLIMIT_DATA, setrlimit(2)), and with nothing of this
 * one's environment: it needs no key and no database. Where there is no program that sets the limit, its heap alone is bounded.
 */
function start(script: string, dataMiB: number): Promise<ChildProcess> {
  // What lies outside of the heap is counted with it.
  const flags = [`--max-old-space-size=${dataMiB - 48}`, "--stack-size=3900"];
  const options = {
    // What a task says is in its answer; nothing of it belongs into the process's own output.
    stdio: ["ignore", "ignore", "ignore", "ipc"] as ("ignore" | "ipc")[],
    serialization: "advanced" as const,
    env: { PATH: process.env.PATH ?? "", NODE_ENV: "production" as const },
  };
  const plain = () => spawn(process.execPath, [...flags, script], options);
  if (process.platform !== "linux") return Promise.resolve(plain());
  return new Promise((resolve) => {
    const limited = spawn(
      "prlimit",
      [`--data=${dataMiB * 2 ** 20}`, "--", process.execPath, ...flags, script],
      options,
    );
    limited.once("spawn", () => resolve(limited));
    limited.once("error", () => resolve(plain()));
  });
}

/** What the system does to a process that has no memory left, or that V8 ends for the same. */
const outOfMemory = new Set(["SIGABRT", "SIGTRAP", "SIGILL", "SIGSEGV", "SIGKILL", "SIGBUS"]);

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

/** What a task asks of whoever began it. */
interface Question {
  readonly ask: string;
  readonly id: number;
  readonly value: never;
}

/**
 * The task's answer, or why it was given up. What it asks for meanwhile its helpers answer; where one fails, so does this.
 * Throws 503 when too many wait already.
 */
export async function sandboxed<N extends TaskName>(
  settings: Pick<Settings, "buildFolder">,
  task: N,
  given: Tasks[N]["takes"],
  helpers: Helpers<N>,
  limit: Limit = limits[task],
  /** Bytes that it is going to ask for, where that is known. */
  expected = 0,
): Promise<{ readonly answer: Tasks[N]["gives"] } | { readonly givenUp: GivenUp }> {
  await turn();
  try {
    const script = absolute(settings.buildFolder, "sandbox", "worker.mjs");
    const child = await start(script, memoryOf(limit, Math.max(sizeOf(given), expected)));
    return await new Promise((resolve, reject) => {
      const { seconds } = limit;
      const stop = () => {
        clearTimeout(timer);
        child.kill("SIGKILL");
      };
      const end = (found: { answer: Tasks[N]["gives"] } | { givenUp: GivenUp }) => {
        stop();
        resolve(found);
      };
      const giveUp = (tooSlow: boolean, message: string) => end({ givenUp: { tooSlow, seconds, message } });
      const timer = setTimeout(() => giveUp(true, `not read within ${seconds} s`), seconds * 1000);
      const send = (said: object) => child.send(said, (error) => error && giveUp(false, "it ended in the middle"));
      child.on("message", (said: { answer: Tasks[N]["gives"] } | { failed: string } | Question) => {
        if ("answer" in said) return end({ answer: said.answer });
        if ("failed" in said) return giveUp(false, said.failed);
        const helper = helpers[said.ask as keyof Helpers<N>] as ((value: never) => Promise<unknown>) | undefined;
        if (!helper) return giveUp(false, `it asked for ${said.ask}`);
        helper(said.value).then(
          (value) => send({ id: said.id, value }),
          (error: unknown) => {
            stop();
            reject(error);
          },
        );
      });
      child.once("error", (error) => giveUp(false, error.message.slice(0, 200)));
      child.once("exit", (_code, signal) =>
        giveUp(false, signal && outOfMemory.has(signal) ? "it takes too much memory" : "it ended in the middle"),
      );
      send({ task, given });
    });
  } finally {
    turnEnds();
  }
}
