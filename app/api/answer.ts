import type { CommandFailure } from "@/core/records/commands";
import { idSchema } from "@/core/units/fields";
import type { Actor } from "@/data/actor";
import { Failure } from "@/data/failure";
import { log } from "../log";
import { currentActor } from "../server";

const STATUS: Record<CommandFailure["code"], number> = {
  "signed-out": 401,
  denied: 403,
  "not-found": 404,
  invalid: 422,
  conflict: 409,
  unavailable: 503,
};

/** A failure as a response, with the status that belongs to it. */
export const failureResponse = (
  code: CommandFailure["code"],
  message: string,
  path = "",
): Response =>
  Response.json({ ok: false, error: { code, message, path } }, { status: STATUS[code] });

/** Whether another site sent it. */
export function isFromElsewhere(request: Request): boolean {
  const origin = request.headers.get("origin");
  return (
    origin !== null && URL.canParse(origin) && new URL(origin).host !== request.headers.get("host")
  );
}

/**
 * The JSON body of a request that came from our own pages; undefined when it is
 * too large, not JSON, or sent by another site.
 */
export async function readOwnJson(request: Request, maxBytes: number): Promise<unknown> {
  if (isFromElsewhere(request)) return undefined;
  if (!request.headers.get("content-type")?.startsWith("application/json")) return undefined;
  if (Number(request.headers.get("content-length") ?? 0) > maxBytes) return undefined;
  const text = await request.text();
  if (text.length > maxBytes) return undefined;
  try {
    return JSON.parse(text) as unknown;
  } catch {
    return undefined;
  }
}

/** Runs a handler; what it throws is logged and answered as “not saved”, without a word of its inside. */
export async function answering(what: string, handle: () => Promise<Response>): Promise<Response> {
  const started = performance.now();
  const ms = () => Math.round((performance.now() - started) * 10) / 10;
  try {
    const response = await handle();
    log.info({ what, status: response.status, ms: ms() });
    return response;
  } catch (error) {
    const { name, message } = error as Error;
    log.error({ what, status: 503, ms: ms(), error: { name, message: message.split("\n")[0] } });
    return failureResponse(
      "unavailable",
      "The server couldn't save that. Nothing was recorded; try again.",
    );
  }
}

/** Answers with a file of a record, for whoever may see it; nothing there is the same as no such file. */
export const answeringFile = (
  what: string,
  givenId: string,
  make: (actor: Actor, id: string) => Promise<Response | null>,
): Promise<Response> =>
  answering(what, async () => {
    const actor = await currentActor();
    if (!actor) return failureResponse("signed-out", "Sign in to fetch a file.");
    const missing = failureResponse("not-found", "There is nothing of that name here.");
    const id = idSchema.safeParse(givenId);
    if (!id.success) return missing;
    try {
      return (await make(actor, id.data)) ?? missing;
    } catch (error) {
      if (error instanceof Failure) return failureResponse(error.code, error.message);
      throw error;
    }
  });
