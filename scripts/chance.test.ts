// No test hangs on chance, on the clock, on waiting or on an order that nobody made.
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
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

/** Places of files that were written before the rule was, by their number: it may fall, and then falls here too. */
const record = "scripts/chance-left.json";

const files = ["src", "scripts", "tests"]
  .flatMap((folder) => readdirSync(folder, { recursive: true, encoding: "utf8" }).map((name) => join(folder, name)))
  .filter((name) => /\.(test|spec|test-kit)\.ts$|^tests\/(e2e|booking|payment|chat|echo)\/.*\.ts$/.test(name))
  .filter((name) => name !== "scripts/chance.test.ts");

test("no test has more of it than when the rule came, and what is better is kept", () => {
  const before = JSON.parse(readFileSync(record, "utf8")) as Record<string, number>;
  const found = files.map((file) => [file, chanceIn(readFileSync(file, "utf8"))] as const);
  const now = Object.fromEntries(found.map(([file, all]) => [file, all.length] as const).filter(([, many]) => many));
  if (process.env.WEBITOR_RECORD === "1") writeFileSync(record, `${JSON.stringify(now, null, 2)}\n`);
  const added = found.filter(([file, all]) => all.length > (before[file] ?? 0));
  expect(added.map(([file, all]) => [file, all.map(({ line, says }) => `${line}: ${says}`)])).toEqual([]);
  expect(now).toEqual(JSON.parse(readFileSync(record, "utf8")));
});
