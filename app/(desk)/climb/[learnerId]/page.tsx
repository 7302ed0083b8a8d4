import { noteLook } from "@/data/audit";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { CAUSES, CAUSE_CODES } from "@/core/cause/causes";
import { effectOfDrill, type PieceCauses } from "@/core/cause/recurring";
import { keepsComingBack } from "@/core/cause/recurs";
import { fitPractice } from "@/core/climb/practice";
import { idSchema } from "@/core/units/fields";
import { defectKind } from "@/core/trade/defects";
import { isInstructor, STAFF } from "@/data/actor";
import { listDefectCounts, type DefectCount } from "@/data/queries/items";
import { listPieceCauses } from "@/data/queries/causes";
import { listCalls, listJudgingCalls } from "@/data/queries/eye";
import { findLearnerOverview, type LearnerOverview } from "@/data/queries/learner";
import { listPieceErrors, type PieceErrors } from "@/data/queries/runs";
import { Pareto } from "@/ui/charts/Pareto";
import { PracticeChart } from "@/ui/charts/PracticeChart";
import { RecordsOut } from "@/ui/climb/RecordsOut";
import { SetNext } from "@/ui/climb/SetNext";
import { EyeOverWeeks } from "@/ui/eye/EyeOverWeeks";
import { EyeRecord } from "@/ui/eye/EyeRecord";
import { JudgingRecord } from "@/ui/eye/JudgingRecord";
import { Link } from "@/ui/kit/Link";
import { PieceHistory } from "@/ui/stair/PieceHistory";
import { Stair } from "@/ui/stair/Stair";
import { nextReasonInWords, notNowInWords } from "@/ui/words/climb";
import { modelsInWords } from "@/ui/words/practice";
import { dateInWords } from "@/ui/words/when";
import { namesOf } from "../../../climb/LearnerSlate";
import { orNotFound, requestTime, requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "Learner" };

const askedSchema = z.object({
  minutes: z.coerce.number().int().min(1).max(999).nullable().catch(null).default(null),
});
/** How far back faults are counted. */
const FAULTS_MS = 365 * 86_400_000;
/** How many pieces are looked at for their causes. */
const LOOKED_AT = 60;
const RANKED = 6;

