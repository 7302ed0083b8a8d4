import pg from "pg";

/** Makes a database on a server, new and empty when asked; gives its address. */
export async function ensureDatabase(serverUrl, name, { fresh = false } = {}) {
  const client = new pg.Client({ connectionString: withDatabase(serverUrl, "postgres") });
  await client.connect();
  try {
    if (fresh) await client.query(`drop database if exists ${name} with (force)`);
    const { rowCount } = await client.query("select 1 from pg_database where datname = $1", [name]);
    if (rowCount === 0) await client.query(`create database ${name}`);
  } finally {
    await client.end();
  }
  return withDatabase(serverUrl, name);
}

/** Takes a database off a server, with whoever is still at it. */
export async function dropDatabase(serverUrl, name) {
  const client = new pg.Client({ connectionString: withDatabase(serverUrl, "postgres") });
  await client.connect();
  try {
    await client.query(`drop database if exists ${name} with (force)`);
  } finally {
    await client.end();
  }
}

/** The same server's address with another database. */
export function withDatabase(serverUrl, name) {
  const url = new URL(serverUrl);
  url.pathname = `/${name}`;
  return url.href;
}
