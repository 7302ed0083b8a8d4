import { sql } from "drizzle-orm";
import { judgeItem, type FirstTry, type ItemFigures } from "@/core/agree/item";
import type { Step } from "@/core/trade/steps";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { wholeInspection } from "./early";

/** An exercise with how it does as a test. */
export interface ExerciseItem extends ItemFigures {
  exerciseId: string;
  exercise: string;
  technique: string;
  step: Step;
  /** All signed pieces of it. */
  pieces: number;
  /** Which characteristic is off most often at the first try, on how many of those measured whole. */
  worst: { name: string; off: number; of: number; heavy: number; light: number } | null;
}

interface TryRow extends Record<string, unknown> {
  exercise_id: string;
  exercise: string;
  technique: string;
  step: number;
  learner_id: string;
  passed: boolean;
  pieces: number;
}

/** Every exercise that was made, with difficulty and how well it tells; the doubtful first. Staff only. */
export async function listItems(database: Queryable, actor: Actor): Promise<ExerciseItem[]> {
  if (!isStaff(actor)) return [];
  const { rows } = await database.execute<TryRow>(sql`
    select e.id as exercise_id, e.name as exercise, t.name as technique, e.step, p.learner_id,
      (array_agg(v.meets_step >= e.step order by p.started_at, p.id))[1] as passed, count(*)::int as pieces
    from piece p
    join exercise_revision r on r.id = p.revision_id
    join exercise e on e.id = r.exercise_id
    join technique t on t.id = e.technique_id
    join verdict v on v.school_id = p.school_id and v.piece_id = p.id and v.sequence = 1
    where p.school_id = ${actor.schoolId} and p.kind = 'assessed' and not p.guided
    group by e.id, t.id, p.learner_id`);
  const passes = new Map<string, { of: number; passed: number }>();
  for (const { learner_id, passed } of rows) {
    const so = passes.get(learner_id) ?? { of: 0, passed: 0 };
    passes.set(learner_id, { of: so.of + 1, passed: so.passed + (passed ? 1 : 0) });
  }
  const byExercise = new Map<string, TryRow[]>();
  for (const row of rows)
    byExercise.set(row.exercise_id, [...(byExercise.get(row.exercise_id) ?? []), row]);
  const worst = await worstCharacteristics(database, actor);
  return [...byExercise.values()]
    .map((tries) => {
      const [{ exercise_id, exercise, technique, step }] = tries as [TryRow];
      const first: FirstTry[] = tries.map(({ learner_id, passed }) => {
        const { of, passed: all } = passes.get(learner_id)!;
        return { passed, elsewhere: of > 1 ? (all - (passed ? 1 : 0)) / (of - 1) : null };
      });
      return {
        exerciseId: exercise_id,
        exercise,
        technique,
        step: step as Step,
        pieces: tries.reduce((sum, { pieces }) => sum + pieces, 0),
        worst: worst.get(exercise_id) ?? null,
        ...judgeItem(first),
      };
    })
    .sort((a, b) => doubt(b) - doubt(a) || a.passShare - b.passShare);
}

const doubt = ({ verdict }: ItemFigures): number =>
  ({
    ...{ "few-pass": 5, backwards: 4, "most-pass": 3 },
    ...{ tells: 2, untold: 1, "too-few": 0 },
  })[verdict];

interface OffRow extends Record<string, unknown> {
  exercise_id: string;
  name: string;
  off: number;
  of: number;
  heavy: number;
  light: number;
}

/** Of each exercise the characteristic most often off, by pieces, at the learners' first unguided tries. */
async function worstCharacteristics(
  database: Queryable,
  { schoolId }: Actor,
): Promise<Map<string, NonNullable<ExerciseItem["worst"]>>> {
  const { rows } = await database.execute<OffRow>(sql`
    with first as (
      select distinct on (r.exercise_id, p.learner_id) r.exercise_id, p.id, v.computed
      from piece p
      join exercise_revision r on r.id = p.revision_id
      join verdict v on v.school_id = p.school_id and v.piece_id = p.id and v.sequence = 1
      where p.school_id = ${schoolId} and p.kind = 'assessed' and not p.guided
        and ${wholeInspection("v")}
      order by r.exercise_id, p.learner_id, p.started_at, p.id),
    counted as (
      select first.exercise_id, j ->> 'name' as name, count(distinct first.id)::int as off,
        (count(distinct first.id) filter (where j ->> 'state' = 'heavy'))::int as heavy,
        (count(distinct first.id) filter (where j ->> 'state' = 'light'))::int as light
      from first cross join lateral jsonb_array_elements(first.computed -> 'judgements') j
      where j ->> 'state' in ('heavy', 'light')
      group by first.exercise_id, j ->> 'name')
    select distinct on (exercise_id) exercise_id, name, off, heavy, light,
      (select count(*)::int from first where first.exercise_id = counted.exercise_id) as "of"
    from counted order by exercise_id, off desc, name`);
  return new Map(rows.map(({ exercise_id, ...row }) => [exercise_id, row]));
}

/** A kind of defect, how often it was noted, and where along the bar as tenths of its length. */
export interface DefectCount {
  kind: string;
  count: number;
  /** Pieces it was noted on. */
  pieces: number;
  /** How many lie in each tenth of the bar, from end A. */
  tenths: number[];
}

interface DefectRow extends Record<string, unknown> {
  kind: string;
  count: number;
  pieces: number;
  tenths: number[];
}

/** Defects noted since a moment, the commonest first: of the school, or of one learner. Staff, or the learner. */
export async function listDefectCounts(
  database: Queryable,
  actor: Actor,
  { since, learnerId }: { since: Date; learnerId?: string },
): Promise<DefectCount[]> {
  if (!isStaff(actor) && learnerId !== actor.personId) return [];
  const { rows } = await database.execute<DefectRow>(sql`
    select kind, sum(n)::int as count, sum(pieces)::int as pieces,
      array_agg(n order by tenth) filter (where tenth is not null) as counts,
      array_agg(tenth order by tenth) filter (where tenth is not null) as tenths
    from (
      select d.kind, count(*)::int as n, count(distinct d.piece_id)::int as pieces,
        least(9, floor(10 * d.at_mm / nullif((select sum((s ->> 'length')::float8)
          from jsonb_array_elements(r.piece -> 'stretches') s), 0)))::int as tenth
      from defect d
      join piece p on p.school_id = d.school_id and p.id = d.piece_id
      join exercise_revision r on r.id = p.revision_id
      where d.school_id = ${actor.schoolId} and not d.withdrawn and not d.self_check
        and d.noted_at >= ${since.toISOString()}
        ${learnerId ? sql`and p.learner_id = ${learnerId}` : sql``}
      group by d.kind, tenth) by_place
    group by kind order by count desc, kind`);
  return rows.map((row) => {
    const { kind, count, pieces } = row;
    const counts = (row.counts as number[] | null) ?? [];
    const places = (row.tenths as number[] | null) ?? [];
    const tenths = Array.from({ length: 10 }, (_, tenth) => counts[places.indexOf(tenth)] ?? 0);
    return { kind, count, pieces, tenths };
  });
}
