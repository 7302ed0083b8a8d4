import type { Metadata } from "next";
import * as z from "zod";
import { cohortRow, type CohortCell } from "@/core/climb/cohort";
import { idSchema } from "@/core/units/fields";
import { STEP_NAMES, STEPS } from "@/core/trade/steps";
import { STAFF } from "@/data/actor";
import { listStandings } from "@/data/queries/climb";
import { listRoster } from "@/data/queries/people";
import { listTechniques } from "@/data/queries/techniques";
import { CohortGrid } from "@/ui/cohort/CohortGrid";
import { packCells } from "@/ui/cohort/row";
import { ClimbTabs } from "@/ui/climb/ClimbTabs";
import { NextSlate } from "@/ui/climb/NextSlate";
import { Link } from "@/ui/kit/Link";
import { MiniStair } from "@/ui/stair/MiniStair";
import { LearnerSlate } from "../../climb/LearnerSlate";
import { requestTime, requireActor, recordsOf } from "../../server";
import { countOf } from "@/ui/words/count";

export const metadata: Metadata = { title: "Climb" };

const viewSchema = z.object({
  cohort: z.string().max(80).nullable().catch(null).default(null),
  only: z.enum(["stuck", "ready", "due"]).nullable().catch(null).default(null),
  sort: z.string().max(60).catch("name").default("name"),
  learner: idSchema.nullable().catch(null).default(null),
  close: z
    .literal("1")
    .transform(() => true)
    .catch(false)
    .default(false),
});

export default async function CohortPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const { learner: asked, ...view } = viewSchema.parse(await searchParams);
  const now = requestTime();
  const [techniques, roster, standings] = await Promise.all([
    listTechniques(database, actor),
    listRoster(database, actor),
    listStandings(database, actor),
  ]);
  const learners = roster.filter(({ role }) => role === "learner");
  const byLearner = new Map<string, typeof standings>();
  for (const cell of standings)
    byLearner.set(cell.learnerId, [...(byLearner.get(cell.learnerId) ?? []), cell]);
  const rows = learners.map(({ id, name, cohort }) => ({
    id,
    name,
    cohort: cohort ?? "",
    cells: cohortRow(techniques, byLearner.get(id) ?? [], now),
  }));
  const chosen = learners.find(({ id }) => id === asked);
  const pieces = standings.reduce((sum, cell) => sum + cell.pieces, 0);
  return (
    <div className={`grid grow ${view.close ? "" : "xl:grid-cols-[minmax(0,1fr)_340px]"}`}>
      <main className="min-w-0 p-5">
        <ClimbTabs />
        <header className="mb-3 flex flex-wrap items-baseline gap-x-4 gap-y-2">
          <h1 className="font-slab text-27 font-semibold">The climb</h1>
          <p className="quiet text-15">
            {countOf(learners.length, "learner")}, {countOf(techniques.length, "technique")},{" "}
            {countOf(pieces, "piece")}
          </p>
          <a href="/api/results" download className="link text-15">
            results (CSV)
          </a>
          <StairKey />
        </header>
        {learners.length === 0 ? (
          <p className="border-t-2 border-ink bg-sheet p-5 text-17">
            No learners yet. Add them under{" "}
            <Link href="/school" className="link">
              the school
            </Link>
            .
          </p>
        ) : (
          <CohortGrid
            // Changed by a link, not within the grid.
            key={String(view.close)}
            techniques={techniques.map(({ id, name }) => ({ id, name }))}
            rows={rows.map((row) => ({ ...row, cells: packCells(row.cells) }))}
            cohorts={[...new Set(rows.map(({ cohort }) => cohort))]}
            chosen={chosen?.id ?? null}
            view={view}
          />
        )}
      </main>
      {view.close && !chosen ? null : chosen ? (
        <LearnerSlate actor={actor} learnerId={chosen.id} now={now} />
      ) : (
        <ClassSlate
          rows={rows.filter(({ cohort }) => view.cohort === null || cohort === view.cohort)}
          techniques={techniques.map(({ name }) => name)}
          who={view.cohort ?? "Everybody"}
        />
      )}
    </div>
  );
}

function StairKey() {
  return (
    <p className="ml-auto flex flex-wrap gap-x-4 text-13 text-ink-2">
      {STEPS.map((step) => (
        <span key={step} className="inline-flex items-end gap-1.5">
          <MiniStair step={step} size="small" />
          {STEP_NAMES[step]}
        </span>
      ))}
      <span className="inline-flex items-end gap-1.5">
        <MiniStair step={3} stale size="small" />
        going stale
      </span>
    </p>
  );
}

interface ClassRow {
  id: string;
  name: string;
  cells: readonly CohortCell[];
}

/** How many of each are named on the slate. */
const NAMED = 6;

/** What matters in the class, before anyone is chosen. */
function ClassSlate({
  rows,
  techniques,
  who,
}: {
  rows: readonly ClassRow[];
  techniques: readonly string[];
  who: string;
}) {
  const marked = (mark: CohortCell["mark"]) =>
    rows.flatMap(({ id, name, cells }) =>
      cells.flatMap((cell, index) =>
        cell.mark === mark ? [{ id, name, technique: techniques[index]!, cell }] : [],
      ),
    );
  const stuck = marked("stuck");
  const oneOff = marked("ready");
  const due = marked("due").sort((a, b) => b.cell.step - a.cell.step);
  const note = ({ id, name, technique, cell }: (typeof stuck)[number], say: string) => ({
    title: `${name}: ${technique.toLowerCase()}`,
    detail: cell.step > 0 ? `${say}, at “${STEP_NAMES[cell.step as 1]}”` : say,
    href: `/climb?learner=${id}`,
  });
  return (
    <NextSlate
      who={who}
      head={
        stuck.length > 0
          ? `${stuck.length} stuck, ${oneOff.length} one piece off a step`
          : `${oneOff.length} one piece off a step`
      }
      why={`${due.length === 1 ? "One skill is" : `${due.length} skills are`} going stale. Choose a learner to see what comes next, and why.`}
      notes={[
        ...stuck.slice(0, NAMED).map((one) => note(one, "many pieces without a step")),
        ...oneOff.slice(0, NAMED - 2).map((one) => note(one, "one more good one")),
        ...due.slice(0, 3).map((one) => note(one, "going stale")),
      ]}
    />
  );
}
