import type { Section } from "../section/section";
import { coolingOf } from "./cooling";

/** From a good forging heat until hitting stops, °C (handbook values for mild steel, from memory). */
const FORGING = { from: 1150, to: 850 };
/** A bare, scaled bar in a shop. */
export const STILL_AIR = { emissivity: 0.8, convection: 15, ambient: 20 };

const inStillAir = coolingOf(FORGING, STILL_AIR);

/**
 * Seconds a bar can be worked in one heat, in still air: at most, since anvil and
 * tongs take more. See {@link coolingOf}.
 */
export const workingSeconds = (section: Section): number => inStillAir(section);
