import * as z from "zod";
import { readInput } from "@/core/problem/complain";
import { STAFF } from "@/data/actor";
import { runInWorker } from "../../../workerPool";
import { actorOf, answering, readOwnJson } from "../../answer";

const MAX_BYTES = 300_000;
const inputSchema = z.record(z.string(), z.unknown());

/** What takes more than a moment is reckoned here, not in the browser. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ name: string }> },
): Promise<Response> {
  return answering("reckon", async () => {
    await actorOf(STAFF);
    const { name } = await params;
    const input = readInput(inputSchema, await readOwnJson(request, MAX_BYTES));
    const answer = await runInWorker({ kind: "reckon", name, input }, request.signal);
    if (answer.ok) return Response.json(answer);
    return Response.json(
      { ok: false, error: { code: "invalid", ...answer.error } },
      { status: 422 },
    );
  });
}
