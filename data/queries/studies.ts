import { asc, desc, eq } from "drizzle-orm";
import { studyGauge, type GaugeStudy, type StudyProblem } from "@/core/agree/gaugeStudy";
import { weightedKappa, type Agreement } from "@/core/agree/kappa";
import { isStaff, type Actor } from "../actor";
import type { Queryable } from "../database";
import { ofEachPiece } from "../ofPiece";
import { agreementReading, agreementStudy, person, piece } from "../schema";

export interface Study {
  id: string;
  name: string;
  startedAt: string;
  values: number;
  inspectors: { name: string; mean: number }[];
  result:
    | { kind: "size"; study: GaugeStudy | StudyProblem }
    /** Of every two inspectors, over the pieces both judged. */
    | { kind: "judgement"; pairs: { one: string; other: string; agreement: Agreement }[] };
}

/** Grades of a judgement by eye. */
const GRADES = 3;

/** The school's studies of how its inspectors agree, newest first. Staff only. */
export async function listStudies(database: Queryable, actor: Actor): Promise<Study[]> {
  if (!isStaff(actor)) return [];
  const studies = await database
    .select()
    .from(agreementStudy)
    .where(eq(agreementStudy.schoolId, actor.schoolId))
    .orderBy(desc(agreementStudy.startedAt));
  const rows = await database
    .select({
      studyId: agreementReading.studyId,
      piece: piece.tag,
      inspector: person.name,
      value: agreementReading.value,
    })
    .from(agreementReading)
    .innerJoin(piece, ofEachPiece(agreementReading))
    .innerJoin(person, eq(person.id, agreementReading.inspectorId))
    .where(eq(agreementReading.schoolId, actor.schoolId))
    .orderBy(asc(agreementReading.takenAt), asc(agreementReading.id));
  return studies.map(({ id, name, kind, startedAt }) => {
    const readings = rows.filter(({ studyId }) => studyId === id);
    const inspectors = [...new Set(readings.map(({ inspector }) => inspector))];
    return {
      id,
      name,
      startedAt: startedAt.toISOString(),
      values: readings.length,
      inspectors: inspectors.map((one) => {
        const own = readings.filter(({ inspector }) => inspector === one);
        return { name: one, mean: own.reduce((sum, { value }) => sum + value, 0) / own.length };
      }),
      result:
        kind === "size"
          ? { kind, study: studyGauge(readings) }
          : { kind, pairs: pairsOf(readings, inspectors) },
    };
  });
}

interface Judged {
  piece: string;
  inspector: string;
  value: number;
}

function pairsOf(readings: readonly Judged[], inspectors: readonly string[]) {
  const of = (inspector: string) =>
    new Map(
      readings.filter((one) => one.inspector === inspector).map((one) => [one.piece, one.value]),
    );
  return inspectors.flatMap((one, index) =>
    inspectors.slice(index + 1).flatMap((other) => {
      const [ones, others] = [of(one), of(other)];
      const both = [...ones].flatMap(([tag, value]) =>
        others.has(tag) ? [[value, others.get(tag)!] as const] : [],
      );
      return both.length === 0 ? [] : [{ one, other, agreement: weightedKappa(both, GRADES) }];
    }),
  );
}
