import { readFile } from "node:fs/promises";
import { join } from "node:path";

export const dynamic = "force-dynamic";

/** The worker that measures pictures, made beside the build (scripts/worker.mjs). */
export async function GET(): Promise<Response> {
  const file = join(process.cwd(), process.env.BELL_STEP_DIST ?? ".next", "picture.js");
  const code = await readFile(file, "utf8").catch(() => null);
  if (code === null) return new Response("No worker was built.", { status: 404 });
  return new Response(code, {
    headers: {
      "content-type": "text/javascript; charset=utf-8",
      "cache-control": "no-cache",
    },
  });
}
