// npm test: everything, from packages to end-to-end tests, with the true totals of all runners in the last line. With
// --long (npm run test:long) the runners do in full what they otherwise take a sample of; what takes no sample is left out.
import { execFile, spawn, spawnSync } from "node:child_process";
import { existsSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { build, ensure, root, say, stateFolder } from "./lib/setup.mjs";

const long = process.argv.includes("--long");
if (long) Object.assign(process.env, { WEBITOR_LONG: "1", WEBITOR_SHUFFLE: "1" });

const begun = Date.now();
let partBegan = Date.now();
/** How long a part took, and all so far. */
function took(name) {
  const seconds = (from) => Math.round((Date.now() - from) / 1000);
  say(`${name} took ${seconds(partBegan)} s, ${seconds(begun)} s in all`);
  partBegan = Date.now();
}

await ensure("mariadbd", "chromium-headless-shell");
took("packages");

let passed = 0;
let failed = 0;

function check(name, fine) {
  if (fine) passed += 1;
  else failed += 1;
  say(`${fine ? "passed" : "FAILED"}: ${name}`);
}

/** Runs a runner that writes its totals as JSON; one that wrote none has failed as a whole. */
function run(name, script, report, totals) {
  const file = join(stateFolder, report);
  rmSync(file, { force: true });
  say(name);
  const { status } = spawnSync(process.execPath, [join(root, script)], {
    cwd: root,
    stdio: ["ignore", "inherit", "inherit"],
  });
  if (!existsSync(file)) return check(name, false);
  const [good, bad] = totals(JSON.parse(readFileSync(file, "utf8")));
  passed += good;
  failed += bad;
  if (status !== 0 && bad === 0) check(`${name} ended with ${status}`, false);
  else say(`${name}: ${good} passed, ${bad} failed`);
}

/** Runs a tool, and shows what it said when it has ended: several are run side by side. */
const runs = (tool, ...args) =>
  new Promise((resolve) => {
    execFile(join(root, "node_modules/.bin", tool), args, { cwd: root, maxBuffer: 1 << 26 }, (error, out, wrong) => {
      process.stdout.write(out + wrong);
      resolve(!error);
    });
  });

if (!long) {
  const tools = {
    // Several checkers would each work out the same types: other tools take the second core.
    types: runs("../typescript7/bin/tsc", "--noEmit", "--incremental", "false", "--checkers", "1"),
    "format and lint": runs("biome", "check", ".", "--error-on-warnings"),
    layers: runs("depcruise", "src", "--config", ".dependency-cruiser.cjs", "--output-type", "err"),
    "unused code": runs("knip", "--no-config-hints"),
  };
  for (const [name, done] of Object.entries(tools)) check(name, await done);
  took("types, lint, layers and unused code");
}
run("unit and integration tests", "scripts/jest.mjs", "jest.json", (report) => [
  report.numPassedTests,
  report.numFailedTests + report.numRuntimeErrorTestSuites,
]);
took("unit and integration tests");
// The end-to-end tests' demo is loaded beside: the build leaves a core free half of the time.
const demo = spawn(process.execPath, [join(root, "scripts/e2e.mjs"), "--load-demo"], {
  cwd: root,
  stdio: ["ignore", "inherit", "inherit"],
});
const demoLoaded = new Promise((resolve) => demo.once("exit", (code) => resolve(code === 0)));
build();
check("demo data", await demoLoaded);
check("production build", existsSync(join(root, ".next/BUILD_ID")));
took("the build");
run("end-to-end tests", "scripts/e2e.mjs", "e2e.json", ({ stats }) => [
  stats.expected + stats.flaky,
  stats.unexpected + stats.skipped,
]);
took("end-to-end tests");

console.log(`${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
