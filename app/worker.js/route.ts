import { builtFile } from "../builtFile";

export const dynamic = "force-dynamic";

/** The worker that keeps pages on the device; a new build's must be noticed at once. */
export const GET = (): Promise<Response> => builtFile("worker.js", "no-cache");
