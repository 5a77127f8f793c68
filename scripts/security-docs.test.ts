// What docs/security.md names as proof is there.
import { existsSync, readFileSync } from "node:fs";

const text = readFileSync("docs/security.md", "utf8");
const named = [
  ...new Set(
    [...text.matchAll(/`((?:server|core|scripts|tests|standins)\/[\w./-]+\.tsx?)`/g)].map(([, name]) => name ?? ""),
  ),
];

test("every test and module that is named is there", () => {
  const missing = named.filter((name) => !existsSync(name) && !existsSync(`src/${name}`));
  expect(named.length).toBeGreaterThan(30);
  expect(missing).toEqual([]);
});
