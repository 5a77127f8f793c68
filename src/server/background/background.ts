// What takes long on a large site is done by a process of its own, which gives way to the one that answers visitors. A
// thread would share its memory's cleaners with them: those run at full speed on all cores, milliseconds at a time.
import { type ChildProcess, fork, spawn } from "node:child_process";
import { resolve as absolute } from "node:path";
import type { Context } from "../context";
import { keptOfDatabase } from "../kept";
import { Problem } from "../problem";
import type { BackgroundShare, Settings } from "../settings";

/** What can be done in the background, by name: what is sent along and what comes back. */
export interface BackgroundTasks {
  /** Puts a release together; answers how many pages were rendered. */
  readonly release: { readonly takes: { readonly release: string }; readonly gives: number };
  /** Performs an operation of the studio for somebody. */
  readonly operation: {
    readonly takes: {
      readonly name: string;
      readonly input: unknown;
      readonly account: unknown;
      readonly session: unknown;
      readonly address: string;
      readonly agent: string;
      readonly tab: string;
    };
    readonly gives: unknown;
  };
}

export interface Asked {
  readonly id: number;
  readonly settings: Settings;
  readonly task: keyof BackgroundTasks;
  readonly given: never;
}

type Answer = { readonly id: number } & (
  | { readonly gives: unknown }
  | { readonly failed: string }
  | { readonly problem: Pick<Problem, "status" | "code" | "title" | "fields" | "headers" | "more"> }
);

export type Said =
  | { readonly id: number; readonly begun: true }
  | { readonly id: number; readonly done: number }
  | Answer;

/** Set in the background process: there things are done at once. */
export const backgroundVariable = "WEBITOR_BESIDE";

/** A process is kept for what comes next this long, in ms: to begin one takes most of a second. */
const keptMs = 60_000;

/**
 * Its memory is cleaned seldom and by one thread: cleaners on all cores stop what answers visitors even at the lowest
 * priority (measured: a p95 of 3 ms beside a busy process instead of 1).
 */
const flags = ["--enable-source-maps", "--single-threaded-gc", "--max-semi-space-size=16"];

/**
 * Memory that was freed is kept for what comes next (mallopt(3)): a compressor's megabytes, fetched from the system and
 * given back for every file, were more than half of what publishing took.
 */
const keepsMemory = { MALLOC_MMAP_THRESHOLD_: "268435456", MALLOC_TRIM_THRESHOLD_: "536870912" };

/** What was asked of a process that died before it had begun: another may be asked. */
class NotBegun extends Error {}

/**
 * Starts a process. On Linux it is of the idle class (sched(7)), which leaves a core the moment a visitor wants it;
 * elsewhere, without the program that sets the class, or where it is to have a low share, it makes itself a nice one.
 */
export function start(script: string, share: BackgroundShare): Promise<ChildProcess> {
  const options = {
    stdio: ["ignore", "inherit", "inherit", "ipc"] as ("ignore" | "inherit" | "ipc")[],
    env: { ...process.env, ...keepsMemory, [backgroundVariable]: share },
  };
  const plain = () => fork(script, { ...options, execArgv: [...flags] });
  if (share !== "idle") return Promise.resolve(plain());
  return new Promise((resolve) => {
    const idle = spawn("chrt", ["--idle", "0", process.execPath, ...flags, script], options);
    idle.once("spawn", () => resolve(idle));
    idle.once("error", () => resolve(plain()));
  });
}

interface Waiting {
  begun: boolean;
  /** What has been told so far was heard: one after the other, and all of it before the answer. */
  heard: Promise<unknown>;
  told(done: number): Promise<void>;
  resolve(value: never): void;
  reject(error: unknown): void;
}

/** One process and what is being done in it. */
class Background {
  private readonly waiting = new Map<number, Waiting>();
  private last = 0;
  private toEnd: ReturnType<typeof setTimeout> | undefined;
  over = false;

