import { existsSync, mkdirSync, readFileSync, rmSync } from "node:fs";
import { join } from "node:path";
import {
  ensureNpmPackages,
  ensurePdfReader,
  ensurePostgres,
  ensureZipTools,
} from "./setup/packages.mjs";
import { bin, LOCAL, ROOT } from "./setup/places.mjs";
import { assertWritable, startPostgres } from "./setup/postgres.mjs";
import { run } from "./setup/run.mjs";
import { main, say } from "./setup/say.mjs";

/**
 * `npm test`: sets up what is missing, then lint, types, unit, data and browser
 * tests, all of them even when one fails. Closes with the sum over all suites.
 * `npm test -- unit data` runs only those named.
 */
const SUITES = ["lint", "types", "unit", "data", "browser"];
/** A suite that takes longer stands still: it is ended, and has failed. */
const SUITE_LIMIT_MS = 900_000;
const asked = process.argv.slice(2);
const wanted = asked.length > 0 ? SUITES.filter((suite) => asked.includes(suite)) : SUITES;
const closing = [];
const tally = { passed: 0, failed: 0 };

function count(name, passed, failed) {
  tally.passed += passed;
  tally.failed += failed;
  say(`${name}: ${passed} passed, ${failed} failed`);
}

/** A check that passes or fails as a whole. */
async function check(name, command, args, env = process.env) {
  say(`${name} …`);
  const ok = await run(command, args, { cwd: ROOT, env }).then(
    () => true,
    () => false,
  );
  count(name, ok ? 1 : 0, ok ? 0 : 1);
}

/** Runs a test runner that writes a JSON report; a runner that leaves none has failed. */
async function suite(name, report, command, args, env, read) {
  say(`${name} tests …`);
  rmSync(report, { force: true });
  await run(command, args, { cwd: ROOT, env, timeout: SUITE_LIMIT_MS }).catch(({ message }) =>
    say(`${name} tests: ${message}`),
  );
  const [passed, failed] = existsSync(report)
    ? read(JSON.parse(readFileSync(report, "utf8")))
    : [0, 1];
  count(`${name} tests`, passed, passed + failed === 0 ? 1 : failed);
}

function jest(project, env = process.env) {
  const report = join(LOCAL, `${project}-results.json`);
  const args = [
    ...["--import", "tsx", bin("jest")],
    ...["--selectProjects", project, "--json", `--outputFile=${report}`],
  ];
  return suite(project, report, process.execPath, args, env, (found) => [
    found.numPassedTests,
    // A file that could not even be loaded has run no test, and counts as one failed.
    found.numFailedTests + found.numRuntimeErrorTestSuites,
  ]);
}

/** The beginning of the afternoon with everything pulled out; the whole of it is `npm run afternoon`. */
const afternoon = ({ env }) =>
  check(
    "an afternoon with everything pulled out",
    process.execPath,
    ["--import", "tsx", "e2e/afternoon/run.ts"],
    { ...env, AFTERNOON_PIECES: "40" },
  );

async function browserTests({ env, serve }) {
  closing.push((await serve()).stop);
  const report = join(LOCAL, "e2e-results.json");
  await suite("browser", report, bin("playwright"), ["test"], env, ({ stats }) => [
    stats.expected,
    stats.unexpected + stats.flaky,
  ]);
}

/**
 * What hasn't changed since the last run here isn't read again; a clean checkout checks it all.
 * Kept among the packages, so that it goes when they are installed anew.
 */
const KNOWN = join(ROOT, "node_modules/.cache/bell-step");
const cache = (tool) => ["--cache", "--cache-location", join(KNOWN, tool)];
const byContent = ["--cache-strategy", "content"];
const SOURCES = ["app", "core", "data", "offline", "print", "ui", "scripts", "e2e"];

const formatting = () =>
  check("formatting", bin("prettier"), [
    "--check",
    "--log-level",
    "warn",
    ...cache("prettier"),
    ...byContent,
    ".",
  ]);
const lint = () => check("lint", bin("oxlint"), []);
const boundaries = () =>
  check("boundaries", bin("depcruise"), [
    "--config",
    ".dependency-cruiser.cjs",
    "--cache",
    join(KNOWN, "boundaries"),
    ...byContent,
    ...SOURCES,
  ]);
const knots = () =>
  check("knots in the core", bin("depcruise"), [
    "--config",
    ".dependency-cruiser.core.cjs",
    "core",
  ]);
const unusedCode = () => check("unused code", bin("knip"), cache("knip"));
const types = () => check("types", "npm", ["run", "--silent", "types"]);

const unitTests = () => jest("unit");
const dataTests = (postgres) => jest("data", { ...process.env, TEST_DATABASE_URL: postgres.url });

/** Two jobs at a time, one for each core of a small machine; the browser then has it to itself. */
async function runAll() {
  assertWritable(ROOT);
  const needsDatabase = wanted.includes("data") || wanted.includes("browser");
  if (needsDatabase && !process.env.DATABASE_URL) await ensurePostgres();
  if (wanted.includes("unit")) await ensurePdfReader();
  if (wanted.includes("data")) await ensureZipTools();
  await ensureNpmPackages();
  mkdirSync(LOCAL, { recursive: true });
  const postgres = needsDatabase ? await startPostgres("test") : undefined;
  if (postgres) closing.push(postgres.stop);
  const { prepareBrowserTests } = await import("./setup/browserTests.mjs");
  let prepared;
  const prepare = async () => {
    prepared = await prepareBrowserTests(postgres.url);
    await afternoon(prepared);
  };
  // The long ones first, so that both cores are done at about the same time.
  const jobs = [
    ["browser", prepare],
    ["unit", unitTests],
    ["data", () => dataTests(postgres)],
    ["lint", lint],
    ["types", types],
    ["lint", boundaries],
    ["lint", knots],
    ["lint", formatting],
    ["lint", unusedCode],
  ].filter(([suite]) => wanted.includes(suite));
  const work = async () => {
    for (let job = jobs.shift(); job; job = jobs.shift()) await job[1]();
  };
  await Promise.all([work(), work()]);
  if (prepared) await browserTests(prepared);
}

let ending;
const end = () =>
  (ending ??= (async () => {
    for (const close of closing.reverse()) await close();
  })());
for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"])
  process.on(signal, () => void end().then(() => process.exit(130)));

await main(async () => {
  try {
    await runAll();
  } finally {
    await end();
  }
});
if (process.exitCode) tally.failed += 1;
process.stdout.write(`\n${tally.passed} passed, ${tally.failed} failed\n`);
if (tally.failed > 0) process.exitCode = 1;
