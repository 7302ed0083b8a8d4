import { writePack } from "@/core/exercise/pack";
import { STAFF } from "@/data/actor";
import { packShelf } from "@/data/queries/shelf";
import { answering, failureResponse } from "../answer";
import { fileResponse } from "../fileResponse";
import { currentActor, services } from "../../server";
import { readShelfSearch, shelfQuery } from "../../shelfQuery";

/** What a search of the shelf finds, as one pack that another school can read. */
export async function GET(request: Request): Promise<Response> {
  return answering("shelf pack", async () => {
    const actor = await currentActor();
    if (!actor) return failureResponse("signed-out", "Sign in to fetch a pack.");
    if (!STAFF.includes(actor.role)) return failureResponse("denied", "The shelf is the staff's.");
    const asked = readShelfSearch(Object.fromEntries(new URL(request.url).searchParams));
    const exercises = await packShelf(services().database, actor, shelfQuery(asked));
    if (exercises.length === 0) return failureResponse("not-found", "Nothing fits that search.");
    return fileResponse(writePack(exercises), {
      type: "application/json; charset=utf-8",
      name: "shelf.exercises.json",
    });
  });
}
