import { rmSync } from "node:fs";
import { join } from "node:path";
import { ensureDatabase } from "./database.mjs";
import { appEnvironment, buildApp, serveApp } from "./next.mjs";
import { ensureChromium } from "./packages.mjs";
import { bin, LOCAL, ROOT } from "./places.mjs";
import { freePortFrom } from "./ports.mjs";
import { run } from "./run.mjs";
import { say } from "./say.mjs";

/** A fresh school and a production build for the browser tests; the environment they run in. */
export async function prepareBrowserTests(serverUrl) {
  await ensureChromium();
  // The letters of an earlier run lead nowhere any more.
  const mail = join(LOCAL, "test-mail");
  rmSync(mail, { recursive: true, force: true });
  const databaseUrl = await ensureDatabase(serverUrl, "bell_step_test_browser", { fresh: true });
  const port = await freePortFrom(3310);
  const env = appEnvironment({
    databaseUrl,
    port,
    dist: ".next-test",
    BELL_STEP_DEMO: "1",
    BELL_STEP_LOG: "silent",
    BELL_STEP_METRICS_TOKEN: "only-for-tests",
    // The whole run signs in from one address; the limit itself is tested with the data.
    BELL_STEP_SIGN_IN_LIMIT: "100000",
    BELL_STEP_MAIL: `folder:${mail}`,
  });
  await run(bin("tsx"), ["e2e/seed.ts"], { cwd: ROOT, env });
  say("building the application for the browser tests …");
  await buildApp(env, { quiet: true });
  return { env, port, serve: () => serveApp(env, port) };
}
