import type { Metadata } from "next";
import { planPiece } from "@/core/piece/plan";
import { printSection } from "@/core/section/spoken";
import { STEP_NAMES } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import { printBothUnits } from "@/core/units/print";
import { isInstructor, STAFF } from "@/data/actor";
import {
  listDrafts,
  listStocks,
  searchShelf,
  SHELF_PAGE,
  type ListedDraft,
  type ShelfExercise,
} from "@/data/queries/shelf";
import { listTechniques } from "@/data/queries/techniques";
import { ForgedBar } from "@/ui/bar/ForgedBar";
import { PieceFigure } from "@/ui/drawing/PieceFigure";
import { Link } from "@/ui/kit/Link";
import { ShelfSearch } from "@/ui/set/ShelfSearch";
import { Pending } from "@/ui/shell/Pending";
import { budgetInWords } from "@/ui/words/stage";
import { dayInWords } from "@/ui/words/when";
import { requireActor, recordsOf } from "../../server";
import { readShelfSearch, shelfAddress, shelfQuery, type AskedOfShelf } from "../../shelfQuery";
import { countOf } from "@/ui/words/count";

export const metadata: Metadata = { title: "Set" };

export default async function ShelfPage({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const actor = await requireActor(STAFF);
  const database = recordsOf(actor);
  const asked = readShelfSearch(await searchParams);
  const query = shelfQuery(asked);
  const [{ count, exercises }, techniques, stocks, drafts] = [
    await searchShelf(database, actor, query),
    await listTechniques(database, actor),
    await listStocks(database, actor),
    await listDrafts(database, actor),
  ];
  return (
    <main className="p-5">
      <header className="mb-4 flex flex-wrap items-center gap-x-4 gap-y-2">
        <h1 className="font-slab text-27 font-semibold">The shelf</h1>
        <p className="quiet text-15">{countOf(count, "exercise")}, in the order of the course</p>
        <p className="ml-auto flex flex-wrap items-center gap-x-5 gap-y-2">
          {count > 0 ? (
            <a
              href={shelfAddress("/api/pack", { ...asked, page: undefined })}
              className="link flex min-h-11 items-center text-15"
              download
            >
              These as a pack
            </a>
          ) : null}
          <Link href="/set/offcut" className="link flex min-h-11 items-center text-15">
            What does an offcut make?
          </Link>
          {isInstructor(actor) ? (
            <>
              <Link href="/set/import" className="link flex min-h-11 items-center text-15">
                From a file
              </Link>
              <Link href="/set/new" className="button button-main">
                Design an exercise
              </Link>
            </>
          ) : null}
        </p>
      </header>
      <ShelfSearch asked={query} techniques={techniques} stocks={stocks} />
      <Drafts drafts={drafts} timeZone={actor.timeZone} />
      {exercises.length > 0 ? (
        <ul className="border-t-2 border-ink">
          {exercises.map((exercise) => (
            <ShelfRow key={exercise.id} exercise={exercise} unit={actor.firstUnit} />
          ))}
        </ul>
      ) : Object.values(asked).some((value) => value !== undefined) ? (
        <NothingFits />
      ) : (
        <EmptyShelf showsSteps={isInstructor(actor)} />
      )}
      <Pages asked={asked} count={count} />
    </main>
  );
}

function NothingFits() {
  return (
    <p className="border-t-2 border-ink bg-sheet p-5 text-17">
      Nothing on the shelf fits all of that. Leave out a word, or allow more minutes.
    </p>
  );
}

/** What a school begins with, in the order in which one thing needs another. */
const FIRST_STEPS = [
  ["/climb/course", "The course", "the techniques you teach, and what passes a step"],
  ["/set/new", "Design an exercise", "said in words or drawn on the bar; or bring one from a file"],
  ["/school", "Ask people to join", "one by one, or a whole roster at once"],
  ["/prepare/shop", "What the shop has", "fires, places and the steel in the rack"],
  ["/prepare", "Plan classes", "who makes what, at which fire, and what has to be cut and bought"],
] as const;

function EmptyShelf({ showsSteps }: { showsSteps: boolean }) {
  return (
    <section aria-label="The shelf is empty" className="border-t-2 border-ink bg-sheet p-5">
      <p className="text-17">
        The shelf is empty.{showsSteps ? " What a school begins with, one after another:" : ""}
      </p>
      {showsSteps ? (
        <ol className="mt-2">
          {FIRST_STEPS.map(([href, name, what]) => (
            <li key={href} className="flex min-h-11 flex-wrap items-center gap-x-4 text-15">
              <Link href={href} className="link font-semibold">
                {name}
              </Link>
              <span className="quiet">{what}</span>
            </li>
          ))}
        </ol>
      ) : null}
    </section>
  );
}

function Drafts({ drafts, timeZone }: { drafts: ListedDraft[]; timeZone: string }) {
  if (drafts.length === 0) return null;
  return (
    <section aria-label="Drafts" className="mb-4 border-l-[5px] border-rule-strong pl-4">
      <h2 className="font-slab text-17 font-semibold">Drafts</h2>
      <ul className="flex flex-wrap gap-x-8">
        {drafts.map(({ exerciseId, name, savedBy, savedAt, published }) => (
          <li key={exerciseId}>
            <Link
              href={`/set/${exerciseId}/design`}
              className="flex min-h-11 items-center gap-2 text-15"
            >
              <span className="link font-semibold">{name}</span>
              <span className="quiet">
                {published ? "revision in hand, " : ""}
                {savedBy}, {dayInWords(savedAt, timeZone)}
              </span>
              <Pending />
            </Link>
          </li>
        ))}
      </ul>
    </section>
  );
}

function ShelfRow({ exercise, unit }: { exercise: ShelfExercise; unit: LengthUnit }) {
  const { id, name, step, technique, piece, heatBudget, minuteBudget } = exercise;
  const plan = planPiece(piece);
  const shaped = (piece.features ?? []).length > 0 || (piece.parts ?? []).length > 0;
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
          {plan.parts.length > 0 ? `, and ${plan.parts.length} more` : ""}
        </p>
        <p className="quiet text-15">{budgetInWords(heatBudget, minuteBudget)}</p>
      </div>
      <div className="max-w-xl">
        {shaped ? (
          <PieceFigure piece={piece} unit={unit} widthPx={560} heightPx={150} />
        ) : (
          <ForgedBar piece={piece} plan={plan} unit={unit} />
        )}
      </div>
    </li>
  );
}

function Pages({ asked, count }: { asked: AskedOfShelf; count: number }) {
  const pages = Math.ceil(count / SHELF_PAGE);
  if (pages < 2) return null;
  const here = asked.page ?? 1;
  const to = (page: number) => shelfAddress("/set", { ...asked, page });
  return (
    <nav aria-label="Pages of the shelf" className="mt-4 flex items-center gap-4 text-15">
      {here > 1 ? (
        <Link href={to(here - 1)} className="link flex min-h-11 items-center">
          Before
        </Link>
      ) : null}
      <span className="quiet">
        page {here} of {pages}
      </span>
      {here < pages ? (
        <Link href={to(here + 1)} className="link flex min-h-11 items-center">
          Further along
        </Link>
      ) : null}
    </nav>
  );
}
