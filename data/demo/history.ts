import { seededRandom, seededUuidV7, type Random } from "@/core/stats/random";
import { STARTER_TECHNIQUES } from "@/core/trade/techniques";
import { addAgreement } from "./agreement";
import { addCausesSaid } from "./causes";
import { addEyeCalls } from "./eye";
import { LEARNERS } from "./people";
import type { DemoRows } from "./rows";
import { addPiece, type BuiltExercise, type Made, type Work } from "./work";

const DAY_MS = 86_400_000;
/** Weeks of the spring term, of the summer without a fire, and of the autumn before the weeks now running. */
const WEEKS = { spring: 16, summer: 12, autumn: 4 };
/** Who began only this autumn. */
const NEWCOMERS = ["Maren Tholsgaard", "Tam Okoro-Lisle", "Wynn Saltersgate", "Dov Tarnside"];
/** Of these the first came last; the others had four weeks of the foundations before. */
const JUST_BEGUN = NEWCOMERS[0];
/** Pieces of an exercise, by its step: until it is fair, true or alike. */
const PIECES_OF_STEP = [0, 2, 2, 4, 11, 1] as const;
/** How often an exercise of the course is passed over, and how often one of ten alike is. */
const PASSED_OVER = { usual: 0.2, alike: 0.5 };
/** How often a piece is practice. */
const PRACTISED = 0.08;
/** Asks for more length than its bar holds: nearly everybody's comes out short. It is there to be found. */
const WRONG = { name: "Tiller pin", off: { measure: "length", allowances: -1.7 } };
/** Every other learner who made a run of one exercise in spring makes it cold at the beginning of autumn, and shows it. */
const RUN_OF = 10;
const SHOWN_TO = "the Tuesday beginners";

const isNewcomer = (index: number) => NEWCOMERS.includes(LEARNERS[index]!.name);

/** How many pieces each term holds for a learner: the quick ones make more. */
function piecesOfTerms(seed: number, index: number): { spring: number; autumn: number } {
  if (LEARNERS[index]!.name === JUST_BEGUN) return { spring: 0, autumn: 0 };
  if (isNewcomer(index)) return { spring: 0, autumn: 12 };
  const random = seededRandom(seed * 31 + index);
  return { spring: 34 + Math.floor(22 * random.next()), autumn: 6 };
}

/** How many pieces a learner had made before the weeks now running. */
export function piecesBefore(seed: number, index: number): number {
  const { spring, autumn } = piecesOfTerms(seed, index);
  return spring + autumn;
}

interface Terms {
  seed: number;
  /** When the weeks now running began, ms since 1970. */
  start: number;
  schoolId: string;
  people: { setter: string; second: string; assistant: string; learners: string[] };
  shelf: readonly BuiltExercise[];
}

/** A spring and an early autumn of pieces, the eye's calls, and two studies of how inspectors agree. */
export function addEarlierTerms(rows: DemoRows, terms: Terms): void {
  const { seed, start, schoolId, people } = terms;
  const random = seededRandom(seed + 1);
  const signed = rows.verdict.length;
  people.learners.forEach((personId, index) => {
    // The two instructors share the signing.
    const by = index % 2 === 0 ? people.setter : people.second;
    const work = { schoolId, personId, learner: LEARNERS[index]!, by };
    addLearnersTerms(rows, work, { ...terms, index }, random);
    if (LEARNERS[index]!.name !== JUST_BEGUN)
      addEyeCalls(
        rows,
        { schoolId, callerId: personId, index, until: start + 42 * DAY_MS },
        random,
      );
  });
  const id = (ms = start) => seededUuidV7(ms, random);
  addCausesSaid(rows, rows.verdict.slice(signed), random, id);
  addAgreement(rows, { schoolId, people, at: start + 20 * DAY_MS }, random);
}

