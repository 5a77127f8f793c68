// Runs the end-to-end tests: some workers take files from one queue, each against a process and a copy of the demo's database
// of its own, which its tests may ask to be restarted. Arguments are the runner's (files, -g "…"); each named file may have a worker.
import { spawn } from "node:child_process";
import { existsSync, mkdirSync, readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:http";
import { basename, join } from "node:path";
import { copyPlayground, demoFolder, endProcess } from "./lib/playground.mjs";
import { build, root, startProcess, stateFolder } from "./lib/setup.mjs";

const firstPort = Number(process.env.WEBITOR_PORT ?? 4480);
const firstDatabasePort = Number(process.env.WEBITOR_TEST_DATABASE_PORT ?? 4408);
const asked = process.argv.slice(2);
// Beside the build of the studio, which it does not need.
if (asked[0] === "--load-demo") {
  await demoFolder(firstDatabasePort);
  process.exit(0);
}
const named = asked.filter((one) => one.includes(".spec"));
// A walk waits for its browser and its process a third of the time: three keep two cores busy.
const workers = named.length ? Math.min(named.length, 3) : 3;

/** A worker's process and database, with a server by which tests restart them; answers what its tests are told. */
async function ground(nth) {
  const port = firstPort + 40 * nth;
  const playground = await copyPlayground(demo, `e2e-${nth}`, firstDatabasePort + 40 * nth, port);
  const { database, env } = playground;
  let { child } = playground;
  const restart = async () => {
    await endProcess(child);
    await database.restart();
    child = await startProcess(env);
  };
  // A second process on the same database, for tests of several: its port is told to them.
  let second = null;
  const kill = async (one) => {
    const gone = new Promise((resolve) => one.once("exit", resolve));
    one.kill("SIGKILL");
    await gone;
  };
  // Sessions are of the database they were made in.
  const forgetSessions = () => {
    for (const file of readdirSync(stateFolder))
      if (new RegExp(`^e2e-${port}-.*\\.json$`).test(file)) rmSync(join(stateFolder, file));
  };
  forgetSessions();
  // The first file that wants the demo finds it as it was loaded.
  let used = false;
  const commands = {
    "/restart": restart,
    "/demo": async () => {
      if (used) {
        await kill(child);
        await database.anew();
        forgetSessions();
        child = await startProcess(env);
      }
      used = true;
    },
    // A process that is killed in the middle cleans nothing up.
    "/kill": () => kill(child),
    "/second/start": async () => {
      second = await startProcess({ ...env, WEBITOR_PORT: String(port + 2) });
    },
    "/second/kill": () => kill(second),
    "/second/end": () => endProcess(second),
    "/start": async () => {
      child = await startProcess(env);
    },
  };
  const control = createServer((request, response) => {
    const command = commands[request.url];
    if (!command) return response.writeHead(404).end();
    command().then(
      () => response.writeHead(200).end("done"),
      (error) => response.writeHead(500).end(String(error)),
    );
  }).listen(port + 1, "127.0.0.1");
  return {
    told: {
      WEBITOR_PORT: String(port),
      WEBITOR_CONTROL_PORT: String(port + 1),
      WEBITOR_SECOND_PORT: String(port + 2),
      WEBITOR_DATABASE_URL: database.url,
    },
    end: async () => {
      control.close();
      if (second) await endProcess(second);
      await endProcess(child);
      await database.end();
    },
  };
}

/** A site of the demo where it is named: `"wrenfield"`, `/s/oddlane/desk`; not its files or its channel. */
const demoSite = /(?<!demo|by)["'`/](?:oddlane|wrenfield)["'`/.?]/;
const beginsWithDemo = `
test.beforeAll(async ({ request }) => {
  const begun = await request.post(\`http://127.0.0.1:\${process.env.WEBITOR_CONTROL_PORT}/demo\`, { timeout: 0 });
  if (!begun.ok()) throw new Error(await begun.text());
});
`;

/**
 * Writes the queue that all workers take files from: longest first, by the seconds of the last time here, or when they were last
 * written down; what nobody knows yet may be long. The files are of one project, so that a worker and its browser are kept; what
 * a file leaves open is closed after it. Where a file names a site of the demo, it begins with the demo as it was loaded, whatever
 * came before; others make a site of their own.
 */
function writeQueue() {
  const known = [join(stateFolder, "e2e-lengths.json"), join(root, "tests/e2e/lengths.json")].find(existsSync);
  const lengths = known ? JSON.parse(readFileSync(known, "utf8")) : {};
  const longestFirst = (one, other) => (lengths[other] ?? 1e6) - (lengths[one] ?? 1e6) || one.localeCompare(other);
  const folder = join(stateFolder, "e2e-queue");
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  const files = readdirSync(join(root, "tests/e2e")).filter((name) => name.endsWith(".spec.ts"));
  for (const [nth, name] of files.sort(longestFirst).entries())
    writeFileSync(
      join(folder, `${String(nth).padStart(2, "0")}-${name}`),
      `import { test } from "../../tests/e2e/test";
${demoSite.test(readFileSync(join(root, "tests/e2e", name), "utf8")) ? beginsWithDemo : ""}
await import("../../tests/e2e/${name.replace(/\.ts$/, "")}");

test.afterAll(async ({ browser }) => {
  for (const context of browser.contexts()) await context.close();
});
`,
    );
}

/** How long each file took in this run, kept for the order of the next. */
function keepLengths(report) {
  const seconds = {};
  const walk = (suite) => {
    for (const { tests } of suite.specs ?? [])
      for (const { results } of tests)
        for (const { duration } of results) {
          const name = basename(suite.file).replace(/^\d+-/, "");
          seconds[name] = (seconds[name] ?? 0) + duration / 1000;
        }
    for (const inner of suite.suites ?? []) walk(inner);
  };
  for (const suite of report.suites) walk(suite);
  const lines = Object.entries(seconds).map(([name, took]) => [name, Math.round(took)]);
  const text = `${JSON.stringify(Object.fromEntries(lines.sort()), null, 2)}\n`;
  writeFileSync(join(stateFolder, "e2e-lengths.json"), text);
  if (process.env.WEBITOR_RECORD === "1") writeFileSync(join(root, "tests/e2e/lengths.json"), text);
}

rmSync(join(stateFolder, "e2e-states"), { recursive: true, force: true });
writeQueue();
const reportFile = join(stateFolder, "e2e.json");
rmSync(reportFile, { force: true });
build();
// Loaded before the workers' grounds are copies of it.
const demo = await demoFolder(firstDatabasePort);
const grounds = await Promise.all(Array.from({ length: workers }, (_, nth) => ground(nth)));
const tests = spawn(join(root, "node_modules/.bin/playwright"), ["test", ...asked], {
  cwd: root,
  stdio: ["ignore", "inherit", "inherit"],
  env: {
    ...process.env,
    WEBITOR_E2E_WORKERS: JSON.stringify(grounds.map(({ told }) => told)),
    // Of a file that is named, everything is walked.
    ...(named.length ? { WEBITOR_E2E_WHOLE: "1" } : {}),
  },
});
const code = await new Promise((resolve) => tests.once("exit", resolve));
await Promise.all(grounds.map(({ end }) => end()));
if (!named.length) keepLengths(JSON.parse(readFileSync(reportFile, "utf8")));
process.exit(code ?? 1);
