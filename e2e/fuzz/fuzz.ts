import {
  ACCOUNT_CHANGES,
  joinSchema,
  newPasswordSchema,
  wayBackSchema,
} from "@/core/records/account";
import { COMMANDS } from "@/core/records/commands";
import { courseSchema } from "@/core/climb/course";
import type { Random } from "@/core/stats/random";
import * as z from "zod";
import { shapeOf, textOf, valueFor } from "./bodies";

export interface Fuzzed {
  /** Answers by their status. */
  statuses: Record<number, number>;
  /** Server errors, and the body that made each. */
  serverErrors: { path: string; status: number; body: string }[];
  slowestMs: number;
  /** Answers that took longer than a second. */
  slow: { path: string; ms: number; body: string }[];
}

/** A slower answer is told. */
const SLOW_MS = 1000;
/** "Unavailable" is an answer: too busy, or the database is away. */
const UNAVAILABLE = 503;
const AT_ONCE = 6;
const MAX_SHOWN = 20;

/** Endpoints that take a JSON body, with its schema. */
const ENDPOINTS = [
  ...Object.entries(COMMANDS).map(([name, schema]) => [`/api/command/${name}`, schema] as const),
  ...Object.entries(ACCOUNT_CHANGES).map(
    ([name, schema]) => [`/api/account/${name}`, schema] as const,
  ),
  ["/api/join", joinSchema] as const,
  ["/api/join/password", newPasswordSchema] as const,
  ["/api/join/forgotten", wayBackSchema] as const,
  ["/api/course/preview", z.strictObject({ course: courseSchema })] as const,
  ["/api/badge/verify", z.strictObject({ token: z.string() })] as const,
].map(([path, schema]) => ({ path, shape: shapeOf(schema) }));

/**
 * Sends so many fuzzed bodies to every endpoint that takes one, as each of some people in turn.
 *
 * @param cookies of who is signed in; an empty one is nobody
 * @param ids of records there are
 * @param except an endpoint that is left out
 */
export async function fuzz(
  address: string,
  {
    cookies,
    ids,
    count,
    random,
    except,
  }: {
    cookies: readonly string[];
    ids: readonly string[];
    count: number;
    random: Random;
    except?: string;
  },
): Promise<Fuzzed> {
  const endpoints = ENDPOINTS.filter(({ path }) => path !== except);
  const found: Fuzzed = { statuses: {}, serverErrors: [], slowestMs: 0, slow: [] };
  let next = 0;
  const sender = async () => {
    while (next < count) {
      const turn = next;
      next += 1;
      const { path, shape } = endpoints[turn % endpoints.length]!;
      const body = textOf(valueFor(shape, ids, random), random);
      const cookie = cookies[Math.floor(turn / endpoints.length) % cookies.length]!;
      const began = performance.now();
      const response = await fetch(`${address}${path}`, {
        method: "POST",
        headers: {
          "content-type": "application/json",
          origin: address,
          cookie,
          // From as many places, where a proxy of ours says so: wrong links of one are slowed.
          "x-forwarded-for": `10.${turn >> 16}.${(turn >> 8) & 255}.${turn & 255}`,
        },
        body,
      });
      await response.arrayBuffer();
      const ms = performance.now() - began;
      const { status } = response;
      found.statuses[status] = (found.statuses[status] ?? 0) + 1;
      found.slowestMs = Math.max(found.slowestMs, ms);
      if (status >= 500 && status !== UNAVAILABLE && found.serverErrors.length < MAX_SHOWN)
        found.serverErrors.push({ path, status, body: body.slice(0, 400) });
      if (ms > SLOW_MS && found.slow.length < MAX_SHOWN)
        found.slow.push({ path, ms: Math.round(ms), body: body.slice(0, 200) });
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, sender));
  return found;
}
