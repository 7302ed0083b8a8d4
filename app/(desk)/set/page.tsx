import type { Metadata } from "next";
import { planPiece } from "@/core/piece/plan";
import { printSection } from "@/core/section/spoken";
import { STEP_NAMES } from "@/core/trade/steps";
import { printBothUnits } from "@/core/units/print";
import { isInstructor, STAFF } from "@/data/actor";
import { listShelf, type ShelfExercise } from "@/data/queries/exercises";
import type { LengthUnit } from "@/core/units/length";
import { BarDrawing } from "@/ui/bar/BarDrawing";
import { Pending } from "@/ui/shell/Pending";
import { requireActor, services } from "../../server";
import { Link } from "@/ui/kit/Link";

export const metadata: Metadata = { title: "Set" };

export default async function ShelfPage() {
  const actor = await requireActor(STAFF);
  const exercises = await listShelf(services().database, actor);
  return (
    <main className="p-5">
      <header className="mb-4 flex flex-wrap items-baseline gap-4">
        <h1 className="font-slab text-27 font-semibold">The shelf</h1>
        <p className="quiet text-15">
          {exercises.length === 1 ? "1 exercise" : `${exercises.length} exercises`}, in the order of
          the course
        </p>
        {isInstructor(actor) ? (
          <Link href="/set/import" className="button ml-auto">
            From a piece file
          </Link>
        ) : null}
      </header>
      {exercises.length === 0 ? (
        <p className="border-t-2 border-ink bg-sheet p-5 text-17">
          The shelf is empty. Begin with a piece file: a finished piece, described along its bar.
        </p>
      ) : (
        <ul className="border-t-2 border-ink">
          {exercises.map((exercise) => (
            <ShelfRow key={exercise.id} exercise={exercise} unit={actor.firstUnit} />
          ))}
        </ul>
      )}
    </main>
  );
}

function ShelfRow({ exercise, unit }: { exercise: ShelfExercise; unit: LengthUnit }) {
  const { id, name, step, technique, piece, heatBudget, minuteBudget } = exercise;
  const plan = planPiece(piece);
  return (
    <li className="grid gap-x-8 gap-y-2 border-b border-rule bg-sheet p-4 md:grid-cols-[minmax(240px,1fr)_2fr]">
      <div>
        <h2 className="font-slab text-20 font-semibold">
          <Link
            href={`/set/${id}`}
            className="flex min-h-11 items-center underline decoration-1 underline-offset-4"
          >
            {name}
            <Pending />
          </Link>
        </h2>
        <p className="text-15">
          {technique}, step {step} “{STEP_NAMES[step]}”
        </p>
        <p className="quiet text-15">
          cut {printBothUnits(plan.stockLengthMm, unit)} of{" "}
          {printSection(piece.stock.section, unit)}
        </p>
        <p className="quiet text-15">
          {heatBudget} heats, {minuteBudget} minutes
        </p>
      </div>
      <div className="max-w-3xl">
        <BarDrawing piece={piece} plan={plan} view="forged" unit={unit} />
      </div>
    </li>
  );
}
