import { writeFileSync } from "node:fs";
import { forecastRun, MAX_AHEAD, piecesToGo } from "../../core/climb/piecesToGo";
import { fitMaps } from "./fitMaps";
import { resolvedForecasts, type Resolved } from "../../core/simulate/forecasts";

const FITTED = { learners: 12_000, seed: 1000 };
const HELD_OUT = { learners: 4000, seed: 7 };
const MAPS = new URL("../../core/climb/forecastMaps.ts", import.meta.url);

/** Fits the maps anew on made-up learners and writes them down. */
export function writeMaps(): void {
  const maps = fitMaps(resolvedForecasts(FITTED.learners, FITTED));
  const lines = Object.entries(maps).map(([key, [a, b]]) => `  "${key}": [${a}, ${b}],`);
  writeFileSync(
    MAPS,
    `/** The two figures of a Beta distribution that turns a stratum's plain chances into ones that hold. */
export type ForecastMap = readonly [number, number];
/** Maps by stratum; a forecast of one without stays as it is. */
export type ForecastMaps = Readonly<Record<string, ForecastMap>>;

/** Beta maps by stratum, fitted by \`npm run study -- fit\` to ${FITTED.learners} made-up learners of seven kinds. */
export const FORECAST_MAPS: ForecastMaps = {
${lines.join("\n")}
};
`,
  );
}

interface Tally {
  n: number;
  held: number;
  stated: number;
}

/** Prints how often the stated stretches hold on learners the maps have not seen, and by what they beat a table. */
export function studyPiecesToGo(): void {
  const seen = resolvedForecasts(FITTED.learners / 3, { ...FITTED, seed: FITTED.seed + 1 });
  const table = tableByRow(seen);
  const resolved = resolvedForecasts(HELD_OUT.learners, HELD_OUT);
  const [strata, kinds] = [new Map<string, Tally>(), new Map<string, Tally>()];
  let [said, ours, theirs] = [0, 0, 0];
  for (const one of resolved) {
    const { reached } = forecastRun(one.fit, one.run);
    ours += crps(reached, one.took);
    theirs += crps(table.get(rowOf(one))!, one.took);
    const toGo = piecesToGo(one.fit, one.run);
    if (toGo === "beyond") continue;
    said += 1;
    const held = Number(one.took >= toGo.low && one.took <= toGo.high);
    for (const [tallies, key] of [
      [strata, one.stratum],
      [kinds, one.kind],
    ] as const) {
      const tally = tallies.get(key) ?? { n: 0, held: 0, stated: 0 };
      tallies.set(key, {
        n: tally.n + 1,
        held: tally.held + held,
        stated: tally.stated + toGo.holds,
      });
    }
  }
  const n = resolved.length;
  console.log(`pieces to go, ${n} made-up learners of seven kinds, none there yet`);
  console.log(`  stated ${percent(said / n)} (asked 95 %)`);
  console.log(
    `  CRPS ${(ours / n).toFixed(3)} pieces, by a table of how many in a row ${(theirs / n).toFixed(3)}`,
  );
  for (const [what, tallies] of [
    ["what can be seen", strata],
    ["kind, which can't", kinds],
  ] as const) {
    console.log(`  by ${what}:`);
    for (const [key, { n: of, held, stated }] of [...tallies].sort(([a], [b]) =>
      a.localeCompare(b),
    ))
      console.log(
        `    ${key.padEnd(12)} ${String(of).padStart(5)} stated to hold ${percent(stated / of)}, held ${percent(held / of)} ± ${percent(1.96 * Math.sqrt(((held / of) * (1 - held / of)) / of))}`,
      );
  }
}

const percent = (share: number) => `${(100 * share).toFixed(1)} %`;
const rowOf = ({ run }: Resolved) => `${run.have} of ${run.need}`;

/** What a table says that knows only how many in a row there are: the shares of those seen. */
function tableByRow(seen: readonly Resolved[]): Map<string, number[]> {
  const tooks = new Map<string, number[]>();
  for (const one of seen) tooks.set(rowOf(one), [...(tooks.get(rowOf(one)) ?? []), one.took]);
  return new Map(
    [...tooks].map(([row, took]) => [
      row,
      Array.from(
        { length: MAX_AHEAD + 1 },
        (_, more) => took.filter((one) => one <= more).length / took.length,
      ),
    ]),
  );
}

/** Continuous ranked probability score of a distribution over whole pieces, up to what is looked ahead (Gneiting and Raftery 2007). */
const crps = (reached: readonly number[], took: number): number =>
  reached.reduce((sum, share, more) => sum + (share - Number(took <= more)) ** 2, 0);
