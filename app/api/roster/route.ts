import { noteEvent } from "@/data/audit";
import { STAFF } from "@/data/actor";
import { listRoster } from "@/data/queries/people";
import { actorOf, answering } from "../answer";
import { csvResponse } from "../csv";
import { recordsOf } from "../../server";

/** The learners of the school by cohort, as CSV that can be read in again. */
export async function GET(): Promise<Response> {
  return answering("roster", async () => {
    const actor = await actorOf(STAFF);
    const database = recordsOf(actor);
    const roster = await listRoster(database, actor);
    await noteEvent(database, actor, { action: "take-out-roster" });
    const learners = roster.filter(({ role }) => role === "learner");
    return csvResponse(
      learners.map(({ name, cohort, tagCode }) => ({ name, cohort, tag: tagCode })),
      "roster.csv",
    );
  });
}
