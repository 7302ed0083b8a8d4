import { ensureNpmPackages, ensurePdfReader, ensurePostgres } from "./setup/packages.mjs";
import { bin, ROOT } from "./setup/places.mjs";
import { assertWritable, startPostgres } from "./setup/postgres.mjs";
import { run } from "./setup/run.mjs";
import { main, Stop } from "./setup/say.mjs";

/**
 * `npm run test:unit|test:data|test:browser -- <part of a path> <the runner's own options>`:
 * some tests of one suite, with what they need set up as for all of them.
 */
const [suite, ...args] = process.argv.slice(2);
const closing = [];

// The paths first: what comes after the option would be taken for further projects.
const jest = (project, env = process.env) =>
  run(process.execPath, ["--import", "tsx", bin("jest"), ...args, "--selectProjects", project], {
    cwd: ROOT,
    env,
  });

async function database() {
  if (!process.env.DATABASE_URL) await ensurePostgres();
  const postgres = await startPostgres("test");
  closing.push(postgres.stop);
  return postgres.url;
}

const SUITES = {
  async unit() {
    await ensurePdfReader();
    await jest("unit");
  },
  async data() {
    await jest("data", { ...process.env, TEST_DATABASE_URL: await database() });
  },
  async browser() {
    const { prepareBrowserTests } = await import("./setup/browserTests.mjs");
    const { env, serve } = await prepareBrowserTests(await database());
    closing.push((await serve()).stop);
    await run(bin("playwright"), ["test", ...args], { cwd: ROOT, env });
  },
};

await main(async () => {
  if (!SUITES[suite]) throw new Stop(`Accepted: ${Object.keys(SUITES).join(", ")}.`);
  assertWritable(ROOT);
  await ensureNpmPackages();
  try {
    await SUITES[suite]();
  } finally {
    for (const close of closing.reverse()) await close();
  }
});
