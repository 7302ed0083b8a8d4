import { createHash } from "node:crypto";
import { eq, lt, sql } from "drizzle-orm";
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

/**
 * Signs in by the library, slowed by what failed before: of the account, whoever tries, and of the
 * address. A right one costs nothing.
 */
export async function signIn(
  auth: Auth,
  database: Database,
  request: Request,
  { freeTries, proxies, wait = sleep }: SignInOptions,
): Promise<Response> {
  const { email } = (await request
    .clone()
    .json()
    .catch(() => ({}))) as { email?: unknown };
  if (typeof email !== "string") return auth.handler(request);
  const account = keyOf("account", email.trim().toLowerCase());
  const from = addressOf(request.headers, proxies);
  const address = from === null ? null : keyOf("address", from);
  // Counted before it is tried: many at once wait one after another.
  const [ofAccount, ofAddress] = [
    await counted(database, account),
    address === null ? 0 : await counted(database, address),
  ];
  const ms = Math.max(
    waitAfter(ofAccount - 1, freeTries),
    waitAfter(ofAddress - 1, FREE_OF_ADDRESS),
  );
  if (ms > 0) {
    if (waiting >= MAX_WAITING) return new Response(null, { status: 429 });
    waiting += 1;
    await wait(ms).finally(() => (waiting -= 1));
  }
  const response = await auth.handler(request);
  if (!response.ok) await forgetOld(database);
  else {
    await database.delete(rateLimit).where(eq(rateLimit.key, account));
    if (address !== null)
      await database
        .update(rateLimit)
        .set({ count: sql`greatest(0, ${rateLimit.count} - 1)` })
        .where(eq(rateLimit.key, address));
  }
  return response;
}

/** What is forgotten is not kept either, however many accounts were tried. */
const forgetOld = (database: Database) =>
  database.delete(rateLimit).where(lt(rateLimit.lastRequest, Date.now() - FORGOTTEN_MS));

const keyOf = (kind: string, of: string): string =>
  `${kind}:${createHash("sha256").update(of).digest("base64url")}`;

/** One more, of those within the time that is remembered. */
async function counted(database: Database, key: string): Promise<number> {
  const now = Date.now();
  const isForgotten = sql`${rateLimit.lastRequest} < ${now - FORGOTTEN_MS}`;
  const [row] = await database
    .insert(rateLimit)
    .values({ id: key, key, count: 1, lastRequest: now })
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
