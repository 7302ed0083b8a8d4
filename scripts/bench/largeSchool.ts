import type { Pool } from "pg";
import { v7 as uuidV7 } from "uuid";
import { makeAccount } from "@/data/accounts";
import { findActor, type Actor } from "@/data/actor";
import { runCommand } from "@/data/commands/run";
import type { Database } from "@/data/database";
import { insertDemoRows } from "@/data/demo/insert";
import { buildDemoSchool } from "@/data/demo/school";
import { migrateDatabase } from "@/data/migrate";
import { hashPassword } from "@/data/password";
import { planClass, type SchoolClass } from "@/data/queries/classes";
import { listStandings } from "@/data/queries/climb";
import { findFloor } from "@/data/queries/floor";
import { findLearnerOverview } from "@/data/queries/learner";
import { listRoster } from "@/data/queries/people";
import { listTechniques } from "@/data/queries/techniques";
import { keepStandings } from "@/data/standing";

/** A school of 200 learners and forty techniques that can grow, and how long its screens and signings take. */
const LEARNERS = 200;
/** So many of them come to one class. */
const CLASS_OF = 70;
const ROUNDS = 60;
const SIGNED = 60;
const NOW = Date.UTC(2026, 10, 25);

export interface LargeSchool {
  database: Database;
  pool: Pool;
  actor: Actor;
  learnerIds: readonly string[];
  /** The class with the most that happened, which nobody closed. */
  classId: string;
  /** A class of seventy. */
  largeClass: SchoolClass;
}

/** Makes the school in an empty database. */
export async function makeLargeSchool(database: Database, pool: Pool): Promise<LargeSchool> {
  await migrateDatabase(database, process.cwd());
  const rows = buildDemoSchool({ earlierTerms: true });
  await insertDemoRows(database, rows);
  const person = rows.person.find(({ name }) => name === "Oda Fenwright")!;
  const passwordHash = await hashPassword("bench bench");
  await makeAccount(database, { personId: person.id, email: "bench@example.org", passwordHash });
  const actor = (await findActor(database, person.id))!;
  const { schoolId } = actor;
  // Forty techniques, and the two hundred learners; the demonstration's own are among them.
  await pool.query(
    `insert into technique (id, school_id, slug, name, summary, foundation, also_called, position)
     select gen_random_uuid(), $1, 'more-' || n, 'More ' || n, '', false, '{}', 100 + n from generate_series(1, 40 - (select count(*)::int from technique)) n;`,
    [schoolId],
  );
  await pool.query(
    `insert into person (id, school_id, name, tag_code)
     select gen_random_uuid(), $1, 'Bench Learner ' || n, 'Z' || n from generate_series(1, ${LEARNERS} - (select count(*)::int from person where tag_code is not null)) n`,
    [schoolId],
  );
  await pool.query(
    `insert into membership (id, school_id, person_id, role, cohort_id)
     select id, school_id, id, 'learner', (select min(id::text)::uuid from cohort where school_id = $1)
     from person where school_id = $1 and tag_code like 'Z%'`,
    [schoolId],
  );
  const learners = await pool.query<{ id: string }>(
    "select id from person where school_id = $1 and tag_code is not null order by tag_code",
    [schoolId],
  );
  const classes = await pool.query<{ id: string }>(
    `select d.id from class_day d join floor_event e on e.class_id = d.id
     where d.closed_at is null group by d.id order by count(*) desc limit 1`,
  );
  const learnerIds = learners.rows.map(({ id }) => id);
  const largeClass = await makeLargeClass(pool, actor);
  return { database, pool, actor, learnerIds, classId: classes.rows[0]!.id, largeClass };
}

/** A cohort of seventy, and a class of it. */
async function makeLargeClass(pool: Pool, { schoolId, personId }: Actor): Promise<SchoolClass> {
  const of = { id: uuidV7(), cohortId: uuidV7(), cohort: "Bench cohort" };
  const time = { day: new Date(NOW).toISOString().slice(0, 10), begins: "18:00", minutes: 180 };
  await pool.query("insert into cohort (id, school_id, name, letter) values ($1, $2, $3, 'ZZ')", [
    ...[of.cohortId, schoolId, of.cohort],
  ]);
  await pool.query(
    `insert into class_day (id, school_id, cohort_id, day, begins, minutes, hearths, planned_by)
     values ($1, $2, $3, $4, $5, $6, 12, $7)`,
    [of.id, schoolId, of.cohortId, time.day, time.begins, time.minutes, personId],
  );
  await pool.query(
    `update membership set cohort_id = $1 where person_id in
       (select id from person where school_id = $2 and tag_code like 'Z%' order by tag_code limit ${CLASS_OF})`,
    [of.cohortId, schoolId],
  );
  return { ...of, ...time, hearths: 12, movedFrom: null, closedAt: null };
}

