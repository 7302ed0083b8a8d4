import { spawn, type ChildProcess } from "node:child_process";
import { createServer } from "node:net";

const freePort = () =>
  new Promise<number>((resolve) => {
    const probe = createServer();
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address() as { port: number };
      probe.close(() => resolve(port));
    });
  });

/** A second server of the same build and database, which a test may stop and start. */
export async function serveAgain() {
  const port = await freePort();
  const address = `http://127.0.0.1:${port}`;
  let server: ChildProcess | null = null;
  const start = async () => {
    server = spawn(
      process.execPath,
      [
        "node_modules/next/dist/bin/next",
        "start",
        "--hostname",
        "127.0.0.1",
        "--port",
        String(port),
      ],
      { env: { ...process.env, NODE_ENV: "production", BELL_STEP_URL: address }, stdio: "ignore" },
    );
    for (;;) {
      if (server.exitCode !== null) throw new Error("The second server ended at once.");
      const answered = await fetch(`${address}/api/health`).catch(() => undefined);
      if (answered?.ok) return;
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };
  const stop = async () => {
    const ending = server;
    server = null;
    if (!ending || ending.exitCode !== null) return;
    await new Promise((resolve) => {
      ending.once("exit", resolve);
      ending.kill("SIGKILL");
    });
  };
  await start();
  return { address, start, stop };
}
