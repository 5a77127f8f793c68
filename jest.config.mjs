// Unit tests stand beside what they test; integration tests (*.db.test.ts) use the MariaDB the test command starts.
/** @type {import("jest").Config} */
export default {
  rootDir: import.meta.dirname,
  testMatch: ["<rootDir>/src/**/*.test.ts", "<rootDir>/scripts/**/*.test.ts", "<rootDir>/tests/{chat,echo}/*.test.ts"],
  testEnvironment: "node",
  globalSetup: "<rootDir>/scripts/lib/jest/bundle.mjs",
  testRunner: "<rootDir>/scripts/lib/jest/runner.mjs",
  testSequencer: "<rootDir>/scripts/lib/jest/sequencer.mjs",
  transform: {},
  modulePathIgnorePatterns: ["<rootDir>/.next", "<rootDir>/.webitor"],
  // Some tests wait for others; three keep two cores busy.
  maxWorkers: 3,
  // How fast a machine is decides nothing: this only ends what would never end.
  testTimeout: process.env.WEBITOR_LONG === "1" ? 3_600_000 : 1_800_000,
};
