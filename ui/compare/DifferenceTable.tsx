import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import type { Judgement } from "@/core/measure/judge";
import type { Difference } from "@/core/verdict/likeness";
import { MeasuredCell } from "../measure/MeasuredCell";
import { limitsInWords, signedInWords } from "../words/sizes";

interface DifferenceTableProps {
  differences: readonly Difference[];
  labels: { mine: string; other: string };
  /** The learner's run so far, in the order made, this piece among it. */
  run: readonly { tag: string; judgements: readonly Judgement[] }[];
  unit: LengthUnit;
}

/** What differs, by how much, and the run so far beside it. */
export function DifferenceTable({ differences, labels, run, unit }: DifferenceTableProps) {
  if (differences.length === 0)
    return <p className="mt-4 text-15">Neither of them is measured yet.</p>;
  return (
    <div className="mt-4 overflow-x-auto">
      <table className="ledger text-15">
        <thead>
          <tr>
            <th scope="col">Measured</th>
            <th scope="col" className="number">
              {labels.mine}
            </th>
            <th scope="col" className="number">
              {labels.other}
            </th>
            <th scope="col" className="number">
              Apart
            </th>
            <th scope="col" className="number">
              Limits, {unit}
            </th>
            <th scope="col">The run so far</th>
          </tr>
        </thead>
        <tbody>
          {differences.map((row) => (
            <tr key={row.characteristicId}>
              <td>{row.name}</td>
              <MeasuredCell of={row.mine} unit={unit} />
              <MeasuredCell of={row.other} unit={unit} />
              <td className="number font-semibold">{apartInWords(row, unit)}</td>
              <td className="number quiet">{limitsInWords(row, unit)}</td>
              <td>
                <RunStrip row={row} run={run} mine={labels.mine} unit={unit} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function apartInWords({ apart, share, unit: measured }: Difference, unit: LengthUnit): string {
  if (apart === null) return "–";
  const signed = signedInWords(apart, measured, unit);
  return share !== null && share > 0.5 ? `${signed}, much` : signed;
}

const STRIP = { width: 132, height: 30 };

/** One dot a piece, in the order made, against the limits. */
function RunStrip({
  row,
  run,
  mine,
  unit,
}: {
  row: Difference;
  run: DifferenceTableProps["run"];
  /** The tag of the piece that is compared. */
  mine: string;
  unit: LengthUnit;
}) {
  const values = run.flatMap(({ tag, judgements }) => {
    const judged = judgements.find((one) => one.characteristicId === row.characteristicId);
    return judged ? [{ tag, judged }] : [];
  });
  const width = row.upper - row.lower || 1;
  const y = (value: number) =>
    STRIP.height *
    (0.5 - 0.25 * Math.max(-2, Math.min(2, (value - (row.upper + row.lower) / 2) / (width / 2))));
  const words = values
    .map(({ judged }) => printMeasured(judged.value, judged.unit, unit))
    .join(", ");
  return (
    <svg width={STRIP.width} height={STRIP.height} role="img" aria-label={`The run: ${words}`}>
      <rect
        y={y(row.upper)}
        width={STRIP.width}
        height={y(row.lower) - y(row.upper)}
        className="fill-on-size/15"
      />
      {values.map(({ tag, judged }, at) => (
        <circle
          key={tag}
          cx={8 + (at * (STRIP.width - 16)) / Math.max(1, values.length - 1)}
          cy={y(judged.value)}
          r={tag === mine ? 4.5 : 3}
          className={judged.state === "on-size" ? "fill-on-size" : "fill-heavy"}
        />
      ))}
    </svg>
  );
}
