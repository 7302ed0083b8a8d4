import { readInput } from "@/core/problem/complain";
import { joinSchema } from "@/core/records/account";
import { join } from "@/data/accounts";
import { slowingWrongLinks } from "@/data/signIn";
import { answering, readOwnJson, senderAddress } from "../answer";
import { services } from "../../server";

/** An invited person makes their account. The token is the permission, and hard to guess. */
export function POST(request: Request): Promise<Response> {
  return answering("join", async () => {
    const { database } = services();
    const input = readInput(joinSchema, await readOwnJson(request, 10_000));
    await slowingWrongLinks(database, { address: senderAddress(request) }, () =>
      join(database, input),
    );
    return Response.json({ ok: true, value: null });
  });
}