  constructor(private readonly child: ChildProcess) {
    child.on("message", (said: Said) => this.hear(said));
    child.on("error", (error) => this.end(error));
    // Not "exit": what it said before may still be on its way then.
    child.on("disconnect", () => this.end(new Error("What was done in the background ended before its end")));
    // An idle one keeps nobody from ending.
    child.unref();
    child.channel?.unref();
  }

  private hear(said: Said) {
    const one = this.waiting.get(said.id);
    if (!one) return;
    if ("begun" in said) {
      one.begun = true;
      return;
    }
    if ("done" in said) {
      // Whoever asked wants it no more: another process has taken the job.
      one.heard = one.heard.then(() => one.told(said.done)).catch((error: unknown) => this.end(error));
      return;
    }
    one.heard.then(() => this.answer(said, one));
  }

  private answer(said: Answer, one: Waiting) {
    if (!this.waiting.delete(said.id)) return;
    if ("gives" in said) one.resolve(said.gives as never);
    else if ("problem" in said) {
      const { status, code, title, fields, headers, more } = said.problem;
      one.reject(new Problem(status, code, title, fields, headers, more));
    } else one.reject(new Error(said.failed));
    if (this.waiting.size) return;
    this.child.channel?.unref();
    this.toEnd = setTimeout(() => this.end(new Error("It was let go")), keptMs);
    this.toEnd.unref();
  }

  /** Ends the process and with it all that is being done. */
  end(error: unknown) {
    if (this.over) return;
    this.over = true;
    clearTimeout(this.toEnd);
    this.child.kill("SIGKILL");
    for (const one of this.waiting.values()) one.reject(one.begun ? error : new NotBegun(String(error)));
    this.waiting.clear();
  }

  ask<T extends keyof BackgroundTasks>(
    context: Context,
    task: T,
    given: BackgroundTasks[T]["takes"],
    told: (done: number) => Promise<void>,
  ): Promise<BackgroundTasks[T]["gives"]> {
    clearTimeout(this.toEnd);
    this.child.channel?.ref();
    this.last += 1;
    const id = this.last;
    const settings = { ...context.settings, now: context.now().toISOString() };
    return new Promise((resolve, reject) => {
      this.waiting.set(id, { begun: false, heard: Promise.resolve(), told, resolve, reject });
      this.child.send({ id, settings, task, given } as Asked, (error) => error && this.end(error));
    });
  }
}

/** A release that is given up ends its process; what people wait for goes on in another. */
const kept = new Map<keyof BackgroundTasks, Promise<Background>>();
// What they keep of the database themselves is forgotten with them.
keptOfDatabase({
  clear: () => {
    for (const one of kept.values())
      one.then(
        (process) => process.end(new Error("It was let go")),
        () => {},
      );
    kept.clear();
  },
});

/** The process for a task; two who ask at once get the same. */
async function processFor(context: Context, task: keyof BackgroundTasks, share: BackgroundShare): Promise<Background> {
  const known = kept.get(task);
  // Not awaited where there is none: two who ask at once are to get the same.
  const one = known && (await known);
  if (one && !one.over) return one;
  const begun = start(absolute(context.settings.buildFolder, "background.mjs"), share).then(
    (child) => new Background(child),
  );
  kept.set(task, begun);
  return begun;
}

/**
 * Does something in a background process. Throws what it throws there; an Error when its process dies while it is at it. One that had
 * died before it began is followed by another, once.
 */
export async function inBackground<T extends keyof BackgroundTasks>(
  context: Context,
  task: T,
  given: BackgroundTasks[T]["takes"],
  told: (done: number) => Promise<void> = async () => {},
): Promise<BackgroundTasks[T]["gives"]> {
  const { backgroundShare } = context.settings;
  const ask = async (share: BackgroundShare) =>
    (await processFor(context, task, share)).ask(context, task, given, told);
  try {
    return await ask(backgroundShare);
  } catch (error) {
    if (error instanceof NotBegun) return await ask(backgroundShare === "idle" ? "low" : backgroundShare);
    throw error;
  }
}
