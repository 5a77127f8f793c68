// A throwaway Webitor for tests, bench and pictures: its own MariaDB folder, database, port and demo data.
import { rmSync } from "node:fs";
import { join } from "node:path";
import { loadDemo, migrate, startDatabase, startProcess, stateFolder } from "./setup.mjs";

export { endProcess } from "./supervise.mjs";

/** The clock of tests and pictures. */
export const playgroundNow = "2026-03-05T18:40:00Z";

/** A throwaway MariaDB; `end` stops it and removes its folder. One whose speed is measured is `durable` as a real one is. */
export async function throwawayDatabase(name, port, { durable = false } = {}) {
  const folder = join(stateFolder, `${name}-mariadb`);
  rmSync(folder, { recursive: true, force: true });
  const options = { folder, port, durable, name: `${name}_${Date.now()}`, more: "t\\_%" };
  const database = await startDatabase(options);
  let running = database;
  return {
    url: database.url,
    migrationUrl: database.migrationUrl,
    /** Stops the server and starts it again on the same data. */
    restart: async () => {
      await running.stop();
      running = await startDatabase(options);
    },
    end: async () => {
      await running.stop();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** Loads the demo into a throwaway database and starts the process on `port`; where it does not start, the database ends. */
export async function startPlayground(database, port, more = {}) {
  const { url, migrationUrl } = database;
  migrate(migrationUrl);
  const env = {
    WEBITOR_DATABASE_URL: url,
    WEBITOR_PORT: String(port),
    WEBITOR_DEMO: "1",
    WEBITOR_LOG_LEVEL: "warn",
    WEBITOR_SECRET: "a-secret-for-tests-and-pictures",
    WEBITOR_CRAWL_PAUSE_MS: "20",
    // What waits for a release waits for its share of the cores, however busy the machine is.
    WEBITOR_BESIDE_IDLE: "0",
    // Where a visitor is, is told by the tests themselves, as a proxy in front would.
    WEBITOR_PLACE_HEADER: "x-place",
    // What the demo brings in from elsewhere is asked about on every page: only pictures of the demo have it.
    DEMO_BARE: "1",
    ...more,
  };
  loadDemo(env);
  const child = await startProcess(env).catch(async (error) => {
    await database.end();
    throw error;
  });
  return { env, child };
}
