import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

/** The checkout. */
export const ROOT = join(dirname(fileURLToPath(import.meta.url)), "../..");
/** What this machine keeps beside the checkout's own files; ignored by git. */
export const LOCAL = join(ROOT, ".local");

/** A program among the installed packages. */
export const bin = (name) => join(ROOT, "node_modules/.bin", name);
