import { ensureNpmPackages, ensurePostgres } from "./setup/packages.mjs";
import { ROOT } from "./setup/places.mjs";
import { webPort } from "./setup/ports.mjs";
import { assertWritable, startPostgres } from "./setup/postgres.mjs";
import { run } from "./setup/run.mjs";
import { main, say } from "./setup/say.mjs";

const USUAL_PORT = 3210;

/** `npm run demo`: everything from a fresh clone to the running demonstration. Ctrl-C ends it all. */
await main(async () => {
  assertWritable(ROOT);
  if (!process.env.DATABASE_URL) await ensurePostgres();
  await ensureNpmPackages();
  const { appEnvironment, buildApp, serveApp } = await import("./setup/next.mjs");
  const { ensureDatabase } = await import("./setup/database.mjs");
  const port = await webPort(USUAL_PORT);

  const closing = [];
  let ending;
  const end = () =>
    (ending ??= (async () => {
      for (const close of closing.reverse()) await close();
    })());
  for (const signal of ["SIGINT", "SIGTERM", "SIGHUP"])
    process.on(signal, () => {
      say("Stopping …");
      void end().then(() => process.exit(0));
    });

  try {
    const postgres = await startPostgres("demo");
    closing.push(postgres.stop);
    const databaseUrl = postgres.own
      ? await ensureDatabase(postgres.url, "bell_step_demo")
      : postgres.url;
    const env = appEnvironment({ databaseUrl, port, BELL_STEP_DEMO: "1", BELL_STEP_LOG: "warn" });
    say("Setting up the demonstration school …");
    await run("npx", ["--no-install", "tsx", "scripts/seed-demo.ts"], { cwd: ROOT, env });
    say("Building the application (under a minute) …");
    await buildApp(env, { quiet: true });
    const app = await serveApp(env, port);
    closing.push(app.stop);
    const { DEMO_PASSWORD, DEMO_ACCOUNTS, demoEmail } = await demoSignIns();
    process.stdout.write(`\n  Bell Step is running:  http://127.0.0.1:${port}\n\n`);
    for (const { account, who } of DEMO_ACCOUNTS)
      process.stdout.write(`    ${demoEmail(account).padEnd(26)} ${who}\n`);
    process.stdout.write(`\n  Password for all: ${DEMO_PASSWORD}\n  Ctrl-C stops it.\n\n`);
    await new Promise((resolve) => app.server.once("exit", resolve));
  } finally {
    await end();
  }
});

/** The accounts are written down once, in TypeScript. */
async function demoSignIns() {
  const { tsImport } = await import("tsx/esm/api");
  return tsImport("../data/demo/people.ts", import.meta.url);
}
