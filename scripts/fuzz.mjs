import { ensureNpmPackages, ensurePostgres } from "./setup/packages.mjs";
import { ROOT } from "./setup/places.mjs";
import { run } from "./setup/run.mjs";
import { main } from "./setup/say.mjs";

/** `npm run fuzz`: 100,000 fuzzed requests to every endpoint; `-- 5000` so many. FUZZ_SEED repeats one. */
await main(async () => {
  await ensurePostgres();
  await ensureNpmPackages();
  const { appEnvironment, buildApp } = await import("./setup/next.mjs");
  const dist = ".next-test";
  await buildApp(appEnvironment({ databaseUrl: "", port: 0, dist }), { quiet: true });
  const args = ["--import", "tsx", "e2e/fuzz/run.ts", ...process.argv.slice(2)];
  await run(process.execPath, args, { cwd: ROOT, env: { ...process.env, BELL_STEP_DIST: dist } });
});
