// Files that become large when they are read: each is refused or given up, and none takes more memory than was agreed.
import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import type { Helpers, TaskName } from "@/server/sandbox/task";
import { sampled } from "../../../tests/extent";
import { bombs } from "../testing/bombs.test-kit";
import { tally } from "../testing/tally.test-kit";
import { sandboxed } from "./sandbox";

const settings = { buildFolder: resolve(".webitor/build") };
const most = 300 * 2 ** 20;

/** The most memory that the processes of this one took while it was looked, in bytes. */
function watched(): { peak(): number; end(): void } {
  let peak = 0;
  const look = () => {
    const read = (path: string) => {
      try {
        return readFileSync(path, "utf8");
      } catch {
        // It has ended.
        return "";
      }
    };
    for (const id of read(`/proc/${process.pid}/task/${process.pid}/children`).split(" ").filter(Boolean)) {
      const [, kB = "0"] = /VmHWM:\s+(\d+) kB/.exec(read(`/proc/${id}/status`)) ?? [];
      if (read(`/proc/${id}/cmdline`).includes("sandbox")) peak = Math.max(peak, Number(kB) * 1024);
    }
  };
  const timer = setInterval(look, 5);
  return { peak: () => peak, end: () => clearInterval(timer) };
}

/** What became of a file. */
async function came(task: TaskName, given: object): Promise<string> {
  let zip: Uint8Array | null = "zip" in given ? (given.zip as Uint8Array) : null;
  const expected = zip?.length ?? 0;
  const helpers = {
    part: async () => {
      const part = zip;
      zip = null;
      return part;
    },
    keep: async () => null,
  };
  const asked = "zip" in given ? { given: null } : given;
  const found = await sandboxed(
    settings,
    task,
    asked as never,
    helpers as unknown as Helpers<TaskName>,
    undefined,
    expected,
  );
  return "answer" in found ? "answered" : found.givenUp.message;
}

const all = Object.entries(bombs).flatMap(([task, some]) =>
  some.map((bomb) => [task as TaskName, bomb.name, bomb] as const),
);

test("there are twenty of each kind", () => {
  for (const [task, some] of Object.entries(bombs)) expect([task, some.length >= 20]).toEqual([task, true]);
});

test.each([...sampled(all, 11)])("%s: %s", async (task, _name, bomb) => {
  tally("bombs");
  const given = await bomb.make();
  const memory = watched();
  const before = process.memoryUsage().rss;
  const outcome = await came(task, given);
  memory.end();
  expect(outcome).toMatch(/^(?:answered|it takes too much memory|not read within \d+ s)$/);
  expect(memory.peak()).toBeGreaterThan(0);
  expect(memory.peak()).toBeLessThan(most);
  // What the process that answers visitors has of it is what came.
  expect(process.memoryUsage().rss - before).toBeLessThan(most);
});
