import type { ExerciseContent, ReckonedExercise } from "@/core/exercise/exercise";
import type { Step } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import type { Paper } from "./paper";

/** A revision of an exercise, and how it is to be printed. */
export interface Printable {
  exercise: {
    name: string;
    step: Step;
    technique: { name: string };
    /** ISO 286-1 grade of the step. */
    grade: number;
    /** What passes the step, in words. */
    passes: string;
    revision: {
      number: number;
      publishedAt: string;
      content: ExerciseContent;
      reckoned: ReckonedExercise;
    };
  };
  schoolName: string;
  paper: Paper;
  unit: LengthUnit;
}
