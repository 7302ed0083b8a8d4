import type { OwnLine } from "../exercise/ownLine";
import type { Characteristic } from "../measure/characteristic";
import type { Judgement, SizeState } from "../measure/judge";
import type { OperationKey } from "../operation/registry";
import type { Piece } from "../piece/piece";
import type { Step } from "../trade/steps";
import type { Form } from "./form";
import type { Saying } from "./saying";
import type { ReworkState } from "./workpiece";

/** Finds what brings a piece within its limits: `advise`, where it has been loaded. */
export type Advise = (input: AdviceInput) => Advised | null;

/** What a line of the advice does to one size. */
export interface SizeChange {
  id: string;
  name: string;
  unit: Characteristic["unit"];
  from: number;
  to: number;
  /** Whether it hangs on lengths or bends nobody read: then it is near that, not to the instrument. */
  isAbout: boolean;
  state: SizeState;
}

/** The stretch an operation is done to and those beside it, before and after it, each from its A side. */
export interface Sketch {
  before: Form[];
  after: Form[];
  /** Which of them is worked. */
  worked: number;
  /** Bar cut off, and at which end, mm. */
  cut: { end: "A" | "B"; mm: number } | null;
}

/** One operation of the next heats, with everything it changes. */
export interface AdviceLine {
  /** What the operation is called, as in the exercise's stages. */
  operation: string;
  /** Ids of what it is done to. */
  on: string[];
  saying: Saying;
  /** In quarters, at the learner's step. */
  heats: number;
  changes: SizeChange[];
  sketch: Sketch | null;
}

/** What a piece comes to when every line is followed. */
export interface Prediction {
  states: Record<string, SizeState>;
  values: Record<string, number>;
}

export interface AdviceInput {
  piece: Piece;
  characteristics: readonly Characteristic[];
  judgements: readonly Judgement[];
  /** ISO 286-1 grade number the limits are taken at. */
  grade: number;
  step: Step;
  mayCut: boolean;
  own?: readonly OwnLine[];
  /** Whether it is enough to come up to the limits themselves. */
  isRough?: boolean;
}

export interface Advised {
  lines: AdviceLine[];
  then: Prediction;
}

/** One operation that was found, and the piece before and after it. */
export interface Made {
  operation: OperationKey;
  on: string[];
  part: string;
  saying: Saying;
  heats: number;
  before: ReworkState;
  after: ReworkState;
  sketch: Sketch | null;
}
