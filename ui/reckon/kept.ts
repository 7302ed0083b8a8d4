import * as z from "zod";

/** A length that a reckoner found, on its way to the designer, mm. */
export const KEPT_LENGTH = "bell-step.reckoned-length";
export const keptLengthSchema = z.number().positive().max(100_000);

/** The latest sums, the newest first. */
export const KEPT_SUMS = "bell-step.sums";
export const MAX_SUMS = 12;
export const sumsSchema = z.array(
  z.object({
    name: z.string().max(40),
    typed: z.record(z.string().max(40), z.string().max(120)),
    unit: z.enum(["mm", "in"]),
  }),
);
export type Sum = z.output<typeof sumsSchema>[number];
