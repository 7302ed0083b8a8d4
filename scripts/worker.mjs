import { copyFileSync, readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { build } from "esbuild";
import { ROOT } from "./setup/places.mjs";

const SETTINGS = { bundle: true, minify: true, format: "iife", logLevel: "warning" };

/**
 * Makes the worker that measures pictures, and puts the vision library beside it, which it loads by
 * itself: ten megabytes that the application's own compiler mustn't look through.
 *
 * @param dist the build's folder
 */
export async function buildPictureWorker(dist) {
  copyFileSync(
    join(ROOT, "node_modules/@techstark/opencv-js/dist/opencv.js"),
    join(ROOT, dist, "vision.js"),
  );
  await build({
    entryPoints: [join(ROOT, "vision/worker.ts")],
    outfile: join(ROOT, dist, "picture.js"),
    ...SETTINGS,
    tsconfig: join(ROOT, "tsconfig.json"),
    define: { "process.env.NODE_ENV": '"production"' },
  });
}

/**
 * Makes the server's worker that chooses bars; it loads the packages it needs by itself.
 *
 * @param dist the build's folder
 */
export const buildServerWorker = (dist) =>
  build({
    entryPoints: [join(ROOT, "app/server.worker.ts")],
    outfile: join(ROOT, dist, "server-worker.mjs"),
    bundle: true,
    packages: "external",
    platform: "node",
    format: "esm",
    logLevel: "warning",
    tsconfig: join(ROOT, "tsconfig.json"),
  });

/**
 * Makes the worker that keeps the application on a device, beside a finished build and
 * with the list of what that build is made of. Run by `npm run build` and by the demo.
 *
 * @param dist the build's folder
 */
export async function buildWorker(dist) {
  const folder = join(ROOT, dist);
  const files = readdirSync(join(folder, "static"), { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map(({ parentPath, name }) =>
      join(parentPath, name).slice(folder.length).replaceAll("\\", "/"),
    )
    .map((path) => `/_next${path}`);
  const name = readFileSync(join(folder, "BUILD_ID"), "utf8").trim();
  await buildPictureWorker(dist);
  await buildServerWorker(dist);
  await build({
    entryPoints: [join(ROOT, "offline/worker.ts")],
    outfile: join(folder, "worker.js"),
    ...SETTINGS,
    tsconfig: join(ROOT, "offline/tsconfig.json"),
    define: {
      BUILD: JSON.stringify(name),
      FILES: JSON.stringify(files),
      "process.env.NODE_ENV": '"production"',
    },
  });
}

if (import.meta.url === `file://${process.argv[1]}`)
  await buildWorker(process.env.BELL_STEP_DIST ?? ".next");
