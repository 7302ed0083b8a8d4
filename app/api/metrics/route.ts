import { createHash, timingSafeEqual } from "node:crypto";
import { metricsText } from "../../metrics";

export const dynamic = "force-dynamic";

const hashed = (text: string) => createHash("sha256").update(text).digest();

/** Figures for whoever watches the server, who shows BELL_STEP_METRICS_TOKEN; without one there are none. */
export async function GET(request: Request): Promise<Response> {
  const token = process.env.BELL_STEP_METRICS_TOKEN;
  const given = request.headers.get("authorization") ?? "";
  if (!token || !timingSafeEqual(hashed(given), hashed(`Bearer ${token}`)))
    return new Response(null, { status: 404 });
  const { type, text } = await metricsText();
  return new Response(text, { headers: { "content-type": type, "cache-control": "no-store" } });
}
