import { drizzle } from "drizzle-orm/node-postgres";
import type { Pool, PoolClient, QueryConfig } from "pg";
import type { Database } from "./database";

/** The role that reads and writes a school's records: no tables of its own, and none of the sign-in's. */
export const RECORDS_ROLE = "bell_step_records";

interface WithinSchool {
  /** A statement that goes along with COMMIT, and costs no round trip. */
  atCommit?: string;
  /**
   * Whether a connection plans a named statement once, for whatever values: the server itself would plan those
   * on tables in parts anew each time, which takes longer than to carry them out.
   */
  plansOnce?: boolean;
}

const UUID = /^[0-9a-f]{8}(?:-[0-9a-f]{4}){3}-[0-9a-f]{12}$/;

/**
 * The database as one school sees it: every transaction is begun in the role that owns nothing and under the
 * school's id, by which the policies of each table let rows through. What a query forgot to ask for its school
 * finds nothing of another's. The id goes along with BEGIN and costs a transaction no round trip; a query
 * outside of one gets a transaction of its own.
 *
 * @throws Error where the id is none
 */
export function inSchool(
  database: Database,
  schoolId: string,
  { atCommit, plansOnce = false }: WithinSchool = {},
): Database {
  if (!UUID.test(schoolId)) throw new Error("A school's id is needed here.");
  const school = `set local role ${RECORDS_ROLE}; set local bell_step.school = '${schoolId}'`;
  const scope = plansOnce ? `${school}; set local plan_cache_mode = force_generic_plan` : school;
  return drizzle(new SchoolPool(database.$client, { scope, atCommit }) as unknown as Pool);
}

/** However it is begun. */
const BEGIN = /^\s*(?:begin|start\s+transaction)\b/i;
const COMMIT = /^\s*commit\b/i;

type Query = QueryConfig & { text: string };

/** As much of a pool as Drizzle uses. */
class SchoolPool {
  /** Drizzle knows a pool by its name, which has to outlast a build that makes names short. */
  static readonly name = "SchoolPool";

  constructor(
    private readonly pool: Pool,
    private readonly along: { scope: string; atCommit: string | undefined },
  ) {}

  /** What is asked, with what goes along with it. */
  private with(asked: Query): Query {
    const { scope, atCommit } = this.along;
    if (BEGIN.test(asked.text)) return { text: `${asked.text}; ${scope}` };
    if (atCommit && COMMIT.test(asked.text)) return { text: `${atCommit}; ${asked.text}` };
    return asked;
  }

  async connect(): Promise<Pick<PoolClient, "query" | "release">> {
    const client = await this.pool.connect();
    const query = (asked: Query, values?: unknown[]) => client.query(this.with(asked), values);
    return {
      query: query as PoolClient["query"],
      release: (error) => client.release(error),
    };
  }

  /** One query in a transaction of its own. */
  async query(asked: Query, values?: unknown[]): Promise<unknown> {
    // Each of its queries would be on a connection of its own.
    if (BEGIN.test(asked.text)) throw new Error("A transaction is begun on a connection.");
    const client = await this.pool.connect();
    try {
      await client.query(`begin; ${this.along.scope}`);
      const result = await client.query(asked, values);
      await client.query("commit");
      client.release();
      return result;
    } catch (error) {
      // Whatever state it was left in, nobody else gets it.
      await client.query("rollback").then(
        () => client.release(),
        (broken: Error) => client.release(broken),
      );
      throw error;
    }
  }
}