/** Copies signed pieces, readings and verdicts of the demonstration over all learners, until there are so many. */
export async function growTo(
  { pool, actor: { schoolId, personId } }: LargeSchool,
  pieces: number,
): Promise<void> {
  const client = await pool.connect();
  try {
    await client.query(
      "drop table if exists learner; drop table if exists sample; drop table if exists made",
    );
    await client.query(
      `create temp table learner as
         select id, tag_code, row_number() over (order by tag_code) as nth from person where school_id = '${schoolId}' and tag_code is not null;
       create temp table sample as
         select p.id, p.revision_id, p.kind, p.guided, p.heats, p.minutes, row_number() over (order by p.id) as nth
         from piece p where p.id in (select piece_id from verdict) and tag not like '%-B%' and tag not like 'SIGN-%';
       create temp table made as
         select gen_random_uuid() as id, l.id as learner_id, s.id as of, s.revision_id, s.kind, s.guided, s.heats, s.minutes, n,
           l.tag_code || '-B' || n as tag,
           timestamptz '2023-01-10 17:00Z' + (n / ${LEARNERS}) * interval '3 days' + (n % ${LEARNERS}) * interval '1 minute' as at
         from generate_series((select count(*)::int from piece), ${pieces} - 1) n
         join learner l on l.nth = n % ${LEARNERS} + 1
         join sample s on s.nth = (n * 7919) % (select count(*) from sample) + 1`,
    );
    await client.query(
      `insert into piece (id, school_id, learner_id, revision_id, assignment_id, kind, guided, number, tag, heats, minutes, started_by, started_at)
         select id, '${schoolId}', learner_id, revision_id, (select min(id::text)::uuid from assignment), kind, guided, 1000 + n, tag, heats, minutes, '${personId}', at from made;
       insert into reading (id, school_id, piece_id, characteristic_id, values, typed, instrument_id, instrument_uncertainty, taken_by, taken_at)
         select gen_random_uuid(), r.school_id, m.id, r.characteristic_id, r.values, r.typed, r.instrument_id, r.instrument_uncertainty, r.taken_by, m.at
         from made m join reading r on r.piece_id = m.of and r.supersedes_id is null;
       insert into verdict (id, school_id, piece_id, sequence, engine, outcome, marks, meets_step, computed, override_reason, signed_by, signed_at)
         select gen_random_uuid(), v.school_id, m.id, v.sequence, v.engine, v.outcome, v.marks, v.meets_step, v.computed, v.override_reason, v.signed_by, m.at + v.sequence * interval '1 minute'
         from made m join verdict v on v.piece_id = m.of`,
    );
    // As a database looks that has been in use: nothing is left to tidy while it is measured.
    await client.query("vacuum (analyze) piece, reading, verdict");
  } finally {
    client.release();
  }
}

const at = (share: number, values: number[]) =>
  values.sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))]!;

async function timed(rounds: number, act: (round: number) => Promise<unknown>): Promise<number[]> {
  const times: number[] = [];
  for (let round = 0; round < rounds + 5; round += 1) {
    const before = performance.now();
    await act(round);
    if (round >= 5) times.push(performance.now() - before);
  }
  return times;
}

/** What the cohort's screen asks of the server. */
const cohort = ({ database, actor }: LargeSchool) =>
  Promise.all([
    listTechniques(database, actor),
    listRoster(database, actor),
    listStandings(database, actor),
  ]);

/** The same rows by bare SQL through the same driver. */
const bareCohort = ({ pool, actor: { schoolId } }: LargeSchool) =>
  Promise.all([
    pool.query("select * from technique where school_id = $1 order by position", [schoolId]),
    pool.query("select * from technique_prerequisite where school_id = $1", [schoolId]),
    pool.query(
      `select p.*, m.role, c.name as cohort from person p join membership m on m.person_id = p.id
         left join cohort c on c.id = m.cohort_id where p.school_id = $1 and m.left_at is null order by c.letter, p.name`,
      [schoolId],
    ),
    pool.query("select * from standing where school_id = $1", [schoolId]),
  ]);

