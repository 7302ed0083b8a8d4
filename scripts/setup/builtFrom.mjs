import { createHash } from "node:crypto";
import { existsSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { ROOT } from "./places.mjs";

/** Everything a build is made of. */
const SOURCES = [
  "app",
  "core",
  "data",
  "offline",
  "print",
  "public",
  "ui",
  "next.config.ts",
  "package.json",
  "package-lock.json",
  "postcss.config.mjs",
  "proxy.ts",
  "scripts/worker.mjs",
  "tsconfig.json",
  "vision",
];
const MARK = "built-from";

function filesIn(path) {
  const full = join(ROOT, path);
  if (!statSync(full).isDirectory()) return [path];
  return readdirSync(full, { recursive: true, encoding: "utf8" })
    .map((file) => join(path, file))
    .filter((file) => statSync(join(ROOT, file)).isFile());
}

/** A fingerprint of everything a build is made of, names and contents. */
export function fingerprintOfSources() {
  const hash = createHash("sha256").update(process.version);
  for (const file of SOURCES.flatMap(filesIn).sort())
    hash.update(`\0${file}\0`).update(readFileSync(join(ROOT, file)));
  return hash.digest("hex");
}

/** Whether a build is of just these sources, so that it needn't be made again. */
export function isBuiltFrom(dist, fingerprint) {
  const file = join(ROOT, dist, MARK);
  return existsSync(file) && readFileSync(file, "utf8") === fingerprint;
}

/** Before a build is made again: half of one is of nothing. */
export const forgetBuilt = (dist) => rmSync(join(ROOT, dist, MARK), { force: true });

export const markBuiltFrom = (dist, fingerprint) =>
  writeFileSync(join(ROOT, dist, MARK), fingerprint);
