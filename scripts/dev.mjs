import { runWithDemoSchool } from "./setup/demoSchool.mjs";

/**
 * `npm run dev`: the demonstration school with hot reload, beside `npm run demo` and on
 * its own port. Its school is the demonstration's, so what is changed in one is seen in the other.
 */
await runWithDemoSchool({
  usualPort: 3220,
  serve: ({ serveApp }, environment, port) =>
    serveApp(environment({ NODE_ENV: "development", dist: ".next-dev" }), port, {
      command: "dev",
      stdio: ["ignore", "inherit", "inherit"],
    }),
});
