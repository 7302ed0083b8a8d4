import { builtFile } from "../builtFile";

export const dynamic = "force-dynamic";

/** The worker that measures pictures; a new build's must be noticed at once. */
export const GET = (): Promise<Response> => builtFile("picture.js", "no-cache");
