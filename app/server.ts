import { forbidden, notFound, redirect } from "next/navigation";
import { headers } from "next/headers";
import { LRUCache } from "lru-cache";
import { cache } from "react";
import { Refusal } from "@/core/problem/problem";
import { statusOfProblem } from "@/core/problem/words";
import { EVERYONE, findActorOfSession, isStaff, type Actor, type SessionRead } from "@/data/actor";
import type { AccountHolder } from "@/data/accounts";
import { createAuth, isTooOld, type Auth } from "@/data/auth";
import { dayOf } from "@/data/calendar";
import { openDatabase, SERVING_LIMITS, type Database } from "@/data/database";
import { inSchool } from "@/data/inSchool";
import type { Role } from "@/core/records/peopleCommands";

interface Services {
  /** The server's own access: for the sign-in, and to find whose school it is. Records are read by `recordsOf`. */
  database: Database;
  /** A connection of its own: health is told while every other is taken. */
  health: Database;
  auth: Auth;
  /** By the cookies they were read from, whose signatures were right. */
  sessions: LRUCache<string, SessionRead>;
  secret: string;
}

/** Kept on the global object so that one process opens one pool, whatever loads this module. */
const kept = globalThis as { bellStepServices?: Services };

function required(name: string): string {
  const value = process.env[name];
  if (!value) throw new Error(`${name} is not set: see “Running it for real” in the README.`);
  return value;
}

/** The database and the sign-in, opened on first use from the environment. */
export function services(): Services {
  if (kept.bellStepServices) return kept.bellStepServices;
  const secret = required("BELL_STEP_SECRET");
  if (secret.length < 32) throw new Error("BELL_STEP_SECRET needs at least 32 characters.");
  const url = databaseAddress();
  const { database } = openDatabase(url, 10, SERVING_LIMITS);
  const { database: health } = openDatabase(url, 1, SERVING_LIMITS);
  const auth = createAuth({
    database,
    secret,
    baseUrl: required("BELL_STEP_URL"),
    trustedOrigins: otherOrigins(),
  });
  const sessions = new LRUCache<string, SessionRead>({ max: 2000, ttl: 60_000 });
  kept.bellStepServices = { database, health, auth, sessions, secret };
  return kept.bellStepServices;
}

export const databaseAddress = (): string => required("DATABASE_URL");

/** Wrong passwords of an account before further ones are slowed. */
export const freeTries = (): number => Number(process.env.BELL_STEP_SIGN_IN_LIMIT ?? 5);

/** Where people reach this server, without a slash at the end. */
export const publicUrl = (): string => required("BELL_STEP_URL").replace(/\/+$/, "");

const otherOrigins = (): string[] =>
  process.env.BELL_STEP_ORIGINS?.split(",").map((origin) => origin.trim()) ?? [];

/** Every address this server is known by, as a browser names where a request is from. */
export const ownOrigins = (): string[] =>
  [publicUrl(), ...otherOrigins()]
    .filter((address) => URL.canParse(address))
    .map((address) => new URL(address).origin);

/** Whether this is the demonstration, which shows its accounts to whoever comes. */
export const isDemo = (): boolean => process.env.BELL_STEP_DEMO === "1";

/** Who holds the session of a request's headers; null for nobody, for who has left, and where it is too old. */
export async function holderOf(of: Headers, now: number): Promise<AccountHolder | null> {
  const read = await readSession(of);
  if (!read) return null;
  const actor = await findActorOfSession(services().database, read, now);
  if (!actor || isTooOld(read.since, actor.role, now)) return null;
  return { actor, sessionId: read.sessionId };
}

/**
 * The session that a request's cookie stands for, as the sign-in reads it: that takes ten times as long as the
 * query that follows, so it is remembered for a minute. Whether it hasn't ended is asked with every request.
 */
async function readSession(of: Headers): Promise<SessionRead | null> {
  const { auth, sessions } = services();
  const cookie = of.get("cookie");
  if (cookie === null) return null;
  const known = sessions.get(cookie);
  if (known) return known;
  const found = await auth.api.getSession({ headers: of });
  if (!found) return null;
  const { id: sessionId, userId, createdAt: since } = found.session;
  const read = { sessionId, userId, since };
  sessions.set(cookie, read);
  return read;
}

/** The session of this request and who holds it, once for each request. */
export const currentHolder = cache(async (): Promise<AccountHolder | null> =>
  holderOf(await headers(), requestTime()),
);

/** Who is signed in, once for each request; null for nobody. */
export const currentActor = async (): Promise<Actor | null> =>
  (await currentHolder())?.actor ?? null;

/** The records of somebody's school, and of no other: what every page and route reads. */
export const recordsOf = ({ schoolId }: Pick<Actor, "schoolId">): Database =>
  inSchool(services().database, schoolId);

/** Who is signed in, for a page of theirs; anyone else is sent to sign in or told it isn't for them. */
export async function requireActor(roles: readonly Role[] = EVERYONE): Promise<Actor> {
  const actor = await currentActor();
  if (!actor) redirect("/sign-in");
  if (!roles.includes(actor.role)) forbidden();
  return actor;
}

/** The moment of this request, ms since 1970: one for the whole page. */
export const requestTime = cache((): number => Date.now());

/** The day of this request on the school's calendar: "2026-12-01". */
export const today = ({ timeZone }: Actor): string => dayOf(requestTime(), timeZone);

/** Where a person begins. */
export const homeOf = (actor: Actor): string => (isStaff(actor) ? "/set" : "/next");

/** A query's answer, or the not-found page when the record isn't there for this person. */
export async function orNotFound<T>(query: Promise<T>): Promise<T> {
  try {
    return await query;
  } catch (error) {
    if (error instanceof Refusal && statusOfProblem(error.problem) === "not-found") notFound();
    throw error;
  }
}
