import pino from "pino";

/** Structured log on standard output. Nothing personal goes in: no names, addresses, values or ids of people. */
export const log = pino({
  level: process.env.BELL_STEP_LOG ?? "info",
  base: null,
  timestamp: pino.stdTimeFunctions.isoTime,
});

/** What went wrong, without a word of it: messages carry addresses, queries and what was asked in them. */
export function kindOfError(error: unknown): { name: string; code: string | undefined } {
  const { name = "unknown", code, cause } = error as Partial<Error & { code: unknown }>;
  const inner = (cause ?? {}) as { code?: unknown };
  const known = [code, inner.code].find((one) => typeof one === "string");
  return { name, code: known };
}
