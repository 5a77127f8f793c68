import { defineConfig } from "@playwright/test";
import { launchOptions } from "./scripts/lib/browser.mjs";

/** What a worker reaches, by its number: its process, and how that is ended and begun. Told by scripts/e2e.mjs. */
const reach = JSON.parse(process.env.WEBITOR_E2E_WORKERS ?? "[]") as Record<string, string>[];
Object.assign(process.env, reach[Number(process.env.TEST_PARALLEL_INDEX ?? 0)]);

export default defineConfig({
  // Written by scripts/e2e.mjs: the files of tests/e2e in the order in which they are taken.
  testDir: ".webitor/e2e-queue",
  outputDir: ".webitor/test-results",
  workers: Math.max(1, reach.length),
  fullyParallel: false,
  // What takes long and has a sample left is the long run's (`npm run test:long`), or a file's that is named.
  ...(process.env.WEBITOR_LONG === "1" || process.env.WEBITOR_E2E_WHOLE === "1" ? {} : { grepInvert: /@long/ }),
  // How fast a machine is decides nothing: these only end what would never come.
  timeout: 900_000,
  expect: { timeout: 180_000 },
  reporter: [["list"], ["json", { outputFile: ".webitor/e2e.json" }]],
  use: {
    actionTimeout: 180_000,
    navigationTimeout: 180_000,
    baseURL: `http://localhost:${process.env.WEBITOR_PORT ?? 4480}`,
    viewport: { width: 1280, height: 800 },
    screenshot: "only-on-failure",
    launchOptions,
  },
});
