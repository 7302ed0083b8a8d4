import type { Course } from "@/core/climb/course";
import { FOUNDING_RULES, RULES_FROM_THE_START, type RulesInForce } from "@/core/climb/rules";
import { seededRandom, seededUuidV7 } from "@/core/stats/random";
import type { DemoRows } from "./rows";

const DAY_MS = 86_400_000;

/**
 * The course as the school published it before its first piece: an exercise proves its own step, and the
 * hardest of each technique counts on to Sure, since nothing there asks for more.
 *
 * @returns the rules in force since
 */
export function addCourse(
  rows: DemoRows,
  { schoolId, by, seed }: { schoolId: string; by: string; seed: number },
): RulesInForce[] {
  const firstPiece = Math.min(...rows.piece.map(({ startedAt }) => startedAt!.getTime()));
  const publishedAt = new Date(firstPiece - DAY_MS);
  const countsTo = Object.fromEntries(hardestOfEach(rows).map((id) => [id, 5 as const]));
  const content: Course = { techniques: techniquesOf(rows), countsTo, rules: FOUNDING_RULES };
  rows.curriculumRevision.push({
    ...{ schoolId, number: 1, content, publishedAt, publishedBy: by },
    // Drawn apart, so that nothing else of the school is drawn otherwise.
    id: seededUuidV7(publishedAt.getTime(), seededRandom(seed + 2)),
  });
  return [
    ...RULES_FROM_THE_START,
    {
      ...{ from: publishedAt.getTime(), rules: FOUNDING_RULES },
      countsTo: new Map(Object.entries(countsTo)),
    },
  ];
}

const techniquesOf = ({ technique, techniquePrerequisite }: DemoRows): Course["techniques"] =>
  technique.map(({ id, name, summary, halfLifeDays }) => ({
    ...{ id, name, summary, halfLifeDays: Math.round(halfLifeDays!) },
    after: techniquePrerequisite.flatMap((one) => (one.techniqueId === id ? [one.beforeId] : [])),
  }));

/** The published exercises of each technique that no other of it is harder than. */
function hardestOfEach({ exercise, exerciseRevision }: DemoRows): string[] {
  const published = new Set(exerciseRevision.map(({ exerciseId }) => exerciseId));
  const shelf = exercise.filter(({ id }) => published.has(id));
  return shelf
    .filter((one) => !shelf.some((of) => of.techniqueId === one.techniqueId && of.step > one.step))
    .map(({ id }) => id);
}
