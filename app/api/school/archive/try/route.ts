import { createWriteStream } from "node:fs";
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { pipeline } from "node:stream/promises";
import pLimit from "p-limit";
import { refuse } from "@/core/problem/problem";
import { OWNERS, type Actor } from "@/data/actor";
import { putIn } from "@/data/archive/putIn";
import { openArchive } from "@/data/archive/read";
import { writeArchive } from "@/data/archive/write";
import { noteEvent } from "@/data/audit";
import { openDatabase } from "@/data/database";
import { actorOf, answering, isFromElsewhere, senderOf } from "../../../answer";
import { databaseAddress, recordsOf } from "../../../../server";

/** One at a time: each writes a whole school twice. */
const trying = pLimit(1);

/**
 * Takes the whole school out, puts it in again under other ids, compares every row, and undoes it: whether its
 * archive could be put back.
 */
export function POST(request: Request): Promise<Response> {
  return answering("archive tried", async () => {
    if (isFromElsewhere(request)) refuse({ code: "sent-from-elsewhere" });
    await actorOf(OWNERS);
    const actor = (await senderOf(request)) ?? refuse({ code: "signed-out" });
    const pieces = await trying(() => tried(actor));
    await noteEvent(recordsOf(actor), actor, { action: "try-archive", details: { pieces } });
    return Response.json({ ok: true, value: { pieces } });
  });
}

async function tried(actor: Actor): Promise<number> {
  const { schoolId, schoolName } = actor;
  const folder = await mkdtemp(join(tmpdir(), "bell-step-"));
  const path = join(folder, "school.zip");
  // It takes longer than a page may, and holds up none.
  const { database, pool } = openDatabase(databaseAddress(), 1);
  try {
    const { stream, done } = writeArchive(recordsOf(actor), { schoolId }, { schoolName });
    await pipeline(stream, createWriteStream(path, { mode: 0o600 }));
    await done;
    const archive = await openArchive(path);
    try {
      return (await putIn(database, archive, { isTrial: true })).pieces;
    } finally {
      archive.close();
    }
  } finally {
    await pool.end();
    await rm(folder, { recursive: true });
  }
}
