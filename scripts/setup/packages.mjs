import { createHash } from "node:crypto";
import {
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  statfsSync,
  writeFileSync,
} from "node:fs";
import { join } from "node:path";
import { LOCAL, ROOT } from "./places.mjs";
import { capture, onPath, run } from "./run.mjs";
import { say, Stop } from "./say.mjs";

const isRoot = process.getuid?.() === 0;

/** Where Debian keeps the PostgreSQL server's programs, newest first. */
export function postgresPrograms() {
  const home = "/usr/lib/postgresql";
  const versions = existsSync(home) ? readdirSync(home) : [];
  return versions
    .sort((a, b) => Number(b) - Number(a))
    .map((version) => join(home, version, "bin"))
    .find((folder) => existsSync(join(folder, "initdb")));
}

/** Installs Debian packages when something is missing and we may; says what to do when we may not. */
async function ensureDebian(name, isThere, packages) {
  if (isThere()) return;
  if (!onPath("apt-get"))
    throw new Stop(`${name} is missing, and this isn't Debian: install it, then run this again.`);
  if (!isRoot)
    throw new Stop(`${name} is missing. Run: sudo apt-get install ${packages.join(" ")}`);
  say(`Installing ${name} from Debian's packages (a minute or two) …`);
  const env = { ...process.env, DEBIAN_FRONTEND: "noninteractive" };
  const install = () =>
    capture("apt-get", ["install", "-y", "--no-install-recommends", ...packages], { env });
  capture("apt-get", ["update"], { env });
  const done = install();
  if (!done.ok || !isThere())
    throw new Stop(`${name} could not be installed: ${done.out.split("\n").slice(-3).join(" ")}`);
}

export const ensurePostgres = () =>
  ensureDebian("The PostgreSQL server", () => Boolean(postgresPrograms()), ["postgresql"]);

/** What keeps a pair of databases, and stands before them and before the server processes. */
export const ensureClusterPackages = () =>
  ensureDebian(
    "What a cluster is made of",
    () => ["etcd", "patroni", "pgbouncer", "haproxy"].every(onPath),
    ["etcd-server", "patroni", "python3-etcd", "pgbouncer", "haproxy"],
  );

/** Debian's Chromium without a window: it starts and loads pages faster, and is a smaller package. */
export const CHROMIUM = process.env.BELL_STEP_CHROMIUM ?? "/usr/bin/chromium-headless-shell";

export const ensureChromium = () =>
  ensureDebian("Chromium", () => existsSync(CHROMIUM), ["chromium-headless-shell"]);

/** Reads PDFs back as text and as dots, so that what is printed can be measured. */
export const ensurePdfReader = () =>
  ensureDebian("A PDF reader", () => onPath("pdftoppm"), ["poppler-utils"]);

/** Archives are read and altered by the system's own tools. */
export const ensureZipTools = () =>
  ensureDebian("ZIP tools", () => onPath("unzip") && onPath("zip"), ["unzip", "zip"]);

/** What the packages and a build take, MB. */
const NEEDED_MB = 1500;

/** On a full disk the installer doesn't fail, it hangs: so the room is looked at first. */
function assertRoom() {
  const { bavail, bsize } = statfsSync(ROOT);
  const freeMb = Math.floor((bavail * bsize) / 1024 ** 2);
  if (freeMb < NEEDED_MB)
    throw new Stop(
      `Only ${freeMb} MB are free where this checkout lies; setting up takes ${NEEDED_MB} MB. Free some, or move the checkout.`,
    );
}

/** Installs the npm packages of the lock file, once for each state of it. */
export async function ensureNpmPackages() {
  const lock = createHash("sha256")
    .update(readFileSync(join(ROOT, "package-lock.json")))
    .digest("hex");
  const stamp = join(LOCAL, "npm-packages");
  const done = existsSync(stamp) && readFileSync(stamp, "utf8") === lock;
  if (done && existsSync(join(ROOT, "node_modules/next"))) return;
  assertRoom();
  say("Installing npm packages (npm ci) …");
  await run("npm", ["ci", "--no-audit", "--no-fund", "--loglevel=error"], { cwd: ROOT }).catch(
    () => {
      throw new Stop(
        "npm ci failed (see above). Is the package registry reachable, and the disk not full?",
      );
    },
  );
  mkdirSync(LOCAL, { recursive: true });
  writeFileSync(stamp, lock);
}
