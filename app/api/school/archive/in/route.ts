import { createWriteStream } from "node:fs";
import { Readable, Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { ReadableStream } from "node:stream/web";
import * as z from "zod";
import { nameSchema } from "@/core/bar/schema";
import { readInput } from "@/core/problem/complain";
import { refuse, Refusal } from "@/core/problem/problem";
import { OWNERS } from "@/data/actor";
import { isUnused, startFromArchive } from "@/data/archive/startFrom";
import { actorOf, answering, isFromElsewhere, senderOf } from "../../../answer";
import { withArchive } from "../../../archiveFile";
import { recordsOf } from "../../../../server";

const MAX_MB = 2000;

const querySchema = z.strictObject({ name: nameSchema.optional() });

/** Puts the school of an archive in place of the sender's, in which nothing was entered yet. */
export function POST(request: Request): Promise<Response> {
  return answering("archive put in", async () => {
    if (isFromElsewhere(request)) refuse({ code: "sent-from-elsewhere" });
    await actorOf(OWNERS);
    const actor = (await senderOf(request)) ?? refuse({ code: "signed-out" });
    if (!(await isUnused(recordsOf(actor), actor))) refuse({ code: "school-in-use" });
    const query = Object.fromEntries(new URL(request.url).searchParams);
    const { name } = readInput(querySchema, query);
    const started = await withArchive(
      (path) => receive(request, path),
      (database, archive) => startFromArchive(database, actor, archive, name),
    );
    return Response.json({ ok: true, value: started });
  });
}

/** Writes what is sent to a file, up to the largest archive that is taken. */
async function receive({ body }: Request, path: string): Promise<void> {
  let left = MAX_MB * 1_000_000;
  const bounded = new Transform({
    transform(chunk: Buffer, _encoding, next) {
      left -= chunk.length;
      if (left < 0) next(new Refusal({ code: "archive-too-large", maxMb: MAX_MB }));
      else next(null, chunk);
    },
  });
  const sent = body ? Readable.fromWeb(body as ReadableStream) : Readable.from([]);
  await pipeline(sent, bounded, createWriteStream(path, { mode: 0o600 }));
}
