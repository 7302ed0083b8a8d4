import * as z from "zod";
import { NoKey, readBadgeKey, verifyBadge } from "@/data/badges";
import { answering, failureResponse, readOwnJson } from "../../answer";

const MAX_BYTES = 40_000;
const askedSchema = z.strictObject({ token: z.string().min(1).max(30_000) });

/** Whether this school signed a credential, and what it says; open to all. */
export async function POST(request: Request): Promise<Response> {
  return answering("badge verify", async () => {
    const asked = askedSchema.safeParse(await readOwnJson(request, MAX_BYTES));
    if (!asked.success)
      return failureResponse(
        "invalid",
        "Paste the credential: one long line of letters with two dots.",
      );
    try {
      const key = await readBadgeKey(process.env.BELL_STEP_BADGE_KEY);
      const badge = await verifyBadge(asked.data.token, key);
      return Response.json({ ok: true, value: badge });
    } catch (error) {
      if (error instanceof NoKey) return failureResponse("unavailable", error.message);
      throw error;
    }
  });
}
