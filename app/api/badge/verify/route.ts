import * as z from "zod";
import { readBadgeKey, verifyBadge } from "@/data/badges";
import { refuse } from "@/core/problem/problem";
import { answering, readOwnJson } from "../../answer";

const MAX_BYTES = 40_000;
const askedSchema = z.strictObject({ token: z.string().min(1).max(30_000) });

/** Whether this school signed a credential, and what it says; open to all. */
export async function POST(request: Request): Promise<Response> {
  return answering("badge verify", async () => {
    const asked = askedSchema.safeParse(await readOwnJson(request, MAX_BYTES));
    if (!asked.success) refuse({ code: "credential-unreadable" });
    const key = await readBadgeKey(process.env.BELL_STEP_BADGE_KEY);
    return Response.json({ ok: true, value: await verifyBadge(asked.data.token, key) });
  });
}
