import type { RunSize } from "@/core/run/likeness";
import type { LengthUnit } from "@/core/units/length";
import { printMeasured } from "@/core/units/print";
import { RunChart } from "../charts/RunChart";
import { alikeInWords, findingInWords, hiddenInWords, placesOf } from "../words/run";
import { limitsInWords } from "../words/sizes";

const MM_PER_IN = 25.4;

const limitsOf = ({ characteristic, limits }: RunSize, unit: LengthUnit) =>
  limitsInWords({ ...limits, nominal: characteristic.nominal, unit: characteristic.unit }, unit);

/** A size in which something stands out, with its chart. */
export function SizeStandingOut({
  size,
  tags,
  unit,
}: {
  size: RunSize;
  tags: readonly string[];
  unit: LengthUnit;
}) {
  const { characteristic, limits, values, chart } = size;
  const { finding, isSure } = size.found!;
  // Drawn in the reader's own unit; the words say both.
  const scale = characteristic.unit === "mm" && unit === "in" ? 1 / MM_PER_IN : 1;
  const places = placesOf(finding);
  const points = tags.map((tag, index) => {
    const value = values[index] ?? null;
    return { tag, value: value === null ? null : value * scale, called: places.includes(index) };
  });
  return (
    <section aria-label={characteristic.name} className="mt-6 border-t-2 border-ink bg-sheet p-4">
      <h2 className="font-slab text-20 font-semibold">{characteristic.name}</h2>
      <p className="text-15 font-semibold">
        {isSure ? "" : "Worth a look: "}
        {findingInWords(finding, tags, size, unit)}
      </p>
      <p className="quiet text-15">
        {limitsOf(size, unit)}. {alikeInWords(size, unit)}
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
        digits={scale === 1 ? 1 : 3}
      />
      <p className="quiet text-13">
        {isSure
          ? "Of a hundred steady runs at most five show as much in any of their sizes."
          : "Of ten such looks about one is nothing."}{" "}
        What it comes from is not said here: look at the pieces.
      </p>
    </section>
  );
}

/** How much of what is allowed each piece used, all its sizes together. */
export function SharesOfRun({
  shares,
  tags,
}: {
  shares: readonly (number | null)[];
  tags: readonly string[];
}) {
  if (shares.filter((share) => share !== null).length < 2) return null;
  return (
    <section aria-label="The run as a whole" className="mt-6 border-t-2 border-ink bg-sheet p-4">
      <h2 className="font-slab text-20 font-semibold">The run as a whole</h2>
      <p className="quiet text-15">
        Of what is allowed each piece used so much, the mean of its sizes: at 0 all are as drawn, at
        1 they are at their limits.
      </p>
      <RunChart
        title="Share of what is allowed, piece by piece"
        points={tags.map((tag, index) => ({ tag, value: shares[index] ?? null, called: false }))}
        limits={{ lower: 0, upper: 1 }}
        own={null}
        least={0}
        digits={2}
      />
    </section>
  );
}

/** What there is no room for on a phone. */
const DESK = "hidden sm:table-cell";

/** Every size of a run in a line. */
export function SizesOfRun({ sizes, unit }: { sizes: readonly RunSize[]; unit: LengthUnit }) {
  if (sizes.length === 0) return null;
  return (
    <section aria-label="Sizes" className="mt-6">
      <table className="ledger text-15">
        <thead>
          <tr>
            <th scope="col">Size</th>
            <th scope="col">Allowed</th>
            <th scope="col" className={DESK}>
              Mean
            </th>
            <th scope="col">As a run</th>
            <th scope="col" className={DESK}>
              Capability, at least at 95 %
            </th>
          </tr>
        </thead>
        <tbody>
          {sizes.map((size) => (
            <tr key={size.characteristic.id}>
              <th scope="row" className="!font-semibold">
                {size.characteristic.name}
              </th>
              <td className="whitespace-nowrap">{limitsOf(size, unit)}</td>
              <td className={`whitespace-nowrap ${DESK}`}>
                {printMeasured(size.figures.mean, size.characteristic.unit, unit)}
              </td>
              <td className="quiet">
                {size.hiddenBy === null
                  ? alikeInWords(size, unit)
                  : hiddenInWords(size.hiddenBy, size, unit)}
              </td>
              <td className={`whitespace-nowrap ${DESK}`}>
                {size.hiddenBy !== null || size.figures.cpk === null
                  ? "–"
                  : `${size.figures.cpk.toFixed(2)}, ${Math.max(0, size.figures.cpkLower!).toFixed(2)}`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}
