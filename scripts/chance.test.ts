// No test hangs on chance, on the clock, on waiting or on an order that nobody made.
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { chanceIn } from "./lib/chance";

const rulesOf = (text: string) => chanceIn(text).map(({ rule, line }) => `${rule} ${line}`);

test("what hangs on chance is found with its line", () => {
  expect(rulesOf("const seed = Date.now();\nconst at = new Date();")).toEqual(["clock 1", "clock 2"]);
  expect(rulesOf("const key = Math.random();")).toEqual(["random 1"]);
  expect(rulesOf('await page.waitForLoadState("networkidle");')).toEqual(["wait 1"]);
  expect(rulesOf("await new Promise((done) => setTimeout(done, 50));")).toEqual(["wait 1"]);
  expect(rulesOf('page.getByText("x").first();\nrows.nth(2);')).toEqual(["order 1", "order 2"]);
});

test("what only looks like it is not: a date that is given, a limit of the runner's, words in a comment", () => {
  expect(rulesOf('const at = new Date("2026-03-05");\ntest.setTimeout(9);\nconst [one] = rows;')).toEqual([]);
  expect(rulesOf("// Date.now() is what it must not ask")).toEqual([]);
});

test("a reason on the line or before it lets one stand; another rule's reason, or a word, does not", () => {
  expect(rulesOf("// Clock: limits guard the machine by real time.\nconst at = Date.now();")).toEqual([]);
  expect(rulesOf("rows.nth(1); // Order: the list is sorted by its rule")).toEqual([]);
  expect(rulesOf("// Order: the list is sorted by its rule\nconst at = Date.now();")).toEqual(["clock 2"]);
  expect(rulesOf("const at = Date.now(); // Clock: must")).toEqual(["clock 1"]);
});

const files = ["src", "scripts", "tests"]
  .flatMap((folder) => readdirSync(folder, { recursive: true, encoding: "utf8" }).map((name) => join(folder, name)))
  .filter((name) => /\.(test|spec|test-kit)\.ts$|^tests\/(e2e|booking|payment|chat|echo)\/.*\.ts$/.test(name))
  .filter((name) => name !== "scripts/chance.test.ts");

test("no test hangs on it", () => {
  const found = files.flatMap((file) =>
    chanceIn(readFileSync(file, "utf8")).map(({ line, says }) => `${file}:${line}: ${says}`),
  );
  expect(found).toEqual([]);
});
