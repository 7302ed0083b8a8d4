/**
 * Two suites. `unit` needs nothing; `data` needs a PostgreSQL server in TEST_DATABASE_URL.
 * Tests run as Node.js runs the program itself, without a realm and a transformation of their
 * own, which took twice as long: so Node.js is started with `--import tsx` (see scripts/test.mjs).
 * This runner knows no time limit for one test; the suite as a whole has one there.
 */
const runner = "jest-light-runner";
// Copies of the project stand there while `npm run mutants` runs.
const modulePathIgnorePatterns = ["<rootDir>/.local/"];

const config = {
  projects: [
    {
      runner,
      displayName: "unit",
      modulePathIgnorePatterns,
      testMatch: ["<rootDir>/{app,core,print,ui,vision}/**/*.test.ts?(x)"],
    },
    {
      runner,
      displayName: "data",
      modulePathIgnorePatterns,
      testMatch: ["<rootDir>/data/**/*.test.ts"],
    },
  ],
};

export default config;
