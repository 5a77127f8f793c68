// Runs Jest with a throwaway MariaDB for the integration tests.
import { spawnSync } from "node:child_process";
import { join } from "node:path";
import { throwawayDatabase } from "./lib/playground.mjs";
import { seedOfRun } from "./lib/seed.mjs";
import { build, root, say } from "./lib/setup.mjs";

build({ light: true });
const seed = seedOfRun();
say(`properties are tried by the seed ${seed}; WEBITOR_SEED=${seed} repeats it`);
const port = Number(process.env.WEBITOR_TEST_DATABASE_PORT ?? 4407);
const database = await throwawayDatabase("jest", port);
/** An address without its database. */
const serverOf = (url) => url.slice(0, url.lastIndexOf("/"));
const done = spawnSync(
  process.execPath,
  [
    join(root, "node_modules/jest/bin/jest.js"),
    "--json",
    // A test that fails while its database is being made leaves a connection behind, which must not keep the run open.
    "--forceExit",
    "--outputFile=.webitor/jest.json",
    ...process.argv.slice(2),
  ],
  {
    cwd: root,
    stdio: ["ignore", "inherit", "inherit"],
    env: {
      ...process.env,
      WEBITOR_SEED: String(seed),
      WEBITOR_TEST_DATABASE: serverOf(database.url),
      WEBITOR_TEST_DATABASE_OWNER: serverOf(database.migrationUrl),
    },
  },
);
await database.end();
process.exit(done.status ?? 1);
