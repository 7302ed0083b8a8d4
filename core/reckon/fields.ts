import * as z from "zod";
import { Refusal } from "../problem/problem";
import { wordsForProblem } from "../problem/words";
import { STEEL_DENSITY_KG_M3 } from "../section/steel";

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

export const turns = bounded("The number of turns", 0.001, 1000);

export const angleDeg = bounded("An angle in degrees", 0.1, 179);

/** °C, from the coldest shop to beyond what steel stands. */
export const celsius = bounded("A temperature in °C", -60, 2000);

/** Exactly one of several optional fields; the name of the one that was given. */
export function oneOf<Name extends string>(
  input: Partial<Record<Name, unknown>>,
  ...names: Name[]
): Name {
  const given = names.filter((name) => input[name] !== undefined);
  if (given.length !== 1) throw new Refusal({ code: "one-of", names, given: given.length });
  return given[0]!;
}

/** A share strictly between nothing and all. */
export const share = bounded("A share", 0.01, 0.9999);
