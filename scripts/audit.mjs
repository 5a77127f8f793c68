// npm run audit: what the registry knows against the packages of the lock file that run in production. Ends with 1 where something is
// known, and with a sentence where nobody answers.
import { spawnSync } from "node:child_process";

const { stdout, error } = spawnSync("npm", ["audit", "--json", "--omit=dev", "--package-lock-only"], {
  encoding: "utf8",
});
let told = null;
try {
  told = JSON.parse(stdout);
} catch {
  // No answer that can be read.
}
if (error || !told?.metadata) {
  console.log("webitor: the registry does not say what is known against packages; ask another one with --registry.");
  process.exit(0);
}
const { vulnerabilities } = told.metadata;
for (const [name, { severity, range }] of Object.entries(told.vulnerabilities ?? {}))
  console.log(`${severity}\t${name}\t${range}`);
console.log(`webitor: ${vulnerabilities.total} known against ${told.metadata.dependencies.prod} packages`);
process.exit(vulnerabilities.total ? 1 : 0);
