import { spawn } from "node:child_process";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { generateKeyPairSync, randomBytes } from "node:crypto";
import { join } from "node:path";
import { fingerprintOfSources, forgetBuilt, isBuiltFrom, markBuiltFrom } from "./builtFrom.mjs";
import { LOCAL, ROOT } from "./places.mjs";
import { run } from "./run.mjs";
import { Stop } from "./say.mjs";

const NEXT = join(ROOT, "node_modules/next/dist/bin/next");

/** This checkout's own secret, made once. */
export function localSecret() {
  const file = join(LOCAL, "secret");
  if (!existsSync(file)) {
    mkdirSync(LOCAL, { recursive: true });
    writeFileSync(file, randomBytes(32).toString("base64url"), { mode: 0o600 });
  }
  return readFileSync(file, "utf8");
}

/** This checkout's own key to sign credentials with (RSA, PEM), made once. */
function localBadgeKey() {
  const file = join(LOCAL, "badge-key.pem");
  if (!existsSync(file)) {
    mkdirSync(LOCAL, { recursive: true });
    const { privateKey } = generateKeyPairSync("rsa", { modulusLength: 2048 });
    const pem = privateKey.export({ type: "pkcs8", format: "pem" });
    writeFileSync(file, pem, { mode: 0o600 });
  }
  return readFileSync(file, "utf8");
}

/** The environment the application runs in. */
export function appEnvironment({ databaseUrl, port, dist = ".next", ...more }) {
  return {
    ...process.env,
    NODE_ENV: "production",
    NEXT_TELEMETRY_DISABLED: "1",
    DATABASE_URL: databaseUrl,
    BELL_STEP_SECRET: localSecret(),
    BELL_STEP_BADGE_KEY: localBadgeKey(),
    BELL_STEP_URL: `http://127.0.0.1:${port}`,
    BELL_STEP_ORIGINS: `http://localhost:${port}`,
    BELL_STEP_DIST: dist,
    ...more,
  };
}

/** Builds the application for production; what is built of the same sources already stays. */
export async function buildApp(env, { quiet = false } = {}) {
  const sources = fingerprintOfSources();
  if (isBuiltFrom(env.BELL_STEP_DIST, sources)) return;
  forgetBuilt(env.BELL_STEP_DIST);
  const stdio = quiet ? ["ignore", "ignore", "inherit"] : "inherit";
  await run(process.execPath, [NEXT, "build"], { cwd: ROOT, env, stdio }).catch(() => {
    throw new Stop("The application could not be built (see above).");
  });
  // Loaded only now: before the packages are installed there is nothing to load.
  const { buildWorker } = await import("../worker.mjs");
  await buildWorker(env.BELL_STEP_DIST);
  markBuiltFrom(env.BELL_STEP_DIST, sources);
}

/**
 * Serves the application on loopback, built or with hot reload (`dev`); resolves once it answers. The server
 * is this process's own child, so that ending one ends both.
 */
export async function serveApp(
  env,
  port,
  { command = "start", stdio = ["ignore", "ignore", "inherit"] } = {},
) {
  const args = [NEXT, command, "--hostname", "127.0.0.1", "--port", String(port)];
  const server = spawn(process.execPath, args, { cwd: ROOT, env, stdio });
  const stop = () =>
    new Promise((resolve) => {
      if (server.exitCode !== null || server.signalCode !== null) return resolve();
      server.once("exit", resolve);
      server.kill("SIGTERM");
      setTimeout(() => server.kill("SIGKILL"), 5000).unref();
    });
  const deadline = Date.now() + 60_000;
  for (;;) {
    if (server.exitCode !== null)
      throw new Stop(`The server ended at once (exit ${server.exitCode}).`);
    const answered = await fetch(`http://127.0.0.1:${port}/api/health`).catch(() => undefined);
    if (answered?.ok) return { server, stop };
    if (Date.now() > deadline) {
      await stop();
      throw new Stop("The server did not answer within a minute.");
    }
    await new Promise((resolve) => setTimeout(resolve, 150));
  }
}
