import { ensureNpmPackages, ensurePostgres } from "./setup/packages.mjs";
import { startPostgres } from "./setup/postgres.mjs";
import { main } from "./setup/say.mjs";
import { runJson } from "./bench/runJson.mjs";

/** `npm run scale`: one school among 200 with a million pieces, against the same alone; half an hour and 12 GB. Prints JSON. */
await main(async () => {
  await ensurePostgres();
  await ensureNpmPackages();
  const { dropDatabase, ensureDatabase } = await import("./setup/database.mjs");
  const postgres = await startPostgres("test");
  const name = "bell_step_scale";
  try {
    const url = await ensureDatabase(postgres.url, name, { fresh: true });
    const env = { ...process.env, DATABASE_URL: url };
    const measured = await runJson("scripts/bench/scale.ts", env);
    console.log(JSON.stringify(measured, null, 2));
  } finally {
    for (const made of [name, `${name}_alone`]) await dropDatabase(postgres.url, made);
    await postgres.stop();
  }
});
