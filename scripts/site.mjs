// npm run site -- import FILE | export KEY FILE | publish KEY | booking KEY FILE | list
import { join } from "node:path";
import { build, ensure, migrate, runBuilt, secret, startDatabase, stateFolder } from "./lib/setup.mjs";

await ensure("mariadbd");
build({ light: true });
const given = process.env.WEBITOR_DATABASE_URL;
const database = given
  ? null
  : await startDatabase({
      folder: join(stateFolder, "mariadb"),
      port: Number(process.env.WEBITOR_DATABASE_PORT ?? 4406),
    });
if (database) migrate(database.migrationUrl);
const code = runBuilt("site-cli", process.argv.slice(2), {
  WEBITOR_DATABASE_URL: given ?? database.url,
  WEBITOR_SECRET: process.env.WEBITOR_SECRET ?? secret(),
  WEBITOR_LOG_LEVEL: process.env.WEBITOR_LOG_LEVEL ?? "error",
});
await database?.stop();
process.exit(code);
