"use client";

import { useState } from "react";
import type { Stage } from "@/core/workpiece/stages";

/** Which stage is looked at, and the ways to another. */
export interface StageChoice {
  stages: readonly Stage[];
  index: number;
  stage: Stage;
  choose: (index: number) => void;
  /** The next or the one before; the ends stay. */
  go: (by: 1 | -1) => void;
}

/** Walks along the stages of a piece. */
export function useStages(stages: readonly Stage[]): StageChoice {
  const [chosen, setChosen] = useState(0);
  // A design may lose stages while the last one is looked at.
  const index = Math.min(chosen, stages.length - 1);
  const choose = (to: number) => setChosen(Math.min(stages.length - 1, Math.max(0, to)));
  return { stages, index, stage: stages[index]!, choose, go: (by) => choose(index + by) };
}
