import { readFileSync, writeFileSync } from "node:fs";
import { judgedCase, type GoldenCase } from "@/core/testing/golden";
import { ENGINE_VERSION } from "@/core/verdict/verdict";

/** `npm run golden`: judges the golden records anew, once the engine has a new version. */
const FILE = "core/testing/golden.json";
const golden = JSON.parse(readFileSync(FILE, "utf8")) as { engine: number; cases: GoldenCase[] };
if (golden.engine === ENGINE_VERSION) {
  process.stderr.write(
    `The golden records are of engine ${ENGINE_VERSION} already: raise ENGINE_VERSION in core/verdict/verdict.ts where verdicts change.\n`,
  );
  process.exitCode = 1;
} else {
  const lines = golden.cases.map(({ name, asked, record }) =>
    JSON.stringify({ name, asked, record, verdict: judgedCase({ name, asked, record }) }),
  );
  writeFileSync(FILE, `{"engine":${ENGINE_VERSION},"cases":[\n${lines.join(",\n")}\n]}\n`);
}
