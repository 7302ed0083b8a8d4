import { and, eq, sql } from "drizzle-orm";
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

/** Notes that somebody did something. Whoever does it in a transaction has both or neither. */
export async function noteEvent(
  database: Queryable,
  { schoolId, personId }: Pick<Actor, "schoolId" | "personId">,
  { action, subject = null, details = null }: DoneEvent,
): Promise<void> {
  // Noted with every command: kept ready by the server under its name.
  await database
    .insert(auditEvent)
    .values({
      ...{ schoolId, personId, action, details },
      ...{ subjectKind: subject?.kind ?? null, subjectId: subject?.id ?? null },
    })
    .prepare("note_event")
    .execute();
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
