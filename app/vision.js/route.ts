import { builtFile } from "../builtFile";

export const dynamic = "force-dynamic";

/** The vision library (OpenCV, Apache License 2.0) as it is published: ten megabytes, asked for again only after a day. */
export const GET = (): Promise<Response> => builtFile("vision.js", "public, max-age=86400");
