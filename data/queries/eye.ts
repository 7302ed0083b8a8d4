import { sql } from "drizzle-orm";
import type { RecordedCall } from "@/core/eye/eye";
import type { Actor } from "../actor";
import type { Queryable } from "../database";
import { findLearner } from "./people";

/**
 * A person's calls with what was right, oldest first: one's own, or a learner's for staff.
 * At the bench the reading that stands is right, an inspection's before a self-check's.
 */
export async function listCalls(
  database: Queryable,
  actor: Actor,
  personId: string,
): Promise<RecordedCall[]> {
  if (personId !== actor.personId) await findLearner(database, actor, personId);
  const { rows } = await database.execute<{
    measure: string;
    called: number;
    truth: number;
    at: "bench" | "drill";
    called_at: string;
  }>(sql`
    select c.measure, c.called, coalesce(c.truth, r.value) as truth, c.called_at,
      case when c.piece_id is null then 'drill' else 'bench' end as at
    from eye_call c
    left join lateral (
      select (select avg(v) from unnest(r.values) v) as value
      from reading r
      where r.piece_id = c.piece_id and r.characteristic_id = c.characteristic_id
        and not exists (select 1 from reading later where later.supersedes_id = r.id)
      order by r.self_check, r.taken_at desc
      limit 1) r on true
    where c.caller_id = ${personId} and c.school_id = ${actor.schoolId}
      and coalesce(c.truth, r.value) > 0
    order by c.called_at`);
  return rows.map(({ measure, called, truth, at, called_at }) => ({
    measure,
    called,
    truth,
    at,
    calledAt: new Date(called_at).toISOString(),
  }));
}
