import { readInput } from "@/core/problem/complain";
import { refuse } from "@/core/problem/problem";
import { wayBackSchema } from "@/core/records/account";
import { makeWayBack } from "@/data/accounts";
import { maySendWayBack } from "@/data/signIn";
import { wayBackLetter } from "@/ui/words/letters";
import { canMail, sendLater, type Letter } from "../../../mail";
import { publicUrl, services } from "../../../server";
import { answering, readOwnJson, senderAddress } from "../../answer";

/** Somebody forgot their password: whether there is such an account is not said, nor by how long it takes. */
export function POST(request: Request): Promise<Response> {
  return answering("way back", async () => {
    const { email } = readInput(wayBackSchema, await readOwnJson(request, 10_000));
    if (!canMail()) refuse({ code: "no-mail" });
    sendLater(wayBackTo(email, senderAddress(request)));
    return Response.json({ ok: true, value: null });
  });
}

async function wayBackTo(email: string, address: string | null): Promise<Letter | null> {
  const { database, secret } = services();
  if (!(await maySendWayBack(database, { email, address }))) return null;
  const found = await makeWayBack(database, email, secret);
  if (!found) return null;
  const { name, school, token } = found;
  return { to: email, ...wayBackLetter({ name, school, link: `${publicUrl()}/join/${token}` }) };
}
