import { exerciseContentSchema, reckonExercise } from "@/core/exercise/exercise";
import { matchesOf } from "@/core/exercise/matches";
import { doubtfulFirst } from "@/core/inspection/doubt";
import type { MayStop } from "@/core/inspection/enough";
import { expectedOf, slipsOf, type WholeInspection } from "@/core/inspection/expected";
import { shareFormOf } from "@/core/inspection/share";
import { allSlips, type Slips } from "@/core/inspection/slips";
import { limitsAtGrade, type Characteristic } from "@/core/measure/characteristic";
import { instrumentThatDecides } from "@/core/measure/finer";
import { judgeReading, limitsThatJudge } from "@/core/measure/judge";
import { inHandOrder } from "@/core/measure/order";
import { measuredValue } from "@/core/measure/ways";
import { simulatePiece } from "@/core/simulate/learner";
import { passRateUpper } from "@/core/stats/passRate";
import { seededRandom, type Random } from "@/core/stats/random";
import { STEP_GRADES } from "@/core/trade/steps";
import { judgePiece } from "@/core/verdict/judgePiece";
import { DEFAULT_MARKS_RULE } from "@/core/verdict/marks";
import type { Asked, CurrentReading } from "@/core/verdict/record";
import { canBeSigned, type Verdict } from "@/core/verdict/verdict";
import { SHELF_EXERCISES, WORKED_EXERCISES } from "@/data/demo/exercises";
import { INSTRUMENTS, LEARNERS } from "@/data/demo/people";

const RULES = { grades: STEP_GRADES, marks: DEFAULT_MARKS_RULE };
/** Share of sizes that go wrong by themselves, whoever makes the piece. */
const SLIPS = [0, 0.01, 0.03];
/** Pieces each learner has made of an exercise, up to. */
const MADE = 24;
/** Of each learner's pieces before, so many were measured whole. */
const MEASURED_BEFORE = 12;
/** How far a slip goes, allowances. */
const SLIP = { least: 1.05, range: 1.45 };

export interface EnoughStudy {
  slips: number;
  order: "by hand" | "doubtful first";
  inspected: number;
  pieces: number;
  /** Judged so by full inspection. */
  kept: number;
  agreed: number;
  /** Of the pieces full inspection doesn't keep, those the early end doesn't keep either. */
  found: number;
  readings: { taken: number; asked: number };
  /** Ended early, of them wrongly, and the sum of the chances stated. */
  stops: { count: number; wrong: number; stated: number };
}

/** An exercise of the school, what its learners have made of it, and the chance that goes on. */
interface Practised {
  asked: Asked;
  judging: { grade: number; shop: typeof INSTRUMENTS };
  made: number[];
  /** Measured whole, latest first. */
  before: { by: number; values: Record<string, number> }[];
  random: Random;
}

/**
 * How inspections end on made-up pieces of every demonstration exercise, beside full ones.
 *
 * @param inspected of each exercise at most so many pieces before were measured whole
 */
export function studyEnough(
  piecesEach: number,
  { slips, order, inspected }: Pick<EnoughStudy, "slips" | "order" | "inspected">,
): EnoughStudy {
  const study: EnoughStudy = {
    ...{ slips, order, inspected, pieces: 0, kept: 0, agreed: 0, found: 0 },
    readings: { taken: 0, asked: 0 },
    stops: { count: 0, wrong: 0, stated: 0 },
  };
  const school = exercises().map((asked, index) => practised(asked, index, { slips, inspected }));
  const found = slipsFound(school);
  for (const { asked, judging, made, before, random } of school)
    for (let nth = 0; nth < piecesEach; nth += 1) {
      const who = Math.floor(random.next() * LEARNERS.length);
      const inspections = before.map(({ by, values }): WholeInspection => ({
        own: by === who,
        values,
      }));
      const { characteristics } = asked;
      const expected = expectedOf(characteristics, { ...judging, slips: found }, inspections)!;
      const readings = makePiece(asked, { who, made: made[who]!, slips }, random);
      const whole = judged(asked, readings);
      // Readings that can't be true together are read again: neither way has an end yet.
      if (whole.outcome === null) continue;
      const plan =
        order === "by hand"
          ? characteristics
          : doubtfulFirst(characteristics, expected, judging.grade);
      const mayStop = { expected, drawn: false };
      add(study, inspect({ ...asked, characteristics: plan, mayStop }, readings), whole);
    }
  return study;
}

function practised(
  asked: Asked,
  index: number,
  { slips, inspected }: Pick<EnoughStudy, "slips" | "inspected">,
): Practised {
  const random = seededRandom(1000 * index + Math.round(slips * 100) + 1);
  const made = LEARNERS.map(() => 1 + Math.floor(random.next() * MADE));
  const before = earlierPieces(asked, { made, slips }, random).slice(0, inspected);
  const judging = { grade: STEP_GRADES[asked.step], shop: INSTRUMENTS };
  return { asked, judging, made, before, random };
}

/** As a school finds them in all its exercises. */
const slipsFound = (school: readonly Practised[]): Slips =>
  allSlips(
    school.map(({ asked, judging, before }) => {
      const inspections = before.map(({ values }) => ({ own: false, values }));
      return slipsOf(asked.characteristics, judging.grade, inspections)!;
    }),
  );

function add(study: EnoughStudy, { read, verdict }: Ended, whole: Verdict): void {
  const isSame = verdict.outcome === whole.outcome;
  study.pieces += 1;
  study.agreed += Number(isSame);
  if (whole.outcome === "keep") study.kept += 1;
  else study.found += Number(verdict.outcome !== "keep");
  study.readings.taken += read;
  study.readings.asked += whole.judgements.length;
  if (!verdict.enough) return;
  study.stops.count += 1;
  study.stops.wrong += Number(!isSame);
  study.stops.stated += verdict.enough.chance;
}

