import { createHash } from "node:crypto";
import { expect, type APIRequestContext } from "@playwright/test";
import pg from "pg";
import { v7 as newId } from "uuid";

/*
 * What a test begins with, made by the application's own commands instead of on the screens that
 * have tests of their own.
 */

/** The one row a question to the test database has. */
export async function theRow<Row extends pg.QueryResultRow>(
  question: string,
  values: readonly string[],
): Promise<Row> {
  const client = new pg.Client({ connectionString: process.env.DATABASE_URL });
  await client.connect();
  try {
    const { rows } = await client.query<Row>(question, [...values]);
    if (!rows[0]) throw new Error(`Nothing of ${values.join(", ")} in the test database.`);
    return rows[0];
  } finally {
    await client.end();
  }
}

async function command(request: APIRequestContext, name: string, data: object): Promise<void> {
  // The connection kept from the test before may just be closing.
  const response = await request.post(`/api/command/${name}`, { data, maxRetries: 1 });
  expect(response.ok(), await response.text()).toBe(true);
}

/** Sets the newest revision of an exercise for a learner. */
export async function setFor(
  request: APIRequestContext,
  learner: string,
  exercise: string,
): Promise<void> {
  const { person, revision } = await theRow<{ person: string; revision: string }>(
    `select person.id as person, revision.id as revision
       from person
       join exercise using (school_id)
       join exercise_revision revision on revision.exercise_id = exercise.id
      where person.name = $1 and exercise.name = $2
      order by revision.number desc limit 1`,
    [learner, exercise],
  );
  const learners = [{ assignmentId: newId(), personId: person }];
  await command(request, "assign", { revisionId: revision, learners });
}

/** Takes in a piece of what was last set for a learner, of an exercise whose name holds these words. */
export async function takeIn(
  request: APIRequestContext,
  learner: string,
  words: string,
  { kind = "assessed", drawn }: { kind?: "assessed" | "practice"; drawn?: boolean } = {},
): Promise<string> {
  const { assignmentId, schoolId } = await theRow<{ assignmentId: string; schoolId: string }>(
    `select assignment.id as "assignmentId", assignment.school_id as "schoolId"
       from assignment
       join person on person.id = assignment.learner_id
       join exercise_revision revision on revision.id = assignment.revision_id
       join exercise on exercise.id = revision.exercise_id
      where person.name = $1 and exercise.name like '%' || $2 || '%' and withdrawn_at is null
      order by assigned_at desc limit 1`,
    [learner, words],
  );
  let pieceId = newId();
  while (drawn !== undefined && isDrawn(schoolId, pieceId) !== drawn) pieceId = newId();
  await command(request, "start-piece", { pieceId, assignmentId, kind, guided: false });
  return pieceId;
}

/** Whether the server will have drawn a piece to be measured whole. */
const isDrawn = (schoolId: string, pieceId: string): boolean =>
  createHash("sha256").update(`${schoolId} ${pieceId}`).digest()[0]! % 8 === 0;