let measuredSoFar = 0;
/** So many pieces of the demonstration are copied in turn. */
const MEASURED_OF = 120;

/** A piece that lies measured on the bench, ready to be signed. */
async function measuredPiece({ pool, actor, learnerIds }: LargeSchool): Promise<string> {
  const pieceId = uuidV7();
  const round = (measuredSoFar += 1);
  await pool.query(
    `with sample as (select id, revision_id from piece where school_id = $3::uuid and tag not like '%-B%' and tag not like 'SIGN-%' and id in (select piece_id from verdict where school_id = $3::uuid and sequence = 1 and outcome = 'keep') order by id offset $2::int % ${MEASURED_OF} limit 1),
       new_piece as (
         insert into piece (id, school_id, learner_id, revision_id, assignment_id, kind, guided, number, tag, started_by)
         select $1::uuid, $3::uuid, $4::uuid, revision_id, (select min(id::text)::uuid from assignment where school_id = $3::uuid), 'assessed', false, 900000 + $2::int, 'SIGN-' || $1::text, $5::uuid from sample),
       read as (
         insert into reading (id, school_id, piece_id, characteristic_id, values, typed, instrument_id, instrument_uncertainty, taken_by, taken_at)
         select gen_random_uuid(), r.school_id, $1::uuid, r.characteristic_id, r.values, r.typed, r.instrument_id, r.instrument_uncertainty, r.taken_by, now()
         from reading r where r.school_id = $3::uuid and r.piece_id = (select id from sample) and r.supersedes_id is null)
     insert into try_result (id, school_id, piece_id, question, works, answered_by, answered_at)
       select gen_random_uuid(), t.school_id, $1::uuid, t.question, true, t.answered_by, now() from try_result t where t.school_id = $3::uuid and t.piece_id = (select id from sample)`,
    [pieceId, round, actor.schoolId, learnerIds[round % learnerIds.length], actor.personId],
  );
  return pieceId;
}

async function signing(of: LargeSchool): Promise<number[]> {
  const { database, actor } = of;
  const pieces: string[] = [];
  while (pieces.length < SIGNED + 5) pieces.push(await measuredPiece(of));
  return timed(SIGNED, async (round) => {
    // Some are too close to call, and another instrument could decide: the instructor does.
    const override = { outcome: "keep", reason: "Held against the good piece." };
    const input = { verdictId: uuidV7(), pieceId: pieces[round], override };
    const answer = await runCommand("sign-verdict", input, { database, actor, secret: "bench" });
    if (!answer.ok) throw new Error(answer.error.message);
  });
}

/** ms: the middle one of all rounds, and the one that 95 in 100 don't exceed. */
interface Times {
  median: number;
  p95: number;
}

export interface Measured {
  pieces: number;
  readings: number;
  cohort: Times;
  /** Its median against bare SQL's. */
  cohortRatio: number;
  learner: Times;
  /** What everybody of a class of seventy makes next. */
  classPlan: Times;
  sign: Times;
  floor: Times;
  /** All standings of the school from scratch, ms. */
  recomputeMs: number;
}

/** The school's screens, one signing and all standings, as they are now. */
export async function measureSchool(of: LargeSchool): Promise<Measured> {
  const { database, pool, actor, learnerIds, classId, largeClass } = of;
  const { schoolId } = actor;
  const before = performance.now();
  await database.transaction((tx) => keepStandings(tx, { schoolId }));
  const recomputeMs = performance.now() - before;
  await pool.query("vacuum (analyze) standing, standing_evidence");
  const times = (all: number[]): Times => ({ median: at(0.5, all), p95: at(0.95, all) });
  const ours = times(await timed(ROUNDS, () => cohort(of)));
  const bare = times(await timed(ROUNDS, () => bareCohort(of)));
  const learner = await timed(ROUNDS, (round) =>
    findLearnerOverview(database, actor, learnerIds[(round * 13) % learnerIds.length]!, {
      now: NOW,
    }),
  );
  const counted = await pool.query<{ pieces: number; readings: number }>(
    "select (select count(*)::int from piece) as pieces, (select count(*)::int from reading) as readings",
  );
  return {
    ...counted.rows[0]!,
    cohort: ours,
    cohortRatio: ours.median / bare.median,
    learner: times(learner),
    classPlan: times(await timed(ROUNDS, () => planClass(database, actor, largeClass))),
    sign: times(await signing(of)),
    floor: times(await timed(ROUNDS, () => findFloor(database, actor, classId))),
    recomputeMs,
  };
}
