import { standingOf, type SignedPiece } from "@/core/climb/standing";
import { exerciseContentSchema, reckonExercise } from "@/core/exercise/exercise";
import { printSection } from "@/core/section/spoken";
import { searchWords } from "@/core/shelf/words";
import { simulatePiece } from "@/core/simulate/learner";
import { seededRandom, seededUuidV7, type Random } from "@/core/simulate/random";
import { STEP_GRADES } from "@/core/trade/steps";
import { STARTER_TECHNIQUES } from "@/core/trade/techniques";
import { DEFAULT_MARKS_RULE } from "@/core/verdict/marks";
import type { Outcome } from "@/core/verdict/outcomes";
import { judgePiece, type Asked, type PieceRecord } from "@/core/verdict/verdict";
import type * as schema from "../schema";
import { addCausesSaid } from "./causes";
import { DRAFT_EXERCISES, SHELF_EXERCISES, WORKED_EXERCISES, type DemoExercise } from "./exercises";
import { addInstrumentChecks } from "./instruments";
import { COHORTS, INSTRUMENTS, LEARNERS, SCHOOL_NAME, STAFF, type DemoLearner } from "./people";

export const DEMO_SEED = 20260908;
const DAY_MS = 86_400_000;
const TERM_START = Date.UTC(2026, 8, 8, 17, 0);
const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };

type Rows<Table extends { $inferInsert: object }> = Table["$inferInsert"][];

/** The demonstration school as rows, table by table in the order they can be inserted. */
export interface DemoRows {
  school: Rows<typeof schema.school>;
  cohort: Rows<typeof schema.cohort>;
  person: Rows<typeof schema.person>;
  membership: Rows<typeof schema.membership>;
  technique: Rows<typeof schema.technique>;
  techniquePrerequisite: Rows<typeof schema.techniquePrerequisite>;
  instrument: Rows<typeof schema.instrument>;
  instrumentCheck: Rows<typeof schema.instrumentCheck>;
  exercise: Rows<typeof schema.exercise>;
  exerciseRevision: Rows<typeof schema.exerciseRevision>;
  exerciseDraft: Rows<typeof schema.exerciseDraft>;
  assignment: Rows<typeof schema.assignment>;
  piece: Rows<typeof schema.piece>;
  reading: Rows<typeof schema.reading>;
  tryResult: Rows<typeof schema.tryResult>;
  causeSaid: Rows<typeof schema.causeSaid>;
  defect: Rows<typeof schema.defect>;
  verdict: Rows<typeof schema.verdict>;
  standingEvidence: Rows<typeof schema.standingEvidence>;
}

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

/**
 * The demonstration school, made by the simulator: the same seed gives the same
 * rows, to the byte. Nothing here comes from the clock.
 */
export function buildDemoSchool(seed = DEMO_SEED): DemoRows {
  const random = seededRandom(seed);
  const id = (ms = TERM_START) => seededUuidV7(ms, random);
  const rows = emptyRows();
  const schoolId = id();
  rows.school.push({ id: schoolId, name: SCHOOL_NAME, createdAt: new Date(TERM_START) });
  const people = addPeople(rows, schoolId, id);
  const techniques = addTechniques(rows, schoolId, id);
  for (const instrument of INSTRUMENTS) rows.instrument.push({ ...instrument, id: id(), schoolId });
  addInstrumentChecks(rows, schoolId, people.setter, id);
  const by = people.setter;
  const add = (exercise: DemoExercise, newId: NewId) =>
    addExercise(
      rows,
      { schoolId, techniqueId: techniques.get(exercise.technique)!, by },
      exercise,
      newId,
    );
  const exercises = WORKED_EXERCISES.map((exercise) => add(exercise, id));
  LEARNERS.forEach((learner, index) => {
    const personId = people.learners[index]!;
    addWork(rows, { schoolId, personId, learner, index, by: people.setter, exercises }, random);
  });
  addCausesSaid(rows, schoolId, random, id);
  addStandings(rows, schoolId);
  for (const exercise of SHELF_EXERCISES) add(exercise, id);
  for (const exercise of DRAFT_EXERCISES)
    addDraft(
      rows,
      { schoolId, techniqueId: techniques.get(exercise.technique)!, by },
      exercise,
      id,
    );
  return rows;
}

