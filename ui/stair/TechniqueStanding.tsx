import type { Standing } from "@/core/climb/standing";
import { STEP_NAMES } from "@/core/trade/steps";
import { stepInWords, towardsInWords } from "../words/climb";
import { MiniStair } from "./MiniStair";
import { RunDots } from "./RunDots";

/** One technique of the stair: the step reached, and what the next one needs. */
export function TechniqueStanding({
  name,
  standing,
  locked,
}: {
  name: string;
  standing: Standing;
  locked: string | null;
}) {
  const { step, towards } = standing;
  return (
    <li className="flex min-h-16 flex-wrap items-center gap-x-4 gap-y-1 border-b border-rule py-2">
      <MiniStair step={step} height={32} />
      <span className="min-w-40 grow">
        <strong className="block font-semibold">{name}</strong>
        <span className="quiet text-15">{stepInWords(step)}</span>
      </span>
      <span className="text-15 text-ink-2">
        {locked ? (
          locked
        ) : towards ? (
          <span className="flex items-center gap-2">
            <RunDots have={towards.have} need={towards.need} />
            {towardsInWords(towards)} for “{STEP_NAMES[towards.step]}”
          </span>
        ) : null}
      </span>
    </li>
  );
}
