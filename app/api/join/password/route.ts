import { readInput } from "@/core/problem/complain";
import { newPasswordSchema } from "@/core/records/account";
import { choosePassword } from "@/data/accounts";
import { slowingWrongLinks } from "@/data/signIn";
import { answering, readOwnJson, senderAddress } from "../../answer";
import { services } from "../../../server";

/** Somebody who has an account chooses a new password by a one-time link. The token is the permission. */
export function POST(request: Request): Promise<Response> {
  return answering("new password", async () => {
    const input = readInput(newPasswordSchema, await readOwnJson(request, 10_000));
    const { database } = services();
    await slowingWrongLinks(database, { address: senderAddress(request) }, () =>
      choosePassword(database, input),
    );
    return Response.json({ ok: true, value: null });
  });
}
