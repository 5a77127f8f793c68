// Before Jest runs: every test file with all it needs as modules for Node.js, what several need being one file, so that a
// worker reads each module once and not once a test file. Jest's globalSetup; `outOf` is where one was put.
import { readdirSync, rmSync } from "node:fs";
import { join, relative } from "node:path";
import { build } from "esbuild";
import { root } from "../setup.mjs";

const folder = ".webitor/build/tests";

/** The bundled form of a test file. */
export const outOf = (testPath) => join(root, folder, relative(root, testPath).replace(/\.ts$/, ".mjs"));

const testsBelow = (path) =>
  readdirSync(join(root, path), { recursive: true })
    .filter((name) => name.endsWith(".test.ts"))
    .map((name) => join(path, name));

export default async function bundleTests() {
  rmSync(join(root, folder), { recursive: true, force: true });
  await build({
    absWorkingDir: root,
    entryPoints: ["src", "scripts", "tests/chat", "tests/echo"].flatMap(testsBelow),
    outdir: folder,
    outbase: root,
    bundle: true,
    splitting: true,
    platform: "node",
    format: "esm",
    target: "node20",
    packages: "external",
    sourcemap: "linked",
    outExtension: { ".js": ".mjs" },
    alias: { "@jest/globals": join(root, "scripts/lib/jest/globals.mjs") },
    logLevel: "warning",
  });
}
