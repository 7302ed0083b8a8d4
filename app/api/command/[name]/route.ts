import { after } from "next/server";
import { clockOffMs } from "@/data/commands/clock";
import { runCommand } from "@/data/commands/run";
import { refuse } from "@/core/problem/problem";
import { answering, failureResponse, readOwnJson, senderOf } from "../../answer";
import { kindOfError, log } from "../../../log";
import { services } from "../../../server";

/** A piece file is the largest thing a command carries. */
const MAX_BYTES = 3_000_000;

const failedAfterwards = (error: unknown) =>
  log.error({ what: "after a command", error: kindOfError(error) });

/** Every write of the application: POST a command's input to its name. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ name: string }> },
): Promise<Response> {
  const { name } = await params;
  return answering(`command ${name.replace(/[^a-z-]/g, "").slice(0, 40)}`, async () => {
    const input = await readOwnJson(request, MAX_BYTES);
    const { database, secret } = services();
    const actor = await senderOf(request);
    if (actor && input === undefined) refuse({ code: "body-unreadable" });
    const answer = await runCommand(name, input, {
      database,
      secret,
      actor,
      clockOffMs: clockOffMs(request.headers.get("sent-at")),
      afterwards: (work) => after(() => work().catch(failedAfterwards)),
    });
    return answer.ok ? Response.json(answer) : failureResponse(answer.error);
  });
}
