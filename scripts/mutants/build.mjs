import { readdirSync } from "node:fs";
import { build } from "esbuild";

/**
 * The core with its tests as one script whose value is an object: for each file of tests the
 * function that evaluates it. It is read once and evaluated afresh for each mutant.
 * Left out are tests that read the sources themselves, start processes or load a solver first.
 */
const tests = readdirSync("core", { recursive: true, encoding: "utf8" })
  .filter((file) => file.endsWith(".test.ts"))
  .filter(
    (file) =>
      !/^(examples|feature\/recipe|reckon\/commandline|piece\/hostile|evening\/(toBuy|sawList))\./.test(
        file,
      ),
  );

await build({
  stdin: {
    contents: `module.exports = {${tests
      .map((file) => `"core/${file}": () => require("./core/${file}")`)
      .join(",")}};`,
    resolveDir: ".",
  },
  outfile: "mutants.cjs",
  bundle: true,
  external: ["highs"],
  platform: "node",
  format: "cjs",
  mainFields: ["module", "main"],
  logLevel: "error",
});
