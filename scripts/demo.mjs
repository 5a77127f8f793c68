// npm run demo: everything from a bare Debian machine with Node to a running Webitor with the demo sites.
import { join } from "node:path";
import {
  build,
  ensure,
  loadDemo,
  migrate,
  say,
  secret,
  startDatabase,
  startProcess,
  stateFolder,
} from "./lib/setup.mjs";
import { supervise } from "./lib/supervise.mjs";

await ensure("mariadbd");
const database = await startDatabase({
  folder: join(stateFolder, "mariadb"),
  port: Number(process.env.WEBITOR_DATABASE_PORT ?? 4406),
});
build();
const port = process.env.WEBITOR_PORT ?? "4400";
const env = {
  WEBITOR_DATABASE_URL: process.env.WEBITOR_DATABASE_URL ?? database.url,
  WEBITOR_SECRET: process.env.WEBITOR_SECRET ?? secret(),
  WEBITOR_DEMO: "1",
  WEBITOR_STANDINS: "1",
  WEBITOR_PORT: port,
};
migrate(process.env.WEBITOR_MIGRATION_URL ?? process.env.WEBITOR_DATABASE_URL ?? database.migrationUrl);
loadDemo(env);

await supervise({ start: () => startProcess(env), cleanUp: () => database.stop(), say });
say("");
say(`studio      http://localhost:${port}`);
say(`            sign in as rowan@marrowfield.example with the password clay-and-chains (the form is filled in)`);
say(`sites       http://wrenfield.localhost:${port}   http://oddlane.localhost:${port}`);
say("stop with Ctrl+C; nothing is lost.");
