import type { PictureProblem } from "./pictureProblems";
import type { ReadingProblem } from "./readingProblems";
import type { RecordProblem } from "./recordProblems";

/**
 * What a person can run into, as data: a literal `code` and the numbers its sentence needs.
 * What they entered is in `InputProblem`, with sentences in `words.ts`; readings,
 * pictures, and what records and rights stand against, are in files of their own, sentences beside.
 */
export type Problem = InputProblem | ReadingProblem | PictureProblem | RecordProblem;

export type InputProblem =
  | { code: "length-unreadable"; text: string }
  | { code: "length-unit-missing"; text: string }
  | { code: "length-fraction-bare"; text: string }
  | { code: "length-type" }
  | { code: "length-not-positive"; mm: number }
  | { code: "length-negative"; mm: number }
  | { code: "length-too-large"; mm: number; maxMm: number }
  | { code: "section-unreadable"; text: string }
  | { code: "section-shape-missing"; text: string }
  | { code: "section-thin-edge"; mm: number }
  | { code: "section-type" }
  | { code: "denominator"; value: number }
  | { code: "bars-short"; short: { id: string; mm: number; count: number }[]; longestMm: number }
  | { code: "evening-too-large"; works: number; slots: number; fires: number }
  | { code: "name-unknown"; id: string; known: string[] }
  | { code: "one-of"; names: string[]; given: number }
  | { code: "draw-grows"; fromMm2: number; toMm2: number }
  | { code: "taper-grows"; fromMm2: number; toMm2: number }
  | { code: "upset-shrinks"; fromMm2: number; toMm2: number }
  | { code: "ring-too-small"; name: string; mm: number; leastMm: number }
  | { code: "gap-too-wide"; mm: number; circumferenceMm: number }
  | { code: "spiral-inside-out"; innerMm: number; outerMm: number }
  | { code: "too-many-turns"; turns: number; possible: number }
  | { code: "slot-too-wide"; slotMm: number; barMm: number }
  | { code: "slot-turned"; lengthMm: number; widthMm: number }
  | { code: "wall-gone"; diameterMm: number; barMm: number }
  | { code: "hole-tighter-than-rivet"; holeMm: number; rivetMm: number }
  | { code: "hole-too-loose"; holeMm: number; rivetMm: number }
  | { code: "phrase-unread"; text: string; accepted: string[] }
  | { code: "phrase-unknown"; text: string; known: string[] }
  | { code: "side-too-short"; sideMm: number; leastMm: number }
  | { code: "no-cooling"; from: number; to: number; ambient: number }
  | { code: "curve-straight" }
  | { code: "limits-missing" }
  | { code: "limits-crossed"; lower: number; upper: number }
  | { code: "out-of-reach"; name: string; min: number; max: number }
  | { code: "stock-too-long"; mm: number; maxMm: number }
  | { code: "stretch-empty"; id: string }
  | { code: "id-repeated"; id: string }
  | { code: "name-repeated"; id: string }
  | { code: "value-unstorable" }
  | { code: "sent-from-elsewhere" }
  | { code: "feature-outside"; id: string; lengthMm: number }
  | { code: "span-backwards"; id: string }
  | { code: "part-unknown"; id: string; known: string[] }
  | { code: "place-off-bar"; id: string; lengthMm: number }
  | { code: "parts-in-ring"; ids: string[] }
  | { code: "cut-from-cut"; id: string; from: string }
  | { code: "part-other-stock"; id: string; from: string }
  | { code: "hole-too-wide"; id: string; diameterMm: number; barMm: number }
  | { code: "format-version"; found: string; reads: string }
  | { code: "file-too-large"; bytes: number; maxBytes: number }
  | { code: "file-too-deep"; deepest: number }
  | { code: "file-not-json"; line: number; column: number }
  | { code: "name-hostile" }
  | { code: "reckoner-unknown"; name: string; known: string[] }
  | { code: "result-not-finite" };

/** The one error thrown for what a person runs into; anything else thrown is a bug. */
export class Refusal extends Error {
  /**
   * @param problem what is wrong
   * @param path where in the input, dot separated ("from.size"), empty for the whole
   */
  constructor(
    readonly problem: Problem,
    readonly path: string = "",
  ) {
    super(problem.code);
    this.name = "Refusal";
  }
}

/** Throws a {@link Refusal}; use inside calculations, where a caller at the edge turns it back into data. */
export function refuse(problem: Problem, path = ""): never {
  throw new Refusal(problem, path);
}

/** Runs a calculation that refuses without knowing its place in the input, and adds the place. */
export function atPath<T>(path: string, calculate: () => T): T {
  try {
    return calculate();
  } catch (error) {
    if (error instanceof Refusal && error.path === "") throw new Refusal(error.problem, path);
    throw error;
  }
}

/** An answer, or the problem with the words for it and the place where it is. */
export type Result<T> = { ok: true; value: T } | { ok: false; error: Complaint };

/** A problem ready to be shown: the sentence and where in the input it belongs. */
export interface Complaint {
  message: string;
  /** Dot-separated place in the input; empty for the input as a whole. */
  path: string;
}