function emptyRows(): DemoRows {
  return {
    school: [],
    cohort: [],
    person: [],
    membership: [],
    technique: [],
    techniquePrerequisite: [],
    instrument: [],
    instrumentCheck: [],
    exercise: [],
    exerciseRevision: [],
    exerciseDraft: [],
    assignment: [],
    piece: [],
    reading: [],
    tryResult: [],
    defect: [],
    verdict: [],
    causeSaid: [],
    standingEvidence: [],
  };
}

type NewId = (ms?: number) => string;
const TERM_DATE = new Date(TERM_START);
/** Six weeks: what a class has shown by then goes into a new revision. */
const REVISED_AFTER_MS = 42 * 24 * 60 * 60 * 1000;

function addPeople(rows: DemoRows, schoolId: string, id: NewId) {
  const cohorts = COHORTS.map((cohort) => ({ ...cohort, id: id(), schoolId }));
  rows.cohort.push(...cohorts);
  const counts = new Map<number, number>();
  const add = (name: string, role: MemberRole, cohort: number | null) => {
    const personId = id();
    const number = cohort === null ? 0 : (counts.get(cohort) ?? 0) + 1;
    if (cohort !== null) counts.set(cohort, number);
    const tagCode = cohort === null ? null : `${COHORTS[cohort]!.letter}${number}`;
    rows.person.push({ id: personId, schoolId, name, tagCode, createdAt: TERM_DATE });
    const cohortId = cohort === null ? null : cohorts[cohort]!.id;
    rows.membership.push({ id: id(), schoolId, personId, role, cohortId });
    return personId;
  };
  const staff = STAFF.map(({ name, role }) => add(name, role, null));
  const learners = LEARNERS.map(({ name, cohort }) => add(name, "learner", cohort));
  return { setter: staff[1]!, learners };
}

type MemberRole = (typeof schema.membership.$inferInsert)["role"];

function addTechniques(rows: DemoRows, schoolId: string, id: NewId): Map<string, string> {
  const ids = new Map(STARTER_TECHNIQUES.map(({ slug }) => [slug, id()]));
  STARTER_TECHNIQUES.forEach(({ slug, name, summary, foundation, alsoCalled, after }, position) => {
    const techniqueId = ids.get(slug)!;
    rows.technique.push({
      id: techniqueId,
      schoolId,
      slug,
      name,
      summary,
      foundation,
      alsoCalled,
      position,
    });
    for (const before of after)
      rows.techniquePrerequisite.push({ schoolId, techniqueId, beforeId: ids.get(before)! });
  });
  return ids;
}

interface BuiltExercise extends Asked {
  exerciseId: string;
  techniqueId: string;
  revisionId: string;
}

interface Owner {
  schoolId: string;
  techniqueId: string;
  by: string;
}

function addExercise(
  rows: DemoRows,
  { schoolId, techniqueId, by }: Owner,
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
    createdAt: TERM_DATE,
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
    publishedAt: new Date(TERM_DATE.getTime() + index * REVISED_AFTER_MS),
  }));
  rows.exerciseRevision.push(...revisions);
  const { heatBudget, minuteBudget } = content;
  const revisionId = revisions.at(-1)!.id;
  return {
    exerciseId,
    techniqueId,
    revisionId,
    characteristics,
    step,
    heatBudget,
    minuteBudget,
    tries: content.tries,
    correctionsAllowed: content.settings.corrections,
  };
}

function addDraft(
  rows: DemoRows,
  { schoolId, techniqueId, by }: Owner,
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
    createdAt: TERM_DATE,
  });
  rows.exerciseDraft.push({
    exerciseId,
    schoolId,
    saveId: id(),
    content,
    savedBy: by,
    savedAt: TERM_DATE,
  });
}

interface Work {
  schoolId: string;
  personId: string;
  learner: DemoLearner;
  index: number;
  by: string;
  exercises: BuiltExercise[];
}

/** All pieces of one learner, a class evening apart, in the order of the course: cleat, fid, pin. */
function addWork(rows: DemoRows, work: Work, random: Random): void {
  const [fids, pins, cleats] = MADE[work.index]!;
  const order: [exercise: number, count: number][] = [
    [2, cleats],
    [0, fids],
    [1, pins],
  ];
  let number = 0;
  let day = work.learner.cohort * 2;
  for (const [which, count] of order) {
    if (count === 0) continue;
    const exercise = work.exercises[which]!;
    const assignmentId = seededUuidV7(TERM_START + day * DAY_MS, random);
    rows.assignment.push({
      id: assignmentId,
      schoolId: work.schoolId,
      learnerId: work.personId,
      revisionId: exercise.revisionId,
      assignedBy: work.by,
      assignedAt: new Date(TERM_START + day * DAY_MS),
      withdrawnAt: null,
    });
    for (let made = 0; made < count; made += 1) {
      number += 1;
      day += 7;
      const last = which === 0 && made === count - 1;
      const measured = last ? ON_THE_BENCH.get(work.index) : undefined;
      const at = TERM_START + day * DAY_MS + work.index * 600_000;
      addPiece(rows, work, { exercise, assignmentId, number, made, at, measured }, random);
    }
  }
}

