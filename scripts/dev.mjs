// npm run dev: the same with Next's development server; the process itself is built once at start.
import { join } from "node:path";
import { build, ensure, loadDemo, migrate, secret, startDatabase, startProcess, stateFolder } from "./lib/setup.mjs";

await ensure("mariadbd");
const database = await startDatabase({
  folder: join(stateFolder, "mariadb"),
  port: Number(process.env.WEBITOR_DATABASE_PORT ?? 4406),
});
build({ light: true });
migrate(process.env.WEBITOR_MIGRATION_URL ?? process.env.WEBITOR_DATABASE_URL ?? database.migrationUrl);
const env = {
  WEBITOR_DATABASE_URL: process.env.WEBITOR_DATABASE_URL ?? database.url,
  WEBITOR_SECRET: secret(),
  WEBITOR_DEMO: "1",
  WEBITOR_STANDINS: "1",
};
loadDemo(env);
const child = await startProcess(env, { args: ["--dev"] });
const end = () => child.kill("SIGTERM");
process.on("SIGINT", end);
process.on("SIGTERM", end);
child.on("exit", async () => {
  await database.stop();
  process.exit(0);
});
