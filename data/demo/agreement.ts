import { seededUuidV7, type Random } from "@/core/stats/random";
import type { DemoRows } from "./rows";

interface Asked {
  schoolId: string;
  people: { setter: string; second: string; assistant: string };
  at: number;
}

const PIECES = 10;
const TRIALS = 3;
/** What each inspector's caliper hand adds, mm: the second presses less. */
const BIAS_MM = [0, 0.13, 0.02];
const HAND_MM = 0.04;
const PIECE_MM = 0.3;
const JUDGED = 24;
/** How much stricter the second judges hammer marks, in grades. */
const STRICTER = 0.6;

/** Two studies of how inspectors agree: a size by three of them, and hammer marks by the two instructors, who differ. */
export function addAgreement(
  rows: DemoRows,
  { schoolId, people, at }: Asked,
  random: Random,
): void {
  const { setter, second, assistant } = people;
  const pieces = rows.piece.slice(-JUDGED).map(({ id }) => id);
  const study = (name: string, kind: "size" | "judgement") => {
    const id = seededUuidV7(at, random);
    rows.agreementStudy.push({
      id,
      schoolId,
      name,
      kind,
      startedBy: setter,
      startedAt: new Date(at),
    });
    let taken = 0;
    return (pieceId: string, inspectorId: string, value: number) => {
      taken += 1;
      const when = at + taken * 20_000;
      rows.agreementReading.push({
        id: seededUuidV7(when, random),
        schoolId,
        studyId: id,
        pieceId,
        inspectorId,
        value,
        takenAt: new Date(when),
      });
    };
  };
  const size = study("Tip of ten pegs, by caliper", "size");
  const sizes = pieces.slice(0, PIECES).map(() => 4 + PIECE_MM * random.normal());
  [setter, second, assistant].forEach((inspector, who) => {
    for (let trial = 0; trial < TRIALS; trial += 1)
      sizes.forEach((mm, index) => {
        const read = mm + BIAS_MM[who]! + HAND_MM * random.normal();
        size(pieces[index]!, inspector, Math.max(0, Math.round(read * 50) / 50));
      });
  });
  const judge = study("Hammer marks on two dozen strips", "judgement");
  for (const piece of pieces) {
    const marks = 1 + 0.8 * random.normal();
    const grade = (seen: number) =>
      Math.max(0, Math.min(2, Math.round(seen + 0.25 * random.normal())));
    judge(piece, setter, grade(marks));
    judge(piece, second, grade(marks + STRICTER));
  }
}
