import { reportRun, type RunPiece, type RunSize } from "@/core/run/likeness";
import { STEP_NAMES } from "@/core/trade/steps";
import type { LengthUnit } from "@/core/units/length";
import type { Run } from "@/data/queries/runs";
import { RunChart } from "@/ui/charts/RunChart";
import { Link } from "@/ui/kit/Link";
import { RunDots } from "@/ui/stair/RunDots";
import {
  alikeInWords,
  besidesInWords,
  driftInWords,
  provesInWords,
  signalsInWords,
} from "@/ui/words/run";
import { limitsInWords } from "@/ui/words/sizes";
import { OUTCOME_WORDS } from "@/ui/words/verdict";
import { dayInWords } from "@/ui/words/when";

/** A run as a page: its dots, what it proves, and every size along it. */
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
      </section>
      <section aria-label="Pieces" className="mt-5 overflow-x-auto">
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
      {report.sizes.map((size) => (
        <Size key={size.characteristic.id} size={size} tags={tags} unit={unit} />
      ))}
    </main>
  );
}

function goodInARow(pieces: readonly RunPiece[], step: number): number {
  const poor = pieces.findLastIndex(({ meetsStep }) => meetsStep < step);
  return pieces.length - 1 - poor;
}

const MM_PER_IN = 25.4;

function Size({ size, tags, unit }: { size: RunSize; tags: readonly string[]; unit: LengthUnit }) {
  const { characteristic, limits, values, chart } = size;
  // Drawn in the reader's own unit; the words say both.
  const scale = characteristic.unit === "mm" && unit === "in" ? 1 / MM_PER_IN : 1;
  const called = new Set(
    chart?.signals.flatMap(({ from, to }) =>
      Array.from({ length: to - from + 1 }, (_, index) => from + index),
    ) ?? [],
  );
  const points = tags.map((tag, index) => {
    const value = values[index] ?? null;
    const before = values[index - 1] ?? null;
    return {
      tag,
      value: value === null ? null : value * scale,
      moved: value === null || before === null ? null : Math.abs(value - before) * scale,
      called: called.has(index),
    };
  });
  const signals = chart ? signalsInWords(chart, tags) : [];
  return (
    <section aria-label={characteristic.name} className="mt-6 border-t-2 border-ink bg-sheet p-4">
      <h2 className="font-slab text-20 font-semibold">{characteristic.name}</h2>
      <p className="quiet text-15">
        {limitsInWords(
          { ...limits, nominal: characteristic.nominal, unit: characteristic.unit },
          unit,
        )}
        . {alikeInWords(size, unit)}
      </p>
      <RunChart
        title={`${characteristic.name}, piece by piece`}
        points={points}
        limits={{ lower: limits.lower * scale, upper: limits.upper * scale }}
        own={
          chart
            ? { mean: chart.mean * scale, lower: chart.lower * scale, upper: chart.upper * scale }
            : null
        }
        movedUpper={chart ? chart.rangeUpper * scale : null}
        digits={scale === 1 ? 1 : 3}
      />
      <p className="text-15">
        {chart
          ? [...signals, driftInWords(chart, size, unit)].join(" ")
          : "Five pieces make a chart; the dashed lines and what stands out come then."}
      </p>
      {size.figures.cpk === null ? null : (
        <p className="quiet text-13">
          Mean {(size.figures.mean * scale).toFixed(scale === 1 ? 2 : 3)}, standard deviation{" "}
          {(size.figures.sd! * scale).toFixed(scale === 1 ? 2 : 4)}, capability{" "}
          {size.figures.cpk.toFixed(2)}, at least {Math.max(0, size.figures.cpkLower!).toFixed(2)}{" "}
          at 95 %
        </p>
      )}
    </section>
  );
}
