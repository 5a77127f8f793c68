// npm run test:near: the unit tests and end-to-end tests that a change touches. A change is what differs from the commit
// given (`-- COMMIT`), or from the last one, files that are new among it.
import { execFileSync, spawnSync } from "node:child_process";
import { build } from "esbuild";
import { specsNear, testsNear } from "./lib/near";

const [since = "HEAD"] = process.argv.slice(2);
const git = (...args: string[]) => execFileSync("git", args, { encoding: "utf8" }).split("\n").filter(Boolean);
const changed = [...git("diff", "--name-only", since), ...git("ls-files", "--others", "--exclude-standard")];
const tests = git("ls-files", "--cached", "--others", "--exclude-standard", "*.test.ts");
const { metafile } = await build({
  ...{ entryPoints: tests, outdir: "out", write: false, metafile: true, logLevel: "error" },
  ...{ bundle: true, platform: "node", format: "esm", packages: "external" },
  loader: { ".css": "empty" },
});
const units = testsNear(metafile, changed);
const specs = specsNear(changed).map((name) => `${name}.spec`);
console.log(
  `webitor: ${changed.length} files changed; ${units.length} files of unit tests and ${specs.length} of walks are near`,
);
const run = (script: string, args: readonly string[]) =>
  args.length ? (spawnSync(process.execPath, [script, ...args], { stdio: "inherit" }).status ?? 1) : 0;
const failed = run("scripts/jest.mjs", units.length ? ["--runTestsByPath", ...units] : []);
const walked = run("scripts/e2e.mjs", specs);
process.exit(failed || walked);
