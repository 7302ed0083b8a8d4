import { Readable } from "node:stream";
import type { WrittenArchive } from "@/data/archive/write";
import { kindOfError, log } from "../log";

/** An archive as it is made; nothing of it is held. */
export function archiveResponse({ stream, done }: WrittenArchive, name: string): Response {
  done.catch((error: unknown) => log.warn({ what: "archive", error: kindOfError(error) }));
  return new Response(Readable.toWeb(stream) as ReadableStream, {
    headers: {
      "content-type": "application/zip",
      "content-disposition": `attachment; filename="${name}"`,
      "cache-control": "private, no-store",
    },
  });
}
