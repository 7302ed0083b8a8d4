/** A heat as it is asked for, °C. Common ranges for mild steel (handbooks, from memory, ±30 °C). */
export interface Heat {
  name: string;
  fromC: number;
  toC: number;
}

/** Heats for mild steel, from out of the fire to back in. */
const MILD = {
  forging: { name: "orange to yellow", fromC: 1150, toC: 850 },
  upsetting: { name: "light yellow, short", fromC: 1200, toC: 950 },
  twisting: { name: "orange, long and even", fromC: 1050, toC: 850 },
  bending: { name: "bright cherry to orange", fromC: 1000, toC: 800 },
  planishing: { name: "dull red", fromC: 750, toC: 650 },
  marking: { name: "faint red", fromC: 600, toC: 480 },
  welding: { name: "welding heat", fromC: 1320, toC: 1260 },
} as const satisfies Record<string, Heat>;
export type HeatName = keyof typeof MILD;

/** Medium carbon steel is never above this, and never struck below the other, °C (common practice, no source). */
export const CARBON_MAX_C = 1150;
export const CARBON_MIN_C = 800;
/** The least a heat spans, so that there is time to work in it, °C. */
const CARBON_SPAN_C = 50;

/**
 * The heat an operation is done at, for a steel. Medium carbon is never above
 * about 1150 °C and never worked below about 800 (common practice, no source),
 * so it is not planished at dull red and a mark is struck on it cold.
 *
 * @returns null where the steel isn't worked at that heat
 */
export function heatFor(name: HeatName, steel: "mild" | "medium-carbon" | "unknown"): Heat | null {
  const heat = MILD[name];
  if (steel !== "medium-carbon") return heat;
  if (heat.fromC < CARBON_MIN_C) return null;
  const toC = Math.min(Math.max(heat.toC, CARBON_MIN_C), CARBON_MAX_C - CARBON_SPAN_C);
  return { ...heat, fromC: Math.min(heat.fromC, CARBON_MAX_C), toC };
}
