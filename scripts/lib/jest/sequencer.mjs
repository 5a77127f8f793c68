// The order of test files: longest first, by how long they took when that was last written down (WEBITOR_RECORD=1); with
// WEBITOR_SHUFFLE=1, as in the long run, one by the run's seed, so that no file comes to lean on another. There what is done in
// full comes first: it takes longest.
import { readFileSync, writeFileSync } from "node:fs";
import { relative } from "node:path";
import Sequencer from "@jest/test-sequencer";
import { numbers } from "../numbers.mjs";

const lengthsFile = new URL("lengths.json", import.meta.url);
const lengths = JSON.parse(readFileSync(lengthsFile, "utf8"));
/** What is shorter than so many seconds has no place of its own. */
const worthNoting = 5;

/** Path of a test file in the project. */
const named = ({ path, context }) => relative(context.config.rootDir, path);

const isDoneInFull = ({ path }) => readFileSync(path, "utf8").includes("tests/extent");

const lengthOf = (test) => lengths[named(test)] ?? 0;

/** While one worker makes the states that tests of the database begin from, the others have something else to do. */
function begun(longestFirst) {
  const ofDatabase = longestFirst.find(({ path }) => path.endsWith(".db.test.ts"));
  if (!ofDatabase) return longestFirst;
  const others = longestFirst.filter(({ path }) => !path.endsWith(".db.test.ts")).slice(0, 2);
  const first = [ofDatabase, ...others];
  return [...first, ...longestFirst.filter((test) => !first.includes(test))];
}

export default class SeededSequencer extends Sequencer {
  sort(tests) {
    const byName = [...tests].sort((one, other) => (one.path < other.path ? -1 : 1));
    if (process.env.WEBITOR_SHUFFLE !== "1") return begun(byName.sort((one, other) => lengthOf(other) - lengthOf(one)));
    const next = numbers(Number(process.env.WEBITOR_SEED ?? 1));
    return byName
      .map((test) => ({ test, at: isDoneInFull(test) ? next() - 1 : next() }))
      .sort((one, other) => one.at - other.at)
      .map(({ test }) => test);
  }

  cacheResults(tests, results) {
    super.cacheResults(tests, results);
    if (process.env.WEBITOR_RECORD !== "1") return;
    const rootDir = tests[0]?.context.config.rootDir ?? "";
    const seconds = results.testResults.map(({ testFilePath, perfStats: { start, end } }) => [
      relative(rootDir, testFilePath),
      Math.round((end - start) / 1000),
    ]);
    // Of files that were not in this run what is known stays.
    const noted = Object.entries({ ...lengths, ...Object.fromEntries(seconds) }).filter(
      ([, took]) => took >= worthNoting,
    );
    writeFileSync(lengthsFile, `${JSON.stringify(Object.fromEntries(noted.sort()), null, 2)}\n`);
  }
}
