// A throwaway Webitor for tests, bench and pictures: its own MariaDB folder, database, port and demo data.
import { createHash } from "node:crypto";
import { cpSync, existsSync, readFileSync, rmSync, statfsSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { fingerprint, loadDemo, migrate, root, startDatabase, startProcess, stateFolder } from "./setup.mjs";

export { endProcess } from "./supervise.mjs";

/** The clock of tests and pictures. */
export const playgroundNow = "2026-03-05T18:40:00Z";

/** Most of the memory that this checkout's throwaway databases may need, in bytes. */
const scratchBytes = 4 * 2 ** 30;

/** Where what is thrown away lies: in memory where the system has a folder for that with room, else in the state folder. */
function scratch(name) {
  const shared = "/dev/shm";
  const roomy = existsSync(shared) && (({ bavail, bsize }) => bavail * bsize > scratchBytes)(statfsSync(shared));
  const own = createHash("sha256").update(root).digest("hex").slice(0, 8);
  return join(roomy ? join(shared, `webitor-${own}`) : stateFolder, `${name}-mariadb`);
}

/**
 * A throwaway MariaDB; `end` stops it and removes its folder. One whose speed is measured is `durable` as a real one is, and
 * lies on the disk. With `from` it begins as a copy of that folder.
 */
export async function throwawayDatabase(name, port, { durable = false, from = null } = {}) {
  const folder = durable ? join(stateFolder, `${name}-mariadb`) : scratch(name);
  const fill = () => {
    rmSync(folder, { recursive: true, force: true });
    if (from) cpSync(from, folder, { recursive: true });
  };
  fill();
  const options = { folder, port, durable, name: "throwaway", more: "t\\_%" };
  const database = await startDatabase(options);
  let running = database;
  const stop = (signal) => running.stop(signal);
  return {
    url: database.url,
    migrationUrl: database.migrationUrl,
    /** Stops the server and starts it again on the same data. */
    restart: async () => {
      await stop();
      running = await startDatabase(options);
    },
    /** Ends the server and starts it on what it began with. */
    anew: async () => {
      await stop("SIGKILL");
      fill();
      running = await startDatabase(options);
    },
    end: async () => {
      await stop();
      rmSync(folder, { recursive: true, force: true });
    },
    /** Stops the server and keeps its data as a folder that others begin from. */
    keepAs: async (kept) => {
      await stop();
      rmSync(kept, { recursive: true, force: true });
      cpSync(folder, kept, { recursive: true });
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** What the process is told, on a throwaway database. */
const environment = (database, port, more) => ({
  WEBITOR_DATABASE_URL: database.url,
  WEBITOR_PORT: String(port),
  WEBITOR_DEMO: "1",
  WEBITOR_STANDINS: "1",
  WEBITOR_LOG_LEVEL: "warn",
  WEBITOR_SECRET: "a-secret-for-tests-and-pictures",
  WEBITOR_CRAWL_PAUSE_MS: "20",
  // What waits for a release waits for its share of the cores, however busy the machine is.
  WEBITOR_BACKGROUND_SHARE: "equal",
  // Where a visitor is, is told by the tests themselves, as a proxy in front would.
  WEBITOR_PLACE_HEADER: "x-place",
  // What the demo brings in from elsewhere is asked about on every page: only pictures of the demo have it.
  DEMO_BARE: "1",
  ...more,
});

/** Loads the demo into a throwaway database and starts the process on `port`; where it does not start, the database ends. */
export async function startPlayground(database, port, more = {}) {
  migrate(database.migrationUrl);
  const env = environment(database, port, more);
  loadDemo(env);
  return startOn(database, env);
}

async function startOn(database, env) {
  const child = await startProcess(env).catch(async (error) => {
    await database.end();
    throw error;
  });
  return { env, child };
}

/** The key of the demo's workshop that tests make copies of, and that none changes. */
const keptWorkshop = "wrenfield-kept";

/** The demo for tests as a database folder: loaded once, and again after a change of what it is made by, or another day. */
export async function demoFolder(port) {
  const folder = join(stateFolder, "demo-database");
  const today = new Date().toISOString().slice(0, 10);
  const stamp = `${fingerprint(["src", "scripts", "demo", "package-lock.json"])} ${today}`;
  const kept = join(folder, "made-of");
  if (existsSync(kept) && readFileSync(kept, "utf8") === stamp) return folder;
  const database = await throwawayDatabase("demo", port);
  migrate(database.migrationUrl);
  loadDemo(environment(database, port, { DEMO_KEPT: keptWorkshop }));
  await database.keepAs(folder);
  writeFileSync(kept, stamp);
  return folder;
}

/** A playground whose database begins as a copy of a folder. */
export async function copyPlayground(from, name, databasePort, port) {
  const database = await throwawayDatabase(name, databasePort, { from });
  return { database, ...(await startOn(database, environment(database, port, {}))) };
}
