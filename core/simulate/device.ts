import { coolingSeconds } from "../heat/cooling";
import { STILL_AIR } from "../heat/working";
import { solveRising } from "../curve/solve";
import type { Section } from "../section/section";
import type { Characteristic } from "../measure/characteristic";
import { valuesTaken } from "../measure/ways";
import type { LearnerTraits } from "./learner";
import { simulatePiece } from "./learner";
import { seededRandom, type Random } from "../stats/random";

/** Someone who has made a few, and leaves it a little heavy. */
const PRACTISED: LearnerTraits = {
  firstSpread: 0.9,
  rate: 0.3,
  heaviness: 0.3,
  diamond: 0.4,
  carelessness: 0.2,
};
const MADE = 3;

export interface SimulatedInstrument {
  /** Smallest step it shows. */
  resolution: number;
  /** Expanded uncertainty (k = 2). */
  uncertainty: number;
}

/** A bench scale for small work, in grams. */
const SCALE = { resolution: 1, uncertainty: 2 };
/** A pyrometer held on scaled steel, °C: most of its error is the surface's (common practice, no source). */
const PYROMETER = { resolution: 1, uncertainty: 20 };
/** Taken from the fire this hot, °C. */
const FROM_THE_FIRE_C = 1150;
/** Below this nobody holds a pyrometer on it, °C. */
const COLDEST_C = 300;

/** A practice piece whose true sizes are known, measured by simulated instruments. */
export class PracticePiece {
  private readonly truth: Map<string, readonly number[]>;
  private readonly random: Random;
  /** What is left of its weight, as a share of the reckoned. */
  private scaled: number | undefined;

  /** The same seed makes the same piece. */
  constructor(characteristics: readonly Characteristic[], seed: number, grade: number) {
    this.random = seededRandom(seed);
    const asked = { characteristics, heatBudget: 4, minuteBudget: 20 };
    const made = simulatePiece(asked, { traits: PRACTISED, made: MADE, grade }, this.random);
    this.truth = new Map(made.readings.map((one) => [one.characteristicId, one.values]));
  }

  /**
   * What an instrument shows of the nth value of a characteristic: the true size with
   * normal noise of half the expanded uncertainty, to the step it shows.
   */
  read(characteristic: Characteristic, nth: number, instrument: SimulatedInstrument): number {
    const values = this.truth.get(characteristic.id) ?? [characteristic.nominal];
    const { asked } = valuesTaken(characteristic);
    const size = values[Math.min(nth, asked - 1, values.length - 1)]!;
    return this.shown(size, instrument);
  }

  /**
   * What a bench scale shows of a piece a little lighter than reckoned: some of it went to scale.
   *
   * @param reckonedGrams as the finished piece should weigh
   */
  weigh(reckonedGrams: number): number {
    this.scaled ??= 0.95 + 0.03 * this.random.next();
    return this.shown(reckonedGrams * this.scaled, SCALE);
  }

  /**
   * What a pyrometer shows of the bar some time after it left the fire, °C.
   *
   * @param seconds in still air
   */
  temperature(section: Section, seconds: number): number {
    const coldest = coolingSeconds(section, { from: FROM_THE_FIRE_C, to: COLDEST_C }, STILL_AIR);
    const after = Math.min(Math.max(0, seconds), coldest);
    // Cooler the longer it takes; what rises is the drop.
    const dropC = solveRising(
      (drop) =>
        drop <= 0
          ? 0
          : coolingSeconds(
              section,
              { from: FROM_THE_FIRE_C, to: FROM_THE_FIRE_C - drop },
              STILL_AIR,
            ),
      after,
      { low: 0, high: FROM_THE_FIRE_C - COLDEST_C },
    );
    return this.shown(FROM_THE_FIRE_C - dropC, PYROMETER);
  }

  /** A true value with normal noise of half the expanded uncertainty, to the step shown. */
  private shown(truth: number, { resolution, uncertainty }: SimulatedInstrument): number {
    const noisy = Math.max(0, truth + (uncertainty / 2) * this.random.normal());
    return Number((Math.round(noisy / resolution) * resolution).toFixed(4));
  }
}
