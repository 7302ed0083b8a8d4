import { sql } from "drizzle-orm";
import {
  loggedChance,
  loggedDraw,
  recordOfChoices,
  type ChoiceRecord,
  type LoggedChoice,
} from "@/core/climb/choiceLog";
import {
  recordOfCauses,
  recordOfChances,
  recordOfPiecesToGo,
  recordOfRetests,
  type TrackRecord,
} from "@/core/climb/trackRecord";
import type { EarlyRecord } from "@/core/verdict/earlyRecord";
import type { Step } from "@/core/trade/steps";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { listCauseAnswers } from "./causes";
import { earlyRecord } from "./early";
import { pieceErrors } from "./runs";

/** How often what the school was told of its learners came so. */
export interface TrackRecords {
  retests: TrackRecord;
  piecesToGo: TrackRecord;
  causes: TrackRecord;
  choices: ChoiceRecord;
  chances: TrackRecord;
  /** Null where everything is measured. */
  early: EarlyRecord | null;
}

/** So many of the school's latest pieces are looked at. */
const MAX_PIECES = 10_000;
/** So many learners and techniques, those with the most pieces, are forecast again: each takes some ten milliseconds. */
const MAX_FORECAST = 40;
/** Fewer pieces than this resolve no forecast. */
const MIN_PIECES = 7;

interface MadeRow extends Record<string, unknown> {
  learner_id: string;
  technique_id: string;
  half_life_days: number;
  made: [startedAt: number, meetsStep: Step | 0][];
}

/** What the school's own records say of the product's claims, reckoned again from its pieces. Staff only. */
export async function findTrackRecords(database: Queryable, actor: Actor): Promise<TrackRecords> {
  const { rows } = isStaff(actor)
    ? await database.execute<MadeRow>(sql`
        select learner_id, technique_id, half_life_days, json_agg(json_build_array(ms, meets_step) order by ms, id) as made
        from (
          select p.id, p.learner_id, e.technique_id, t.half_life_days, v.meets_step,
            extract(epoch from p.started_at) * 1000 as ms
          from piece p
          join exercise_revision r on r.id = p.revision_id
          join exercise e on e.id = r.exercise_id
          join technique t on t.id = e.technique_id
          join verdict v on v.school_id = p.school_id and v.piece_id = p.id and v.sequence = 1
          where p.school_id = ${actor.schoolId} and p.kind = 'assessed'
          order by p.started_at desc limit ${MAX_PIECES}) latest
        group by learner_id, technique_id, half_life_days
        order by count(*) desc, learner_id, technique_id`)
    : { rows: [] };
  const histories = rows.map(({ half_life_days, made }) => ({
    halfLifeDays: half_life_days,
    pieces: made.map(([startedAt, meetsStep]) => ({ startedAt, meetsStep })),
  }));
  const errors = isStaff(actor) ? await errorHistories(database, actor.schoolId, 3) : [];
  const choices = isStaff(actor) ? await listChoicesMade(database, actor) : [];
  return {
    retests: recordOfRetests(histories),
    piecesToGo: recordOfPiecesToGo(errors),
    causes: recordOfCauses(isStaff(actor) ? await listCauseAnswers(database, actor) : []),
    early: isStaff(actor) ? await earlyRecord(database, actor.schoolId) : null,
    choices: recordOfChoices(choices),
    chances: recordOfChances(choices),
  };
}

/**
 * Worst errors, as shares of what a step allows, of those learners and techniques with the most pieces. The
 * caller has checked who is asking.
 */
export async function errorHistories(
  database: Queryable,
  schoolId: string,
  step: Step,
): Promise<number[][]> {
  const { rows } = await database.execute<{ learner_id: string; technique_id: string }>(sql`
    select p.learner_id, e.technique_id
    from piece p
    join exercise_revision r on r.id = p.revision_id
    join exercise e on e.id = r.exercise_id
    join verdict v on v.school_id = p.school_id and v.piece_id = p.id and v.sequence = 1
    where p.school_id = ${schoolId} and v.school_id = ${schoolId} and p.kind = 'assessed'
    group by p.learner_id, e.technique_id
    having count(*) >= ${MIN_PIECES}
    order by count(*) desc, p.learner_id, e.technique_id limit ${MAX_FORECAST}`);
  const errors: number[][] = [];
  for (const { learner_id: learnerId, technique_id: techniqueId } of rows) {
    const of = { schoolId, learnerId, techniqueId, step };
    errors.push((await pieceErrors(database, of)).map(({ worst }) => worst));
  }
  return errors;
}

interface ChoiceRow extends Record<string, unknown>, Pick<LoggedChoice, "place" | "candidates"> {
  is_kept: boolean;
}

interface ChoiceMade {
  place: number | null;
  isDrawn: boolean;
  isKept: boolean;
  /** That it would be, as it was reckoned then. */
  chance: number | null;
}

/** The latest exercises set of which a piece has its verdict: where each stood in the list, with what chance, and its first verdict. */
async function listChoicesMade(database: Queryable, { schoolId }: Actor): Promise<ChoiceMade[]> {
  const { rows } = await database.execute<ChoiceRow>(sql`
    select distinct on (c.logged_at, c.assignment_id) c.place, c.candidates, v.outcome = 'keep' as is_kept
    from choice_log c
    join piece p on p.school_id = c.school_id and p.assignment_id = c.assignment_id
    join verdict v on v.school_id = p.school_id and v.piece_id = p.id and v.sequence = 1
    where c.school_id = ${schoolId} and p.school_id = ${schoolId} and v.school_id = ${schoolId}
      and p.kind = 'assessed'
    order by c.logged_at desc, c.assignment_id, p.started_at, p.id
    limit ${MAX_PIECES}`);
  return rows.map(({ is_kept: isKept, ...logged }) => ({
    ...{ place: logged.place, isDrawn: loggedDraw(logged), isKept },
    chance: loggedChance(logged),
  }));
}
