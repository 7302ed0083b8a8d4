import { passkey } from "@better-auth/passkey";
import { betterAuth } from "better-auth";
import { drizzleAdapter } from "better-auth/adapters/drizzle";
import { hashPassword, verifyPassword } from "./password";
import type { Role } from "@/core/records/peopleCommands";
import type { Database } from "./database";
import * as schema from "./schema";

export interface AuthOptions {
  database: Database;
  secret: string;
  /** The address people open, such as https://school.example. */
  baseUrl: string;
  /** Other addresses the same server answers on. */
  trustedOrigins?: string[];
}

/**
 * Sign-in by e-mail and password; sessions in the database. Nobody can sign up
 * by themselves: accounts are made from join links (`join` in accounts.ts).
 */
export function createAuth({ database, secret, baseUrl, trustedOrigins }: AuthOptions) {
  return betterAuth({
    secret,
    baseURL: baseUrl,
    trustedOrigins: trustedOrigins ?? [],
    database: drizzleAdapter(database, { provider: "pg", schema }),
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: 10,
      maxPasswordLength: 128,
      password: {
        hash: hashPassword,
        verify: ({ hash: kept, password }) => verifyPassword(kept, password),
      },
    },
    // Used, it goes on; how long at most is asked of whoever holds it: see isTooOld.
    session: { expiresIn: 14 * 86_400, updateAge: 86_400 },
    // What it goes by anybody can forge: see signIn.ts.
    rateLimit: { enabled: false },
    advanced: {
      cookiePrefix: "bell-step",
      useSecureCookies: baseUrl.startsWith("https:"),
      defaultCookieAttributes: { sameSite: "lax", httpOnly: true },
    },
    plugins: passkeysAt([baseUrl, ...(trustedOrigins ?? [])]),
    telemetry: { enabled: false },
    logger: { disabled: true },
  });
}

/**
 * Passkeys belong to the name of a host; a bare address has none. Null where this server has only such.
 *
 * @example passkeyHost(["http://127.0.0.1:3210", "http://localhost:3210"]) → "localhost"
 */
export const passkeyHost = (addresses: readonly string[]): string | null =>
  addresses
    .filter((address) => URL.canParse(address))
    .map((address) => new URL(address).hostname)
    .find((host) => !/^[\d.]+$|^\[/.test(host)) ?? null;

function passkeysAt(addresses: readonly string[]) {
  const host = passkeyHost(addresses);
  if (host === null) return [];
  const origin = addresses.map((address) => new URL(address).origin);
  return [passkey({ rpID: host, rpName: "Bell Step", origin })];
}

/** The absolute end of a session, days after signing in: sooner for who can change others' records. */
const MAX_SESSION_DAYS = { staff: 30, learner: 90 };

/** Whether a session has lasted as long as it may, however often it was used. */
export const isTooOld = (since: Date, role: Role, now: number): boolean =>
  now - since.getTime() > MAX_SESSION_DAYS[role === "learner" ? "learner" : "staff"] * 86_400_000;

export type Auth = ReturnType<typeof createAuth>;
