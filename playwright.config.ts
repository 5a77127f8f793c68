import { defineConfig } from "@playwright/test";
import { launchOptions } from "./scripts/lib/browser.mjs";

export default defineConfig({
  testDir: "tests/e2e",
  outputDir: process.env.WEBITOR_E2E_RESULTS ?? ".webitor/test-results",
  workers: 1,
  fullyParallel: false,
  // How fast a machine is decides nothing: these only end what would never come.
  timeout: 300_000,
  expect: { timeout: 45_000 },
  reporter: [["list"], ["json", { outputFile: process.env.WEBITOR_E2E_REPORT ?? ".webitor/e2e.json" }]],
  use: {
    baseURL: `http://localhost:${process.env.WEBITOR_PORT ?? 4480}`,
    viewport: { width: 1280, height: 800 },
    screenshot: "only-on-failure",
    launchOptions,
  },
});
