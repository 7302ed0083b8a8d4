import { OWNERS } from "@/data/actor";
import { writeArchive } from "@/data/archive/write";
import { noteEvent } from "@/data/audit";
import { actorOf, answering } from "../../answer";
import { archiveResponse } from "../../archiveResponse";
import { fileName } from "../../fileResponse";
import { recordsOf, today } from "../../../server";

/** The whole school as one ZIP. */
export function GET(): Promise<Response> {
  return answering("archive", async () => {
    const actor = await actorOf(OWNERS);
    const { schoolId, schoolName } = actor;
    const database = recordsOf(actor);
    await noteEvent(database, actor, { action: "take-out-archive" });
    const archive = writeArchive(database, { schoolId }, { schoolName });
    return archiveResponse(archive, `${fileName(schoolName)}-${today(actor)}.zip`);
  });
}
