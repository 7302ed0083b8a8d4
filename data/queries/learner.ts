import type { Choices } from "@/core/climb/choose";
import {
  LATEST_PIECES,
  recurringCauses,
  type CauseRates,
  type PieceCauses,
} from "@/core/cause/recurring";
import type { RecurringCause } from "@/core/cause/recurs";
import type { Actor } from "../actor";
import type { Queryable } from "../database";
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
  findShop,
  listCandidates,
  listChoices,
  rankLearner,
  type ChoiceSaid,
  type ShelfCandidate,
} from "./next";
import { findLearner } from "./people";
import { listTechniques, type CourseTechnique } from "./techniques";

/** All a learner's own page shows; nothing about anyone else. */
export interface LearnerOverview {
  learner: { id: string; name: string; cohort: string | null };
  techniques: CourseTechnique[];
  assignments: OpenAssignment[];
  pieces: LearnerPiece[];
  standings: StandingCell[];
  evidence: StepEvidence[];
  /** Causes of the latest pieces, newest first. */
  causes: PieceCauses[];
  /** What keeps coming back among them, and how common each is in the school. */
  recurring: RecurringCause[];
  causeRates: CauseRates;
  candidates: ShelfCandidate[];
  choices: ChoiceSaid[];
  next: Choices;
}

/** What everybody's next piece is chosen from. */
export async function findChoice(database: Queryable, actor: Actor) {
  const [techniques, candidates, shop, rates] = await Promise.all([
    listTechniques(database, actor),
    listCandidates(database, actor),
    findShop(database, actor),
    schoolCauseRates(database, actor),
  ]);
  return { techniques, candidates, shop, rates };
}

interface Asked {
  /** ms since 1970. */
  now: number;
  minutesLeft?: number | null;
  /** Where it is at hand already. */
  choice?: ReturnType<typeof findChoice>;
}

/** A learner's work and where it leads, for themselves or for their school's staff. */
export async function findLearnerOverview(
  database: Queryable,
  actor: Actor,
  learnerId: string,
  { now, minutesLeft = null, choice = findChoice(database, actor) }: Asked,
): Promise<LearnerOverview> {
  const learner = await findLearner(database, actor, learnerId);
  const [
    { techniques, candidates, shop, rates },
    assignments,
    pieces,
    standings,
    evidence,
    causes,
    choices,
  ] = await Promise.all([
    choice,
    listOpenAssignments(database, actor, [learnerId]),
    listLearnerPieces(database, actor, learnerId),
    listStandings(database, actor, learnerId),
    listEvidence(database, actor, learnerId),
    listPieceCauses(database, actor, learnerId, LATEST_PIECES),
    listChoices(database, [learnerId]),
  ]);
  const bySlug = new Map(techniques.map(({ id, slug }) => [slug, id]));
  const recurring = recurringCauses(causes, bySlug, rates);
  const next = rankLearner({
    candidates,
    techniques,
    standings,
    pieces,
    set: new Set(assignments.map(({ exerciseId }) => exerciseId)),
    choices,
    recurring,
    shop: { ...shop, minutesLeft },
    now,
  });
  return {
    learner,
    techniques,
    assignments,
    pieces,
    standings,
    evidence,
    causes,
    recurring,
    causeRates: rates,
    candidates,
    choices,
    next,
  };
}
