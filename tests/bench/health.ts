// How soon /healthz answers while something else goes on, beside a server that does nothing else on the same machine.
import { spawn } from "node:child_process";

/** How long /healthz took, asked all the while, and a server that does nothing else on the same machine. */
export interface Health {
  readonly healthMs: number;
  readonly healthP99Ms: number;
  readonly bareMs: number;
  readonly bareP99Ms: number;
}

const inline = (script: string) =>
  spawn(process.execPath, ["--input-type=module", "-e", script], { stdio: ["pipe", "pipe", "inherit"] });

/**
 * Asks /healthz and a bare server in turns from a process of its own: this one is busy with making what is sent. What
 * the bare one takes is the machine's doing.
 */
export function watchHealth(port: number): { end(): Promise<Health> } {
  const bare = inline(`
    import { createServer } from "node:http";
    createServer((_request, response) => response.end("{}")).listen(${port + 6}, "127.0.0.1");`);
  const watcher = inline(`
    const [health, bare] = [[], []];
    let done = false;
    process.stdin.on("end", () => { done = true; }).resume();
    const timed = async (took, address) => {
      const began = performance.now();
      const answer = await fetch(address);
      await answer.text();
      if (answer.status !== 200) throw new Error(address + " says " + answer.status);
      took.push(performance.now() - began);
      await new Promise((resolve) => setTimeout(resolve, 2));
    };
    for (let up = false; !up; ) up = await fetch("http://127.0.0.1:${port + 6}").then(() => true, () => false);
    while (!done) {
      await timed(health, "http://127.0.0.1:${port}/healthz");
      await timed(bare, "http://127.0.0.1:${port + 6}");
    }
    for (const took of [health, bare]) took.sort((one, other) => one - other);
    const p99 = (took) => took[Math.floor(took.length * 0.99)];
    console.log(JSON.stringify({
      healthMs: health.at(-1), healthP99Ms: p99(health), bareMs: bare.at(-1), bareP99Ms: p99(bare),
    }));`);
  let said = "";
  watcher.stdout.on("data", (part) => {
    said += part;
  });
  return {
    end: () =>
      new Promise((resolve) => {
        watcher.once("close", () => {
          bare.kill();
          resolve(JSON.parse(said) as Health);
        });
        watcher.stdin.end();
      }),
  };
}
