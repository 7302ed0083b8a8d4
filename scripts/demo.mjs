import { runWithDemoSchool } from "./setup/demoSchool.mjs";
import { say } from "./setup/say.mjs";

/** `npm run demo`: everything from a fresh clone to the running demonstration. Ctrl-C ends it all. */
await runWithDemoSchool({
  usualPort: 3210,
  serve: async ({ buildApp, serveApp }, environment, port) => {
    const env = environment({});
    say("Building the application (under a minute) …");
    await buildApp(env, { quiet: true });
    return serveApp(env, port);
  },
});
