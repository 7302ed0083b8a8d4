import { Refusal } from "@/core/problem/problem";
import { readBadgeKey } from "@/data/badges";
import { answering } from "../../answer";

/** The public half of the school's signing key, for whoever checks a credential (RFC 7517); open to all. */
export async function GET(): Promise<Response> {
  return answering("badge keys", async () => {
    try {
      const { publicJwk } = await readBadgeKey(process.env.BELL_STEP_BADGE_KEY);
      return Response.json({ keys: [publicJwk] });
    } catch (error) {
      if (error instanceof Refusal) return Response.json({ keys: [] });
      throw error;
    }
  });
}
