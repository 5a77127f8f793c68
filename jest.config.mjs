// Unit tests stand beside what they test; integration tests (*.db.test.ts) use the MariaDB the test command starts.
/** @type {import("jest").Config} */
export default {
  rootDir: import.meta.dirname,
  testMatch: ["<rootDir>/src/**/*.test.ts", "<rootDir>/scripts/**/*.test.ts", "<rootDir>/tests/{chat,echo}/*.test.ts"],
  testEnvironment: "node",
  moduleNameMapper: { "^@/(.*)$": "<rootDir>/src/$1" },
  extensionsToTreatAsEsm: [".ts"],
  transform: {
    "\\.tsx?$": [
      "@swc/jest",
      { jsc: { parser: { syntax: "typescript", tsx: true }, target: "es2022" }, module: { type: "es6" } },
    ],
  },
  modulePathIgnorePatterns: ["<rootDir>/.next", "<rootDir>/.webitor"],
  maxWorkers: 2,
  // How fast a machine is decides nothing: this only ends what would never end.
  testTimeout: 300_000,
};