/** How often a piece does what it is for. */
const TRY_WORKS = 0.96;

interface Made {
  exercise: BuiltExercise;
  assignmentId: string;
  number: number;
  made: number;
  at: number;
  /** How many readings are taken of a piece still on the bench; signed and complete when absent. */
  measured: number | undefined;
}

function addPiece(rows: DemoRows, work: Work, made: Made, random: Random): void {
  const { schoolId, personId, learner, by } = work;
  const { exercise, at, number } = made;
  const grade = STEP_GRADES[exercise.step];
  const simulated = simulatePiece(
    exercise,
    { traits: learner.traits, made: made.made, grade },
    random,
  );
  const pieceId = seededUuidV7(at, random);
  const guided = number === 1;
  const { heats, minutes } = simulated;
  rows.piece.push({
    id: pieceId,
    schoolId,
    learnerId: personId,
    revisionId: exercise.revisionId,
    assignmentId: made.assignmentId,
    kind: "assessed",
    guided,
    number,
    tag: `${rows.person.find(({ id }) => id === personId)!.tagCode}-${number}`,
    heats,
    minutes,
    startedBy: by,
    startedAt: new Date(at),
  });
  const takenAt = new Date(at + 30 * 60_000);
  const taken = simulated.readings.slice(0, made.measured ?? simulated.readings.length);
  const readings = taken.map(({ characteristicId, values }, index) => {
    const { kind } = wanted(exercise, characteristicId);
    const instrument = rows.instrument.find((one) => one.kind === kind)!;
    const instrumentUncertainty = instrument.uncertainty;
    const id = seededUuidV7(takenAt.getTime() + index * 4000, random);
    const typed = values.join(" ");
    rows.reading.push({
      id,
      schoolId,
      pieceId,
      characteristicId,
      values,
      typed,
      instrumentId: instrument.id,
      instrumentUncertainty,
      supersedesId: null,
      takenBy: by,
      takenAt,
      receivedAt: takenAt,
    });
    return { characteristicId, values, instrumentUncertainty };
  });
  const defects = simulated.defects.map((seen) => {
    const id = seededUuidV7(takenAt.getTime() + 60_000, random);
    rows.defect.push({
      ...seen,
      id,
      schoolId,
      pieceId,
      note: "",
      corrected: false,
      withdrawn: false,
      notedBy: by,
      notedAt: takenAt,
    });
    return { id, kind: seen.kind, severity: seen.severity, corrected: false };
  });
  if (made.measured !== undefined) return;
  const tries = exercise.tries.map((question) => {
    const id = seededUuidV7(takenAt.getTime() + 90_000, random);
    const works = random.next() < TRY_WORKS;
    rows.tryResult.push({
      id,
      schoolId,
      pieceId,
      question,
      works,
      answeredBy: by,
      answeredAt: takenAt,
      receivedAt: takenAt,
    });
    return { id, question, works };
  });
  const record = { readings, defects, heats, minutes, tries, corrections: [] };
  const signedAt = takenAt.getTime() + 120_000;
  const outcome = addVerdict(
    rows,
    work,
    { pieceId, sequence: 1, signedAt, exercise, record },
    random,
  );
  if (outcome === "another-heat" && random.next() < 0.8)
    addSecondTry(rows, work, { pieceId, exercise, record, at: signedAt + 15 * 60_000 }, random);
}

interface Signing {
  pieceId: string;
  sequence: number;
  signedAt: number;
  exercise: BuiltExercise;
  record: PieceRecord;
}

function addVerdict(
  rows: DemoRows,
  { schoolId, by }: Work,
  { pieceId, sequence, signedAt, exercise, record }: Signing,
  random: Random,
): Outcome {
  const computed = judgePiece(exercise, record, RULES);
  const { engine, marks, meetsStep } = computed;
  const outcome = computed.outcome!;
  const id = seededUuidV7(signedAt, random);
  rows.verdict.push({
    id,
    schoolId,
    pieceId,
    sequence,
    engine,
    outcome,
    marks,
    meetsStep,
    computed,
    signedBy: by,
    signedAt: new Date(signedAt),
  });
  return outcome;
}

