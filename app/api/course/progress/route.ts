import { INSTRUCTORS } from "@/data/actor";
import { findStandingUpdate } from "@/data/queries/course";
import { actorOf, answering } from "../../answer";
import { recordsOf } from "../../../server";

/** How far the working out of standings is since the last course was published; nothing once it is done. */
export async function GET(): Promise<Response> {
  return answering("standing update", async () => {
    const actor = await actorOf(INSTRUCTORS);
    return Response.json({ ok: true, value: await findStandingUpdate(recordsOf(actor), actor) });
  });
}
