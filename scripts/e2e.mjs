// Runs the end-to-end tests against a throwaway database and a started process; the tests may ask for a restart.
import { spawn } from "node:child_process";
import { readdirSync, rmSync } from "node:fs";
import { createServer } from "node:http";
import { join } from "node:path";
import { endProcess, startPlayground, throwawayDatabase } from "./lib/playground.mjs";
import { root, startProcess, stateFolder } from "./lib/setup.mjs";

const port = Number(process.env.WEBITOR_PORT ?? 4480);
const databasePort = Number(process.env.WEBITOR_TEST_DATABASE_PORT ?? 4408);
const controlPort = port + 1;
const database = await throwawayDatabase("e2e", databasePort);
const { url } = database;
const { env, child: first } = await startPlayground(database, port);
let child = first;

const restart = async () => {
  await endProcess(child);
  await database.restart();
  child = await startProcess(env);
};

const control = createServer((request, response) => {
  const deeds = {
    "/restart": restart,
    // A process that is killed in the middle cleans nothing up.
    "/kill": async () => {
      const gone = new Promise((resolve) => child.once("exit", resolve));
      child.kill("SIGKILL");
      await gone;
    },
    "/start": async () => {
      child = await startProcess(env);
    },
  };
  const deed = deeds[request.url];
  if (!deed) return response.writeHead(404).end();
  deed().then(
    () => response.writeHead(200).end("done"),
    (error) => response.writeHead(500).end(String(error)),
  );
}).listen(controlPort, "127.0.0.1");

// Sessions of an earlier run are of another database.
for (const file of readdirSync(stateFolder)) if (/^e2e-.*\.json$/.test(file)) rmSync(join(stateFolder, file));

const tests = spawn(join(root, "node_modules/.bin/playwright"), ["test", ...process.argv.slice(2)], {
  cwd: root,
  stdio: ["ignore", "inherit", "inherit"],
  env: {
    ...process.env,
    WEBITOR_PORT: String(port),
    WEBITOR_CONTROL_PORT: String(controlPort),
    WEBITOR_DATABASE_URL: url,
  },
});
const code = await new Promise((resolve) => tests.once("exit", resolve));
control.close();
await endProcess(child);
await database.end();
process.exit(code ?? 1);
