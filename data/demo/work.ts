import { matchesOf } from "@/core/exercise/matches";
import { limitsAtGrade } from "@/core/measure/characteristic";
import { simulatePiece } from "@/core/simulate/learner";
import { seededRandom, seededUuidV7, type Random } from "@/core/stats/random";
import { STEP_GRADES } from "@/core/trade/steps";
import { DEFAULT_MARKS_RULE } from "@/core/verdict/marks";
import type { Outcome } from "@/core/verdict/outcomes";
import type { Asked, PieceRecord } from "@/core/verdict/record";
import { isOff } from "@/core/measure/judge";
import { judgePiece } from "@/core/verdict/judgePiece";
import type { DemoLearner } from "./people";
import type { DemoRows } from "./rows";

const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };

/** A published exercise as pieces of it are made and judged. */
export interface BuiltExercise extends Asked {
  exerciseId: string;
  techniqueId: string;
  revisionId: string;
}

/** Whose pieces are made, and who signs them. */
export interface Work {
  schoolId: string;
  personId: string;
  learner: DemoLearner;
  by: string;
}

/** How often a piece sent back gets its second heat the same evening. */
const SECOND_HEAT = 0.8;

/** How often a piece does what it is for. */
const TRY_WORKS = 0.96;

export interface Made {
  exercise: BuiltExercise;
  assignmentId: string;
  /** Counts the learner's pieces. */
  number: number;
  /** How many like it they made before. */
  made: number;
  at: number;
  kind?: "assessed" | "practice";
  guided: boolean;
  /** Made cold, and shown to someone. */
  coldShownTo?: string;
  /** A kind of size that comes out so many allowances off, whoever makes it: the exercise is wrong. */
  off?: { measure: string; allowances: number };
  /** How many readings are taken of a piece still on the bench; signed and complete when absent. */
  measured?: number;
  /** Whether it is closed in any case, as pieces of past terms are. */
  closed?: boolean;
}

export function addPiece(rows: DemoRows, work: Work, made: Made, random: Random): void {
  const { schoolId, personId, learner, by } = work;
  const { exercise, at, number } = made;
  const grade = STEP_GRADES[exercise.step];
  const simulated = simulatePiece(
    exercise,
    { traits: learner.traits, made: made.made, grade },
    random,
  );
  if (made.off) makeWrong(simulated.readings, exercise, made.off);
  const pieceId = seededUuidV7(at, random);
  const { guided, kind = "assessed", coldShownTo = null } = made;
  const { heats, minutes } = simulated;
  rows.piece.push({
    id: pieceId,
    schoolId,
    learnerId: personId,
    revisionId: exercise.revisionId,
    assignmentId: made.assignmentId,
    kind,
    guided,
    cold: coldShownTo !== null,
    shownTo: coldShownTo,
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
  const secondAt = signedAt + 15 * 60_000;
  if (outcome === "another-heat" && (made.closed || random.next() < SECOND_HEAT))
    addSecondTry(rows, work, { pieceId, exercise, record, at: secondAt }, random);
  if (made.closed) closeAtTermsEnd(rows, work, { pieceId, at: secondAt + 3_600_000 }, random);
}

/** Still in the fire when the term ends: the instructor says it is over. */
function closeAtTermsEnd(
  rows: DemoRows,
  { schoolId, by }: Work,
  { pieceId, at }: { pieceId: string; at: number },
  random: Random,
): void {
  const last = rows.verdict.findLast((one) => one.pieceId === pieceId)!;
  if (last.outcome !== "another-heat") return;
  rows.verdict.push({
    ...last,
    id: seededUuidV7(at, random),
    schoolId,
    sequence: last.sequence + 1,
    outcome: "start-again",
    meetsStep: 0,
    overrideReason: "Left unfinished at the end of the evening.",
    signedBy: by,
    signedAt: new Date(at),
  });
}

/** Everybody's comes out off in the same place. */
function makeWrong(
  readings: { characteristicId: string; values: number[] }[],
  { characteristics, step }: BuiltExercise,
  { measure, allowances }: NonNullable<Made["off"]>,
): void {
  for (const reading of readings) {
    const wrong = characteristics.find(({ id }) => id === reading.characteristicId)!;
    if (wrong.measure !== measure || wrong.kind !== "size") continue;
    const { upper } = limitsAtGrade(wrong, STEP_GRADES[step]);
    const offMm = allowances * (upper - wrong.nominal);
    reading.values = reading.values.map((mm) => Math.max(0, Number((mm + offMm).toFixed(1))));
  }
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
  const { engine, outcome, marks, meetsStep } = computed;
  if (!outcome) throw new Error(`Piece ${pieceId} of the demonstration can't be signed.`);
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
  const off = judgePiece(exercise, record, RULES).judgements.filter(isOff);
  const again = new Map<string, number[]>();
  const readAgain = (
    characteristicId: string,
    valuesNow: (old: number[]) => number[],
    by = random,
  ) => {
    const old = rows.reading.findLast(
      (one) => one.pieceId === pieceId && one.characteristicId === characteristicId,
    )!;
    const values = valuesNow(old.values);
    const when = new Date(at + again.size * 4000);
    const id = seededUuidV7(when.getTime(), by);
    rows.reading.push({
      ...old,
      id,
      values,
      typed: values.join(" "),
      supersedesId: old.id,
      takenAt: when,
      receivedAt: when,
    });
    again.set(characteristicId, values);
  };
  const valueOf = (id: string) =>
    (again.get(id) ?? record.readings.find((one) => one.characteristicId === id)?.values)?.[0];
  const matches = matchesOf(exercise.piece, exercise.own ?? []).filter(
    ({ id, first, second }) => ![id, first, second].some((one) => valueOf(one) === undefined),
  );
  for (const { characteristicId, nominal, upper } of off) {
    const mm = Math.round((nominal + (upper - nominal) * 0.4 * random.next()) * 10) / 10;
    const match = matches.find(({ id }) => id === characteristicId);
    // One of the two is worked until it is like the other.
    if (match) readAgain(match.first, () => [valueOf(match.second)! + mm]);
    else readAgain(characteristicId, (old) => (old.length === 2 ? [old[1]! + mm, old[1]!] : [mm]));
  }
  // Drawn apart, so that the rest of the school is the same whatever is held alike.
  const apart = seededRandom(at);
  for (const { id, first, second } of matches)
    if (again.has(first) || again.has(second))
      readAgain(id, () => [valueOf(first)!, valueOf(second)!], apart);
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
