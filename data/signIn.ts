import { createHash } from "node:crypto";
import { eq, lt, sql } from "drizzle-orm";
import { v7 as newId } from "uuid";
import { Refusal } from "@/core/problem/problem";
import type { Auth } from "./auth";
import type { Database } from "./database";
import { rateLimit } from "./schema";

/** What failed is forgotten after so long without another, ms. */
const FORGOTTEN_MS = 15 * 60_000;
/** The longest anybody waits: slowed, never locked out. */
const MAX_WAIT_MS = 15_000;
/** Failures from one address before it is slowed; a whole class may sit behind one. */
const FREE_OF_ADDRESS = 60;
/** So many may wait at once in one process. */
const MAX_WAITING = 200;

interface SignInOptions {
  /** Failures of one account before further tries are slowed. */
  freeTries: number;
  /** How many proxies that are ours stand before the server: so many forwarding entries are believed. */
  proxies: number;
  wait?: (ms: number) => Promise<unknown>;
}

/**
 * How long a try waits after so many that failed, ms: not at all at first, then a second, doubled each time.
 *
 * @example waitAfter(5, 5) → 0
 */
export const waitAfter = (failures: number, free: number): number =>
  failures <= free ? 0 : Math.min(MAX_WAIT_MS, 1000 * 2 ** Math.min(20, failures - free - 1));

/**
 * Where a request is from, as the last proxy of ours saw it; null where there is none. What stands before
 * that in the header anybody can write.
 */
export function addressOf(headers: Headers, proxies: number): string | null {
  if (proxies === 0) return null;
  const forwarded = (headers.get("x-forwarded-for") ?? "").split(",").map((one) => one.trim());
  return forwarded.at(-proxies) || null;
}

const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

let waiting = 0;

/** Counts a try at an account before it is made: many at once wait one after another. False where too many wait. */
export async function countTry(
  database: Database,
  { email, address }: { email: string; address: string | null },
  { freeTries, wait = sleep }: Pick<SignInOptions, "freeTries" | "wait">,
): Promise<boolean> {
  const ofAccount = await counted(database, accountKey(email));
  const ofAddress = address === null ? 0 : await counted(database, addressKey(address));
  const ms = Math.max(
    waitAfter(ofAccount - 1, freeTries),
    waitAfter(ofAddress - 1, FREE_OF_ADDRESS),
  );
  return slowed(ms, wait);
}

/** Waits, where there is anything to wait for; false at once where too many wait already. */
async function slowed(ms: number, wait: (ms: number) => Promise<unknown>): Promise<boolean> {
  if (ms === 0) return true;
  if (waiting >= MAX_WAITING) return false;
  waiting += 1;
  await wait(ms).finally(() => (waiting -= 1));
  return true;
}

/**
 * Does what a one-time link allows. Without such a link the refusal comes the later the more were wrong
 * before: from the same address, or from anywhere where addresses aren't known. A right one never waits.
 */
export async function slowingWrongLinks<Value>(
  database: Database,
  { address, wait = sleep }: { address: string | null; wait?: SignInOptions["wait"] },
  act: () => Promise<Value>,
): Promise<Value> {
  try {
    return await act();
  } catch (error) {
    if (!(error instanceof Refusal) || error.problem.code !== "join-link-unusable") throw error;
    await forgetOld(database);
    const wrong = await counted(database, keyOf("link", address ?? "anywhere"));
    await slowed(waitAfter(wrong, FREE_OF_ADDRESS), wait);
    throw error;
  }
}

/** Letters to an account, and from an address, before no more are sent for a while. */
const MAX_LETTERS = { account: 3, address: 30 };

/** Whether a way back may be sent: nobody's letter box is filled by somebody else. */
export async function maySendWayBack(
  database: Database,
  { email, address }: { email: string; address: string | null },
): Promise<boolean> {
  await forgetOld(database);
  const toAccount = await counted(database, keyOf("letter", email.trim().toLowerCase()));
  const fromAddress =
    address === null ? 0 : await counted(database, keyOf("letters from", address));
  return toAccount <= MAX_LETTERS.account && fromAddress <= MAX_LETTERS.address;
}

/** A right one costs nothing. */
export async function forgetTries(
  database: Database,
  { email, address }: { email: string; address: string | null },
): Promise<void> {
  await database.delete(rateLimit).where(eq(rateLimit.key, accountKey(email)));
  if (address === null) return;
  await database
    .update(rateLimit)
    .set({ count: sql`greatest(0, ${rateLimit.count} - 1)` })
    .where(eq(rateLimit.key, addressKey(address)));
}

/** Signs in by the library, slowed by what failed before: of the account, whoever tries, and of the address. */
export async function signIn(
  auth: Auth,
  database: Database,
  request: Request,
  { proxies, ...slowing }: SignInOptions,
): Promise<Response> {
  const { email } = (await request
    .clone()
    .json()
    .catch(() => ({}))) as { email?: unknown };
  if (typeof email !== "string") return auth.handler(request);
  const of = { email, address: addressOf(request.headers, proxies) };
  if (!(await countTry(database, of, slowing))) return new Response(null, { status: 429 });
  const response = await auth.handler(request);
  await (response.ok ? forgetTries(database, of) : forgetOld(database));
  return response;
}

/** What is forgotten is not kept either, however many accounts were tried. */
const forgetOld = (database: Database) =>
  database.delete(rateLimit).where(lt(rateLimit.lastRequest, Date.now() - FORGOTTEN_MS));

const accountKey = (email: string) => keyOf("account", email.trim().toLowerCase());
const addressKey = (address: string) => keyOf("address", address);

const keyOf = (kind: string, of: string): string =>
  `${kind}:${createHash("sha256").update(of).digest("base64url")}`;

/** One more, of those within the time that is remembered. */
async function counted(database: Database, key: string): Promise<number> {
  const now = Date.now();
  const isForgotten = sql`${rateLimit.lastRequest} < ${now - FORGOTTEN_MS}`;
  const [row] = await database
    .insert(rateLimit)
    .values({ id: newId(), key, count: 1, lastRequest: now })
    .onConflictDoUpdate({
      target: rateLimit.key,
      set: {
        count: sql`case when ${isForgotten} then 1 else ${rateLimit.count} + 1 end`,
        lastRequest: now,
      },
    })
    .returning({ count: rateLimit.count });
  return row!.count;
}
