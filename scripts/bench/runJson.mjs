import { spawnSync } from "node:child_process";
import { basename, join } from "node:path";
import { LOCAL, ROOT } from "../setup/places.mjs";
import { Stop } from "../setup/say.mjs";

/** Runs a measurement compiled as the product is: the development compiler slows every inner function. */
export async function runJson(script, env) {
  const { build } = await import("esbuild");
  const compiled = join(LOCAL, "bench", `${basename(script, ".ts")}.mjs`);
  await build({
    absWorkingDir: ROOT,
    entryPoints: [script],
    outfile: compiled,
    bundle: true,
    packages: "external",
    platform: "node",
    format: "esm",
    logLevel: "error",
  });
  return printedJson(script, [compiled], env);
}

/** Runs a measurement that starts processes of its own, which find their sources beside it. */
export const runSourceJson = (script, env, ...options) =>
  printedJson(script, ["--import", "tsx", script, ...options], env);

function printedJson(script, command, env) {
  const done = spawnSync(process.execPath, command, {
    ...{ cwd: ROOT, env, encoding: "utf8" },
    stdio: ["ignore", "pipe", "inherit"],
  });
  if (done.status !== 0) throw new Stop(`${script} failed.`);
  return JSON.parse(done.stdout);
}
