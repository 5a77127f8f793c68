import { defineConfig } from "drizzle-kit";

export default defineConfig({
  dialect: "mysql",
  schema: "./src/data/*/tables.ts",
  out: "./src/data/migrations",
});
