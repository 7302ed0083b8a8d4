/**
 * Small deliberate changes to the rules of the trade, each tried against the core's tests.
 * Wording (string literals) is left out: it is not a rule.
 * @type {import("@stryker-mutator/api/core").PartialStrykerOptions}
 */
const config = {
  testRunner: "compiled",
  plugins: ["./scripts/mutants/runner.mjs"],
  buildCommand: "node scripts/mutants/build.mjs",
  mutate: [
    "core/{verdict,climb,cause,trade,workpiece,operation}/**/*.ts",
    "!**/*.test.ts",
    "!core/trade/defectPictures.ts",
  ],
  mutator: { excludedMutations: ["StringLiteral"] },
  coverageAnalysis: "perTest",
  ignorePatterns: [".*", "e2e", "public"],
  tempDirName: ".local/mutants/sandbox",
  incrementalFile: ".local/mutants/incremental.json",
  htmlReporter: { fileName: ".local/mutants/report.html" },
  jsonReporter: { fileName: ".local/mutants/report.json" },
  reporters: ["clear-text", "progress", "html", "json"],
  clearTextReporter: { logTests: false, allowColor: false },
  thresholds: { high: 90, low: 85, break: 85 },
  timeoutMS: 5000,
  concurrency: 2,
};

export default config;
