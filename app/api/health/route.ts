import { sql } from "drizzle-orm";
import { services } from "../../server";

export const dynamic = "force-dynamic";

/** For a balancer or a watchdog: 200 while the database answers, 503 while it doesn't. */
export async function GET(): Promise<Response> {
  try {
    await services().health.execute(sql`select 1`);
    return Response.json({ ok: true });
  } catch {
    return Response.json({ ok: false }, { status: 503 });
  }
}
