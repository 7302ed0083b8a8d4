import { readFile } from "node:fs/promises";
import { join } from "node:path";

export const dynamic = "force-dynamic";

/** The vision library (OpenCV, Apache License 2.0) as it is published, for the worker that measures pictures. */
export async function GET(): Promise<Response> {
  const file = join(process.cwd(), process.env.BELL_STEP_DIST ?? ".next", "vision.js");
  const code = await readFile(file).catch(() => null);
  if (code === null) return new Response("No worker was built.", { status: 404 });
  return new Response(code, {
    headers: {
      "content-type": "text/javascript; charset=utf-8",
      // Ten megabytes: asked for again only when a day has gone.
      "cache-control": "public, max-age=86400",
    },
  });
}
