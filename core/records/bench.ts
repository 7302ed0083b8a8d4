import type { Characteristic, InstrumentKind } from "../measure/characteristic";
import type { Piece } from "../piece/piece";
import type { Severity } from "../trade/defects";
import type { Step } from "../trade/steps";
import type { Asked, Outcome, PieceRecord, Rules } from "../verdict/verdict";

export interface BenchReading {
  id: string;
  characteristicId: string;
  values: number[];
  typed: string;
  instrumentId: string;
  instrumentUncertainty: number;
  supersedesId: string | null;
}

export interface BenchDefect {
  id: string;
  kind: string;
  severity: Severity;
  atMm: number | null;
  note: string;
  corrected: boolean;
  withdrawn: boolean;
}

export interface SignedVerdict {
  id: string;
  sequence: number;
  outcome: Outcome;
  marks: number | null;
  signedAt: string;
  signedBy: string;
}

/** Everything the bench needs to judge a piece by itself, with or without the network. */
export interface BenchPiece {
  id: string;
  tag: string;
  kind: "practice" | "assessed";
  guided: boolean;
  heats: number;
  minutes: number;
  learner: { id: string; name: string };
  exercise: { id: string; name: string; step: Step };
  technique: { id: string; name: string };
  piece: Piece;
  characteristics: Characteristic[];
  heatBudget: number;
  minuteBudget: number;
  rules: Rules;
  /** Current readings: superseded ones are left out. */
  readings: BenchReading[];
  defects: BenchDefect[];
  /** First to latest. */
  verdicts: SignedVerdict[];
}

export interface BenchInstrument {
  id: string;
  name: string;
  kind: InstrumentKind;
  uncertainty: number;
}

/** What the verdict needs of a piece, from its rows; the same for the bench, the server and the tests. */
export const askedOf = (of: {
  characteristics: Characteristic[];
  exercise: { step: Step };
  heatBudget: number;
  minuteBudget: number;
}): Asked => ({
  characteristics: of.characteristics,
  step: of.exercise.step,
  heatBudget: of.heatBudget,
  minuteBudget: of.minuteBudget,
});

export const recordOf = (of: {
  readings: BenchReading[];
  defects: BenchDefect[];
  heats: number;
  minutes: number;
}): PieceRecord => ({
  // Two benches may each have measured the same thing: the later one stands.
  readings: of.readings,
  defects: of.defects.filter(({ withdrawn }) => !withdrawn),
  heats: of.heats,
  minutes: of.minutes,
});
