import { chmodSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { inBrowser } from "./browser";

const folder = mkdtempSync(join(tmpdir(), "browser-"));
afterAll(() => rmSync(folder, { recursive: true }));

const isThere = (pid: number): boolean => {
  try {
    process.kill(pid, 0);
    return true;
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
  // Wait: the system takes away what was killed in its own time.
  while (isThere(browser.pid())) await new Promise((resolve) => setTimeout(resolve, 20));
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
