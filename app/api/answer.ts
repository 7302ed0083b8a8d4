import type { Failure } from "@/core/problem/complain";
import { failureOf } from "@/core/problem/complain";
import { refuse, Refusal } from "@/core/problem/problem";
import type { FailureStatus } from "@/core/problem/catalogue";
import { idSchema } from "@/core/units/fields";
import { EVERYONE, INSTRUCTORS, type Actor } from "@/data/actor";
import type { Role } from "@/data/schema/people";
import { log } from "../log";
import { currentActor } from "../server";

const STATUS: Record<FailureStatus, number> = {
  "signed-out": 401,
  denied: 403,
  "not-found": 404,
  invalid: 422,
  conflict: 409,
  unavailable: 503,
};

/** A failure as a response, with the status that belongs to it. */
export const failureResponse = (error: Failure): Response =>
  Response.json({ ok: false, error }, { status: STATUS[error.code] });

/** Who asks for something of one of these roles; anyone else is refused. */
export async function actorOf(roles: readonly Role[] = EVERYONE): Promise<Actor> {
  const actor = (await currentActor()) ?? refuse({ code: "signed-out" });
  if (!roles.includes(actor.role))
    refuse({ code: roles === INSTRUCTORS ? "instructors-only" : "staff-only" });
  return actor;
}

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

/**
 * Runs a handler. What it refuses is answered in words; anything else it throws is logged and
 * answered as “not saved”, without a word of its inside.
 */
export async function answering(what: string, handle: () => Promise<Response>): Promise<Response> {
  const started = performance.now();
  const ms = () => Math.round((performance.now() - started) * 10) / 10;
  const respond = async () => {
    try {
      return await handle();
    } catch (error) {
      if (error instanceof Refusal) return failureResponse(failureOf(error));
      throw error;
    }
  };
  try {
    const response = await respond();
    log.info({ what, status: response.status, ms: ms() });
    return response;
  } catch (error) {
    const { name, message } = error as Error;
    log.error({ what, status: 503, ms: ms(), error: { name, message: message.split("\n")[0] } });
    return failureResponse(failureOf(new Refusal({ code: "server-failed" })));
  }
}

/** Answers with a file of a record, for whoever may see it; nothing there is the same as no such file. */
export const answeringFile = (
  what: string,
  givenId: string,
  make: (actor: Actor, id: string) => Promise<Response | null>,
): Promise<Response> =>
  answering(what, async () => {
    const actor = await actorOf();
    const id = idSchema.safeParse(givenId);
    const file = id.success ? await make(actor, id.data) : null;
    return file ?? refuse({ code: "file-missing" });
  });
