import { schoolForecastMaps } from "@/data/forecastMaps";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { MIN_PIECES } from "@/core/climb/practice";
import { idSchema } from "@/core/units/fields";
import { provableStep } from "@/core/climb/choose";
import { isInstructor, STAFF, type Actor } from "@/data/actor";
import { noteLook } from "@/data/audit";
import { listPieceCauses } from "@/data/queries/causes";
import { listCalls, listJudgingCalls } from "@/data/queries/eye";
import { listDefectCounts } from "@/data/queries/items";
import { findLearnerOverview, type LearnerOverview } from "@/data/queries/learner";
import { listPieceErrors } from "@/data/queries/runs";
import { RecordsOut } from "@/ui/climb/RecordsOut";
import { EyeOverWeeks } from "@/ui/eye/EyeOverWeeks";
import { EyeRecord } from "@/ui/eye/EyeRecord";
import { JudgingRecord } from "@/ui/eye/JudgingRecord";
import { Link } from "@/ui/kit/Link";
import { PieceHistory } from "@/ui/stair/PieceHistory";
import { Stair } from "@/ui/stair/Stair";
import { Faults } from "../../../climb/learner/Faults";
import { PARTS, PART_NAMES, type Part } from "../../../climb/learner/parts";
import { Practice } from "../../../climb/learner/Practice";
import { Ranking } from "../../../climb/learner/Ranking";
import { namesOf } from "../../../climb/LearnerSlate";
import { orNotFound, requestTime, requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "Learner" };

const askedSchema = z.object({
  part: z.enum(PARTS).catch("next").default("next"),
  technique: idSchema.nullable().catch(null).default(null),
  minutes: z.coerce.number().int().min(1).max(999).nullable().catch(null).default(null),
});
/** How far back faults are counted. */
const FAULTS_MS = 365 * 86_400_000;
/** How many pieces are looked at for their causes. */
const LOOKED_AT = 60;

interface Asked {
  actor: Actor;
  overview: LearnerOverview;
  minutes: number | null;
  /** Whose practice is looked at; null for the one made last. */
  technique: string | null;
  now: number;
}

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
  const { part, technique, minutes } = askedSchema.parse(await searchParams);
  const database = recordsOf(actor);
  const now = requestTime();
  const learnerId = id.data;
  const overview = await orNotFound(
    findLearnerOverview(database, actor, learnerId, { now, minutesLeft: minutes }),
  );
  await noteLook(database, actor, learnerId);
  return (
    <main className="p-5">
      <header>
        <h1 className="font-slab text-27 font-semibold">{overview.learner.name}</h1>
        <p className="quiet text-15">
          {overview.learner.cohort} ·{" "}
          <Link href={`/climb?learner=${learnerId}`} className="link">
            among the others
          </Link>
        </p>
      </header>
      <nav aria-label="Learner" className="no-print mt-2 mb-5 flex flex-wrap text-15">
        {PARTS.map((one) => (
          <Link
            key={one}
            href={`/climb/${learnerId}?part=${one}`}
            aria-current={one === part ? "page" : undefined}
            className={`flex min-h-11 items-center border-b-[3px] px-3 first:-ml-3 ${one === part ? "border-ink font-semibold" : "border-transparent text-ink-2"}`}
          >
            {PART_NAMES[one]}
          </Link>
        ))}
      </nav>
      {await PART_SHOWN[part]({ actor, overview, minutes, technique, now })}
    </main>
  );
}

