import { join } from "node:path";
import { ensureClusterPackages, ensureNpmPackages, ensurePostgres } from "./setup/packages.mjs";
import { ROOT } from "./setup/places.mjs";
import { run } from "./setup/run.mjs";
import { main, say } from "./setup/say.mjs";

/**
 * `npm run cluster`: two server processes behind a balancer, a pooler, and a pair of databases of which the standby
 * takes over by itself, all on loopback; Ctrl-C ends it. `npm run cluster -- try` has 200 devices at it meanwhile,
 * kills a server process and the primary, and prints what it measured.
 */
await main(async () => {
  await ensurePostgres();
  await ensureClusterPackages();
  await ensureNpmPackages();
  const { appEnvironment, buildApp, serveApp } = await import("./setup/next.mjs");
  const { startServices } = await import("./cluster/services.mjs");
  const dist = ".next-test";
  say("Building the application …");
  await buildApp(appEnvironment({ databaseUrl: "", port: 0, dist }), { quiet: true });
  say("Starting the parts …");
  const services = await startServices();
  const { ports, url } = services;
  const servers = new Map();
  const stopAll = async () => {
    await Promise.all([...servers.values()].map((server) => server.stop()));
    await services.stop();
  };
  try {
    const env = appEnvironment({
      ...{ databaseUrl: url, port: ports.web, dist, BELL_STEP_DEMO: "1" },
      ...{ BELL_STEP_PROXIES: "1", BELL_STEP_LOG: "silent", BELL_STEP_SIGN_IN_LIMIT: "1000" },
    });
    await run(join(ROOT, "node_modules/.bin/tsx"), ["scripts/seed-demo.ts"], {
      ...{ cwd: ROOT, env, stdio: ["ignore", "ignore", "inherit"] },
    });
    const startServer = async (port) => servers.set(port, await serveApp(env, port));
    await Promise.all(ports.servers.map(startServer));
    say(`Bell Step is at http://127.0.0.1:${ports.web}, on two processes and two databases.`);
    if (process.argv.includes("try")) {
      const { tryCluster } = await import("./cluster/try.mjs");
      const measured = await tryCluster({ services, servers, startServer });
      console.log(JSON.stringify(measured, null, 2));
      if (measured.lost > 0 || measured.doubled > 0) process.exitCode = 1;
    } else {
      say("Ctrl-C ends it.");
      await new Promise((resolve) => process.once("SIGINT", resolve));
    }
  } finally {
    await stopAll();
  }
});
