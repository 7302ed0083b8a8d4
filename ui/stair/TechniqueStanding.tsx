import type { Towards } from "@/core/climb/standing";
import { STEP_NAMES, type Step } from "@/core/trade/steps";
import { Link } from "../kit/Link";
import { stepInWords, towardsInWords, unprovableInWords } from "../words/climb";
import { dayInWords } from "../words/when";
import { MiniStair } from "./MiniStair";
import { RunDots } from "./RunDots";

/** The pieces that prove a step. */
export interface StepProof {
  step: Step;
  earnedAt: string;
  exerciseId: string;
  pieces: readonly { id: string; tag: string }[];
}

/** One technique of the stair: the step reached, what proves it, and what the next one needs. */
export function TechniqueStanding({
  name,
  step,
  towards,
  provable,
  stale,
  chance,
  proof,
  locked,
  timeZone,
  pieceBase,
  runBase,
  awardBase,
}: {
  name: string;
  step: Step | 0;
  towards: Towards | null;
  /** The highest step that anything on the shelf proves. */
  provable: Step | 0;
  stale: boolean;
  /** Of a sound piece now; null where it was never fair. */
  chance: number | null;
  proof: readonly StepProof[];
  locked: string | null;
  timeZone: string;
  pieceBase: string;
  runBase: string;
  /** Where the certificate of the step held is fetched. */
  awardBase: string;
}) {
  return (
    <li className="break-inside-avoid border-b border-rule py-1">
      <div className="flex min-h-12 flex-wrap items-center gap-x-4 gap-y-1">
        <MiniStair step={step} stale={stale} size="large" />
        <span className="min-w-40 grow">
          <strong className="block font-semibold">{name}</strong>
          <span className="quiet text-15">
            {stepInWords(step)}
            {stale && chance !== null
              ? `, going stale: about ${Math.round(chance * 100)} in a hundred now`
              : ""}
          </span>
        </span>
        <span className="text-15 text-ink-2">
          {locked ?? (towards ? <Next {...{ towards, provable, runBase }} /> : null)}
        </span>
      </div>
      {proof.length > 0 ? (
        <details className="text-13">
          <summary className="flex min-h-11 items-center text-ink-2 underline underline-offset-3">
            what proves it
          </summary>
          <ul className="pb-2">
            {proof.map((one) => (
              <li key={one.step} className="flex flex-wrap gap-x-3">
                <span className="w-24">
                  {STEP_NAMES[one.step]}, {dayInWords(one.earnedAt, timeZone)}
                </span>
                {one.pieces.map(({ id, tag }) => (
                  <Link
                    key={id}
                    href={`${pieceBase}/${id}`}
                    className="link flex min-h-11 items-center"
                  >
                    {tag}
                  </Link>
                ))}
                {one.step === 3 || one.step === 4 ? (
                  <Link
                    href={`${runBase}/${one.exerciseId}`}
                    className="link flex min-h-11 items-center font-semibold"
                  >
                    the run
                  </Link>
                ) : null}
              </li>
            ))}
          </ul>
          <p className="flex flex-wrap gap-x-4">
            <a href={`${awardBase}/certificate.pdf`} className="link flex min-h-11 items-center">
              certificate (PDF)
            </a>
            <a
              href={`${awardBase}/credential.jwt`}
              download
              className="link flex min-h-11 items-center"
            >
              signed credential
            </a>
          </p>
        </details>
      ) : null}
    </li>
  );
}

function Next({
  towards,
  provable,
  runBase,
}: {
  towards: Towards;
  provable: Step | 0;
  runBase: string;
}) {
  if (towards.step > provable) return unprovableInWords(towards.step);
  const words = `${towardsInWords(towards)} for “${STEP_NAMES[towards.step]}”`;
  return (
    <span className="flex flex-wrap items-center gap-2">
      <RunDots have={Math.min(towards.have, towards.need)} need={towards.need} />
      {towards.exerciseId && towards.have > 0 ? (
        <Link href={`${runBase}/${towards.exerciseId}`} className="link flex min-h-11 items-center">
          {words}
        </Link>
      ) : (
        words
      )}
    </span>
  );
}
