import type { Characteristic } from "../measure/characteristic";
import { valuesTaken } from "../measure/ways";
import type { LearnerTraits } from "./learner";
import { simulatePiece } from "./learner";
import { seededRandom, type Random } from "./random";

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

/** A practice piece whose true sizes are known, measured by simulated instruments. */
export class PracticePiece {
  private readonly truth: Map<string, readonly number[]>;
  private readonly random: Random;

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
    const shown = Math.max(0, size + (instrument.uncertainty / 2) * this.random.normal());
    const steps = Math.round(shown / instrument.resolution);
    return Number((steps * instrument.resolution).toFixed(4));
  }
}
