import { schemaState } from "@/data/soundness";
import { services } from "../../server";

export const dynamic = "force-dynamic";

/**
 * For a balancer or a watchdog: 200 while the database answers and has at least this version's schema (a newer
 * one is on its way to the other servers), 503 otherwise.
 */
export async function GET(): Promise<Response> {
  try {
    const schema = await schemaState(services().health);
    const ok = schema !== "older";
    return Response.json({ ok, schema }, { status: ok ? 200 : 503 });
  } catch {
    return Response.json({ ok: false }, { status: 503 });
  }
}