const PART_SHOWN: Record<Part, (asked: Asked) => React.ReactNode | Promise<React.ReactNode>> = {
  next: ({ actor, overview, minutes }) => (
    <div className="max-w-3xl">
      <Ranking
        overview={overview}
        minutes={minutes}
        timeZone={actor.timeZone}
        may={isInstructor(actor)}
      />
    </div>
  ),
  stands: ({ actor, overview, now }) => (
    <section aria-label="Stair">
      <h2 className="sr-only">{PART_NAMES.stands}</h2>
      <Stair
        techniques={overview.techniques}
        standings={overview.standings}
        evidence={overview.evidence}
        shelf={overview.candidates}
        now={now}
        timeZone={actor.timeZone}
        pieceBase="/measure"
        runBase={`/climb/${overview.learner.id}/run`}
        recordBase={`/api/record/${overview.learner.id}`}
      />
    </section>
  ),
  practice: practiceShown,
  faults: faultsShown,
  eye: eyeShown,
  pieces: ({ actor, overview }) => (
    <section aria-label="Pieces">
      <h2 className="mb-2 font-slab text-20 font-semibold">{PART_NAMES.pieces}</h2>
      <PieceHistory pieces={overview.pieces} timeZone={actor.timeZone} hrefBase="/measure" />
      <RecordsOut learnerId={overview.learner.id} />
    </section>
  ),
};

async function practiceShown({ actor, overview, technique }: Asked) {
  const { techniqueOf } = namesOf(overview);
  const enough = overview.standings.filter(({ pieces }) => pieces >= MIN_PIECES);
  const ids = new Set(enough.map((one) => one.techniqueId));
  const latest = overview.pieces.find((piece) => ids.has(piece.techniqueId));
  const techniqueId = technique && ids.has(technique) ? technique : latest?.techniqueId;
  if (!techniqueId)
    return (
      <p className="text-15 text-ink-2">
        Too few pieces to say: {MIN_PIECES} of one technique are needed.
      </p>
    );
  const cell = overview.standings.find((one) => one.techniqueId === techniqueId);
  const towards = cell?.towards ?? null;
  const database = recordsOf(actor);
  const of = { learnerId: overview.learner.id, techniqueId, step: towards?.step ?? 5 };
  const [errors, maps] = await Promise.all([
    listPieceErrors(database, actor, of),
    schoolForecastMaps(database, actor.schoolId),
  ]);
  return (
    <div className="max-w-3xl">
      <nav aria-label="Techniques" className="mb-4 flex flex-wrap gap-x-4 text-15">
        {enough.map((one) => (
          <Link
            key={one.techniqueId}
            href={`/climb/${overview.learner.id}?part=practice&technique=${one.techniqueId}`}
            aria-current={one.techniqueId === techniqueId ? "true" : undefined}
            className={`flex min-h-11 items-center ${one.techniqueId === techniqueId ? "font-semibold" : "link"}`}
          >
            {techniqueOf(one.techniqueId)}
          </Link>
        ))}
      </nav>
      <Practice
        technique={techniqueOf(techniqueId)}
        provable={provableStep(overview.candidates, techniqueId)}
        {...{ towards, errors, maps }}
      />
    </div>
  );
}

async function faultsShown({ actor, overview, now }: Asked) {
  const [database, learnerId] = [recordsOf(actor), overview.learner.id];
  const [causes, defects] = await Promise.all([
    listPieceCauses(database, actor, [learnerId], LOOKED_AT),
    listDefectCounts(database, actor, { since: new Date(now - FAULTS_MS), learnerId }),
  ]);
  return (
    <div className="max-w-3xl">
      <Faults causes={causes.get(learnerId) ?? []} defects={defects} overview={overview} />
    </div>
  );
}

async function eyeShown({ actor, overview }: Asked) {
  const [database, learnerId] = [recordsOf(actor), overview.learner.id];
  const [calls, judged] = await Promise.all([
    listCalls(database, actor, learnerId),
    listJudgingCalls(database, actor, learnerId),
  ]);
  return (
    <section aria-label="Eye" className="max-w-3xl">
      <h2 className="font-slab text-20 font-semibold">{PART_NAMES.eye}</h2>
      <EyeOverWeeks calls={calls} />
      <EyeRecord calls={calls} />
      {judged.length > 0 ? (
        <>
          <h3 className="mt-5 text-17 font-semibold">Pieces they judged in the drill</h3>
          <JudgingRecord calls={judged} subject="They" />
        </>
      ) : null}
    </section>
  );
}
