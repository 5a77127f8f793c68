// npm run migrate: brings the database to the newest migration, by a user who may change tables. The process itself
// runs as one who may not.
import { migrateTo } from "@/data/connection";

const url = process.env.WEBITOR_MIGRATION_URL ?? process.env.WEBITOR_DATABASE_URL;
if (!url) {
  console.error("webitor: set WEBITOR_MIGRATION_URL to the database, for a user who may change its tables.");
  process.exit(1);
}
await migrateTo(url, "src/data/migrations");
