import { refuse } from "@/core/problem/problem";
import { isInstructor } from "@/data/actor";
import { emailOf } from "@/data/accounts";
import { writeArchive } from "@/data/archive/write";
import { noteEvent } from "@/data/audit";
import { listPeople } from "@/data/queries/people";
import { answeringFile } from "../../../answer";
import { archiveResponse } from "../../../archiveResponse";
import { fileName } from "../../../fileResponse";
import { recordsOf, services } from "../../../../server";

/**
 * Everything that is kept of one person: their own; a learner's for instructors; anybody's for owners. As one
 * ZIP, like the school's archive.
 */
export async function GET(
  _: Request,
  { params }: { params: Promise<{ personId: string }> },
): Promise<Response> {
  const { personId } = await params;
  return answeringFile("everything of a person", personId, async (actor, id) => {
    const database = recordsOf(actor);
    const { schoolId, schoolName } = actor;
    const isOwn = id === actor.personId;
    const of = isOwn
      ? { name: actor.name, role: actor.role }
      : (await listPeople(database, actor)).find((person) => person.id === id);
    if (!of) return null;
    if (!isOwn && actor.role !== "owner" && !(isInstructor(actor) && of.role === "learner"))
      refuse({ code: "owners-only" });
    const subject = { kind: "person", id } as const;
    await noteEvent(database, actor, { action: "take-out-record", subject });
    const email = await emailOf(services().database, actor, id);
    const more = { "account.json": JSON.stringify({ name: of.name, email }, null, 2) };
    const archive = writeArchive(database, { schoolId, personId: id }, { schoolName, more });
    return archiveResponse(archive, `${fileName(of.name)}-everything.zip`);
  });
}
