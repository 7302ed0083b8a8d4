import { sectionAreaMm2, sectionPerimeterMm, type Section } from "../section/section";
import { STEEL_DENSITY_KG_M3 } from "../section/steel";

/** Stefan-Boltzmann constant, W/m²K⁴ (exact in the SI since 2019, rounded). */
const STEFAN_BOLTZMANN = 5.670374419e-8;
const KELVIN = 273.15;
/** Where the formula of the specific heat changes, °C. */
const BREAKS_C = [600, 735, 900];
const SETTLED = 1e-4;

/**
 * Specific heat of carbon steel, J/kgK, by EN 1993-1-2 §3.4.1.2; above 1200 °C,
 * where the standard ends, its last value.
 *
 * @param celsius from 20 °C
 * @example steelSpecificHeat(1000) → 650
 */
export function steelSpecificHeat(celsius: number): number {
  const t = celsius;
  if (t < 600) return 425 + 0.773 * t - 1.69e-3 * t ** 2 + 2.22e-6 * t ** 3;
  if (t < 735) return 666 + 13002 / (738 - t);
  return t < 900 ? 545 + 17820 / (t - 731) : 650;
}

export interface Surroundings {
  /** Share of a black body's radiation, 0 to 1. */
  emissivity: number;
  /** Convection, W/m²K. */
  convection: number;
  /** °C. */
  ambient: number;
}

/**
 * Seconds a bare bar takes to cool in still air from one temperature to another.
 *
 * Lumped body (the bar is thin enough to be one temperature), radiation and
 * convection from its sides; contact with anvil and tongs comes on top, so this
 * is an upper bound. t = ∫ ρ·c(T)·A/P / q(T) dT by Simpson's rule, halved until
 * the answer changes by less than 0.01 %.
 *
 * @param from °C, above `to`
 * @param to °C, above the ambient temperature
 */
export const coolingSeconds = (
  section: Section,
  range: CoolingRange,
  around: Surroundings,
): number => depthM(section) * coolingSecondsPerMetre(range, around);

export interface CoolingRange {
  from: number;
  to: number;
}

/** How deep the steel is behind each part of its surface: area over outline, m. */
const depthM = (section: Section): number =>
  sectionAreaMm2(section) / sectionPerimeterMm(section) / 1000;

/** Seconds for a depth of one metre; the time goes as the depth, so this is all that needs adding up. */
function coolingSecondsPerMetre({ from, to }: CoolingRange, around: Surroundings): number {
  const secondsPerDegree = (t: number) =>
    (STEEL_DENSITY_KG_M3 * steelSpecificHeat(t)) / heatFlow(t, around);
  const cuts = [to, ...BREAKS_C.filter((at) => at > to && at < from), from];
  let sum = 0;
  for (let index = 1; index < cuts.length; index += 1)
    // Just inside the break, where the formula of this stretch holds.
    sum += integrate(secondsPerDegree, cuts[index - 1]!, cuts[index]! - 1e-9);
  return sum;
}

/** Working times of one heat for any section: the adding up is done once. */
export function coolingOf(range: CoolingRange, around: Surroundings): (section: Section) => number {
  const perMetre = coolingSecondsPerMetre(range, around);
  return (section) => depthM(section) * perMetre;
}

function heatFlow(celsius: number, { emissivity, convection, ambient }: Surroundings): number {
  const radiation =
    emissivity * STEFAN_BOLTZMANN * ((celsius + KELVIN) ** 4 - (ambient + KELVIN) ** 4);
  return radiation + convection * (celsius - ambient);
}

function integrate(of: (x: number) => number, from: number, to: number): number {
  let strips = 16;
  let before = simpson(of, { from, to, strips });
  for (;;) {
    strips *= 2;
    const now = simpson(of, { from, to, strips });
    if (Math.abs(now - before) <= SETTLED * Math.abs(now) || strips > 1 << 16) return now;
    before = now;
  }
}

function simpson(
  of: (x: number) => number,
  { from, to, strips }: { from: number; to: number; strips: number },
): number {
  const step = (to - from) / strips;
  let sum = of(from) + of(to);
  for (let index = 1; index < strips; index += 1)
    sum += of(from + index * step) * (index % 2 ? 4 : 2);
  return (sum * step) / 3;
}
