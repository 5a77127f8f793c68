import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { inBrowser } from "./browser";

const folder = mkdtempSync(join(tmpdir(), "browser-"));
afterAll(() => rmSync(folder, { recursive: true }));

/** Whether a process runs yet: of one that was killed, and that nobody has taken away, no arguments are left. */
const runs = (pid: number): boolean => {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, "utf8").includes(folder);
  } catch {
    return false;
  }
};

/** A system's browser: a script that begins it and waits; it opens its last argument, and stays until it is ended. */
function scripted(name: string, does: string): { readonly path: string; pid(): number } {
  const [path, page, pid] = ["sh", "mjs", "pid"].map((ending) => join(folder, `${name}.${ending}`)) as [
    string,
    string,
    string,
  ];
  writeFileSync(
    page,
    `import { writeFileSync } from "node:fs";
writeFileSync(${JSON.stringify(pid)}, String(process.pid));
await fetch(process.argv.at(-1));
${does}`,
  );
  writeFileSync(path, `#!/bin/sh -e\n\n"${process.execPath}" "${page}" "$@"\n`);
  chmodSync(path, 0o755);
  return { path, pid: () => Number(readFileSync(pid, "utf8")) };
}

test("the browser ends with what it was opened for, also behind a script of the system", async () => {
  const browser = scripted("stays", "setInterval(() => {}, 1000);");
  let opened = () => {};
  await inBrowser(
    browser.path,
    async (_, response) => {
      response.end("seen");
      opened();
    },
    (done) => {
      opened = done;
    },
  );
  // Wait: what was killed ends in the system's own time.
  while (runs(browser.pid())) await new Promise((resolve) => setTimeout(resolve, 20));
});

test("one that ends before it is done is an error", async () => {
  const browser = scripted("ends", "process.exit(3);");
  const opened = inBrowser(
    browser.path,
    async (_, response) => {
      response.end("seen");
    },
    () => {},
  );
  await expect(opened).rejects.toThrow("The browser ended (3) before every page was measured.");
});
