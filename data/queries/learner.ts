import type { Choices } from "@/core/climb/choose";
import type { StepRates } from "@/core/climb/chance";
import { LATEST_PIECES, recurringCauses, type CauseRates } from "@/core/cause/recurring";
import type { RecurringCause } from "@/core/cause/recurs";
import type { Actor } from "../actor";
import { queryTogether, type Queryable } from "../database";
import { listOpenAssignments, type OpenAssignment } from "./assignments";
import { listPieceCauses, schoolCauseRates } from "./causes";
import {
  listEvidence,
  listLearnerPieces,
  listStandings,
  type LearnerPiece,
  type StandingCell,
  type StepEvidence,
} from "./climb";
import {
  drawsCloseCalls,
  findShop,
  listCandidates,
  listChoices,
  rankLearner,
  schoolStepRates,
  type ChoiceSaid,
  type ShelfCandidate,
  type Shop,
} from "./next";
import { findLearner } from "./people";
import { listTechniques, type CourseTechnique } from "./techniques";

/** What of a learner the choice of the next looks at, and what it says. */
export interface LearnerWork {
  assignments: OpenAssignment[];
  /** The latest ones, newest first. */
  pieces: LearnerPiece[];
  standings: StandingCell[];
  /** What keeps coming back among the latest pieces. */
  recurring: RecurringCause[];
  choices: ChoiceSaid[];
  next: Choices;
}

/** All a learner's own page shows; nothing about anyone else. */
export interface LearnerOverview extends LearnerWork, Choice {
  learner: { id: string; name: string; cohort: string | null };
  evidence: StepEvidence[];
}

/** What everybody's next piece is chosen from. */
export interface Choice {
  techniques: CourseTechnique[];
  candidates: ShelfCandidate[];
  shop: Shop;
  /** How common each cause is in the school. */
  causeRates: CauseRates;
  /** How often pieces of each step's exercises are kept at once in the school. */
  stepRates: StepRates;
  /** Whether lot decides what comes first among those that promise about the same. */
  drawsCloseCalls: boolean;
}

export async function findChoice(database: Queryable, actor: Actor): Promise<Choice> {
  const [techniques, candidates, shop, causeRates, stepRates, draws] = await queryTogether(
    database,
    [
      () => listTechniques(database, actor),
      () => listCandidates(database, actor),
      () => findShop(database, actor),
      () => schoolCauseRates(database, actor),
      () => schoolStepRates(database, actor),
      () => drawsCloseCalls(database, actor),
    ],
  );
  return { techniques, candidates, shop, causeRates, stepRates, drawsCloseCalls: draws };
}

interface Asked {
  /** ms since 1970. */
  now: number;
  minutesLeft?: number | null;
}

/** The work of learners and where it leads, a few queries for all: for staff, and of themselves for a learner. */
export async function findLearnersWork(
  database: Queryable,
  actor: Actor,
  learnerIds: readonly string[],
  { choice, now, minutesLeft = null }: Asked & { choice: Choice },
): Promise<Map<string, LearnerWork>> {
  const { shop, causeRates, ...rankedFrom } = choice;
  const [only] = learnerIds.length === 1 ? learnerIds : [];
  const [assignments, pieces, standings, causes, choices] = await queryTogether(database, [
    () => listOpenAssignments(database, actor, [...learnerIds]),
    () => listLearnerPieces(database, actor, learnerIds),
    () => listStandings(database, actor, only),
    () => listPieceCauses(database, actor, learnerIds, LATEST_PIECES),
    () => listChoices(database, learnerIds),
  ]);
  const bySlug = new Map(rankedFrom.techniques.map(({ id, slug }) => [slug, id]));
  const ofLearner = <Row extends { learnerId: string }>(rows: readonly Row[]) => {
    const grouped = new Map<string, Row[]>(learnerIds.map((id) => [id, []]));
    for (const row of rows) grouped.get(row.learnerId)?.push(row);
    return grouped;
  };
  const [assigned, held, said] = [ofLearner(assignments), ofLearner(standings), ofLearner(choices)];
  return new Map(
    learnerIds.map((id) => {
      const own = {
        assignments: assigned.get(id)!,
        pieces: pieces.get(id) ?? [],
        standings: held.get(id)!,
        choices: said.get(id)!,
        recurring: recurringCauses(causes.get(id) ?? [], bySlug, causeRates),
      };
      const next = rankLearner({
        ...{ ...rankedFrom, ...own, now },
        set: new Set(own.assignments.map(({ exerciseId }) => exerciseId)),
        shop: { ...shop, minutesLeft },
      });
      return [id, { ...own, next }];
    }),
  );
}

/** A learner's work and where it leads, for themselves or for their school's staff. */
export async function findLearnerOverview(
  database: Queryable,
  actor: Actor,
  learnerId: string,
  asked: Asked,
): Promise<LearnerOverview> {
  const learner = await findLearner(database, actor, learnerId);
  const [choice, evidence] = await Promise.all([
    findChoice(database, actor),
    listEvidence(database, actor, learnerId),
  ]);
  const work = await findLearnersWork(database, actor, [learnerId], { ...asked, choice });
  return { learner, evidence, ...choice, ...work.get(learnerId)! };
}
