import { join } from "node:path";
import { ensureNpmPackages, ensurePostgres } from "./packages.mjs";
import { LOCAL, ROOT } from "./places.mjs";
import { webPort } from "./ports.mjs";
import { assertWritable, startPostgres } from "./postgres.mjs";
import { run } from "./run.mjs";
import { main, say } from "./say.mjs";

/**
 * Sets up the demonstration school and serves it until Ctrl-C, which ends everything.
 *
 * @param usualPort taken unless PORT says otherwise, or it is in use
 * @param serve starts the application: given the tools to, what makes its environment, and the port
 */
export function runWithDemoSchool({ usualPort, serve }) {
  return main(async () => {
    assertWritable(ROOT);
    if (!process.env.DATABASE_URL) await ensurePostgres();
    await ensureNpmPackages();
    const tools = await import("./next.mjs");
    const { ensureDatabase } = await import("./database.mjs");
    const port = await webPort(usualPort);
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
      const environment = (more) =>
        tools.appEnvironment({
          databaseUrl,
          port,
          BELL_STEP_DEMO: "1",
          // Letters become files there: no mail leaves this machine.
          BELL_STEP_MAIL: `folder:${join(LOCAL, "mail")}`,
          BELL_STEP_LOG: "warn",
          ...more,
        });
      say("Setting up the demonstration school …");
      await run("npx", ["--no-install", "tsx", "scripts/seed-demo.ts"], {
        cwd: ROOT,
        env: environment({}),
      });
      const app = await serve(tools, environment, port);
      closing.push(app.stop);
      await sayHowToSignIn(port);
      await new Promise((resolve) => app.server.once("exit", resolve));
    } finally {
      await end();
    }
  });
}

async function sayHowToSignIn(port) {
  // The accounts are written down once, in TypeScript.
  const { tsImport } = await import("tsx/esm/api");
  const { DEMO_PASSWORD, DEMO_ACCOUNTS, demoEmail } = await tsImport(
    "../../data/demo/people.ts",
    import.meta.url,
  );
  process.stdout.write(`\n  Bell Step is running:  http://127.0.0.1:${port}\n\n`);
  for (const { account, who } of DEMO_ACCOUNTS)
    process.stdout.write(`    ${demoEmail(account).padEnd(26)} ${who}\n`);
  process.stdout.write(`\n  Password for all: ${DEMO_PASSWORD}\n  Ctrl-C stops it.\n\n`);
}