/** Another heat was given: what was off is measured again, the old readings stand superseded. */
function addSecondTry(
  rows: DemoRows,
  work: Work,
  {
    pieceId,
    exercise,
    record,
    at,
  }: { pieceId: string; exercise: BuiltExercise; record: PieceRecord; at: number },
  random: Random,
): void {
  const off = judgePiece(exercise, record, RULES).judgements.filter(
    ({ state }) => state === "heavy" || state === "light",
  );
  const again = new Map(
    off.map(({ characteristicId, nominal, upper }, index) => {
      const old = rows.reading.find(
        (one) => one.pieceId === pieceId && one.characteristicId === characteristicId,
      )!;
      const mm = Math.round((nominal + (upper - nominal) * 0.4 * random.next()) * 10) / 10;
      const values = old.values.length === 2 ? [old.values[1]! + mm, old.values[1]!] : [mm];
      const when = new Date(at + index * 4000);
      const id = seededUuidV7(when.getTime(), random);
      rows.reading.push({
        ...old,
        id,
        values,
        typed: values.join(" "),
        supersedesId: old.id,
        takenAt: when,
        receivedAt: when,
      });
      return [characteristicId, values];
    }),
  );
  for (const defect of rows.defect) if (defect.pieceId === pieceId) defect.corrected = true;
  const piece = rows.piece.find(({ id }) => id === pieceId)!;
  piece.heats = record.heats + 1;
  piece.minutes = record.minutes + 6;
  const now = {
    readings: record.readings.map((one) => ({
      ...one,
      values: again.get(one.characteristicId) ?? one.values,
    })),
    defects: record.defects.map((defect) => ({ ...defect, corrected: true })),
    heats: piece.heats,
    minutes: piece.minutes,
    tries: mendTries(rows, record.tries, { pieceId, at }, random),
    corrections: [],
  };
  addVerdict(
    rows,
    work,
    { pieceId, sequence: 2, signedAt: at + 60_000, exercise, record: now },
    random,
  );
}

/** What failed its try is eased in the second heat, and tried again. */
function mendTries(
  rows: DemoRows,
  tries: PieceRecord["tries"],
  { pieceId, at }: { pieceId: string; at: number },
  random: Random,
): PieceRecord["tries"] {
  return tries.map(({ question, works }) => {
    if (works) return { question, works };
    const failed = rows.tryResult.find(
      (one) => one.pieceId === pieceId && one.question === question,
    )!;
    const when = new Date(at + 50_000);
    const id = seededUuidV7(when.getTime(), random);
    rows.tryResult.push({ ...failed, id, works: true, answeredAt: when, receivedAt: when });
    return { question, works: true };
  });
}

const wanted = (exercise: BuiltExercise, characteristicId: string) => ({
  kind: exercise.characteristics.find(({ id }) => id === characteristicId)!.instrument,
});

/** The evidence the school would have kept, had it signed all this itself. */
function addStandings(rows: DemoRows, schoolId: string): void {
  for (const [key, pieces] of signedByLearnerAndTechnique(rows)) {
    const [learnerId, techniqueId] = key.split("/") as [string, string];
    for (const { step, pieceIds, earnedAt } of standingOf(pieces).earned)
      for (const pieceId of pieceIds)
        rows.standingEvidence.push({
          schoolId,
          learnerId,
          techniqueId,
          step,
          pieceId,
          earnedAt: new Date(earnedAt),
        });
  }
}

function signedByLearnerAndTechnique(rows: DemoRows): Map<string, SignedPiece[]> {
  const groups = new Map<string, SignedPiece[]>();
  for (const { id: pieceId, learnerId, revisionId, kind, guided } of rows.piece) {
    const verdicts = rows.verdict.filter((one) => one.pieceId === pieceId);
    const verdict = verdicts.at(-1);
    if (!verdict) continue;
    const revision = rows.exerciseRevision.find(({ id }) => id === revisionId)!;
    const { id: exerciseId, techniqueId } = rows.exercise.find(
      ({ id }) => id === revision.exerciseId,
    )!;
    const signedAt = (verdicts[0]!.signedAt as Date).getTime();
    const meetsStep = verdict.meetsStep as SignedPiece["meetsStep"];
    const key = `${learnerId}/${techniqueId}`;
    const signed = { pieceId, exerciseId, kind, guided, meetsStep, signedAt };
    groups.set(key, [...(groups.get(key) ?? []), signed]);
  }
  return groups;
}
