"use client";

import { STEP_NAMES, STEPS, type Step } from "@/core/trade/steps";

/** A technique of the school's course, as the designer offers it. */
export interface OfferedTechnique {
  id: string;
  slug: string;
  name: string;
}

/** What an exercise teaches, and at which step. */
export interface Teaching {
  techniqueId: string;
  step: Step;
}

interface TeachesProps {
  teaching: Teaching;
  techniques: readonly OfferedTechnique[];
  /** Nothing where it is published, and stays as it is. */
  onTake: ((teaching: Teaching) => void) | null;
}

/** What an exercise teaches, as it is said. */
export const teachesInWords = (
  { techniqueId, step }: Teaching,
  techniques: readonly OfferedTechnique[],
): string =>
  `${techniques.find(({ id }) => id === techniqueId)?.name}, step ${step} “${STEP_NAMES[step]}”`;

/** What the exercise teaches, chosen here until learners are judged by it. */
export function Teaches({ teaching, techniques, onTake }: TeachesProps) {
  const { techniqueId, step } = teaching;
  if (!onTake) return <p className="quiet text-15">{teachesInWords(teaching, techniques)}</p>;
  return (
    <p className="flex flex-wrap items-center gap-x-2 text-15">
      <select
        aria-label="Technique it teaches"
        value={techniqueId}
        onChange={({ target }) => onTake({ techniqueId: target.value, step })}
        className="field w-auto"
      >
        {techniques.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
      <select
        aria-label="Step it is for"
        value={step}
        onChange={({ target }) => onTake({ techniqueId, step: Number(target.value) as Step })}
        className="field w-auto"
      >
        {STEPS.map((one) => (
          <option key={one} value={one}>
            {one} “{STEP_NAMES[one]}”
          </option>
        ))}
      </select>
    </p>
  );
}
