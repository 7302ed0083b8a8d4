import { findActor } from "@/data/actor";
import { makeAccount } from "@/data/accounts";
import { hashPassword } from "@/data/password";
import { openDatabase } from "@/data/database";
import { insertDemoRows } from "@/data/demo/insert";
import { buildDemoSchool } from "@/data/demo/school";
import { migrateDatabase } from "@/data/migrate";
import { searchShelf, SHELF_PAGE, type ShelfQuery } from "@/data/queries/shelf";

/** Searching a shelf of 5,000 exercises, against the bare SQL for the same rows. Prints JSON. */
const EXERCISES = 5000;
const ROUNDS = 40;

const { database, pool } = openDatabase(process.env.DATABASE_URL!, 1);
await migrateDatabase(database, process.cwd());
const rows = buildDemoSchool();
await insertDemoRows(database, rows);
const person = rows.person.find(({ name }) => name === "Oda Fenwright")!;
const passwordHash = await hashPassword("bench bench");
await makeAccount(database, { personId: person.id, email: "bench@example.org", passwordHash });
const actor = (await findActor(database, person.id))!;

const published = rows.exercise.filter(({ latestNumber = 0 }) => latestNumber > 0).length;
const copies = Math.ceil(EXERCISES / published) - 1;
await pool.query(
  `create temp table copy as
     select gen_random_uuid() as id, e.id as of, n
     from exercise e cross join generate_series(1, ${copies}) n where e.latest_number > 0;
   insert into exercise (id, school_id, technique_id, step, name, latest_number, words)
     select c.id, e.school_id, e.technique_id, e.step, e.name || ' ' || c.n, e.latest_number, e.words || ' no' || c.n
     from copy c join exercise e on e.id = c.of;
   insert into exercise_revision
       (id, school_id, exercise_id, number, piece, characteristics, heat_budget, minute_budget,
        settings, stages, plan_edits, tries, tools, cautions, stock, published_by)
     select gen_random_uuid(), r.school_id, c.id, r.number, r.piece, r.characteristics, r.heat_budget,
       r.minute_budget, r.settings, r.stages, r.plan_edits, r.tries, r.tools, r.cautions, r.stock, r.published_by
     from copy c join exercise_revision r on r.exercise_id = c.of;
   analyze exercise; analyze exercise_revision;`,
);
const there = await pool.query<{ count: number }>("select count(*)::int as count from exercise");
if (there.rows[0]!.count < EXERCISES) throw new Error("The shelf is not large enough.");

const BARE = `select e.id, e.name, e.step, t.name as technique, r.id as revision_id, r.number,
    r.heat_budget, r.minute_budget, r.piece, count(*) over () as count
  from exercise e
  join technique t on t.id = e.technique_id
  join exercise_revision r on r.exercise_id = e.id and r.number = e.latest_number
  where e.school_id = $1 and e.latest_number > 0 and e.retired_at is null
    and ($2::text is null or e.found @@ to_tsquery('simple', $2))
    and ($3::int is null or e.step = $3)
    and ($4::int is null or r.minute_budget <= $4)
  order by t.position, e.step, e.name, e.id limit ${SHELF_PAGE}`;

const SEARCHES: { asked: ShelfQuery; bare: (string | number | null)[] }[] = [
  { asked: {}, bare: [null, null, null] },
  { asked: { words: "scroll" }, bare: ["'scroll':*", null, null] },
  { asked: { words: "jump" }, bare: ["'jump':*", null, null] },
  { asked: { words: "no57" }, bare: ["'no57':*", null, null] },
  { asked: { step: 3, minutes: 30 }, bare: [null, 3, 30] },
  { asked: { words: "square taper", step: 2 }, bare: ["'square':* & 'taper':*", 2, null] },
];

const median = (values: number[]) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
const worst = { oursMs: 0, ratio: 0 };
for (const { asked, bare } of SEARCHES) {
  const times = { ours: [] as number[], bare: [] as number[] };
  for (let round = 0; round < ROUNDS + 5; round += 1) {
    const before = performance.now();
    const found = await searchShelf(database, actor, asked);
    const between = performance.now();
    const plain = await pool.query(BARE, [actor.schoolId, ...bare]);
    const after = performance.now();
    if (plain.rows.length !== found.exercises.length)
      throw new Error(`Not the same rows: ${JSON.stringify(asked)}`);
    if (round < 5) continue;
    times.ours.push(between - before);
    times.bare.push(after - between);
  }
  worst.oursMs = Math.max(worst.oursMs, median(times.ours));
  worst.ratio = Math.max(worst.ratio, median(times.ours) / median(times.bare));
}
process.stdout.write(JSON.stringify(worst));
await pool.end();
