import { reportRun, type RunPiece } from "@/core/run/likeness";
import { STEP_NAMES } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import type { Run } from "@/data/queries/runs";
import { SharesOfRun, SizesOfRun, SizeStandingOut } from "@/ui/climb/RunSizes";
import { Link } from "@/ui/kit/Link";
import { RunDots } from "@/ui/stair/RunDots";
import { besidesInWords, foundInWords, provesInWords } from "@/ui/words/run";
import { OUTCOME_WORDS } from "@/ui/words/verdict";
import { dayInWords } from "@/ui/words/when";

/** A run as a page: what it proves, what stands out with its chart, and every size in a line. */
export function RunView({
  run,
  who,
  unit,
  timeZone,
  pieceBase,
}: {
  run: Run;
  /** Whose run it is; null for one's own. */
  who: string | null;
  unit: LengthUnit;
  timeZone: string;
  pieceBase: string;
}) {
  const { exercise, technique, grade, alike } = run;
  const report = reportRun(run.pieces, run.characteristics, {
    grade,
    spreadGrade: alike.spreadGrade,
    step: exercise.step,
  });
  const besides = besidesInWords(report);
  const tags = report.pieces.map(({ tag }) => tag);
  const inARow = goodInARow(report.pieces, exercise.step);
  const standingOut = report.sizes
    .filter(({ found }) => found !== null)
    .sort((a, b) => Number(b.found!.isSure) - Number(a.found!.isSure));
  return (
    <main className="mx-auto w-full max-w-4xl p-4 sm:p-5">
      <p className="quiet text-15">
        {who ? `${who}, ` : ""}
        {technique.name.toLowerCase()}, step {exercise.step}
      </p>
      <h1 className="font-slab text-27 font-semibold">The run of {exercise.name.toLowerCase()}</h1>
      <section aria-label="What it proves" className="mt-4 bg-slate p-5 text-chalk">
        <p className="flex flex-wrap items-center gap-3">
          <RunDots have={Math.min(inARow, alike.good)} need={alike.good} onSlate />
          <span className="font-slab text-20 font-semibold">
            {inARow === 0 ? "No run at the moment" : `${inARow} good in a row`}
          </span>
        </p>
        <p className="mt-2 text-15 text-chalk-2">{provesInWords(report)}</p>
        {besides ? <p className="text-15 text-chalk-2">{besides}</p> : null}
        <p className="mt-2 text-15">{foundInWords(report)}</p>
      </section>
      {standingOut.map((size) => (
        <SizeStandingOut key={size.characteristic.id} size={size} tags={tags} unit={unit} />
      ))}
      <SharesOfRun shares={report.shares} tags={tags} />
      <SizesOfRun sizes={report.sizes} unit={unit} />
      <section aria-label="Pieces" className="mt-6 overflow-x-auto">
        <table className="ledger text-15">
          <thead>
            <tr>
              <th scope="col">Piece</th>
              <th scope="col">Day</th>
              <th scope="col">Verdict</th>
              <th scope="col">Meets</th>
            </tr>
          </thead>
          <tbody>
            {run.pieces.map((piece) => (
              <tr key={piece.pieceId}>
                <td className="!py-0">
                  <Link
                    href={`${pieceBase}/${piece.pieceId}`}
                    className="link flex min-h-11 items-center font-semibold"
                  >
                    {piece.tag}
                  </Link>
                </td>
                <td className="quiet">{dayInWords(piece.signedAt, timeZone)}</td>
                <td>{OUTCOME_WORDS[piece.outcome]}</td>
                <td>
                  {piece.meetsStep === 0 ? "no step" : STEP_NAMES[piece.meetsStep]}
                  {piece.kind === "practice" ? ", practice" : piece.guided ? ", guided" : ""}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {run.pieces.length === 0 ? (
          <p className="bg-sheet p-4 text-15">No piece of it is signed yet.</p>
        ) : null}
      </section>
    </main>
  );
}

function goodInARow(pieces: readonly RunPiece[], step: number): number {
  const poor = pieces.findLastIndex(({ meetsStep }) => meetsStep < step);
  return pieces.length - 1 - poor;
}
