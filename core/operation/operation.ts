import type { HeatName } from "./heats";

/** A size to reach, or a place to work at; more than one number where it is a section or a span. */
export interface StageSize {
  name: string;
  value: number | number[];
  unit: "mm" | "deg" | "turns" | "count";
}

/** Where two operations have to meet for a rule between them to hold. */
export type Where =
  /** Their places on the bar touch. */
  | "same-place"
  /** They are on the same bar. */
  | "same-bar"
  /** Wherever they are on the piece. */
  | "always";

/** The parts of the work, in the order they come (common practice, no source). */
export const PHASES = [
  "start",
  "gather",
  "shape",
  "smooth",
  "hole",
  "surface",
  "fold",
  "turn",
  "legs",
  "curve",
  "cut-off",
  "cold",
  "join",
  "finish",
] as const;
export type Phase = (typeof PHASES)[number];

/** One operation comes before others, with the reason in shop words (common practice, no source). */
export interface OrderRule {
  /** The other operations' keys; a phase stands for every operation of it, "*" for all. */
  others: readonly string[];
  where: Where;
  because: string;
}

/** What a stage does to steel: from which the heats it takes are estimated. */
export interface Work {
  /** Steel strained: its volume, mm³, times the natural logarithm of how far its section changes. */
  strainedMm3: number;
  /** How much of the bar has to be hot, mm. */
  hotMm: number;
  /** Seconds the bare section stays in the heat, in still air; null for cold work. */
  seconds: number | null;
  /** How thick the bar is before it, mm. */
  barMm: number;
}

/** One kind of work at the anvil, the vise or the bench. */
export interface OperationDefinition {
  /** What it is called on the command line; several keys may share one name. */
  name: string;
  /** Before the name of what it is done to: "Draw out". */
  verb: string;
  phase: Phase;
  heat: HeatName | null;
  tools: readonly string[];
  /** What to do; a recipe may say it for its own case. */
  words: string;
  /** What to look at before going on. */
  check: string;
  before: readonly OrderRule[];
  after: readonly OrderRule[];
  /** Heats a practised hand takes (common practice, no source). */
  heats: (work: Work) => number;
  /** Minutes beside the fire: marking, clamping, drilling (common practice, no source). */
  coldMinutes: number;
}

/** Gives an operation its types, and what most of them share. */
export const defineOperation = (
  operation: Pick<OperationDefinition, "name" | "verb" | "phase" | "words"> &
    Partial<OperationDefinition>,
): OperationDefinition => ({
  heat: null,
  tools: [],
  check: "",
  before: [],
  after: [],
  heats: () => 0,
  coldMinutes: 0,
  ...operation,
});