export default async function LearnerClimbPage({
  params,
  searchParams,
}: {
  params: Promise<{ learnerId: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const actor = await requireActor(STAFF);
  const id = idSchema.safeParse((await params).learnerId);
  if (!id.success) notFound();
  const { minutes } = askedSchema.parse(await searchParams);
  const database = recordsOf(actor);
  const now = requestTime();
  const learnerId = id.data;
  const overview = await orNotFound(
    findLearnerOverview(database, actor, learnerId, { now, minutesLeft: minutes }),
  );
  await noteLook(database, actor, learnerId);
  const techniqueId = overview.pieces[0]?.techniqueId;
  const towards = overview.standings.find((one) => one.techniqueId === techniqueId)?.towards;
  const step = towards?.step ?? 5;
  const [causes, defects, calls, judged, errors] = await Promise.all([
    listPieceCauses(database, actor, learnerId, LOOKED_AT),
    listDefectCounts(database, actor, { since: new Date(now - FAULTS_MS), learnerId }),
    listCalls(database, actor, learnerId),
    listJudgingCalls(database, actor, learnerId),
    techniqueId ? listPieceErrors(database, actor, { learnerId, techniqueId, step }) : [],
  ]);
  return (
    <main className="grid items-start gap-x-10 gap-y-8 p-5 xl:grid-cols-2">
      <header className="xl:col-span-2">
        <h1 className="font-slab text-27 font-semibold">{overview.learner.name}</h1>
        <p className="quiet text-15">
          {overview.learner.cohort} ·{" "}
          <Link href={`/climb?learner=${learnerId}`} className="link">
            among the others
          </Link>
        </p>
      </header>
      <section aria-label="Stair">
        <h2 className="mb-2 font-slab text-20 font-semibold">Where they stand</h2>
        <Stair
          techniques={overview.techniques}
          standings={overview.standings}
          evidence={overview.evidence}
          now={now}
          timeZone={actor.timeZone}
          pieceBase="/measure"
          runBase={`/climb/${learnerId}/run`}
          recordBase={`/api/record/${learnerId}`}
        />
      </section>
      <div className="grid gap-8">
        <Ranking
          overview={overview}
          minutes={minutes}
          timeZone={actor.timeZone}
          may={isInstructor(actor)}
        />
        {techniqueId ? (
          <Practice technique={namesOf(overview).techniqueOf(techniqueId)} errors={errors} />
        ) : null}
        <Causes causes={causes} defects={defects} overview={overview} />
        <section aria-label="Eye">
          <h2 className="font-slab text-20 font-semibold">The eye</h2>
          <EyeOverWeeks calls={calls} />
          <EyeRecord calls={calls} />
          {judged.length > 0 ? (
            <>
              <h3 className="mt-5 text-17 font-semibold">Pieces they judged in the drill</h3>
              <JudgingRecord calls={judged} subject="They" />
            </>
          ) : null}
        </section>
      </div>
      <section aria-label="Pieces" className="xl:col-span-2">
        <h2 className="mb-2 font-slab text-20 font-semibold">What they made</h2>
        <PieceHistory pieces={overview.pieces} timeZone={actor.timeZone} hrefBase="/measure" />
        <RecordsOut learnerId={learnerId} />
      </section>
    </main>
  );
}

/** What could be next, each with its reasons; what was said for or against; what can't be, and why. */
function Ranking({
  overview,
  minutes,
  timeZone,
  may,
}: {
  overview: LearnerOverview;
  minutes: number | null;
  timeZone: string;
  may: boolean;
}) {
  const named = namesOf(overview);
  const byId = new Map(overview.candidates.map((one) => [one.exerciseId, one]));
  const set = new Set(overview.assignments.map(({ exerciseId }) => exerciseId));
  const waiting = overview.next.notNow.filter(({ why }) => why.code !== "behind");
  return (
    <section aria-label="Next">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="font-slab text-20 font-semibold">What to make next</h2>
        <form className="flex items-center gap-2 text-15">
          <label className="flex items-center gap-2">
            <span className="quiet">minutes left</span>
            <input
              name="minutes"
              type="number"
              min={1}
              max={999}
              defaultValue={minutes ?? ""}
              className="field !w-20"
            />
          </label>
          <button type="submit" className="button">
            Reckon
          </button>
        </form>
      </div>
      <ol className="mt-2 border-t-2 border-ink">
        {overview.next.ranked.slice(0, RANKED).map(({ exerciseId, reasons }, index) => {
          const candidate = byId.get(exerciseId)!;
          return (
            <li key={exerciseId} className="border-b border-rule bg-sheet px-3 py-2">
              <p className="flex flex-wrap items-baseline justify-between gap-x-3">
                <strong
                  className={index === 0 ? "font-slab text-17 font-semibold" : "font-semibold"}
                >
                  {index + 1}. {candidate.name}
                </strong>
                <span className="quiet text-13">
                  step {candidate.step}, {candidate.minuteBudget} min, {candidate.stock}
                </span>
              </p>
              <p className="text-15 text-ink-2">
                {reasons.map((reason) => nextReasonInWords(reason, named)).join(" ")}
              </p>
              {may && index < 3 ? (
                <SetNext
                  learnerId={overview.learner.id}
                  choice={{
                    ...candidate,
                    set: set.has(exerciseId),
                    pinned: overview.choices.some(
                      (one) => one.exerciseId === exerciseId && one.says === "pin",
                    ),
                  }}
                />
              ) : null}
            </li>
          );
        })}
      </ol>
      {overview.next.ranked.length === 0 ? (
        <p className="bg-sheet p-4 text-15">
          Nothing on the shelf can be made now; below it says why.
        </p>
      ) : null}
      {overview.choices.length > 0 ? (
        <ul className="mt-2 text-13 text-ink-2">
          {overview.choices.map(({ exerciseId, exercise, says, reason, saidBy, saidAt }) => (
            <li key={exerciseId}>
              {exercise} {says === "pin" ? "pinned" : "put off"} by {saidBy},{" "}
              {dateInWords(saidAt, timeZone)}: {reason}
            </li>
          ))}
        </ul>
      ) : null}
      {waiting.length > 0 ? (
        <details className="mt-2 text-15">
          <summary className="flex min-h-11 items-center underline underline-offset-3">
            Not now: {waiting.length}
          </summary>
          <ul className="text-13 text-ink-2">
            {waiting.map(({ exerciseId, why }) => (
              <li key={exerciseId}>
                {byId.get(exerciseId)?.name}: {notNowInWords(why, named)}
              </li>
            ))}
          </ul>
        </details>
      ) : null}
    </section>
  );
}

/** Pieces still to come that the curve is drawn for. */
const AHEAD = 6;

function Practice({ technique, errors }: { technique: string; errors: readonly PieceErrors[] }) {
  const fit = fitPractice(errors.map(({ worst }) => worst));
  const measures = [...new Set(errors.flatMap(({ byMeasure }) => Object.keys(byMeasure)))].sort();
  const points = Array.from({ length: errors.length + AHEAD }, (_, index) => {
    const { middle, low, high } = fit?.typical(index + 1) ?? { middle: 0, low: 0, high: 0 };
    const band: [number, number] = [low, high];
    return { n: index + 1, error: errors[index]?.worst ?? null, middle, band };
  });
  return (
    <section aria-label="Practice">
      <h2 className="font-slab text-20 font-semibold">{technique}: what practice does</h2>
      {fit ? (
        <>
          <p className="text-15 text-ink-2">
            {modelsInWords(fit)} Each dot is a piece: how far its worst size was off, as a share of
            the tolerance; the band holds the typical piece eight times out of ten.
          </p>
          <PracticeChart title={`${technique}, error piece by piece`} points={points} />
          <ul className="text-13 text-ink-2">
            {measures.map((measure) => {
              const own = fitPractice(errors.flatMap(({ byMeasure }) => byMeasure[measure] ?? []));
              return own ? (
                <li key={measure}>
                  {measure}: {modelsInWords(own)}
                </li>
              ) : null;
            })}
          </ul>
        </>
      ) : (
        <p className="text-15 text-ink-2">Not enough pieces to say: four are needed.</p>
      )}
    </section>
  );
}

const MAX_CAUSES = 5;

function Causes({
  causes,
  defects,
  overview,
}: {
  causes: readonly PieceCauses[];
  defects: readonly DefectCount[];
  overview: LearnerOverview;
}) {
  const counted = CAUSE_CODES.map((code) => ({
    code,
    count: causes.filter((piece) => piece.causes.includes(code)).length,
  }))
    .filter(({ code, count }) =>
      keepsComingBack({ on: count, of: causes.length }, overview.causeRates.get(code) ?? 0),
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
            detail: `${inSchoolInWords(overview.causeRates.get(code) ?? 0)} ${drillInWords(code, causes, bySlug.get(CAUSES[code].practises))}`,
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
  `In the school on ${Math.round(rate * 100)} of a hundred pieces.`;

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
