// npm run test:attack: what strangers, members and rushes can try, all of it, with counts at its end. A sample of each is in npm test.
import { spawnSync } from "node:child_process";
import { existsSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import { ensure, root, say, stateFolder } from "./lib/setup.mjs";

/** Files of tests that attack. */
const attacks = [
  "sandbox/bombs",
  "sandbox/drawing",
  "account/account",
  "booking/races",
  "desk/forget",
  "edge/equal-work",
  "edge/hostile",
  "outside/",
  "payment/payments",
  "process/",
  "rehearse/token",
  "server/rights",
  "shop/planted",
  "shop/shop.db",
  "site/allowed",
  "standins/",
];

await ensure("mariadbd");
const tally = join(stateFolder, "attack-tally");
const report = join(stateFolder, "jest.json");
for (const file of [tally, report]) rmSync(file, { force: true });
const { status } = spawnSync(process.execPath, [join(root, "scripts/jest.mjs"), ...attacks], {
  cwd: root,
  stdio: ["ignore", "inherit", "inherit"],
  env: { ...process.env, WEBITOR_LONG: "1", WEBITOR_TALLY: tally },
});
const counts = new Map();
if (existsSync(tally))
  for (const line of readFileSync(tally, "utf8").trimEnd().split("\n")) {
    const [of, count] = line.split("\t");
    counts.set(of, (counts.get(of) ?? 0) + Number(count));
  }
for (const [of, count] of [...counts].sort()) say(`${count} ${of}`);
const { numPassedTests = 0, numFailedTests = 1 } = existsSync(report) ? JSON.parse(readFileSync(report, "utf8")) : {};
say(`attacks: ${numPassedTests} passed, ${numFailedTests} failed`);
process.exit(status ?? 1);
