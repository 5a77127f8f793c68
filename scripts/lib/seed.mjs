// The seed by which properties choose what they try. With every change it is the same one, so that no change fails by a
// case that another happened to find; the long run takes that of its commit, and so goes on looking.
import { execFileSync } from "node:child_process";
import { root } from "./setup.mjs";

/** The seed given (WEBITOR_SEED), or this run's own. */
export function seedOfRun() {
  if (process.env.WEBITOR_SEED) return Number(process.env.WEBITOR_SEED);
  if (process.env.WEBITOR_LONG !== "1") return 41;
  const commit = execFileSync("git", ["rev-parse", "HEAD"], { cwd: root, encoding: "utf8" });
  return Number.parseInt(commit.slice(0, 7), 16);
}
