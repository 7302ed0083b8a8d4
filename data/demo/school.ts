import { exerciseContentSchema, reckonExercise } from "@/core/exercise/exercise";
import { aidsExcludedBy } from "@/core/trade/settings";
import { printSection } from "@/core/section/spoken";
import { searchWords } from "@/core/shelf/words";
import { seededRandom, seededUuidV7, type Random } from "@/core/stats/random";
import type { Machine } from "@/core/trade/machines";
import { STARTER_TECHNIQUES } from "@/core/trade/techniques";
import { dayOf, weeklyFrom } from "../calendar";
import { addCourse } from "./course";
import { addEvenings } from "./evenings";
import { addCausesSaid } from "./causes";
import { DRAFT_EXERCISES, SHELF_EXERCISES, WORKED_EXERCISES, type DemoExercise } from "./exercises";
import { addEarlierTerms, piecesBefore } from "./history";
import { addInstrumentChecks } from "./instruments";
import { COHORTS, INSTRUMENTS, LEARNERS, PICTURE_INSTRUMENT, SCHOOL_NAME, STAFF } from "./people";
import { emptyRows, type DemoRows, type NewId } from "./rows";
import { addStandings } from "./standings";
import { addPiece, type BuiltExercise, type Work } from "./work";

export const DEMO_SEED = 19;
const DAY_MS = 86_400_000;
const TERM_START = Date.UTC(2026, 8, 8, 17, 0);

/** Pieces each learner has made of each exercise: course order, and some never got that far. */
const MADE: readonly (readonly [fid: number, pin: number, cleat: number])[] = [
  [3, 0, 1],
  [3, 2, 1],
  [3, 1, 1],
  [3, 1, 1],
  [2, 0, 2],
  [3, 0, 2],
  [2, 1, 2],
  [3, 1, 1],
  [3, 1, 2],
  [2, 0, 2],
  [3, 0, 1],
  [2, 1, 2],
  [2, 0, 2],
  [2, 1, 2],
];

/** Learners whose last piece of the first exercise lies on the bench, part measured. */
const ON_THE_BENCH = new Map([
  [2, 5],
  [5, 0],
  [8, 9],
]);

/** What of the school is made. */
interface DemoAsked {
  seed?: number;
  /** When the weeks now running began, ms since 1970. */
  start?: number;
  /** Whether the two terms before these weeks are made too: several hundred pieces. */
  earlierTerms?: boolean;
}

/**
 * The demonstration school, made by the simulator: the same seed and start give the same
 * rows, to the byte. Nothing here comes from the clock.
 */
export function buildDemoSchool({
  seed = DEMO_SEED,
  start = TERM_START,
  earlierTerms = false,
}: DemoAsked = {}): DemoRows {
  const random = seededRandom(seed);
  const id = (ms = start) => seededUuidV7(ms, random);
  const rows = emptyRows();
  const schoolId = id();
  const school = { schoolId, createdAt: new Date(start) };
  rows.school.push({
    ...{ id: schoolId, name: SCHOOL_NAME, createdAt: school.createdAt },
    ...{ currency: "EUR", fuelPrice: 4.5, endsEarlySince: school.createdAt },
  });
  const people = addPeople(rows, school, id);
  const techniques = addTechniques(rows, schoolId, id);
  for (const instrument of INSTRUMENTS) rows.instrument.push({ ...instrument, id: id(), schoolId });
  addInstrumentChecks(rows, schoolId, people.setter, id);
  const by = people.setter;
  const ownerOf = ({ technique }: DemoExercise): Owner => ({
    ...school,
    techniqueId: techniques.get(technique)!,
    by,
  });
  const exercises = WORKED_EXERCISES.map((one) => addExercise(rows, ownerOf(one), one, id));
  LEARNERS.forEach((learner, index) => {
    const personId = people.learners[index]!;
    const before = earlierTerms ? piecesBefore(seed, index) : 0;
    const work = { schoolId, personId, learner, by };
    addWork(rows, work, { start, index, before, exercises }, random);
  });
  addCausesSaid(rows, rows.verdict, random, id);
  const shelf = SHELF_EXERCISES.map((one) => addExercise(rows, ownerOf(one), one, id));
  for (const one of DRAFT_EXERCISES) addDraft(rows, ownerOf(one), one, id);
  if (earlierTerms) addEarlierTerms(rows, { seed, start, schoolId, people, shelf });
  addStandings(rows, schoolId, addCourse(rows, { schoolId, by, seed }));
  addClasses(rows, { schoolId, start, by }, id);
  addEvenings(rows, { schoolId, by, second: people.second }, id);
  rows.instrument.push({ ...PICTURE_INSTRUMENT, id: id(), schoolId });
  return rows;
}

