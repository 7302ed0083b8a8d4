import { z } from "zod";
import { Refusal } from "../problem/problem";
import { wordsForProblem } from "../problem/words";
import { STEEL_DENSITY_KG_M3 } from "../piece/plan";

const bounded = (name: string, min: number, max: number) => {
  const error = wordsForProblem({ code: "out-of-reach", name, min, max });
  return z
    .number({ error: () => error })
    .min(min, error)
    .max(max, error);
};

/** Density, kg/m³: from balsa to beyond osmium; steel unless given. */
export const density = bounded("Density in kg/m³", 100, 25_000).default(STEEL_DENSITY_KG_M3);

export const pricePerKg = bounded("Price per kg", 0, 1_000_000);

/** Any number a limit or a reading can be; its unit is the caller's. */
export const anyNumber = bounded("A number here", -1e12, 1e12);

export const uncertainty = bounded("The expanded uncertainty", 0, 1e12);

/** Exactly one of two optional fields; the name of the one that was given. */
export function oneOf<A extends string, B extends string>(
  input: Partial<Record<A | B, unknown>>,
  first: A,
  second: B,
): A | B {
  const given = [first, second].filter((name) => input[name] !== undefined);
  if (given.length !== 1)
    throw new Refusal({ code: "one-of", names: [first, second], given: given.length });
  return given[0]!;
}
