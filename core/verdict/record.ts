import type { Match } from "../exercise/matches";
import type { OwnLine } from "../exercise/ownLine";
import type { MayStop } from "../inspection/enough";
import type { Characteristic } from "../measure/characteristic";
import type { ShopInstrument } from "../measure/finer";
import type { Piece } from "../piece/piece";
import type { Severity } from "../trade/defects";
import type { Aid, Correction } from "../trade/declared";
import type { Step } from "../trade/steps";

/** What the piece was asked to be: the part of a revision the verdict needs. */
export interface Asked {
  piece: Piece;
  characteristics: readonly Characteristic[];
  step: Step;
  heatBudget: number;
  minuteBudget: number;
  /** Plain questions that show whether it works. */
  tries: readonly string[];
  /** What may be done to the finished piece. */
  correctionsAllowed: readonly Correction[];
  /** Help it may not be made with; none unless said. */
  aidsExcluded?: readonly Aid[];
  /** The instructor's own lines, as they were said. */
  own?: readonly OwnLine[];
  /** Lines that hold two others against one another, as `matchesOf` gives them. */
  matches?: readonly Match[];
  /** What the shop could still measure with; nothing asked of it where it isn't known. */
  shop?: readonly ShopInstrument[];
  /** What lets the inspection end before everything is measured; absent where everything is. */
  mayStop?: MayStop;
}

/** One current reading; superseded ones never come here. */
export interface CurrentReading {
  characteristicId: string;
  /** In the characteristic's unit. */
  values: readonly number[];
  /** Expanded uncertainty of the instrument used (k = 2), in its unit. */
  instrumentUncertainty: number;
}

/** The answer to one of the exercise's tries. */
export interface AnsweredTry {
  question: string;
  works: boolean;
}

export interface NotedDefect {
  id: string;
  kind: string;
  severity: Severity;
  corrected: boolean;
}

/** What the bench has recorded of a piece. */
export interface PieceRecord {
  readings: readonly CurrentReading[];
  defects: readonly NotedDefect[];
  heats: number;
  minutes: number;
  tries: readonly AnsweredTry[];
  /** What was declared to have been done to it. */
  corrections: readonly Correction[];
  /** What was found to have been done to it and wasn't declared. */
  undeclared?: readonly Correction[];
  /** What it was made with. */
  aids?: readonly Aid[];
}