/** Classes from the first evening of these weeks to the end of the term. */
const TERM_WEEKS = 13;

/** One class a week for each cohort, two days after the cohort before. */
function addClasses(
  rows: DemoRows,
  { schoolId, start, by }: { schoolId: string; start: number; by: string },
  id: NewId,
): void {
  rows.cohort.forEach(({ id: cohortId }, index) => {
    const { begins, minutes, hearths } = COHORTS[index]!.class;
    const day = dayOf(start + index * 2 * DAY_MS, "UTC");
    for (const on of weeklyFrom(day, TERM_WEEKS))
      rows.classDay.push({
        id: id(),
        schoolId,
        cohortId,
        day: on,
        begins,
        minutes,
        hearths,
        plannedBy: by,
      });
  });
}

/** Six weeks: what a class has shown by then goes into a new revision. */
const REVISED_AFTER_MS = 42 * DAY_MS;

interface NewSchool {
  schoolId: string;
  createdAt: Date;
}

/** How long one after the other had been here when these weeks began, months. */
const MONTHS_HERE = [66, 49, 31, 20, 14, 26, 2, 38, 2, 13, 1, 26, 37, 2, 25, 14, 3, 2];

const monthsBefore = (date: Date, months: number): Date =>
  new Date(Date.UTC(date.getUTCFullYear(), date.getUTCMonth() - months, date.getUTCDate()));

function addPeople(rows: DemoRows, { schoolId, createdAt }: NewSchool, id: NewId) {
  const cohorts = COHORTS.map(({ name, letter }) => ({ name, letter, id: id(), schoolId }));
  rows.cohort.push(...cohorts);
  const counts = new Map<number, number>();
  const add = (name: string, role: MemberRole, cohort: number | null) => {
    const personId = id();
    const since = monthsBefore(createdAt, MONTHS_HERE[rows.person.length % MONTHS_HERE.length]!);
    const number = cohort === null ? 0 : (counts.get(cohort) ?? 0) + 1;
    if (cohort !== null) counts.set(cohort, number);
    const tagCode = cohort === null ? null : `${COHORTS[cohort]!.letter}${number}`;
    rows.person.push({ id: personId, schoolId, name, tagCode, createdAt: since });
    const cohortId = cohort === null ? null : cohorts[cohort]!.id;
    rows.membership.push({ id: id(), schoolId, personId, role, cohortId });
    return personId;
  };
  const staff = STAFF.map(({ name, role }) => add(name, role, null));
  const learners = LEARNERS.map(({ name, cohort }) => add(name, "learner", cohort));
  const clearedBy = staff[1]!;
  learners.forEach((personId, index) => {
    for (const machine of CLEARED_IN_TURN[index % CLEARED_IN_TURN.length]!)
      rows.machineClearance.push({
        ...{ schoolId, personId, machine, clearedBy },
        clearedAt: createdAt,
      });
  });
  return { setter: staff[1]!, second: staff[2]!, assistant: staff[3]!, learners };
}

/** What one learner after the other has been shown of the machines. */
const CLEARED_IN_TURN: readonly Machine[][] = [
  ["drill", "saw"],
  ["drill"],
  [],
  ["drill", "grinder"],
];

type MemberRole = DemoRows["membership"][number]["role"];

function addTechniques(rows: DemoRows, schoolId: string, id: NewId): Map<string, string> {
  const ids = new Map(STARTER_TECHNIQUES.map(({ slug }) => [slug, id()]));
  STARTER_TECHNIQUES.forEach(({ after, ...technique }, position) => {
    const techniqueId = ids.get(technique.slug)!;
    rows.technique.push({ ...technique, id: techniqueId, schoolId, position });
    for (const before of after)
      rows.techniquePrerequisite.push({ schoolId, techniqueId, beforeId: ids.get(before)! });
  });
  return ids;
}

