import { readFileSync } from "node:fs";
import { readSettings, settingsTable } from "./settings";

const needed = {
  WEBITOR_SECRET: "twenty-four-characters-of-it",
  WEBITOR_DATABASE_URL: "mysql://app@127.0.0.1/webitor",
};

test("without a secret nothing starts: there is none in the source that could sign", () => {
  expect(() => readSettings({ ...needed, WEBITOR_SECRET: undefined })).toThrow(/WEBITOR_SECRET/);
  expect(() => readSettings({ ...needed, WEBITOR_SECRET: "" })).toThrow(/WEBITOR_SECRET/);
});

test("with secret and database set, everything else has a working value", () => {
  const settings = readSettings(needed);
  expect(settings).toMatchObject({ port: 4400, address: "127.0.0.1", https: false, feedsPrivate: false, smtpUrl: "" });
  expect(settings.buildFolder.startsWith("/")).toBe(true);
});

test("flags are 0 and 1, numbers are numbers", () => {
  expect(readSettings({ ...needed, WEBITOR_HTTPS: "1", WEBITOR_PORT: "8080", WEBITOR_TRUST_PROXY: "0" })).toMatchObject(
    {
      https: true,
      port: 8080,
      trustProxy: false,
    },
  );
});

test("every wrong one is named in one sentence", () => {
  expect(() =>
    readSettings({
      WEBITOR_PORT: "99999",
      WEBITOR_SECRET: "short",
      WEBITOR_DATABASE_URL: "postgres://x",
      WEBITOR_DEMO: "yes",
    }),
  ).toThrow(/WEBITOR_PORT: .*WEBITOR_DATABASE_URL|WEBITOR_DATABASE_URL: .*WEBITOR_SECRET/s);
});

test("docs/running.md lists every setting with its default, and no other", () => {
  const rows = [...readFileSync("docs/running.md", "utf8").matchAll(/^\| `(WEBITOR_[A-Z_]+)` +\| ([^|]+) \|/gm)].map(
    ([, name, fallback]) => [name, fallback?.trim()],
  );
  // The start command's own, for the MariaDB that it runs.
  const settings = rows.filter(([name]) => name !== "WEBITOR_DATABASE_PORT" && name !== "WEBITOR_MIGRATION_URL");
  expect(settings.map(([name]) => name).sort()).toEqual(Object.keys(settingsTable).sort());
  for (const [name, said] of settings) {
    const { fallback } = settingsTable[name as string] as { fallback: unknown };
    if (typeof fallback === "number") expect(said).toBe(String(fallback));
    if (typeof fallback === "boolean") expect(said).toBe(fallback ? "1" : "0");
  }
});
