import { readInput } from "@/core/problem/complain";
import { refuse } from "@/core/problem/problem";
import { ACCOUNT_CHANGES, type AccountChange } from "@/core/records/account";
import { changeEmail, changePassword, endOwnSessions, type AccountHolder } from "@/data/accounts";
import type { Database } from "@/data/database";
import { changeLetter } from "@/ui/words/letters";
import { sendLater } from "../../../mail";
import { answering, readOwnJson, senderOf } from "../../answer";
import { currentHolder, freeTries, services } from "../../../server";

/** Gives the address the account had, where its owner is told. */
type Change = (database: Database, holder: AccountHolder, input: unknown) => Promise<string | void>;

const CHANGES: Record<AccountChange, Change> = {
  password: (database, holder, input) =>
    changePassword(database, holder, {
      ...readInput(ACCOUNT_CHANGES.password, input),
      freeTries: freeTries(),
    }),
  email: (database, holder, input) =>
    changeEmail(database, holder, {
      ...readInput(ACCOUNT_CHANGES.email, input),
      freeTries: freeTries(),
    }),
  sessions: (database, holder, input) =>
    endOwnSessions(database, holder, readInput(ACCOUNT_CHANGES.sessions, input)),
};

/** What somebody changes of their own account: POST it to its name. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ change: string }> },
): Promise<Response> {
  const { change } = await params;
  return answering("account", async () => {
    const input = await readOwnJson(request, 10_000);
    const holder = (await senderOf(request)) ? await currentHolder() : null;
    if (!holder) refuse({ code: "signed-out" });
    if (!Object.hasOwn(CHANGES, change)) refuse({ code: "file-missing" });
    const name = change as AccountChange;
    const to = await CHANGES[name](services().database, holder, input);
    const letter = changeLetter(name, { name: holder.actor.name, school: holder.actor.schoolName });
    if (to && letter) sendLater(Promise.resolve({ ...letter, to }));
    return Response.json({ ok: true, value: null });
  });
}
