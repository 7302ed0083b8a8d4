import { readInput } from "@/core/problem/complain";
import { joinSchema } from "@/core/records/account";
import { join } from "@/data/accounts";
import { answering, readOwnJson } from "../answer";
import { services } from "../../server";

/** An invited person makes their account. The token is the permission, and hard to guess. */
export function POST(request: Request): Promise<Response> {
  return answering("join", async () => {
    await join(services().database, readInput(joinSchema, await readOwnJson(request, 10_000)));
    return Response.json({ ok: true, value: null });
  });
}
