// npm run bench: measures against a throwaway database and a started process.
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { endProcess, startPlayground, throwawayDatabase } from "./lib/playground.mjs";
import { build, ensure, root } from "./lib/setup.mjs";

await ensure("mariadbd", "chromium-headless-shell");
build();
const database = await throwawayDatabase("bench", Number(process.env.WEBITOR_TEST_DATABASE_PORT ?? 4409), {
  durable: true,
});
const { env, child } = await startPlayground(database, Number(process.env.WEBITOR_PORT ?? 4490), {
  // Calls of the bench come from many addresses, so that no limit is measured.
  WEBITOR_TRUST_PROXY: "1",
  // As it is where visitors come first.
  WEBITOR_BACKGROUND_SHARE: "idle",
});
const tsx = (...args) =>
  spawnSync(join(root, "node_modules/.bin/tsx"), args, {
    cwd: root,
    stdio: ["ignore", "inherit", "inherit"],
    env: { ...process.env, NODE_ENV: "production", ...env, WEBITOR_LOG_LEVEL: "error" },
  }).status;
const prepared = tsx("tests/bench/plain-site.ts");
const done = prepared === 0 ? tsx("tests/bench/bench.ts", ...process.argv.slice(2)) : prepared;
await endProcess(child);
await database.end();
process.exit(done ?? 1);
