import { drizzle, type NodePgDatabase } from "drizzle-orm/node-postgres";
import { Pool } from "pg";

export type Database = NodePgDatabase & { $client: Pool };
export type Transaction = Parameters<Parameters<Database["transaction"]>[0]>[0];
/** A database or an open transaction. */
export type Queryable = Database | Transaction;

/**
 * What a server that people wait for bounds, ms: no query takes longer, none waits longer for another's
 * lock, and none holds one while nothing is asked. A migration takes as long as it takes.
 */
export const SERVING_LIMITS = {
  statement_timeout: 30_000,
  lock_timeout: 5_000,
  idle_in_transaction_session_timeout: 20_000,
};

/**
 * Runs queries side by side; in a transaction one after another, for it has one connection.
 *
 * @example await queryTogether(database, [() => listTechniques(database, actor), () => findShop(database, actor)])
 */
export async function queryTogether<const Queries extends readonly (() => Promise<unknown>)[]>(
  database: Queryable,
  queries: Queries,
): Promise<{ -readonly [At in keyof Queries]: Awaited<ReturnType<Queries[At]>> }> {
  const answers: unknown[] = [];
  if ("rollback" in database) for (const query of queries) answers.push(await query());
  else answers.push(...(await Promise.all(queries.map((query) => query()))));
  return answers as { -readonly [At in keyof Queries]: Awaited<ReturnType<Queries[At]>> };
}

/** Opens a pool on a PostgreSQL address. The caller closes it. */
export function openDatabase(
  url: string,
  max = 10,
  limits: Partial<typeof SERVING_LIMITS> = {},
): { database: Database; pool: Pool } {
  const pool = new Pool({ connectionString: url, max, connectionTimeoutMillis: 3000, ...limits });
  // A connection that breaks fails the query it carries and is replaced by the pool. Between
  // two queries it has nobody to tell, and without a listener it would end the process.
  pool.on("error", () => undefined);
  pool.on("connect", (client) => client.on("error", () => undefined));
  return { database: drizzle(pool), pool };
}

/** The SQLSTATE of a failed query, however deep the driver's error is wrapped. */
export function sqlState(error: unknown): string | undefined {
  const seen = error as { code?: unknown; cause?: unknown } | null;
  if (seen && typeof seen.code === "string" && /^[0-9A-Z]{5}$/.test(seen.code)) return seen.code;
  return seen?.cause ? sqlState(seen.cause) : undefined;
}
