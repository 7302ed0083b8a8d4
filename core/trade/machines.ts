import * as z from "zod";

/** Machines somebody has to be shown before they use them. */
export const MACHINES = ["drill", "grinder", "saw", "welder", "power-hammer"] as const;
export type Machine = (typeof MACHINES)[number];
export const machineSchema = z.enum(MACHINES, {
  error: () => "A machine is a drill, grinder, saw, welder or power hammer.",
});

/** A machine with its article left off, as it is spoken of. */
export const MACHINE_WORDS: Record<Machine, string> = {
  drill: "drill",
  grinder: "grinder",
  saw: "saw",
  welder: "electric welder",
  "power-hammer": "power hammer",
};
