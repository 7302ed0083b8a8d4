import { and, eq, sql } from "drizzle-orm";
import { escapeLiteral } from "pg";
import { detailsOf, subjectOf, type OtherAction, type Subject } from "@/core/records/audit";
import type { CommandName } from "@/core/records/commands";
import type { Actor } from "./actor";
import type { Queryable } from "./database";
import { auditEvent } from "./schema";

interface DoneEvent {
  action: CommandName | OtherAction;
  subject?: Subject | null;
  details?: Record<string, string | number | boolean> | null;
}

/** What an event keeps of a command's input. */
export const aboutInput = (input: object): Omit<DoneEvent, "action"> => {
  const fields = input as Record<string, unknown>;
  return { subject: subjectOf(fields), details: detailsOf(fields) };
};

const rowOf = (
  { schoolId, personId }: Pick<Actor, "schoolId" | "personId">,
  { action, subject = null, details = null }: DoneEvent,
) => ({
  ...{ schoolId, personId, action, details },
  ...{ subjectKind: subject?.kind ?? null, subjectId: subject?.id ?? null },
});

/** Notes that somebody did something. Whoever does it in a transaction has both or neither. */
export async function noteEvent(
  database: Queryable,
  actor: Pick<Actor, "schoolId" | "personId">,
  event: DoneEvent,
): Promise<void> {
  await database.insert(auditEvent).values(rowOf(actor, event));
}

/** The statement that notes the same, to go along with the end of what is done. */
export function eventStatement(actor: Actor, event: DoneEvent): string {
  const { schoolId, personId, action, subjectKind, subjectId, details } = rowOf(actor, event);
  const values = [
    ...[schoolId, personId, action, subjectKind, subjectId],
    details && JSON.stringify(details),
  ];
  return `insert into audit_event (school_id, person_id, action, subject_kind, subject_id, details)
    values (${values.map((value) => (value === null ? "null" : escapeLiteral(value))).join(", ")})`;
}

/** Looked at again within so long it is the same look. */
const SAME_LOOK = sql`interval '1 hour'`;

/** Notes that somebody looked at another's record. */
export async function noteLook(
  database: Queryable,
  actor: Pick<Actor, "schoolId" | "personId">,
  personId: string,
): Promise<void> {
  if (personId === actor.personId) return;
  const before = await database.$count(
    auditEvent,
    and(
      eq(auditEvent.schoolId, actor.schoolId),
      eq(auditEvent.subjectId, personId),
      eq(auditEvent.personId, actor.personId),
      eq(auditEvent.action, "look-at-record"),
      sql`${auditEvent.at} > now() - ${SAME_LOOK}`,
    ),
  );
  if (before === 0)
    await noteEvent(database, actor, {
      action: "look-at-record",
      subject: { kind: "person", id: personId },
    });
}
