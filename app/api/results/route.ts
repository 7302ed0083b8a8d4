import { noteEvent } from "@/data/audit";
import { STEP_NAMES } from "@/core/trade/steps";
import { STAFF } from "@/data/actor";
import { listResults } from "@/data/queries/record";
import { actorOf, answering } from "../answer";
import { csvResponse } from "../csv";
import { recordsOf } from "../../server";

/** Where every learner stands on every technique, as CSV. */
export async function GET(): Promise<Response> {
  return answering("results", async () => {
    const actor = await actorOf(STAFF);
    const database = recordsOf(actor);
    const results = await listResults(database, actor);
    await noteEvent(database, actor, { action: "take-out-results" });
    return csvResponse(
      results.map(({ step, ...row }) => ({
        ...row,
        step,
        stepName: step === 0 ? "" : STEP_NAMES[step],
      })),
      "results.csv",
    );
  });
}
