import { readFile } from "node:fs/promises";
import { join } from "node:path";

/** A script made beside the build (scripts/worker.mjs), under its own address. */
export async function builtFile(name: string, cacheControl: string): Promise<Response> {
  const file = join(
    /* turbopackIgnore: true */ process.cwd(),
    process.env.BELL_STEP_DIST ?? ".next",
    name,
  );
  const code = await readFile(file).catch(() => null);
  if (code === null) return new Response("No worker was built.", { status: 404 });
  return new Response(code, {
    headers: {
      "content-type": "text/javascript; charset=utf-8",
      "cache-control": cacheControl,
    },
  });
}
