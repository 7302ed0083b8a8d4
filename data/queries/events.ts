import { and, desc, eq, lt, sql } from "drizzle-orm";
import type { SubjectKind } from "@/core/records/audit";
import type { Actor } from "../actor";
import type { Queryable } from "../database";
import { auditEvent, classDay, cohort, exercise, person, piece } from "../schema";

export interface ShownEvent {
  id: string;
  at: Date;
  by: string;
  action: string;
  /** What it was about, by the name it has now; nameless when it is no more. */
  subject: { kind: SubjectKind; id: string; name: string | null } | null;
  details: Record<string, string | number | boolean> | null;
}

/**
 * What was done in the school, the latest first. Owners only.
 *
 * @param before only what was done earlier
 * @param action only what was done of this kind
 */
export async function listEvents(
  database: Queryable,
  { role, schoolId }: Actor,
  { limit, before, action }: { limit: number; before?: Date; action?: string },
): Promise<ShownEvent[]> {
  if (role !== "owner") return [];
  const named = sql<string | null>`case ${auditEvent.subjectKind}
    when 'person' then (select ${person.name} from ${person} where ${person.id} = ${auditEvent.subjectId})
    when 'cohort' then (select ${cohort.name} from ${cohort} where ${cohort.id} = ${auditEvent.subjectId})
    when 'class' then (select ${classDay.day}::text from ${classDay} where ${classDay.id} = ${auditEvent.subjectId})
    when 'exercise' then (select ${exercise.name} from ${exercise} where ${exercise.id} = ${auditEvent.subjectId})
    when 'piece' then (select ${piece.tag} from ${piece} where ${piece.schoolId} = ${schoolId} and ${piece.id} = ${auditEvent.subjectId})
  end`;
  const rows = await database
    .select({
      ...{ id: auditEvent.id, at: auditEvent.at, by: person.name, action: auditEvent.action },
      ...{ kind: auditEvent.subjectKind, subjectId: auditEvent.subjectId, name: named },
      details: auditEvent.details,
    })
    .from(auditEvent)
    .innerJoin(person, eq(person.id, auditEvent.personId))
    .where(
      and(
        eq(auditEvent.schoolId, schoolId),
        before ? lt(auditEvent.at, before) : undefined,
        action ? eq(auditEvent.action, action) : undefined,
      ),
    )
    .orderBy(desc(auditEvent.at))
    .limit(limit);
  return rows.map(({ kind, subjectId: id, name, ...row }) => ({
    ...row,
    subject: kind && id ? { kind, id, name } : null,
  }));
}
