import { createWriteStream } from "node:fs";
import { pipeline } from "node:stream/promises";
import { refuse } from "@/core/problem/problem";
import { OWNERS, type Actor } from "@/data/actor";
import { putIn } from "@/data/archive/putIn";
import { writeArchive } from "@/data/archive/write";
import { noteEvent } from "@/data/audit";
import { actorOf, answering, isFromElsewhere, senderOf } from "../../../answer";
import { withArchive } from "../../../archiveFile";
import { recordsOf } from "../../../../server";

/**
 * Takes the whole school out, puts it in again under other ids, compares every row, and undoes it: whether its
 * archive could be put back.
 */
export function POST(request: Request): Promise<Response> {
  return answering("archive tried", async () => {
    if (isFromElsewhere(request)) refuse({ code: "sent-from-elsewhere" });
    await actorOf(OWNERS);
    const actor = (await senderOf(request)) ?? refuse({ code: "signed-out" });
    const { pieces } = await withArchive(
      (path) => takeOut(actor, path),
      (database, archive) => putIn(database, archive, { isTrial: true }),
    );
    await noteEvent(recordsOf(actor), actor, { action: "try-archive", details: { pieces } });
    return Response.json({ ok: true, value: { pieces } });
  });
}

async function takeOut(actor: Actor, path: string): Promise<void> {
  const { schoolId, schoolName } = actor;
  const { stream, done } = writeArchive(recordsOf(actor), { schoolId }, { schoolName });
  await pipeline(stream, createWriteStream(path, { mode: 0o600 }));
  await done;
}
