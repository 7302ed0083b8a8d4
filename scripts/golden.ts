import { readFileSync, writeFileSync } from "node:fs";
import { judgedCase, type GoldenCase } from "@/core/testing/golden";
import { sheetText } from "@/core/testing/goldenSheets";
import { ENGINE_VERSION } from "@/core/verdict/verdict";
import { goldenWorks, SHEETS_FILE } from "@/core/testing/goldenWorks";

/**
 * `npm run golden`: writes the sheets of the golden exercises anew, whose changes are then read
 * in the diff; and judges the golden records anew, once the engine has a new version.
 */
const RECORDS_FILE = "core/testing/golden.json";

writeFileSync(SHEETS_FILE, goldenWorks().map(sheetText).join("\n"));

const golden = JSON.parse(readFileSync(RECORDS_FILE, "utf8")) as {
  engine: number;
  cases: GoldenCase[];
};
if (golden.engine === ENGINE_VERSION) {
  process.stderr.write(
    `The golden records are of engine ${ENGINE_VERSION} already: raise ENGINE_VERSION in core/verdict/verdict.ts where verdicts change.\n`,
  );
} else {
  const lines = golden.cases.map(({ name, asked, record }) =>
    JSON.stringify({ name, asked, record, verdict: judgedCase({ name, asked, record }) }),
  );
  writeFileSync(RECORDS_FILE, `{"engine":${ENGINE_VERSION},"cases":[\n${lines.join(",\n")}\n]}\n`);
}
