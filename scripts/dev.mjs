import { mkdirSync, rmSync } from "node:fs";
import { join } from "node:path";
import { buildPictureWorker, buildServerWorker } from "./worker.mjs";
import { runWithDemoSchool } from "./setup/demoSchool.mjs";
import { ROOT } from "./setup/places.mjs";

/**
 * `npm run dev`: the demonstration school with hot reload, beside `npm run demo` and on
 * its own port. Its school is the demonstration's, so what is changed in one is seen in the other.
 */
// What the compiler kept of an earlier checkout makes the page load itself again for ever.
rmSync(join(ROOT, ".next-dev"), { recursive: true, force: true });
mkdirSync(join(ROOT, ".next-dev"), { recursive: true });
await buildPictureWorker(".next-dev");
await buildServerWorker(".next-dev");
await runWithDemoSchool({
  usualPort: 3220,
  serve: ({ serveApp }, environment, port) =>
    serveApp(environment({ NODE_ENV: "development", dist: ".next-dev" }), port, {
      command: "dev",
      stdio: ["ignore", "inherit", "inherit"],
    }),
});
