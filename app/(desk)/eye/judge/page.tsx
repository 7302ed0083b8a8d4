import type { Metadata } from "next";
import { drillPiece } from "@/core/eye/drillPiece";
import { planPiece } from "@/core/piece/plan";
import { seededRandom } from "@/core/stats/random";
import type { LengthUnit } from "@/core/units/length";
import { listDrillExercises, type DrillExercise } from "@/data/queries/eye";
import { ForgedBar } from "@/ui/bar/ForgedBar";
import { JudgeDrill, type DrilledPiece } from "@/ui/eye/JudgeDrill";
import { requireActor, recordsOf } from "../../../server";

export const metadata: Metadata = { title: "What would you do?" };

const PIECES = 10;

export default async function JudgePage() {
  const actor = await requireActor();
  const unit = actor.firstUnit;
  const exercises = await listDrillExercises(recordsOf(actor), actor, PIECES);
  const pieces = drilledPieces(exercises, unit);
  return (
    <main className="mx-auto w-full max-w-3xl p-4 sm:p-5">
      <h1 className="font-slab text-27 font-semibold">What would you do?</h1>
      {pieces.length > 0 ? (
        <JudgeDrill pieces={pieces} unit={unit} />
      ) : (
        <p className="mt-3 text-15">
          No exercise of one bar with two to six readings is published yet.
        </p>
      )}
    </main>
  );
}

/** A piece of each exercise, other ones every time; those whose readings can't be judged are left out. */
function drilledPieces(exercises: readonly DrillExercise[], unit: LengthUnit): DrilledPiece[] {
  const random = seededRandom(Date.now());
  return exercises.flatMap(({ id, name, asked, rules }): DrilledPiece[] => {
    const drill = drillPiece(asked, rules, random);
    if (!drill) return [];
    const { piece, characteristics } = asked;
    const stations = characteristics.map(({ atMm }, index) => ({
      number: index + 1,
      atMm,
      state: "done" as const,
    }));
    const plan = planPiece(piece);
    const drawing = <ForgedBar {...{ piece, plan, unit, stations }} widthPx={520} />;
    return [{ exerciseId: id, name, characteristics, drill, drawing }];
  });
}
