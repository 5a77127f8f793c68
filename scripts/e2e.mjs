// Runs the end-to-end tests: two workers at once, each against a throwaway database and a started process of its own,
// which its tests may ask to be restarted. With arguments (a file, -g "…") one worker runs what they name.
import { spawn } from "node:child_process";
import { readdirSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { createServer } from "node:http";
import { join } from "node:path";
import { endProcess, startPlayground, throwawayDatabase } from "./lib/playground.mjs";
import { root, startProcess, stateFolder } from "./lib/setup.mjs";

const firstPort = Number(process.env.WEBITOR_PORT ?? 4480);
const firstDatabasePort = Number(process.env.WEBITOR_TEST_DATABASE_PORT ?? 4408);
const asked = process.argv.slice(2);
const workers = asked.length ? 1 : 2;

/** Runs one worker's share of the files; answers the runner's exit code. */
async function work(nth) {
  const port = firstPort + 40 * nth;
  const database = await throwawayDatabase(`e2e-${nth}`, firstDatabasePort + 40 * nth);
  const { env, child: first } = await startPlayground(database, port);
  let child = first;
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
  const deeds = {
    "/restart": restart,
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
    const deed = deeds[request.url];
    if (!deed) return response.writeHead(404).end();
    deed().then(
      () => response.writeHead(200).end("done"),
      (error) => response.writeHead(500).end(String(error)),
    );
  }).listen(port + 1, "127.0.0.1");

  // Sessions of an earlier run are of another database.
  for (const file of readdirSync(stateFolder))
    if (new RegExp(`^e2e-${port}-.*\\.json$`).test(file)) rmSync(join(stateFolder, file));
  const shares = workers > 1 ? [`--shard=${nth + 1}/${workers}`] : [];
  const tests = spawn(join(root, "node_modules/.bin/playwright"), ["test", ...shares, ...asked], {
    cwd: root,
    stdio: ["ignore", "inherit", "inherit"],
    env: {
      ...process.env,
      WEBITOR_PORT: String(port),
      WEBITOR_CONTROL_PORT: String(port + 1),
      WEBITOR_SECOND_PORT: String(port + 2),
      WEBITOR_DATABASE_URL: database.url,
      WEBITOR_E2E_REPORT: reportOf(nth),
      WEBITOR_E2E_RESULTS: `.webitor/test-results/${nth}`,
    },
  });
  const code = await new Promise((resolve) => tests.once("exit", resolve));
  control.close();
  if (second) await endProcess(second);
  await endProcess(child);
  await database.end();
  return code ?? 1;
}

const reportOf = (nth) => join(stateFolder, `e2e-worker-${nth}.json`);
const all = Array.from({ length: workers }, (_, nth) => nth);
for (const nth of all) rmSync(reportOf(nth), { force: true });
const codes = await Promise.all(all.map(work));
const stats = all.map((nth) => JSON.parse(readFileSync(reportOf(nth), "utf8")).stats);
const sum = (of) => stats.reduce((total, one) => total + one[of], 0);
writeFileSync(
  join(stateFolder, "e2e.json"),
  JSON.stringify({
    stats: Object.fromEntries(["expected", "flaky", "unexpected", "skipped"].map((of) => [of, sum(of)])),
  }),
);
process.exit(Math.max(...codes));
