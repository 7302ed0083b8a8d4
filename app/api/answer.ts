import type { Failure } from "@/core/problem/complain";
import { failureOf } from "@/core/problem/complain";
import { refuse, Refusal } from "@/core/problem/problem";
import type { FailureStatus } from "@/core/problem/catalogue";
import { idSchema } from "@/core/units/fields";
import { EVERYONE, INSTRUCTORS, OWNERS, type Actor } from "@/data/actor";
import { addressOf } from "@/data/signIn";
import type { Role } from "@/core/records/peopleCommands";
import { kindOfError, log } from "../log";
import { countAnswer } from "../metrics";
import { currentActor, ownOrigins } from "../server";

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

const REFUSALS = new Map<readonly Role[], "owners-only" | "instructors-only">([
  [OWNERS, "owners-only"],
  [INSTRUCTORS, "instructors-only"],
]);

/** Who asks for something of one of these roles; anyone else is refused. */
export async function actorOf(roles: readonly Role[] = EVERYONE): Promise<Actor> {
  const actor = (await currentActor()) ?? refuse({ code: "signed-out" });
  if (!roles.includes(actor.role)) refuse({ code: REFUSALS.get(roles) ?? "staff-only" });
  return actor;
}

/**
 * Whoever is signed in, where the page it was sent from is theirs; null otherwise: a page of somebody else
 * that was left open writes nothing under their name.
 */
export async function senderOf(request: Request): Promise<Actor | null> {
  const actor = await currentActor();
  const sentBy = request.headers.get("sent-by");
  return sentBy === null || sentBy === actor?.personId ? actor : null;
}

/** How many proxies that are ours stand before the server. */
export const ownProxies = (): number => Number(process.env.BELL_STEP_PROXIES ?? 0);

/** Where a request is from, as far as proxies of ours say; null where none is named. */
export const senderAddress = (request: Request): string | null =>
  addressOf(request.headers, ownProxies());

/** Whether another site sent it: anything but the addresses this server is known by. */
export function isFromElsewhere(request: Request): boolean {
  const origin = request.headers.get("origin");
  return origin !== null && !ownOrigins().includes(origin);
}

/**
 * The JSON body of a request that came from our own pages; undefined when it is
 * too large, or not JSON.
 *
 * @throws Refusal where another site sent it
 */
export async function readOwnJson(request: Request, maxBytes: number): Promise<unknown> {
  if (isFromElsewhere(request)) refuse({ code: "sent-from-elsewhere" });
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
    countAnswer(what, response.status, ms());
    return response;
  } catch (error) {
    log.error({ what, status: 503, ms: ms(), error: kindOfError(error) });
    countAnswer(what, 503, ms());
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
