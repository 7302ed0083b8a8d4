import { writePack } from "@/core/exercise/pack";
import { STAFF } from "@/data/actor";
import { packShelf } from "@/data/queries/shelf";
import { refuse } from "@/core/problem/problem";
import { actorOf, answering } from "../answer";
import { fileResponse } from "../fileResponse";
import { recordsOf } from "../../server";
import { readShelfSearch, shelfQuery } from "../../shelfQuery";

/** What a search of the shelf finds, as one pack that another school can read. */
export async function GET(request: Request): Promise<Response> {
  return answering("shelf pack", async () => {
    const actor = await actorOf(STAFF);
    const asked = readShelfSearch(Object.fromEntries(new URL(request.url).searchParams));
    const exercises = await packShelf(recordsOf(actor), actor, shelfQuery(asked));
    if (exercises.length === 0) refuse({ code: "shelf-search-empty" });
    return fileResponse(writePack(exercises), {
      type: "application/json; charset=utf-8",
      name: "shelf.exercises.json",
    });
  });
}
