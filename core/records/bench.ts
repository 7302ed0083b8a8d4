import type { Advise } from "../advice/advice";
import type { MayStop } from "../inspection/enough";
import type { Characteristic, InstrumentKind } from "../measure/characteristic";
import type { Match } from "../exercise/matches";
import type { OwnLine } from "../exercise/ownLine";
import type { Piece } from "../piece/piece";
import type { Severity } from "../trade/defects";
import type { Step } from "../trade/steps";
import type { Aid, Correction } from "../trade/declared";
import type { Outcome } from "../verdict/outcomes";
import type { ShopInstrument } from "../measure/finer";
import type { Asked, PieceRecord } from "../verdict/record";
import { judgeWith, type Rules, type Verdict } from "../verdict/verdict";

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
  /** The stage at which it arose, from 0. */
  stage: number | null;
}

/** A stage of the exercise, with what to look at and what can be measured before going on. */
export interface BenchStage {
  /** Of the operation and what it is done to: the same wherever the stage comes. */
  id: string;
  title: string;
  check: string;
  lines: Characteristic[];
}

export interface BenchStageCheck {
  id: string;
  stage: number;
  holds: boolean;
  readings: StageReading[];
}

/** What was measured of the bar as a stage left it, in the line's unit. */
export interface StageReading {
  line: string;
  value: number;
}

/** What a scale or a pyrometer sent of the piece: g, or °C. */
export interface BenchDeviceNote {
  id: string;
  kind: "weight" | "temperature";
  value: number;
}

/** A size said by eye before it was measured. */
export interface BenchCall {
  id: string;
  characteristicId: string;
  callerId: string;
  called: number;
}

export interface BenchPhoto {
  id: string;
  widthPx: number;
  heightPx: number;
  addedBy: string;
}

export interface BenchTry {
  id: string;
  question: string;
  works: boolean;
}

export interface SignedVerdict {
  id: string;
  sequence: number;
  outcome: Outcome;
  /** Why the instructor decided otherwise than computed; null where they didn't. */
  overrideReason: string | null;
  marks: number | null;
  /** Made from the same records after a rule had changed. */
  regraded: boolean;
  signedAt: string;
  signedBy: string;
}

/** Everything the bench needs to judge a piece by itself, with or without the network. */
export interface BenchPiece {
  id: string;
  /** When it was read from the records, by the server's clock. */
  readAt: string;
  tag: string;
  /** Measured by the learner themselves: their own readings, apart from any inspection. */
  selfCheck: boolean;
  kind: "practice" | "assessed";
  guided: boolean;
  /** To be the first of its technique after a long time, and whom it was shown to. */
  cold: boolean;
  shownTo: string | null;
  heats: number;
  minutes: number;
  learner: { id: string; name: string };
  exercise: { id: string; name: string; step: Step };
  technique: { id: string; name: string };
  /** What it was set from, and the exercise's latest. */
  revision: { number: number; latest: number; retired: boolean };
  stages: BenchStage[];
  piece: Piece;
  characteristics: Characteristic[];
  heatBudget: number;
  minuteBudget: number;
  /** The exercise's tries, as asked. */
  triesAsked: string[];
  correctionsAllowed: Correction[];
  aidsExcluded: Aid[];
  /** The instructor's own lines, as they were said. */
  own: OwnLine[];
  /** Lines that hold two others against one another; a page kept on a device by an earlier version has none. */
  matches?: Match[];
  rules: Rules;
  /** What the shop could measure with. */
  shop: ShopInstrument[];
  /** What lets its inspection end early; absent where everything is measured. */
  mayStop?: MayStop;
  /** Current readings: superseded ones are left out. */
  readings: BenchReading[];
  defects: BenchDefect[];
  /** The answer in force to each try answered. */
  tries: BenchTry[];
  stageChecks: BenchStageCheck[];
  /** First to latest. */
  deviceNotes: BenchDeviceNote[];
  calls: BenchCall[];
  photos: BenchPhoto[];
  corrections: Correction[];
  /** Found on it at the inspection, and not declared. */
  undeclared: Correction[];
  aids: Aid[];
  /** First to latest. */
  verdicts: SignedVerdict[];
  /** As computed when the latest was signed; null before. */
  signed: Verdict | null;
}

export interface BenchInstrument {
  id: string;
  name: string;
  kind: InstrumentKind;
  /** Smallest step it shows, in its unit. */
  resolution: number;
  /** Expanded uncertainty (k = 2) on forged steel, in its unit. */
  uncertainty: number;
  /** Date of its last check; null where it never was. */
  checkedOn: string | null;
  checkEveryDays: number;
}

/** Signed for good: nothing more can be recorded on it. */
export function isClosed({ verdicts }: Pick<BenchPiece, "verdicts">): boolean {
  const latest = verdicts.at(-1);
  return latest !== undefined && latest.outcome !== "another-heat";
}

/** What the verdict needs of a piece, from its rows; the same for the bench, the server and the tests. */
export const askedOf = (of: {
  piece: Piece;
  characteristics: Characteristic[];
  exercise: { step: Step };
  heatBudget: number;
  minuteBudget: number;
  triesAsked: string[];
  correctionsAllowed: Correction[];
  aidsExcluded: Aid[];
  own: OwnLine[];
  matches?: Match[];
  shop?: ShopInstrument[];
  mayStop?: MayStop | undefined;
}): Asked => ({
  piece: of.piece,
  characteristics: of.characteristics,
  step: of.exercise.step,
  heatBudget: of.heatBudget,
  minuteBudget: of.minuteBudget,
  tries: of.triesAsked,
  correctionsAllowed: of.correctionsAllowed,
  aidsExcluded: of.aidsExcluded,
  own: of.own,
  ...(of.matches ? { matches: of.matches } : {}),
  ...(of.shop ? { shop: of.shop } : {}),
  ...(of.mayStop ? { mayStop: of.mayStop } : {}),
});

export const recordOf = (of: {
  readings: BenchReading[];
  defects: BenchDefect[];
  heats: number;
  minutes: number;
  tries: BenchTry[];
  corrections: Correction[];
  undeclared: Correction[];
  aids: Aid[];
}): PieceRecord => ({
  // Two benches may each have measured the same thing: the later one stands.
  readings: of.readings,
  defects: of.defects.filter(({ withdrawn }) => !withdrawn),
  heats: of.heats,
  minutes: of.minutes,
  tries: of.tries,
  corrections: of.corrections,
  undeclared: of.undeclared,
  aids: of.aids,
});

/** The verdict to show: while the piece is open as its records stand, once closed as it was signed. */
export const verdictOf = (piece: BenchPiece, advise: Advise | null): Verdict =>
  isClosed(piece) && piece.signed
    ? piece.signed
    : judgeWith(
        advise,
        { ...askedOf(piece), matches: piece.matches ?? [] },
        recordOf(piece),
        piece.rules,
      );