interface Owner extends NewSchool {
  techniqueId: string;
  by: string;
}

function addExercise(
  rows: DemoRows,
  { schoolId, createdAt, techniqueId, by }: Owner,
  exercise: DemoExercise,
  id: NewId,
): BuiltExercise {
  const exerciseId = id();
  const { step, first } = exercise;
  const content = exerciseContentSchema.parse(exercise.content);
  const contents = first ? [exerciseContentSchema.parse(first), content] : [content];
  const { characteristics, tools } = reckonExercise(content);
  const technique = rows.technique.find((row) => row.id === techniqueId)!;
  rows.exercise.push({
    id: exerciseId,
    schoolId,
    techniqueId,
    step,
    name: content.name,
    latestNumber: contents.length,
    words: searchWords(content, technique, tools),
    createdAt,
  });
  const revisions = contents.map((published, index) => ({
    ...published,
    id: id(),
    schoolId,
    exerciseId,
    number: index + 1,
    characteristics: reckonExercise(published).characteristics,
    stock: printSection(published.piece.stock.section, "mm"),
    publishedBy: by,
    publishedAt: new Date(createdAt.getTime() + index * REVISED_AFTER_MS),
  }));
  rows.exerciseRevision.push(...revisions);
  const { heatBudget, minuteBudget } = content;
  const revisionId = revisions.at(-1)!.id;
  return {
    exerciseId,
    techniqueId,
    revisionId,
    piece: content.piece,
    characteristics,
    step,
    heatBudget,
    minuteBudget,
    tries: content.tries,
    correctionsAllowed: content.settings.corrections,
    aidsExcluded: aidsExcludedBy(content.settings),
    own: content.planEdits.own,
  };
}

function addDraft(
  rows: DemoRows,
  { schoolId, createdAt, techniqueId, by }: Owner,
  { step, content: asked }: DemoExercise,
  id: NewId,
): void {
  const exerciseId = id();
  const content = exerciseContentSchema.parse(asked);
  const { name } = content;
  rows.exercise.push({
    id: exerciseId,
    schoolId,
    techniqueId,
    step,
    name,
    designVersion: 1,
    createdAt,
  });
  rows.exerciseDraft.push({
    exerciseId,
    schoolId,
    saveId: id(),
    content,
    savedBy: by,
    savedAt: createdAt,
  });
}

interface WorkPlanned {
  start: number;
  /** Of the learner among all. */
  index: number;
  /** How many pieces they had made before these weeks. */
  before: number;
  exercises: readonly BuiltExercise[];
}

/** All pieces of one learner, a class evening apart, in the order of the course: cleat, fid, pin. */
function addWork(
  rows: DemoRows,
  work: Work,
  { start, index, before, exercises }: WorkPlanned,
  random: Random,
): void {
  const [fids, pins, cleats] = MADE[index]!;
  const order: [exercise: number, count: number][] = [
    [2, cleats],
    [0, fids],
    [1, pins],
  ];
  let number = before;
  let day = work.learner.cohort * 2;
  for (const [which, count] of order) {
    if (count === 0) continue;
    const exercise = exercises[which]!;
    const assignmentId = seededUuidV7(start + day * DAY_MS, random);
    rows.assignment.push({
      id: assignmentId,
      schoolId: work.schoolId,
      learnerId: work.personId,
      revisionId: exercise.revisionId,
      assignedBy: work.by,
      assignedAt: new Date(start + day * DAY_MS),
      withdrawnAt: null,
    });
    for (let made = 0; made < count; made += 1) {
      number += 1;
      day += 7;
      const last = which === 0 && made === count - 1;
      const measured = last ? ON_THE_BENCH.get(index) : undefined;
      const at = start + day * DAY_MS + index * 600_000;
      const guided = number === 1;
      addPiece(rows, work, { exercise, assignmentId, number, made, at, measured, guided }, random);
    }
  }
}
