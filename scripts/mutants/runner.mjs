import { readFileSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { performance } from "node:perf_hooks";
import { constants, Script } from "node:vm";
import { declareClassPlugin, PluginKind } from "@stryker-mutator/api/plugin";
import {
  determineHitLimitReached,
  DryRunStatus,
  TestStatus,
  toMutantRunResult,
} from "@stryker-mutator/api/test-runner";
import { expect } from "expect";
import { bind } from "jest-each";

/** Which tests there are and what each takes, left by the first run for the other processes. */
const TIMES = "mutants-times.json";

/** Slower tests simulate whole courses and are not tried against each mutant. */
const MAX_TEST_MS = 300;

const COMPILED = "mutants.cjs";

/** The tests that the files of a freshly evaluated core declare, by Jest's words for it. */
function collectTests(script, files) {
  const tests = [];
  const titles = [];
  const describe = (title, body) => {
    titles.push(title);
    body();
    titles.pop();
  };
  let file;
  const test = (title, body) => {
    tests.push({ id: [file, ...titles, title].join(" › "), file, body });
  };
  test.each = bind(test);
  describe.each = bind(describe);
  Object.assign(globalThis, { describe, test, it: test, expect });

  const compiled = { exports: {} };
  script.runInThisContext()(compiled, createRequire(`${process.cwd()}/`));
  for (file of files ?? Object.keys(compiled.exports)) compiled.exports[file]();
  return tests;
}

/**
 * Runs the compiled core's tests in this process, the quick ones first, up to the first that fails.
 * Each mutant has the core evaluated afresh, so nothing remembered by one reaches the next.
 * Jest's own runner takes seconds to start, too long for thousands of mutants.
 */
class CompiledTests {
  stryker = (globalThis.__stryker__ ??= {});
  script;

  init() {
    process.env.BELL_STEP_GENERATED_SHARE = "0.05";
    const source = readFileSync(COMPILED, "utf8");
    this.script = new Script(`(function (module, require) {${source}\n})`, {
      filename: COMPILED,
      // For the solver, which is imported when it is first wanted.
      importModuleDynamically: constants.USE_MAIN_CONTEXT_DEFAULT_LOADER,
    });
  }

  capabilities() {
    return { reloadEnvironment: true };
  }

  async dryRun() {
    this.stryker.mutantCoverage = { static: {}, perTest: {} };
    const results = [];
    for (const test of collectTests(this.script)) {
      this.stryker.currentTestId = test.id;
      results.push(await runTest(test));
    }
    this.stryker.currentTestId = undefined;
    const { mutantCoverage } = this.stryker;
    this.stryker.mutantCoverage = undefined;
    const times = results.map(({ id, fileName, timeSpentMs }) => [id, { fileName, timeSpentMs }]);
    writeFileSync(TIMES, JSON.stringify(Object.fromEntries(times)));
    return { status: DryRunStatus.Complete, tests: results, mutantCoverage };
  }

  async mutantRun({ activeMutant, testFilter, hitLimit, disableBail }) {
    const times = JSON.parse(readFileSync(TIMES, "utf8"));
    const wanted = new Set(
      (testFilter ?? Object.keys(times)).filter((id) => times[id].timeSpentMs < MAX_TEST_MS),
    );
    const files = new Set([...wanted].map((id) => times[id].fileName));
    Object.assign(this.stryker, {
      activeMutant: activeMutant.id,
      hitLimit,
      hitCount: hitLimit ? 0 : undefined,
    });
    const results = [];
    try {
      const tests = collectTests(this.script, files)
        .filter(({ id }) => wanted.has(id))
        .sort((a, b) => times[a.id].timeSpentMs - times[b.id].timeSpentMs);
      for (const test of tests) {
        results.push(await runTest(test));
        if (results.at(-1).status === TestStatus.Failed && !disableBail) break;
      }
    } catch (error) {
      // A core that cannot even be evaluated.
      results.push(failed({ id: [...wanted][0], file: [...files][0] }, 0, error));
    }
    this.stryker.activeMutant = undefined;
    return toMutantRunResult(
      determineHitLimitReached(this.stryker.hitCount, hitLimit) ?? {
        status: DryRunStatus.Complete,
        tests: results,
      },
      disableBail,
    );
  }
}

const failed = ({ id, file }, timeSpentMs, error) => ({
  id,
  name: id,
  fileName: file,
  timeSpentMs,
  status: TestStatus.Failed,
  failureMessage: String(error?.message ?? error),
});

async function runTest(test) {
  const start = performance.now();
  const elapsed = () => performance.now() - start;
  try {
    await test.body();
    const { id, file } = test;
    return { id, name: id, fileName: file, timeSpentMs: elapsed(), status: TestStatus.Success };
  } catch (error) {
    return failed(test, elapsed(), error);
  }
}

export const strykerPlugins = [
  declareClassPlugin(PluginKind.TestRunner, "compiled", CompiledTests),
];
