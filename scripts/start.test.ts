// How the process is started and kept: it refuses to start without a secret, is started anew when it dies, and ends when
// it is told to.
import { type ChildProcess, spawn, spawnSync } from "node:child_process";
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join, resolve } from "node:path";

describe("the built process", () => {
  const start = (more: Record<string, string>) =>
    spawnSync(process.execPath, [".webitor/build/main.mjs"], {
      env: { PATH: process.env.PATH ?? "", NODE_ENV: "production", ...more } as unknown as NodeJS.ProcessEnv,
      encoding: "utf8",
    });

  test("refuses to start without a secret, in one sentence", () => {
    const { status, stderr } = start({ WEBITOR_DATABASE_URL: "mysql://app@127.0.0.1:1/none" });
    expect(status).toBe(1);
    expect(stderr).toMatch(/^webitor: Settings that can't be used: WEBITOR_SECRET: value is required.*\n$/);
  });

  test("has no key in its own code that could sign", () => {
    expect(readFileSync(".webitor/build/main.mjs", "utf8")).not.toMatch(/only-for-development/);
  });
});

describe("keeping a process", () => {
  let folder: string;
  let keeper: ChildProcess;
  let said = "";
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), "keeping-"));
    said = "";
  });
  afterEach(() => {
    keeper.kill("SIGKILL");
    rmSync(folder, { recursive: true });
  });

  /** A keeper of a small process that writes its number down; `body` is what the process does besides. */
  function keep(body: string): Promise<number | null> {
    writeFileSync(join(folder, "child.mjs"), `${body}\nprocess.send?.("ready");\nsetInterval(() => {}, 1000);`);
    writeFileSync(
      join(folder, "keeper.mjs"),
      `import { spawn } from "node:child_process";
       import { appendFileSync } from "node:fs";
       import { supervise } from ${JSON.stringify(resolve("scripts/lib/supervise.mjs"))};
       const start = () => new Promise((done) => {
         const child = spawn(process.execPath, [${JSON.stringify(join(folder, "child.mjs"))}], { stdio: ["ignore", "inherit", "inherit", "ipc"] });
         appendFileSync(${JSON.stringify(join(folder, "pids"))}, child.pid + "\\n");
         child.once("message", () => {
           console.log("taken over");
           done(child);
         });
       });
       await supervise({ start, cleanUp: async () => console.log("cleaned up"), say: (words) => console.log(words) });
       console.log("begun");`,
    );
    keeper = spawn(process.execPath, [join(folder, "keeper.mjs")], { stdio: ["ignore", "pipe", "inherit"] });
    keeper.stdout?.on("data", (part) => {
      said += part;
    });
    return new Promise((done) => keeper.once("exit", (code) => done(code)));
  }
  const until = async (holds: () => boolean) => {
    // Wait: for what another process does.
    while (!holds()) await new Promise((done) => setTimeout(done, 20));
  };
  const pids = () => {
    try {
      return readFileSync(join(folder, "pids"), "utf8").trim().split("\n").map(Number);
    } catch {
      return [];
    }
  };
  const isAlive = (pid: number) => {
    try {
      return process.kill(pid, 0);
    } catch {
      return false;
    }
  };

  test("it is started anew when it dies by a signal, and given up after three times in a minute", async () => {
    const ended = keep("");
    await until(() => said.includes("begun"));
    for (let nth = 1; nth <= 3; nth++) {
      // The keeper takes it over once it has said that it is ready.
      await until(() => said.split("taken over").length === nth + 1);
      process.kill(pids().at(-1) as number, "SIGKILL");
      await until(() => said.split("ended by SIGKILL").length === nth + 1);
    }
    expect(await ended).toBe(1);
    expect(said).toMatch(/three times|3 times within a minute/);
    expect(said).toMatch(/cleaned up/);
  });

  test.each(["SIGTERM", "SIGINT"] as const)("%s ends both and cleans up", async (signal) => {
    const ended = keep("");
    await until(() => said.includes("begun"));
    keeper.kill(signal);
    expect(await ended).toBe(0);
    expect(isAlive(pids()[0] as number)).toBe(false);
    expect(said).toMatch(/cleaned up/);
  });

  test("a process that does not listen is killed", async () => {
    const ended = keep('process.on("SIGTERM", () => {});');
    await until(() => said.includes("begun"));
    keeper.kill("SIGTERM");
    expect(await ended).toBe(0);
    expect(isAlive(pids()[0] as number)).toBe(false);
  });
});
