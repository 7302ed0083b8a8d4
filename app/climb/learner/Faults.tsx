import { CAUSES, CAUSE_CODES } from "@/core/cause/causes";
import { effectOfDrill, type PieceCauses } from "@/core/cause/recurring";
import { keepsComingBack } from "@/core/cause/recurs";
import { defectKind } from "@/core/trade/defects";
import type { DefectCount } from "@/data/queries/items";
import type { LearnerOverview } from "@/data/queries/learner";
import { Pareto } from "@/ui/charts/Pareto";

const MAX_CAUSES = 5;

/** Causes that come back more often than in the school, with what their drills did, and the faults noted. */
export function Faults({
  causes,
  defects,
  overview,
}: {
  causes: readonly PieceCauses[];
  defects: readonly DefectCount[];
  overview: Pick<LearnerOverview, "techniques" | "causeRates">;
}) {
  const counted = CAUSE_CODES.map((code) => ({
    code,
    count: causes.filter((piece) => piece.causes.includes(code)).length,
  }))
    .filter(({ code, count }) =>
      keepsComingBack({ on: count, of: causes.length }, overview.causeRates.get(code)!),
    )
    .sort((a, b) => b.count - a.count)
    .slice(0, MAX_CAUSES);
  const bySlug = new Map(overview.techniques.map(({ id, slug }) => [slug, id]));
  return (
    <section aria-label="Causes and faults">
      <h2 className="mb-2 font-slab text-20 font-semibold">What keeps coming back</h2>
      {counted.length === 0 ? (
        <p className="text-15 text-ink-2">Nothing more often than in the school as a whole.</p>
      ) : (
        <Pareto
          what="Cause"
          counts={counted.map(({ code, count }) => ({
            name: CAUSES[code].name,
            count,
            detail: `${inSchoolInWords(overview.causeRates.get(code)!)} ${drillInWords(code, causes, bySlug.get(CAUSES[code].practises))}`,
          }))}
        />
      )}
      {defects.length > 0 ? (
        <div className="mt-4">
          <Pareto
            what="Fault"
            counts={defects.map(({ kind, count, tenths }) => ({
              name: defectKind(kind)?.name ?? kind,
              count,
              tenths,
            }))}
          />
        </div>
      ) : null}
    </section>
  );
}

const inSchoolInWords = (rate: number): string =>
  rate < 0.015
    ? "In the school on hardly a piece in a hundred."
    : `In the school on ${Math.round(rate * 100)} of a hundred pieces.`;

const EFFECT_WORDS = {
  helped: "more than their other faults fell: the drill helped",
  worse: "it got worse, against their other faults",
} as const;

/** Whether practising the drill's technique helped, as far as can be told. */
function drillInWords(
  code: (typeof CAUSE_CODES)[number],
  causes: readonly PieceCauses[],
  techniqueId: string | undefined,
): string {
  const earliest = [...causes].reverse();
  const first = earliest.find((piece) => piece.causes.includes(code));
  const drilled = earliest.find(
    (piece) => piece.techniqueId === techniqueId && first && piece.startedAt > first.startedAt,
  );
  if (!drilled || !first) return `Drill not made yet: ${CAUSES[code].drill}`;
  const { before, after, says } = effectOfDrill(causes, code, {
    drilledAt: drilled.startedAt,
    ledBy: first.pieceId,
  });
  const counts = `Before its practice ${before.on} of ${before.of}, after ${after.on} of ${after.of}`;
  return says ? `${counts}, ${EFFECT_WORDS[says]}.` : `${counts}: that tells nothing of the drill.`;
}
