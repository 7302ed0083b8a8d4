import { OWNERS } from "@/data/actor";
import { noteEvent } from "@/data/audit";
import { listEvents } from "@/data/queries/events";
import { actionInWords } from "@/ui/words/events";
import { actorOf, answering } from "../../answer";
import { csvResponse } from "../../csv";
import { recordsOf } from "../../../server";

const MAX_EVENTS = 100_000;

/** What was done in the school, as CSV, the latest first. */
export function GET(): Promise<Response> {
  return answering("events", async () => {
    const actor = await actorOf(OWNERS);
    const database = recordsOf(actor);
    const events = await listEvents(database, actor, { limit: MAX_EVENTS });
    await noteEvent(database, actor, { action: "take-out-events" });
    return csvResponse(
      events.map(({ at, by, action, subject, details }) => ({
        ...{
          at: at.toISOString(),
          by,
          action,
          words: actionInWords(action, subject?.name ?? null, details),
        },
        ...{ subject: subject?.name ?? "", subjectKind: subject?.kind ?? "" },
        ...{ subjectId: subject?.id ?? "", details: details ? JSON.stringify(details) : "" },
      })),
      "what-was-done.csv",
    );
  });
}
