import { CAUSES, type CauseCode } from "@/core/cause/causes";
import { schoolForecastMaps } from "@/data/forecastMaps";
import { provableStep } from "@/core/climb/choose";
import { fitPractice } from "@/core/climb/practice";
import { goingStale } from "@/core/climb/summary";
import { STEP_NAMES } from "@/core/trade/steps";
import { isInstructor, type Actor } from "@/data/actor";
import { findLearnerOverview, type LearnerOverview } from "@/data/queries/learner";
import { listPieceErrors } from "@/data/queries/runs";
import { NextSlate, type SlateNote } from "@/ui/climb/NextSlate";
import { SetNext } from "@/ui/climb/SetNext";
import { Link } from "@/ui/kit/Link";
import { nextReasonInWords, towardsInWords } from "@/ui/words/climb";
import { countOf } from "@/ui/words/count";
import { recordsOf } from "../server";
import { howFarInWords } from "./howFar";

/** What is next for one learner, why, and what else matters; for staff. */
export async function LearnerSlate({
  actor,
  learnerId,
  now,
}: {
  actor: Actor;
  learnerId: string;
  now: number;
}) {
  const database = recordsOf(actor);
  const overview = await findLearnerOverview(database, actor, learnerId, { now });
  const [first] = overview.next.ranked;
  const candidate = overview.candidates.find(({ exerciseId }) => exerciseId === first?.exerciseId);
  const named = namesOf(overview);
  return (
    <NextSlate
      who={overview.learner.name}
      head={candidate ? `Set ${candidate.name.toLowerCase()} next` : "Nothing is ready to be set"}
      why={(first?.reasons ?? []).map((reason) => nextReasonInWords(reason, named)).join(" ")}
      notes={[
        ...runNotes(overview),
        ...staleNotes(overview, now),
        ...causeNotes(overview),
        ...(await practiceNotes(actor, overview)),
      ]}
    >
      {candidate && isInstructor(actor) ? (
        <SetNext
          learnerId={learnerId}
          chalk
          choice={{
            ...candidate,
            set: overview.assignments.some((one) => one.exerciseId === candidate.exerciseId),
            pinned: overview.choices.some(
              ({ exerciseId, says }) => exerciseId === candidate.exerciseId && says === "pin",
            ),
          }}
        />
      ) : null}
      <p className="mt-2">
        <Link href={`/climb/${learnerId}`} className="link flex min-h-11 items-center text-15">
          Everything about {overview.learner.name.split(" ")[0]}
        </Link>
      </p>
    </NextSlate>
  );
}

/** Names by id, for the words. */
export const namesOf = ({ techniques }: Pick<LearnerOverview, "techniques">) => {
  const byId = new Map(techniques.map(({ id, name }) => [id, name]));
  return { techniqueOf: (id: string) => byId.get(id) ?? "?" };
};

const MAX_NOTES = 2;
/** More than this is a list nobody works off. */
const MAX_STALE = 3;

/** Runs begun: how many more for which step. */
export function runNotes(overview: LearnerOverview): SlateNote[] {
  const { techniqueOf } = namesOf(overview);
  return overview.standings
    .filter(({ towards }) => towards && towards.need > 1 && towards.have > 0)
    .sort((a, b) => left(a.towards!) - left(b.towards!))
    .slice(0, MAX_NOTES)
    .map(({ techniqueId, towards }) => ({
      title: `Towards “${STEP_NAMES[towards!.step]}” in ${techniqueOf(techniqueId).toLowerCase()}`,
      detail: towardsInWords(towards!),
      href: towards!.exerciseId
        ? `/climb/${overview.learner.id}/run/${towards!.exerciseId}`
        : undefined,
    }));
}

const left = ({ need, have }: { need: number; have: number }) => need - have;

/** What is going stale, what most builds on first: few enough to be used. */
export function staleNotes(overview: LearnerOverview, now: number): SlateNote[] {
  const { techniqueOf } = namesOf(overview);
  return goingStale(overview.standings, overview.techniques, now)
    .slice(0, MAX_STALE)
    .map(({ held: { techniqueId, lastMadeAt }, chance }) => ({
      title: `${techniqueOf(techniqueId)} is going stale`,
      detail: `${countOf(Math.round((now - lastMadeAt) / 86_400_000), "day")}; about ${Math.round(chance * 100)} in a hundred for a sound one now`,
    }));
}

/** Causes that keep coming back, each with its drill. */
export function causeNotes({ recurring }: LearnerOverview): SlateNote[] {
  return recurring.slice(0, MAX_NOTES).map(({ cause, on, of }) => ({
    title: `Keeps coming back: ${CAUSES[cause as CauseCode].name.toLowerCase()}`,
    detail: `${on} of the last ${of} pieces. ${CAUSES[cause as CauseCode].drill}`,
  }));
}

/** Pieces to the next step of what is being worked on. */
async function practiceNotes(actor: Actor, overview: LearnerOverview): Promise<SlateNote[]> {
  const database = recordsOf(actor);
  const [latest] = overview.pieces;
  const cell = overview.standings.find(({ techniqueId }) => techniqueId === latest?.techniqueId);
  if (!cell?.towards) return [];
  const { techniqueId, towards } = cell;
  const errors = await listPieceErrors(database, actor, {
    learnerId: overview.learner.id,
    techniqueId,
    step: towards.step,
  });
  const detail = howFarInWords(fitPractice(errors.map(({ worst }) => worst)), towards, {
    maps: await schoolForecastMaps(database, actor.schoolId),
    provable: provableStep(overview.candidates, techniqueId),
  });
  const technique = namesOf(overview).techniqueOf(techniqueId).toLowerCase();
  const title = `How far to “${STEP_NAMES[towards.step]}” in ${technique}`;
  return detail ? [{ title, detail }] : [];
}
