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
  await database.insert(auditEvent).values({
    ...{ schoolId, personId, action, details },
    ...{ subjectKind: subject?.kind ?? null, subjectId: subject?.id ?? null },
  });
}
