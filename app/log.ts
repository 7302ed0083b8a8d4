import pino from "pino";

/** Structured log on standard output. Nothing personal goes in: no names, addresses, values or ids of people. */
export const log = pino({
  level: process.env.BELL_STEP_LOG ?? "info",
  base: null,
  timestamp: pino.stdTimeFunctions.isoTime,
});