interface Ended {
  read: number;
  verdict: Verdict;
}

/** Reads line after line until the verdict can be signed. */
function inspect(asked: Asked & { mayStop: MayStop }, readings: readonly CurrentReading[]): Ended {
  const taken: CurrentReading[] = [];
  for (const { id } of asked.characteristics) {
    taken.push(readings.find(({ characteristicId }) => characteristicId === id)!);
    const verdict = judged(asked, taken);
    if (canBeSigned(verdict)) return { read: taken.length, verdict };
  }
  return { read: taken.length, verdict: judged(asked, taken) };
}

const judged = (asked: Asked, readings: readonly CurrentReading[]): Verdict =>
  judgePiece(
    asked,
    { readings, defects: [], heats: 1, minutes: 1, tries: [], corrections: [] },
    RULES,
  );

const exercises = (): Asked[] =>
  [...WORKED_EXERCISES, ...SHELF_EXERCISES].map(({ content, step }) => {
    const { piece, ...rest } = exerciseContentSchema.parse(content);
    const { characteristics } = reckonExercise({ piece, ...rest });
    return {
      ...{ piece, step, tries: [], correctionsAllowed: [], matches: matchesOf(piece, []) },
      characteristics: inHandOrder(characteristics),
      heatBudget: rest.heatBudget,
      minuteBudget: rest.minuteBudget,
    };
  });

/** The latest pieces of every learner, latest first. */
function earlierPieces(
  asked: Asked,
  { made, slips }: { made: readonly number[]; slips: number },
  random: Random,
): { by: number; values: Record<string, number> }[] {
  const lines = new Map(asked.characteristics.map((line) => [line.id, line]));
  return Array.from({ length: MEASURED_BEFORE }, (_, back) =>
    made.flatMap((count, by) => {
      if (back >= count) return [];
      const readings = makePiece(asked, { who: by, made: count - 1 - back, slips }, random);
      const values = readings.map(({ characteristicId: id, values }) => [
        id,
        measuredValue(lines.get(id)!.readings, values),
      ]);
      return [{ by, values: Object.fromEntries(values) as Record<string, number> }];
    }),
  ).flat();
}

function makePiece(
  asked: Asked,
  { who, made, slips }: { who: number; made: number; slips: number },
  random: Random,
): CurrentReading[] {
  const grade = STEP_GRADES[asked.step];
  const { readings } = simulatePiece(asked, { traits: LEARNERS[who]!.traits, made, grade }, random);
  return readings.map(({ characteristicId, values: meant }) => {
    const line = asked.characteristics.find(({ id }) => id === characteristicId)!;
    const values = (random.next() < slips ? slipped(line, grade, random) : null) ?? meant;
    const instrumentUncertainty = uncertaintyOf(line, values, grade);
    return { characteristicId, values, instrumentUncertainty };
  });
}

/** A size gone wrong by itself. */
function slipped(line: Characteristic, grade: number, random: Random): number[] | null {
  if (shareFormOf(line) === "chosen" || line.readings !== "one") return null;
  const { lower, upper } = limitsAtGrade(line, grade);
  const isAbove = line.kind !== "size" || random.next() < 0.5;
  const allowance = isAbove ? upper - line.nominal : lower - line.nominal;
  return [Math.max(0, line.nominal + allowance * (SLIP.least + SLIP.range * random.next()))];
}

/** Of the instrument asked for, or of the one that then decides what this one can't. */
export function uncertaintyOf(
  line: Characteristic,
  values: readonly number[],
  grade: number,
): number {
  const { uncertainty } = INSTRUMENTS.find(({ kind }) => kind === line.instrument)!;
  const { state, value, lower, upper } = judgeReading(line, values, {
    instrumentUncertainty: uncertainty,
    grade,
  });
  if (state !== "too-close") return uncertainty;
  const limits = limitsThatJudge(line, { lower, upper });
  const way = line.readings;
  const finer = instrumentThatDecides({ value, limits, way }, line.instrument, INSTRUMENTS);
  return finer?.uncertainty ?? uncertainty;
}

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;

/** All that were made, or few. */
const INSPECTED = [Infinity, 16];

/** Prints how many readings an early end leaves out, and what it misses. */
export function printEnough(count = "40"): void {
  console.log(`inspections that end early, ${count} made-up pieces of each demonstration exercise`);
  for (const inspected of INSPECTED)
    for (const order of ["by hand", "doubtful first"] as const)
      for (const slips of SLIPS)
        console.log(`  ${wordsOf(studyEnough(Number(count), { slips, order, inspected }))}`);
}

function wordsOf(study: EnoughStudy): string {
  const { slips, order, inspected, pieces, kept, agreed, found, readings, stops } = study;
  const bad = pieces - kept;
  const missed = bad - found;
  return [
    `${Number.isFinite(inspected) ? `${inspected} inspections before` : "all before"}, ${order}, slips on ${percent(slips)}: ${pieces} pieces, ${percent(kept / pieces)} to keep`,
    `readings taken ${percent(readings.taken / readings.asked)}`,
    `verdict as by all readings ${percent(agreed / pieces)}`,
    `of ${bad} not to keep found ${percent(found / bad)} (missed at most ${percent(passRateUpper(missed, bad, 0.95))})`,
    `ended early ${stops.count}, wrongly ${percent(stops.wrong / stops.count)}, stated ${percent(stops.stated / stops.count)}`,
  ].join("; ");
}
