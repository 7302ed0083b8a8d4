import { makeAccount } from "@/data/accounts";
import { findActor } from "@/data/actor";
import { openDatabase } from "@/data/database";
import { insertDemoRows } from "@/data/demo/insert";
import { buildDemoSchool } from "@/data/demo/school";
import { migrateDatabase } from "@/data/migrate";
import { hashPassword } from "@/data/password";
import { findFloor } from "@/data/queries/floor";

/** What the Floor's page asks of the server, in an evening that is half over, against the bare SQL for the same rows. Prints JSON. */
const ROUNDS = 80;

const { database, pool } = openDatabase(process.env.DATABASE_URL!, 4);
await migrateDatabase(database, process.cwd());
const rows = buildDemoSchool({ earlierTerms: true });
await insertDemoRows(database, rows);
await pool.query("vacuum (analyze)");
const person = rows.person.find(({ name }) => name === "Oda Fenwright")!;
const passwordHash = await hashPassword("bench bench");
await makeAccount(database, { personId: person.id, email: "bench@example.org", passwordHash });
const actor = (await findActor(database, person.id))!;
const { schoolId } = actor;
/** The class with the most events that nobody closed. */
const { rows: classes } = await pool.query<{ id: string }>(
  `select d.id from class_day d join floor_event e on e.class_id = d.id
     where d.closed_at is null group by d.id order by count(*) desc limit 1`,
);
const classId = classes[0]!.id;

const floor = await findFloor(database, actor, classId);
const revisionIds = floor.exercises.map(({ revisionId }) => revisionId);
const pieceIds = floor.bench.map(({ pieceId }) => pieceId);

/** In the same three steps: whose pieces earlier evenings left hangs on the class, and what is made on those. */
async function bareFloor(): Promise<void> {
  await Promise.all([
    pool.query(
      `select d.*, c.name as cohort from class_day d join cohort c on c.id = d.cohort_id
         where d.school_id = $1 and d.id = $2 and d.called_off_at is null`,
      [schoolId, classId],
    ),
    pool.query(
      `select p.id, p.name, p.tag_code, m.role, m.cohort_id from person p join membership m on m.person_id = p.id
         where p.school_id = $1 and m.left_at is null order by p.name`,
      [schoolId],
    ),
    pool.query("select * from fire where school_id = $1 and taken_down_at is null", [schoolId]),
    pool.query(
      `select d.*, p.name as shown_by_name from demonstration d join person p on p.id = d.shown_by
         where d.class_id = $1 and d.taken_back_at is null`,
      [classId],
    ),
    pool.query(
      `select id, sequence, class_id, at, event from floor_event
         where school_id = $1 and class_id = $2 order by sequence`,
      [schoolId, classId],
    ),
  ]);
  await pool.query(
    `select distinct class_id, work_id from (
           select e.class_id, e.at, e.event ->> 'workId' as work_id, e.event ->> 'kind' as kind,
             max(e.at) filter (where e.event ->> 'kind' in ('bench', 'spoil'))
               over (partition by e.learner_id, e.event ->> 'workId') as ended
           from floor_event e join class_day d on d.id = e.class_id, class_day now
           where now.id = $2 and e.school_id = $1 and d.cohort_id = now.cohort_id
             and (d.day, d.begins) < (now.day, now.begins) and e.event ? 'workId') of
         where kind in ('begin', 'heat', 'stage') and (ended is null or at > ended)`,
    [schoolId, classId],
  );
  await Promise.all([
    pool.query(
      `select r.*, e.name, e.step from exercise_revision r join exercise e on e.id = r.exercise_id
         where r.school_id = $1 and r.id = any($2)`,
      [schoolId, revisionIds],
    ),
    pool.query(
      `select p.id, p.tag, (select count(distinct characteristic_id) from reading where piece_id = p.id),
           (select outcome from verdict where piece_id = p.id order by sequence desc limit 1)
         from piece p where p.school_id = $1 and p.id = any($2)`,
      [schoolId, pieceIds],
    ),
  ]);
}

const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
const times = { ours: [] as number[], bare: [] as number[] };
for (let round = 0; round < ROUNDS + 5; round += 1) {
  const before = performance.now();
  await findFloor(database, actor, classId);
  const between = performance.now();
  await bareFloor();
  const after = performance.now();
  if (round < 5) continue;
  times.ours.push(between - before);
  times.bare.push(after - between);
}
const [oursMs, bareMs] = [median(times.ours), median(times.bare)];
process.stdout.write(
  JSON.stringify({ oursMs, bareMs, learners: floor.learners.length, events: floor.events.length }),
);
await pool.end();