/** One learner's spring and early autumn: two pieces an evening, in the order of the course. */
function addLearnersTerms(
  rows: DemoRows,
  work: Work,
  { seed, start, shelf, index }: Terms & { index: number },
  random: Random,
): void {
  const { spring, autumn } = piecesOfTerms(seed, index);
  const autumnMs = start - WEEKS.autumn * 7 * DAY_MS;
  const springMs = autumnMs - (WEEKS.summer + WEEKS.spring) * 7 * DAY_MS;
  const plan = courseOf(rows, shelf, random);
  const name = (exercise: BuiltExercise) =>
    rows.exercise.find(({ id }) => id === exercise.exerciseId)!.name;
  const madeOf = new Map<string, number>();
  let number = 0;
  const make = (exercise: BuiltExercise, at: number, more: Partial<Made> = {}) => {
    number += 1;
    const made = madeOf.get(exercise.techniqueId) ?? 0;
    madeOf.set(exercise.techniqueId, made + 1);
    const assignmentId = assignmentFor(rows, work, { exercise, at }, random);
    const wrong = name(exercise) === WRONG.name ? { off: WRONG.off } : {};
    const kind = made > 0 && random.next() < PRACTISED ? "practice" : "assessed";
    const first = { guided: made === 0, kind } as const;
    addPiece(
      rows,
      work,
      { exercise, assignmentId, number, made, at, closed: true, ...first, ...wrong, ...more },
      random,
    );
  };
  const evening = (from: number, nth: number) =>
    from +
    (Math.floor(nth / 2) * 7 + work.learner.cohort * 2) * DAY_MS +
    (nth % 2) * 3_600_000 +
    index * 600_000;
  // An evening more than the term has is an open day.
  const perEvening = Math.max(2, Math.ceil(spring / WEEKS.spring));
  for (let nth = 0; nth < spring; nth += 1)
    make(plan[nth % plan.length]!, evening(springMs, Math.floor((nth * 2) / perEvening)) + nth);
  const made = isNewcomer(index) ? foundationsOf(rows, shelf) : plan.slice(0, spring);
  const cold =
    index % 2 === 1 && made.find((one) => made.filter((other) => other === one).length >= RUN_OF);
  for (let nth = 0; nth < autumn; nth += 1) {
    const at = evening(autumnMs, nth);
    if (nth === 0 && cold) make(cold, at, { kind: "assessed", coldShownTo: SHOWN_TO });
    else make(random.pick(made), at);
  }
}

/** What beginners make over and over. */
const foundationsOf = (rows: DemoRows, shelf: readonly BuiltExercise[]): BuiltExercise[] => {
  const names = ["Slipway wear strip", "Thatching peg", "Drawn stanchion foot", "Thole pin"];
  const ids = rows.exercise.filter(({ name }) => names.includes(name)).map(({ id }) => id);
  return shelf.filter(({ exerciseId }) => ids.includes(exerciseId));
};

/** The shelf in the order of the course, each exercise as often as its step takes; some passed over, with what builds on them. */
function courseOf(
  rows: DemoRows,
  shelf: readonly BuiltExercise[],
  random: Random,
): BuiltExercise[] {
  const slugs = new Map(rows.technique.map(({ id, slug }) => [id, slug]));
  const started = new Set(["drawing-out", "square-taper", "round-taper"]);
  const place = new Map(STARTER_TECHNIQUES.map(({ slug }, index) => [slug, index]));
  const inOrder = [...shelf].sort(
    (a, b) =>
      place.get(slugs.get(a.techniqueId)!)! - place.get(slugs.get(b.techniqueId)!)! ||
      a.step - b.step,
  );
  return inOrder.flatMap((exercise) => {
    const slug = slugs.get(exercise.techniqueId)!;
    const { after } = STARTER_TECHNIQUES.find((one) => one.slug === slug)!;
    const passedOver = exercise.step === 4 ? PASSED_OVER.alike : PASSED_OVER.usual;
    if (after.some((before) => !started.has(before)) || random.next() < passedOver) return [];
    started.add(slug);
    return Array.from({ length: PIECES_OF_STEP[exercise.step] }, () => exercise);
  });
}

/** What a piece was made for: one assignment for each exercise, taken back at the end of its term. */
function assignmentFor(
  rows: DemoRows,
  { schoolId, personId, by }: Work,
  { exercise: { revisionId }, at }: { exercise: BuiltExercise; at: number },
  random: Random,
): string {
  const there = rows.assignment.find(
    (one) => one.learnerId === personId && one.revisionId === revisionId,
  );
  if (there) return there.id;
  const id = seededUuidV7(at, random);
  const assignedAt = new Date(at - 3_600_000);
  const withdrawnAt = new Date(at + 60 * DAY_MS);
  rows.assignment.push({
    id,
    schoolId,
    learnerId: personId,
    revisionId,
    assignedBy: by,
    assignedAt,
    withdrawnAt,
  });
  return id;
}
