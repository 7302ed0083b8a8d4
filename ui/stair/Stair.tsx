import { provableStep, type Candidate } from "@/core/climb/choose";
import { missingBefore } from "@/core/climb/curriculum";
import type { Towards } from "@/core/climb/standing";
import { freshness, type Fades } from "@/core/climb/summary";
import { countOf } from "../words/count";
import { TechniqueStanding, type StepProof } from "./TechniqueStanding";

interface Held extends Fades {
  techniqueId: string;
  towards: Towards | null;
}

/** Every technique of the course with where the learner stands on it and what proves it; what isn't open yet says what comes before. */
export function Stair({
  techniques,
  standings,
  evidence,
  shelf,
  now,
  timeZone,
  pieceBase,
  runBase,
  recordBase,
}: {
  techniques: readonly { id: string; name: string; after: string[] }[];
  standings: readonly Held[];
  evidence: readonly (StepProof & { techniqueId: string })[];
  /** What is published, and what it proves. */
  shelf: readonly Pick<Candidate, "techniqueId" | "provesTo">[];
  /** ms since 1970. */
  now: number;
  timeZone: string;
  /** Where a piece, and a run by its exercise, is looked at. */
  pieceBase: string;
  runBase: string;
  /** Where the learner's record is fetched. */
  recordBase: string;
}) {
  const nameOf = new Map(techniques.map(({ id, name }) => [id, name]));
  const byTechnique = new Map(standings.map((one) => [one.techniqueId, one]));
  const stepOf = (id: string) => byTechnique.get(id)?.step ?? 0;
  const standingOn = ({ id, name, after }: (typeof techniques)[number]) => {
    const held = byTechnique.get(id);
    const missing = held ? [] : missingBefore({ after }, stepOf);
    const fresh = held ? freshness(held, now) : null;
    return (
      <TechniqueStanding
        key={id}
        name={name}
        step={held?.step ?? 0}
        towards={held?.towards ?? null}
        provable={provableStep(shelf, id)}
        stale={fresh?.isStale ?? false}
        chance={fresh?.chance ?? null}
        proof={evidence.filter(({ techniqueId }) => techniqueId === id)}
        timeZone={timeZone}
        pieceBase={pieceBase}
        runBase={runBase}
        awardBase={`${recordBase}/step/${id}`}
        locked={
          missing.length > 0
            ? `after ${missing.map((before) => nameOf.get(before)?.toLowerCase()).join(" and ")}`
            : null
        }
      />
    );
  };
  const begun = techniques.filter(({ id }) => byTechnique.has(id));
  const ahead = techniques.filter(({ id }) => !byTechnique.has(id));
  return (
    <div className="@container">
      <ul className={LIST}>{begun.map(standingOn)}</ul>
      {begun.length === 0 ? <p className="bg-sheet p-4 text-15">No piece is signed yet.</p> : null}
      {ahead.length > 0 ? (
        <details open={begun.length === 0} className="mt-3">
          <summary className="flex min-h-11 items-center text-15 underline underline-offset-3">
            {countOf(ahead.length, "technique")} not begun
          </summary>
          <ul className={LIST}>{ahead.map(standingOn)}</ul>
        </details>
      ) : null}
    </div>
  );
}

const LIST = "border-t-2 border-ink @4xl:columns-2 @4xl:gap-10";
