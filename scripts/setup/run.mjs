import { spawn, spawnSync } from "node:child_process";

/** Runs a command with the terminal's own output; rejects when it fails. */
export function run(command, args, options = {}) {
  return new Promise((resolve, reject) => {
    const child = spawn(command, args, { stdio: "inherit", ...options });
    child.once("error", reject);
    child.once("exit", (code, signal) =>
      code === 0 ? resolve() : reject(new Error(`${command} ended with ${signal ?? code}`)),
    );
  });
}

/** Runs a command quietly; gives its exit status and what it printed. */
export function capture(command, args, options = {}) {
  const done = spawnSync(command, args, { encoding: "utf8", ...options });
  return { ok: done.status === 0, out: `${done.stdout ?? ""}${done.stderr ?? ""}`.trim() };
}

/** Whether a program is on the PATH. */
export const onPath = (program) => capture("sh", ["-c", `command -v ${program}`]).ok;
